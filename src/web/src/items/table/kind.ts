import { lazyPart } from '../../ui/lazyPart';
import type { ItemClient } from '../kinds';
import { tableTexts } from './texts';

const controls = () => import('./TableControls');

/** Tables. */
export const table: ItemClient = {
  kind: 'table',
  verbs: [
    { id: 'table', name: tableTexts.table, Controls: lazyPart(controls) },
    {
      id: 'columns',
      name: tableTexts.columns,
      Controls: lazyPart(async () => ({ default: (await controls()).TableColumns })),
    },
    {
      id: 'photos',
      name: tableTexts.photos,
      Controls: lazyPart(async () => ({ default: (await controls()).TablePhotos })),
    },
  ],
  add: {
    name: tableTexts.table,
    command: tableTexts.addATable,
    item: { kind: 'table', rows: tableTexts.first },
    verb: 'table',
    among: true,
  },
};
