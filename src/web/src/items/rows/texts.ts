import type { Value } from '../../texts';

/** What is read where rows are edited. */
export const rowsTexts = {
  about: 'Type in the cells, or paste rows from a sheet.',
  cell: (row: Value, column: Value) => `Row ${row}, column ${column}`,
  addRow: 'add a row',
  addColumn: 'add a column',
  dropRow: (row: Value) => `Remove row ${row}`,
  dropColumn: (column: Value) => `Remove column ${column}`,
  drop: 'remove',
  paste: 'Rows to paste',
  pasteHint: 'Tabs, semicolons or commas between cells, one row a line',
  replace: 'Put these rows in',
  more: (n: Value) => `${n} more rows are not listed here; they are in it all the same.`,
  cutOutOf: 'Photo',
  noPhoto: 'no photo',
  untitled: 'a photo without a title',
};
