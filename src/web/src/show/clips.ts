import type { Playing } from '../api/types';

/** Where a clip is. */
export interface ClipAt {
  /** Of the stretch that is shown, at the moment of `since`. */
  second: number;
  plays: boolean;
  /** This machine's clock, in milliseconds since 1970. */
  since: number;
  /** It goes on when the screen is light again. */
  held?: boolean;
}

/** Clips of a slide by what plays; those that nobody pressed are where their slide put them. */
export type ClipsAt = Readonly<Record<string, ClipAt>>;

/** Where clips are, and what is done where one is pressed. */
export interface ClipControl {
  at(plays: Playing): ClipAt;
  press(plays: Playing): void;
  /** What is said in each by now, by what plays. */
  said?: Readonly<Record<string, string>>;
  /** Another window has the sound. */
  follows: boolean;
}

/** Where a clip is on a slide that came at a moment. */
export const clipAt = (clips: ClipsAt, plays: Playing, slideSince: number): ClipAt =>
  clips[plays.source] ?? { second: 0, plays: plays.starts === 'slide', since: slideSince };

/** How far it is by now, in seconds of the stretch that is shown. */
export function secondOf(at: ClipAt, plays: Playing, now: number): number {
  const length = plays.to - plays.from;
  const second = at.second + (at.plays ? Math.max(0, now - at.since) / 1000 : 0);
  return plays.loops ? second % length : Math.min(second, length);
}

/** The seconds until it is at its end; 0 where it stands, or has ended, and never for one that loops. */
export function leftOf(at: ClipAt, plays: Playing, now: number): number {
  if (!at.plays) return 0;
  return plays.loops ? Infinity : Math.max(0, plays.to - plays.from - secondOf(at, plays, now));
}

/** A clip that is pressed goes on or stands; one that has ended begins again. */
export function pressed(clips: ClipsAt, plays: Playing, slideSince: number, now: number): ClipsAt {
  const at = clipAt(clips, plays, slideSince);
  const second = secondOf(at, plays, now);
  const ended = !plays.loops && second >= plays.to - plays.from - 0.05;
  return {
    ...clips,
    [plays.source]: { second: ended ? 0 : second, plays: ended || !at.plays, since: now },
  };
}

/** While nothing is seen nothing plays, and goes on from there afterwards. */
export function darkened(clips: ClipsAt, all: Playing[], slideSince: number, now: number, dark: boolean): ClipsAt {
  const next: Record<string, ClipAt> = { ...clips };
  for (const plays of all) {
    const at = clipAt(clips, plays, slideSince);
    if (dark && at.plays)
      next[plays.source] = { second: secondOf(at, plays, now), plays: false, since: now, held: true };
    else if (!dark && at.held) next[plays.source] = { second: at.second, plays: true, since: now };
  }
  return next;
}

/** All clips of a slide by one press: where any plays, all stand; else all play. */
export function pressedAll(clips: ClipsAt, all: Playing[], slideSince: number, now: number): ClipsAt {
  const going = all.filter((p) => {
    const at = clipAt(clips, p, slideSince);
    return leftOf(at, p, now) > 0;
  });
  return (going.length > 0 ? going : all).reduce((c, p) => pressed(c, p, slideSince, now), clips);
}
