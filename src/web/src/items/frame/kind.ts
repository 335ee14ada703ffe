import type { ItemClient } from '../kinds';
import { FrameFacts } from './FrameFacts';
import { CreditPlace, CutToShape, HidePart, ReframeScale, Straighten, TonePhoto } from './FrameVerbs';
import { texts } from '../../texts';

/** Photos seen through a crop window. */
export const frame: ItemClient = {
  kind: 'frame',
  verbs: [
    { id: 'reframe', name: texts.frame.reframe, key: 'F', Controls: ReframeScale },
    { id: 'shape', name: texts.frame.cutToShape, key: 'M', Controls: CutToShape },
    { id: 'straighten', name: texts.frame.straighten, Controls: Straighten },
    { id: 'tone', name: texts.frame.tone, Controls: TonePhoto },
    { id: 'hide', name: texts.frame.hidePart, Controls: HidePart },
    { id: 'credit', name: texts.frame.credit, Controls: CreditPlace },
  ],
  Facts: FrameFacts,
};
