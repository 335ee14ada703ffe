import type { ItemClient } from '../kinds';
import { VeilControls } from './VeilControls';
import { texts } from '../../texts';

/** Veils between photos and words. */
export const veil: ItemClient = {
  kind: 'veil',
  verbs: [{ id: 'veil', name: texts.veil.veil, key: 'V', Controls: VeilControls }],
};
