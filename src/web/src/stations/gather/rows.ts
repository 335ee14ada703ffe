import type { Box } from './justifiedRows';

/** The places of the boxes of each row, from the top. */
export function rowsOf(boxes: Box[]): number[][] {
  const rows: number[][] = [];
  boxes.forEach((b, i) => {
    const last = rows.at(-1);
    if (last && boxes[last[0]!]!.top === b.top) last.push(i);
    else rows.push([i]);
  });
  return rows;
}

/** The place of the box in the row below or above whose middle is nearest; -1 where there is no such row. */
export function nearestAcross(boxes: Box[], at: number, down: boolean): number {
  const rows = rowsOf(boxes);
  const row = rows[rows.findIndex((r) => r.includes(at)) + (down ? 1 : -1)];
  const here = boxes[at];
  if (!row || !here) return -1;
  const middle = (b: Box) => b.left + b.width / 2;
  const miss = (i: number) => Math.abs(middle(boxes[i]!) - middle(here));
  return row.reduce((best, i) => (miss(i) < miss(best) ? i : best));
}
