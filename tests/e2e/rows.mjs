// Rows of the table of docs/performance.md, as the benchmarks of the server print them too.
import { readFileSync } from 'node:fs';

const short = (n) =>
  typeof n !== 'number'
    ? (n ?? '')
    : String(Math.abs(n) >= 100 ? Math.round(n) : +n.toFixed(Math.abs(n) >= 10 ? 1 : 2));
const load = () => readFileSync('/proc/loadavg', 'utf8').split(' ')[0];

/** Prints one figure, in its unit. */
export function figure(work, value, unit, { reference = '', ratio = '', aim, met }) {
  console.log(
    `| ${work} | ${short(value)} ${unit} |  |  |  |  | ${reference} | ${short(ratio)} | ${aim} | ${met ? 'met' : '**missed**'} | ${load()} |`,
  );
}

/** Prints milliseconds of many runs: the least, the middle, p95 and p99. */
export function times(work, all, { reference = '', ratio = '', aim, met }) {
  const sorted = [...all].sort((a, b) => a - b);
  const at = (part) => sorted[Math.floor((sorted.length - 1) * part)];
  const row = [sorted[0], at(0.5), at(0.95), at(0.99)];
  console.log(
    `| ${work} | ${row.map(short).join(' | ')} |  | ${reference} | ${short(ratio)} | ${aim} | ${met(at) ? 'met' : '**missed**'} | ${load()} |`,
  );
}
