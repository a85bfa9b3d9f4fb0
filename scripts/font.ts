import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import subsetFont from 'subset-font';
import { ROOT } from './build.ts';

// Cuts the typeface down to what the screens use: `npm run font`. Its output is kept in the repository.

/** Letters of the languages that a shop writes in, and the signs of the product's own text. */
function lettersOfScreens(): string {
  const ranges: [number, number][] = [
    [0x20, 0x7e],
    [0xa0, 0xff],
  ];
  const plain = ranges.flatMap(([first, last]) =>
    Array.from({ length: last - first + 1 }, (_, index) => String.fromCodePoint(first + index)),
  );
  return `${plain.join('')}ıŒœ–—‘’‚“”„†•…‰‹›⁄€™↑↓−∕`;
}

const SOURCE = join(ROOT, 'node_modules/@fontsource-variable/archivo/files/archivo-latin-wdth-normal.woff2');

const small = await subsetFont(readFileSync(SOURCE), lettersOfScreens(), {
  targetFormat: 'woff2',
  // The weights and widths that tokens.css asks for, and nothing beyond.
  variationAxes: { wght: { min: 400, max: 700 }, wdth: { min: 88, max: 122 } },
});
writeFileSync(join(ROOT, 'web/src/app/fonts/archivo-screen.woff2'), small);
console.log(`${small.length} bytes`);
