import { lazyPart } from '../../ui/lazyPart';
import type { ItemClient } from '../kinds';
import { flowTexts } from './texts';

/** Steps with arrows between them. */
export const flow: ItemClient = {
  kind: 'flow',
  verbs: [{ id: 'flow', name: flowTexts.flow, Controls: lazyPart(() => import('./FlowControls')) }],
  add: {
    name: flowTexts.flow,
    command: flowTexts.addAFlow,
    item: { kind: 'flow', pasted: flowTexts.first },
    verb: 'flow',
    among: true,
  },
};
