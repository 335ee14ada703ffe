// Prints the blockhash of each file, one a line; ImageMagick decodes.
import blockhash from 'blockhash-core';
import { execFileSync } from 'node:child_process';

for (const file of process.argv.slice(2)) {
  const [width, height] = execFileSync('identify', ['-format', '%w %h', file]).toString().split(' ').map(Number);
  const data = execFileSync('convert', [file, '-depth', '8', 'rgba:-'], { maxBuffer: 200 * 1024 * 1024 });
  console.log((blockhash.bmvbhash ?? blockhash.default.bmvbhash)({ width, height, data }, 16));
}
