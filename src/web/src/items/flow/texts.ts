/** What is read at a flow. */
export const flowTexts = {
  flow: 'Flow',
  addAFlow: 'New flow of steps',
  steps: 'Steps of the flow',
  open: 'edit the steps',
  about: 'One step a line; behind a colon, what it does.',
  put: 'Lay them out',
  runs: 'Runs ',
  form: 'Form of the flow',
  forms: { row: 'side by side', ring: 'round and round', fork: 'from the first to the others' },
  photoOf: '; the photo of ',
  step: 'Step',
  is: ' is ',
  photo: 'Photo of the step',
  source: 'Where the flow is from',
  sourceHint: 'where it is from',
  first: 'first\nsecond\nthird',
};
