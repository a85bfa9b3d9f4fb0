import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import subsetFont from 'subset-font';
import { ROOT } from './build.ts';

// Cuts the typeface down to what the screens use: `npm run font`. Its output is kept in the repository.

/** Letters of English and the signs of the product's own text: what every screen is set in. */
const PLAIN = `${String.fromCodePoint(...Array.from({ length: 95 }, (_, index) => 0x20 + index))}\u00a0£·×°½¼¾µ²³±÷–—−‘’“”…€→←↑↓∕™`;
/** The rest of what is written in the west of Europe, for the names of people and streets there. */
const WESTERN = `${String.fromCodePoint(...Array.from({ length: 96 }, (_, index) => 0xa0 + index))}ıŒœ‚„†•‰‹›⁄`;

const SOURCE = join(ROOT, 'node_modules/@fontsource-variable/archivo/files/archivo-latin-wdth-normal.woff2');

for (const [name, letters] of [
  ['screen', PLAIN],
  ['western', [...WESTERN].filter((letter) => !PLAIN.includes(letter)).join('')],
] as const) {
  const small = await subsetFont(readFileSync(SOURCE), letters, {
    targetFormat: 'woff2',
    // The weights and widths that tokens.css asks for, and nothing beyond.
    variationAxes: { wght: { min: 400, max: 700 }, wdth: { min: 88, max: 122 } },
  });
  writeFileSync(join(ROOT, `web/src/app/fonts/archivo-${name}.woff2`), small);
  const points = [...letters].map((letter) => `U+${letter.codePointAt(0)?.toString(16)}`);
  console.log(`${name}: ${small.length} bytes\nunicode-range: ${points.join(', ')};`);
}
