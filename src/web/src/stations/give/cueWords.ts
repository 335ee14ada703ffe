import type { Cue } from '../../api/types';
import { texts } from '../../texts';

const t = texts.moves;

/** What a move does. */
export const acts: [Cue['act'], string][] = [
  ['comesIn', t.comesInWord],
  ['standsOut', t.standsOut],
  ['goesOut', t.goesOut],
  ['inTurn', t.inTurnWord],
];

/** How. */
export const ways: [NonNullable<Cue['effect']>, string][] = [
  ['appear', t.appear],
  ['dissolve', t.dissolve],
  ['rise', t.rise],
  ['drop', t.drop],
  ['grow', t.grow],
  ['wipe', t.wipe],
  ['turnIn', t.turnIn],
];

/** What sets it going. */
export const starts: [NonNullable<Cue['start']>, string][] = [
  ['onPress', t.onPress],
  ['withBefore', t.withBefore],
  ['afterBefore', t.afterBefore],
];
