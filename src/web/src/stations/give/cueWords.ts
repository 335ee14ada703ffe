import type { Cue } from '../../api/types';
import { texts } from '../../texts';

const t = texts.moves;

/** What a move does. */
const actsNames: Record<Cue['act'], string> = {
  comesIn: t.comesInWord,
  standsOut: t.standsOut,
  goesOut: t.goesOut,
  inTurn: t.inTurnWord,
};
export const acts = Object.entries(actsNames) as [Cue['act'], string][];

/** How. */
const waysNames: Record<NonNullable<Cue['effect']>, string> = {
  appear: t.appear,
  dissolve: t.dissolve,
  rise: t.rise,
  drop: t.drop,
  grow: t.grow,
  wipe: t.wipe,
  turnIn: t.turnIn,
};
export const ways = Object.entries(waysNames) as [NonNullable<Cue['effect']>, string][];

/** What sets it going. */
const startsNames: Record<NonNullable<Cue['start']>, string> = {
  onPress: t.onPress,
  withBefore: t.withBefore,
  afterBefore: t.afterBefore,
};
export const starts = Object.entries(startsNames) as [NonNullable<Cue['start']>, string][];
