/** 90 as "1:30". */
export function clock(seconds: number): string {
  const s = Math.round(seconds);
  return `${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')}`;
}

/**
 * Times as people write them, in seconds: "3" and "1.5 min" are minutes, "1:30" and "1 min 30" both, "90 s" seconds,
 * and
 * so is a bare number beyond the most minutes there may be. Undefined for anything else.
 */
export function readClock(text: string, mostMinutes = 60): number | undefined {
  const t = text.trim().toLowerCase();
  const colon = /^(\d{1,3}):([0-5]?\d)$/.exec(t);
  if (colon) return Number(colon[1]) * 60 + Number(colon[2]);
  const minutes = /^(\d{1,3})\s*m(?:in(?:utes?)?)?\s*(\d{1,2})?\s*s?$/.exec(t);
  if (minutes) return Number(minutes[1]) * 60 + Number(minutes[2] ?? 0);
  const part = /^(\d{1,3}[.,]\d)\s*(?:m(?:in(?:utes?)?)?)?$/.exec(t);
  if (part) return Math.round(Number(part[1]!.replace(',', '.')) * 60);
  const seconds = /^(\d{1,4})\s*s(?:ec(?:onds?)?)?$/.exec(t);
  if (seconds) return Number(seconds[1]);
  const bare = /^(\d{1,4})$/.exec(t);
  if (!bare) return undefined;
  return Number(bare[1]) <= mostMinutes ? Number(bare[1]) * 60 : Number(bare[1]);
}
