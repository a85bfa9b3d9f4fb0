import { failure, type Outcome, success } from '@upholder/core/outcome';
import { askWords, parseDecimal } from '@upholder/core/units';

/** An amount as it stands in a field: `84.50`, `1250`; empty for none. */
export function moneyText(minor: number | null): string {
  if (minor === null) return '';
  return (minor / 100).toFixed(2).replace(/\.00$/, '');
}

/** Most that a field takes, in major units. */
const MOST = 10_000_000;

/**
 * Reads an amount as people type it: `84,50`, `£84.50`, `1,250`, `1 250 GBP`. Null for an empty text. Three digits behind a comma are
 * thousands; behind a point either may be meant, and the message asks.
 */
export function readMoney(text: string): Outcome<number | null> {
  const bare = text.replace(/[£$€]|\b[A-Z]{3}\b/g, '').trim();
  if (bare === '') return success(null);
  if (/^-?\d{1,3}\.\d{3}$/.test(bare))
    return failure(askWords(text, [bare.replace('.', ''), bare.slice(0, -1)]));
  const plain = /^-?\d{1,3}(,\d{3})+(\.\d{1,2})?$/.test(bare) ? bare.replaceAll(',', '') : bare;
  const read = parseDecimal(plain.replace(/(\d) (?=\d{3})/g, '$1'), {
    what: 'an amount',
    example: '84.50',
    min: -MOST,
    max: MOST,
  });
  return read.ok ? success(Math.round(read.value * 100)) : read;
}

/** A share in percent as it is typed: `12.5`, `12,5 %`; null for an empty text. */
export function readPercent(text: string): Outcome<number | null> {
  if (text.trim() === '') return success(null);
  const read = parseDecimal(text, { what: 'a share', example: '12.5', min: 0, max: 1000, suffixes: ['%'] });
  return read;
}
