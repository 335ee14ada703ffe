import type { ItemClient } from '../kinds';
import { VeilLook } from './VeilLook';
import { texts } from '../../texts';

/** Veils between photos and words. */
export const veil: ItemClient = {
  kind: 'veil',
  verbs: [{ id: 'veil', name: texts.veil.veil, key: 'V', Controls: VeilLook }],
};
