const units = ['bytes', 'kB', 'MB', 'GB'];

/** A size in the largest unit of which there is one, by thousands. */
export function bytes(n: number): string {
  let unit = 0;
  while (n >= 999.5 && unit < units.length - 1) {
    n /= 1000;
    unit++;
  }
  return `${n >= 10 || unit === 0 ? Math.round(n) : n.toFixed(1)} ${units[unit]}`;
}

/** A moment as it is read: today by the clock, else by the day too. */
export function moment(at: string, now = new Date()): string {
  const then = new Date(at);
  const time = then.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
  return then.toDateString() === now.toDateString()
    ? time
    : `${then.toLocaleDateString('en-GB', { day: 'numeric', month: 'short' })}, ${time}`;
}
