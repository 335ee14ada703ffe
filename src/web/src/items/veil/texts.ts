import type { Value } from '../../texts';

/** What is read at a veil. */
export const veilTexts = {
  veil: 'Veil',
  layAVeil: 'Lay a veil over the ground',
  lies: 'Lies ',
  form: 'How the veil thins out',
  fromOneSide: 'from one side',
  fromTheMiddle: 'from its middle',
  fromTheEdges: 'from the edges',
  allOver: 'all over',
  turned: ' turned by ',
  direction: 'Direction of the veil in degrees',
  colour: 'Colour of the veil',
  strength: 'strength',
  strengthOfTheVeil: 'Strength of the veil',
  reach: 'reach',
  reachOfTheVeil: 'Reach of the veil',
  ownStops: 'edit gradient',
  evenAgain: 'even gradient',
  stopAt: (n: Value) => `Place of stop ${n}, in per cent`,
  stopColour: (n: Value) => `Colour of stop ${n}`,
  stopOpacity: (n: Value) => `Strength of stop ${n}, in per cent`,
  dropStop: (n: Value) => `Remove stop ${n}`,
  drop: 'remove',
  anotherStop: 'add a stop',
};
