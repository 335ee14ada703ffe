import type { ItemClient } from '../kinds';
import { PlateNumber } from './PlateNumber';
import { plateTexts } from './texts';

/** Plates with numbers. */
export const plate: ItemClient = {
  kind: 'plate',
  verbs: [{ id: 'number', name: plateTexts.number, Controls: PlateNumber }],
  add: {
    name: plateTexts.plate,
    command: plateTexts.addAPlate,
    item: { kind: 'plate', number: 7 },
    verb: 'number',
  },
};
