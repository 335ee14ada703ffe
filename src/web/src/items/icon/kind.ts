import { lazyPart } from '../../ui/lazyPart';
import type { ItemClient } from '../kinds';
import { iconTexts } from './texts';

/** Icons. */
export const icon: ItemClient = {
  kind: 'icon',
  verbs: [{ id: 'icon', name: iconTexts.icon, Controls: lazyPart(() => import('./IconControls')) }],
  add: {
    name: iconTexts.icon,
    command: iconTexts.addAnIcon,
    item: { kind: 'icon', name: 'waves' },
    verb: 'icon',
    among: true,
  },
};
