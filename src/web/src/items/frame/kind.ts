import type { ItemClient } from '../kinds';
import { FrameFacts } from './FrameFacts';
import { BlendControls, CreditControls, MaskControls, ReframeControls, StraightenControls } from './FrameControls';
import { FrameEdgeControls } from './FrameEdgeControls';
import { CoverControls } from './CoverControls';
import { ToneControls } from './ToneControls';
import { frameOf } from './useFrame';
import { texts } from '../../texts';

/** Photos seen through a crop window. */
export const frame: ItemClient = {
  kind: 'frame',
  verbs: [
    { id: 'reframe', name: texts.frame.reframe, key: 'F', Controls: ReframeControls },
    { id: 'shape', name: texts.frame.cutToShape, key: 'M', Controls: MaskControls },
    { id: 'edge', name: texts.frame.edge, Controls: FrameEdgeControls },
    { id: 'straighten', name: texts.frame.straighten, Controls: StraightenControls },
    { id: 'tone', name: texts.frame.tone, Controls: ToneControls },
    { id: 'hide', name: texts.frame.hidePart, Controls: CoverControls },
    {
      id: 'merge',
      name: texts.frame.merge,
      Controls: BlendControls,
      when: (_, item) => Boolean(frameOf(item)?.blend),
    },
    { id: 'credit', name: texts.frame.credit, Controls: CreditControls },
  ],
  Facts: FrameFacts,
};
