import { veilTexts } from './texts';
import type { ItemClient } from '../kinds';
import { soonPart } from '../../ui/lazyPart';

/** Veils between photos and words. */
export const veil: ItemClient = {
  kind: 'veil',
  verbs: [
    {
      id: 'veil',
      name: veilTexts.veil,
      Controls: soonPart(async () => ({ default: (await import('./VeilControls')).VeilControls })),
    },
  ],
  add: { name: veilTexts.veil, command: veilTexts.layAVeil, key: 'V', item: { kind: 'veil' }, verb: 'veil' },
};
