// The icons that ship, out of the package that has them: a line each of name, words and outline. Brands stay out: they
// are others' marks. node scripts/icons.mjs
import { icons } from '@phosphor-icons/core';
import console from 'node:console';
import { readFileSync, writeFileSync } from 'node:fs';
import { URL } from 'node:url';

const folder = new URL('../node_modules/@phosphor-icons/core/assets/regular/', import.meta.url);
const lines = icons
  .filter((icon) => !icon.categories.includes('brands'))
  .map((icon) => {
    const svg = readFileSync(new URL(`${icon.name}.svg`, folder), 'utf8');
    const outlines = [...svg.matchAll(/<path d="([^"]+)"/g)].map((m) => m[1]);
    if (outlines.length === 0 || /<(circle|rect|line|poly|ellipse)/.test(svg)) throw new Error(icon.name);
    const words = [...icon.tags.filter((t) => !t.startsWith('*')), ...icon.categories];
    return [icon.name, [...new Set(words)].join(','), outlines.join('')].join('\t');
  })
  .sort();
writeFileSync(new URL('../../Jaali.Core/Items/Icon/icons.txt', import.meta.url), `${lines.join('\n')}\n`);
console.log(`${lines.length} icons`);
