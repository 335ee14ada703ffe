/** 90 as "1:30". */
export function clock(seconds: number): string {
  const s = Math.round(seconds);
  return `${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')}`;
}

/** "1:30", "90", "1 min 30" or "2 min" as seconds; undefined for anything else. */
export function readClock(text: string): number | undefined {
  const t = text.trim().toLowerCase();
  const colon = /^(\d{1,3}):([0-5]?\d)$/.exec(t);
  if (colon) return Number(colon[1]) * 60 + Number(colon[2]);
  const minutes = /^(\d{1,3})\s*m(?:in)?\s*(\d{1,2})?\s*s?$/.exec(t);
  if (minutes) return Number(minutes[1]) * 60 + Number(minutes[2] ?? 0);
  const seconds = /^(\d{1,4})\s*s?$/.exec(t);
  return seconds ? Number(seconds[1]) : undefined;
}
