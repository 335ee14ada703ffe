import { lazyPart } from '../../ui/lazyPart';
import type { ItemClient } from '../kinds';
import { shapeTexts } from './texts';

const controls = () => import('./ShapeControls');

/** Shapes with words inside. */
export const shape: ItemClient = {
  kind: 'shape',
  verbs: [
    { id: 'shape', name: shapeTexts.shape, Controls: lazyPart(controls) },
    {
      id: 'colours',
      name: shapeTexts.colours,
      Controls: lazyPart(async () => ({ default: (await controls()).ShapeColours })),
    },
  ],
  add: {
    name: shapeTexts.shape,
    command: shapeTexts.addAShape,
    item: { kind: 'shape' },
    verb: 'shape',
    among: true,
  },
};
