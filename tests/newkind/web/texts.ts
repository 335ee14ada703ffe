/** What is read at a plate. */
export const plateTexts = {
  number: 'Number',
  numberOfThePlate: 'Number of the plate',
  plate: 'Plate',
  addAPlate: 'Add a plate with a number',
};
