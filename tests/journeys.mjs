// What a report of journeys says: "passed failed skipped" on one line; journeys that passed at their second try by name
// on the
// other stream. In the long run each journey is repeated, and one that needed a second try twice has failed.
import { readFileSync } from 'node:fs';

const report = JSON.parse(readFileSync(process.argv[2], 'utf8'));
const long = process.argv.includes('--long');
const flaky = new Map();
const walk = (suite) => {
  for (const spec of suite.specs ?? [])
    for (const test of spec.tests)
      if (test.status === 'flaky') {
        const name = `${spec.file}: ${spec.title}`;
        flaky.set(name, (flaky.get(name) ?? 0) + 1);
      }
  (suite.suites ?? []).forEach(walk);
};
report.suites.forEach(walk);
const twice = [...flaky.values()].filter((n) => n > 1).length;
for (const [name, times] of flaky)
  console.error(`flaky: ${name}${times > 1 ? ` (${times} times)` : ''} passed at its second try`);
const { expected, unexpected, skipped, flaky: all } = report.stats;
const wrong = unexpected + report.errors.length + (long ? twice : 0);
console.log(`${expected + all - (long ? twice : 0)} ${wrong} ${skipped}`);
