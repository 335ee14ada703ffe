/** What is read beside the numbers of a place. */
export const placeTexts = { fromTheLeft: 'left', fromTheTop: 'top', width: 'width', height: 'height', turn: 'turned' };
