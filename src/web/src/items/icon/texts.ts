import type { Value } from '../../texts';

/** What is read at an icon. */
export const iconTexts = {
  icon: 'Icon',
  addAnIcon: 'New icon',
  look: 'Look for an icon',
  lookHint: 'look for: wind, tide, people …',
  found: 'Icons that were found',
  choose: (name: Value) => `Icon ${name}`,
  none: 'No icon is called so. Try another word.',
  colour: 'Colour of the icon',
  inked: 'In ',
  readable: 'the ink that reads',
  says: 'What the icon says',
  saysHint: 'what it says',
  own: 'a drawing of your own',
  ownFile: 'An SVG file to bring in as an icon',
};
