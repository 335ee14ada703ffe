// No line of C# or TypeScript is over 120 columns, but for data: texts, samples, patterns and what is generated.
import { execSync } from 'node:child_process';
import { readFileSync } from 'node:fs';

const most = 120;
const isData = /GeneratedRegex|@"|https?:|InlineData|"""|^\s*\+? ?"[^"]*"[,;)]*$|<c:|\{' '\}$|^\s*test\(|\.bench\.|^\s*`\| \$\{/;
const files = execSync("git ls-files '*.cs' '*.ts' '*.tsx' '*.mjs'", { encoding: 'utf8' })
  .split('\n')
  .filter((f) => f && !/\.bench\.mjs$|Migrations\/|Compiled\/|generated\/|exts\.ts$|commandWords\.ts$/.test(f));
let long = 0;
for (const file of files) {
  const text = readFileSync(file, 'utf8');
  if (text.startsWith('// Long lines: samples')) continue;
  text.split('\n').forEach((line, n) => {
    if ([...line].length <= most || isData.test(line)) return;
    console.log(`${file}:${n + 1}: ${[...line].length} columns`);
    long++;
  });
}
process.exit(long > 0 ? 1 : 0);
