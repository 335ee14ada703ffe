// What the archive is made of, from what the builds resolved: a bill of materials (CycloneDX 1.6) and the notices of
// all libraries and typefaces. Ends with 1 where a part has no licence or no notice that can be found.
// node tests/parts.mjs [folder to write into]
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const read = (path) => readFileSync(join(root, path), 'utf8');
const version = /<Version>(.*)<\/Version>/.exec(read('Directory.Build.props'))[1];
const parts = [];
const wrong = [];

// A library's own words: the file that it ships with, else its copyright line and licence.
const isNotice = (name) => /^(licen[cs]e|copying|notice|third-?party-?notices)/i.test(name.split('/').pop() ?? '');
const textsIn = (folder, names) =>
  names
    .filter((n) => isNotice(n) && /(\.(txt|md)|^[^.]*|\/[^./]*)$/i.test(n))
    .map((n) => readFileSync(join(folder, n), 'utf8').trim());

// .NET: what the server and the stand-ins resolved, the packages that only build left out.
const nuget = new Map();
for (const project of ['Jaali.Server', 'Jaali.StandIns']) {
  const path = `artifacts/obj/${project}/project.assets.json`;
  if (!existsSync(join(root, path))) throw new Error(`${path} is missing: build first.`);
  const assets = JSON.parse(read(path));
  const shipped = new Set(
    Object.values(assets.targets)
      .flatMap((t) => Object.entries(t))
      .filter(([, p]) => p.type === 'package' && (p.runtime || p.native || p.runtimeTargets))
      .map(([name]) => name),
  );
  for (const [name, library] of Object.entries(assets.libraries))
    if (shipped.has(name)) nuget.set(name, { ...library, folders: Object.keys(assets.packageFolders) });
}
for (const [name, library] of [...nuget].sort()) {
  const [id, of] = name.split('/');
  const folder = library.folders.map((f) => join(f, library.path)).find((f) => existsSync(f));
  const spec = folder ? readFileSync(join(folder, library.files.find((f) => f.endsWith('.nuspec'))), 'utf8') : '';
  const tag = (t) => new RegExp(`<${t}(?: [^>]*)?>([^<]*)</${t}>`).exec(spec)?.[1]?.trim();
  const licence = /<license type="expression">([^<]*)</.exec(spec)?.[1];
  const texts = folder ? textsIn(folder, library.files) : [];
  parts.push({
    purl: `pkg:nuget/${id}@${of}`,
    name: id,
    version: of,
    licence: licence ?? (/deprecateLicenseUrl/.test(tag('licenseUrl') ?? '') ? null : (tag('licenseUrl') ?? null)),
    notice:
      texts.join('\n\n') ||
      [tag('copyright') ?? `Copyright ${tag('authors') ?? ''}`, licence].filter(Boolean).join('\n'),
    hash: { alg: 'SHA-512', content: Buffer.from(library.sha512, 'base64').toString('hex') },
    own: texts.length > 0,
  });
}

// npm: what goes into the bundles.
const lock = JSON.parse(read('src/web/package-lock.json'));
for (const [path, p] of Object.entries(lock.packages)) {
  if (path === '' || p.dev || p.optional || p.peer) continue;
  const name = path.slice(path.lastIndexOf('node_modules/') + 'node_modules/'.length);
  const folder = join(root, 'src/web', path);
  const texts = existsSync(folder) ? textsIn(folder, readdirSync(folder)) : [];
  const [scope, bare] = name.startsWith('@') ? name.split('/') : [null, name];
  parts.push({
    purl: `pkg:npm/${scope ? `${encodeURIComponent(scope)}/` : ''}${bare}@${p.version}`,
    name,
    version: p.version,
    licence: p.license ?? null,
    notice: texts.join('\n\n') || `${name}, ${p.license ?? ''}`,
    hash: p.integrity?.startsWith('sha512-')
      ? { alg: 'SHA-512', content: Buffer.from(p.integrity.slice(7), 'base64').toString('hex') }
      : null,
  });
}

// Typefaces that ship, each with its licence beside it.
for (const file of readdirSync(join(root, 'assets/fonts')).filter((f) => f.endsWith('.ttf'))) {
  const family = readdirSync(join(root, 'assets/fonts'))
    .filter((f) => f.endsWith('.txt') && file.startsWith(f.split('.')[0]))
    .sort((a, b) => b.length - a.length)[0];
  if (!family) {
    wrong.push(`${file} has no licence beside it`);
    continue;
  }
  const name = family.split('.')[0];
  if (parts.some((p) => p.name === name && p.font)) continue;
  parts.push({
    purl: null,
    name,
    version: '',
    licence: family.includes('.OFL.') ? 'OFL-1.1' : family.split('.').slice(1, -1).join('.'),
    notice: read(`assets/fonts/${family}`).trim(),
    hash: null,
    font: true,
  });
}

for (const p of parts) {
  if (!p.licence && !p.own) wrong.push(`${p.name} ${p.version} names no licence`);
  if (p.notice.trim() === '') wrong.push(`${p.name} ${p.version} has no notice`);
}
const licensed = (l) => (isExpression(l) ? { expression: l } : { license: { name: 'as published', url: l } });
const isExpression = (l) => /^[A-Za-z0-9.+-]+( (AND|OR|WITH) [A-Za-z0-9.+-]+)*$|^\(.*\)$/.test(l);
const bom = {
  $schema: 'http://cyclonedx.org/schema/bom-1.6.schema.json',
  bomFormat: 'CycloneDX',
  specVersion: '1.6',
  version: 1,
  metadata: { component: { type: 'application', 'bom-ref': 'jaali', name: 'Jaali', version } },
  components: parts.map((p) => ({
    type: p.font ? 'data' : 'library',
    'bom-ref': p.purl ?? `font:${p.name}`,
    name: p.name,
    ...(p.version ? { version: p.version } : {}),
    ...(p.purl ? { purl: p.purl } : {}),
    ...(p.licence ? { licenses: [licensed(p.licence)] } : {}),
    ...(p.hash ? { hashes: [p.hash] } : {}),
  })),
};
const refs = new Set(bom.components.map((c) => c['bom-ref']));
if (refs.size !== bom.components.length) wrong.push('a part is named twice');
const line = '='.repeat(80);
const notices = [
  `Jaali ${version} is made with the works of others. Their notices and licences:`,
  ...parts.map((p) => `${line}\n${p.name} ${p.version}`.trim() + `\n${p.licence ?? ''}\n\n${p.notice}\n`),
].join('\n\n');
const to = process.argv[2];
if (to) {
  mkdirSync(to, { recursive: true });
  writeFileSync(join(to, 'sbom.cdx.json'), `${JSON.stringify(bom, null, 1)}\n`);
  writeFileSync(join(to, 'NOTICES.txt'), notices);
}
const of = (kind) => parts.filter((p) => p.purl?.startsWith(`pkg:${kind}/`)).length;
console.log(
  `${parts.length} parts: ${of('nuget')} of .NET, ${of('npm')} of npm, ${parts.filter((p) => p.font).length} faces.`,
);
for (const w of wrong) console.error(w);
process.exit(wrong.length > 0 ? 1 : 0);
