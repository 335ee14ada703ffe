import type { ItemClient } from '../kinds';
import { FrameFacts } from './FrameFacts';
import { Blended, CreditPlace, CutToShape, ReframeScale, Straighten } from './FrameVerbs';
import { FrameEnds } from './FrameEnds';
import { HidePart } from './HidePart';
import { TonePhoto } from './TonePhoto';
import { frameOf } from './useFrame';
import { texts } from '../../texts';

/** Photos seen through a crop window. */
export const frame: ItemClient = {
  kind: 'frame',
  verbs: [
    { id: 'reframe', name: texts.frame.reframe, key: 'F', Controls: ReframeScale },
    { id: 'shape', name: texts.frame.cutToShape, key: 'M', Controls: CutToShape },
    { id: 'edge', name: texts.frame.edge, Controls: FrameEnds },
    { id: 'straighten', name: texts.frame.straighten, Controls: Straighten },
    { id: 'tone', name: texts.frame.tone, Controls: TonePhoto },
    { id: 'hide', name: texts.frame.hidePart, Controls: HidePart },
    {
      id: 'merge',
      name: texts.frame.merge,
      Controls: Blended,
      when: (_, item) => Boolean(frameOf(item)?.merged),
    },
    { id: 'credit', name: texts.frame.credit, Controls: CreditPlace },
  ],
  Facts: FrameFacts,
};
