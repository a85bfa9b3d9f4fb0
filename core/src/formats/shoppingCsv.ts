import Papa from 'papaparse';
import type { ShoppingLine } from '../shopping/index.ts';
import { inertRow } from './inert.ts';

/** How the amounts and sums of a shopping list are written. */
export interface ShoppingWords {
  /** What a line is called. */
  name(line: ShoppingLine): string;
  /** So much of a line: `2.50 L`, `14`. */
  amount(line: ShoppingLine, amount: number): string;
}

/** A shopping list as CSV: what, from whom, how much, in which packs, for which jobs. Sums in major currency units with a point. */
export function writeShopping(
  lines: readonly ShoppingLine[],
  currency: string,
  { name, amount }: ShoppingWords,
): string {
  return `${Papa.unparse(
    lines.map((line) =>
      inertRow({
        supplier: line.supplier,
        item: name(line),
        jobs: line.jobs.join(' '),
        zones: line.zones.join(', '),
        needed: line.need === null ? '' : amount(line, line.need.amount),
        'in stock': line.stock === null ? '' : amount(line, line.stock),
        'reserved for other jobs': line.reserved === 0 ? '' : amount(line, line.reserved),
        buy:
          line.buy === null
            ? line.missing > 0
              ? amount(line, line.missing)
              : ''
            : line.buy.map(({ size, count }) => `${count} x ${amount(line, size)}`).join(' + '),
        [`cost (${currency})`]: line.cost === null ? '' : (line.cost / 100).toFixed(2),
        note: line.isOneBatch ? 'one batch, or mix all together' : '',
      }),
    ),
  )}\r\n`;
}
