/** Numbers of slides as they are written, such as 2-5, 8; null where that is not what was written. */
export function numbersIn(text: string, most: number): number[] | null {
  const all = new Set<number>();
  for (const part of text.split(/[,;\s]+/).filter(Boolean)) {
    const m = /^(\d+)(?:[-–](\d+))?$/.exec(part);
    if (!m) return null;
    const [from, to] = [Number(m[1]), Number(m[2] ?? m[1])];
    if (from < 1 || to < from || to > most) return null;
    for (let n = from; n <= to; n++) all.add(n);
  }
  return all.size > 0 ? [...all].sort((a, b) => a - b) : null;
}
