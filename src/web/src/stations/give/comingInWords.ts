import type { Transition } from '../../api/types';
import { texts } from '../../texts';

const t = texts.coming;

const waysNames: Record<Transition['change'], string> = {
  cut: t.cut,
  dissolve: t.dissolve,
  wipe: t.wipe,
  push: t.push,
  throughBlack: t.throughBlack,
  throughPaper: t.throughPaper,
  carry: t.carry,
};
export const ways = Object.entries(waysNames) as [Transition['change'], string][];
type Side = NonNullable<Transition['from']>;
const sidesNames: Record<Side, string> = {
  left: t.left,
  right: t.right,
  top: t.top,
  bottom: t.bottom,
};
export const sides = Object.entries(sidesNames) as [Side, string][];
export const fromASide = (c: Transition) => c.change === 'wipe' || c.change === 'push';

/** How a slide comes in, in few words. */
export const comingInWords = (c: Transition) =>
  c.change === 'cut' || c.seconds === 0
    ? t.cut
    : ways.find(([w]) => w === c.change)![1] +
      (fromASide(c) ? ` ${sides.find(([s]) => s === c.from)![1]}` : '') +
      `, ${t.inSeconds(c.seconds)}`;
