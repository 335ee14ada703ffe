import type { ItemClient } from '../kinds';
import { FrameFacts } from './FrameFacts';
import { CreditPlace, CutToShape, HidePart, ReframeScale, Straighten, TonePhoto } from './FrameVerbs';

/** Photos seen through a crop window. */
export const frame: ItemClient = {
  kind: 'frame',
  verbs: [
    { id: 'reframe', name: 'Reframe', key: 'F', Controls: ReframeScale },
    { id: 'shape', name: 'Cut to shape', key: 'M', Controls: CutToShape },
    { id: 'straighten', name: 'Straighten', Controls: Straighten },
    { id: 'tone', name: 'Tone', Controls: TonePhoto },
    { id: 'hide', name: 'Hide part', Controls: HidePart },
    { id: 'credit', name: 'Credit', Controls: CreditPlace },
  ],
  Facts: FrameFacts,
};
