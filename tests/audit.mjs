// Asks for what is known against the packages in use. 0: nothing is; 1: something is that tests/advisories.json does
// not list
// with a reason and a date; 77: no source of advisories answers here. An answer may be given as files, for who tries
// the step:
// JAALI_NPM_ADVISORIES and JAALI_NUGET_ADVISORIES.
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';

const root = resolve(import.meta.dirname, '..');
const listed = JSON.parse(readFileSync(join(root, 'tests/advisories.json'), 'utf8'));

function ask(given, program, args, cwd) {
  if (given) return JSON.parse(readFileSync(given, 'utf8'));
  let said;
  try {
    said = execFileSync(program, args, { cwd, encoding: 'utf8', stdio: ['ignore', 'pipe', 'pipe'], timeout: 120_000 });
  } catch (error) {
    said = error.stdout ?? '';
  }
  try {
    return JSON.parse(said.slice(said.indexOf('{')));
  } catch {
    return null;
  }
}

// What npm answers: findings by package, each with its advisories.
function npm(folder) {
  const answer = ask(process.env.JAALI_NPM_ADVISORIES, 'npm', ['audit', '--json'], join(root, folder));
  if (!answer?.vulnerabilities || answer.error) return null;
  return Object.values(answer.vulnerabilities).flatMap((v) =>
    v.via
      .filter((a) => typeof a === 'object')
      .map((a) => ({ id: a.url?.split('/').at(-1) ?? String(a.source), what: `${v.name}: ${a.title}` })),
  );
}

// Whether a source of packages has advisories at all: its service index says so (NuGet's server API,
// VulnerabilityInfo).
async function hasAdvisories(source) {
  try {
    const index = await (await fetch(source, { signal: AbortSignal.timeout(20_000) })).json();
    return index.resources.some((r) => String(r['@type']).startsWith('VulnerabilityInfo'));
  } catch {
    return false;
  }
}

// What the SDK answers, where one of its sources has advisories.
async function nuget() {
  const given = process.env.JAALI_NUGET_ADVISORIES;
  if (!given) {
    const sources = execFileSync('dotnet', ['nuget', 'list', 'source', '--format', 'short'], { encoding: 'utf8' });
    const asked = sources.match(/https?:\S+/g) ?? [];
    if (!(await Promise.all(asked.map(hasAdvisories))).some(Boolean)) return null;
  }
  const answer = ask(
    given,
    'dotnet',
    ['list', 'Jaali.slnx', 'package', '--vulnerable', '--include-transitive', '--format', 'json'],
    root,
  );
  if (!answer?.projects || answer.problems?.length) return null;
  return answer.projects
    .flatMap((p) => p.frameworks ?? [])
    .flatMap((f) => [...(f.topLevelPackages ?? []), ...(f.transitivePackages ?? [])])
    .flatMap((p) =>
      (p.vulnerabilities ?? []).map((v) => ({
        id: v.advisoryurl.split('/').at(-1),
        what: `${p.id} ${p.resolvedVersion}`,
      })),
    );
}

const answers = [npm('src/web'), npm('tests/e2e'), await nuget()];
const known = answers.filter((a) => a !== null);
if (known.length === 0) {
  console.log('No source of advisories answers here.');
  process.exit(77);
}
const today = new Date().toISOString().slice(0, 10);
const isListed = (f) =>
  listed.some((l) => l.id === f.id && l.reason && /^\d{4}-\d\d-\d\d$/.test(l.until) && l.until >= today);
const open = known.flat().filter((f) => !isListed(f));
for (const f of open) console.log(`${f.id}: ${f.what}`);
console.log(`${known.length} of ${answers.length} sources answered; ${open.length} findings are not listed.`);
process.exit(open.length > 0 ? 1 : 0);
