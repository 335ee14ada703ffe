import { frameTexts } from './texts';
import type { ItemClient } from '../kinds';
import { FrameFacts, FrameNumbers } from './FrameFacts';
import { BlendControls, CreditControls, MaskControls, ReframeControls, StraightenControls } from './FrameControls';
import { FrameEdgeControls } from './FrameEdgeControls';
import { lazyPart } from '../../ui/lazyPart';
import { CoverControls } from './CoverControls';
import { ToneControls } from './ToneControls';
import { frameOf } from './useFrame';

/** Photos seen through a crop window. */
export const frame: ItemClient = {
  kind: 'frame',
  verbs: [
    { id: 'reframe', name: frameTexts.reframe, key: 'F', Controls: ReframeControls },
    { id: 'shape', name: frameTexts.cutToShape, key: 'M', Controls: MaskControls },
    {
      id: 'clip',
      name: frameTexts.playing,
      key: 'P',
      Controls: lazyPart(() => import('./ClipControls')),
      when: (_, item) => Boolean(frameOf(item)?.clip),
    },
    { id: 'edge', name: frameTexts.edge, Controls: FrameEdgeControls },
    { id: 'straighten', name: frameTexts.straighten, Controls: StraightenControls },
    { id: 'tone', name: frameTexts.tone, Controls: ToneControls },
    { id: 'hide', name: frameTexts.hidePart, Controls: CoverControls },
    {
      id: 'merge',
      name: frameTexts.merge,
      Controls: BlendControls,
      when: (_, item) => Boolean(frameOf(item)?.blend),
    },
    { id: 'credit', name: frameTexts.credit, Controls: CreditControls },
  ],
  Facts: FrameFacts,
  Numbers: FrameNumbers,
};
