import { PSI_PER_BAR } from '@upholder/core/equipment';
import { parseDecimal } from '@upholder/core/units';

/** A pressure as it is typed, in bar; `1500 psi` is read too. Null where nothing is, NaN where it cannot be read. */
export function typedBar(text: string): number | null {
  if (text.trim() === '') return null;
  const isPsi = /psi\s*$/i.test(text);
  const number = parseDecimal(text, { suffixes: ['bar', 'psi'] });
  if (!number.ok) return Number.NaN;
  return isPsi ? Math.round((number.value / PSI_PER_BAR) * 10) / 10 : number.value;
}

/** A plain number as it is typed; null where nothing is, NaN where it cannot be read. */
export function typedNumber(text: string, ...suffixes: string[]): number | null {
  if (text.trim() === '') return null;
  const number = parseDecimal(text, { suffixes });
  return number.ok ? number.value : Number.NaN;
}
