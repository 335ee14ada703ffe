import { lazyPart } from '../../ui/lazyPart';
import type { ItemClient } from '../kinds';
import { lineTexts } from './texts';

/** Lines and arrows. */
export const line: ItemClient = {
  kind: 'line',
  verbs: [{ id: 'line', name: lineTexts.line, Controls: lazyPart(() => import('./LineControls')) }],
  add: {
    name: lineTexts.arrow,
    command: lineTexts.addAnArrow,
    item: { kind: 'line' },
    verb: 'line',
    among: true,
  },
};
