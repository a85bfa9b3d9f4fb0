import { z } from 'zod';
import { type FieldCode, isSaid, said } from '../said/index.ts';
import { measured, type QuantityName } from '../units/index.ts';

/** No sentence by code is longer, with all that it says. */
const LONGEST_CODE = 2000;

const nameOf = (field: FieldCode) => said(`field.${field}`);

/**
 * A quantity with its ends. Its errors name the field and say the end in the units of whoever reads them.
 * @param field what it is called; @param least and @param most in the unit that the quantity is stored in.
 */
export function quantityField(field: FieldCode, quantity: QuantityName, least: number, most: number) {
  const what = nameOf(field);
  return z
    .number({ error: said('error.number', { what }) })
    .min(least, said('error.least', { what, least: measured(quantity, least) }))
    .max(most, said('error.most', { what, most: measured(quantity, most) }));
}

/** A quantity above 0. */
export function positiveField(field: FieldCode, quantity: QuantityName, most: number) {
  const what = nameOf(field);
  return z
    .number({ error: said('error.number', { what }) })
    .gt(0, said('error.above', { what, above: 0 }))
    .max(most, said('error.most', { what, most: measured(quantity, most) }));
}

/** A number without a unit, or with one that everybody uses: percent, seconds, minutes. @param unit behind the ends. */
export function numberField(field: FieldCode, least: number, most: number, unit = '') {
  const what = nameOf(field);
  return z
    .number({ error: said('error.number', { what }) })
    .min(least, said('error.least', { what, least: `${least}${unit}` }))
    .max(most, said('error.most', { what, most: `${most}${unit}` }));
}

/** A number above 0. */
export function aboveZeroField(field: FieldCode, most: number, unit = '') {
  const what = nameOf(field);
  return z
    .number({ error: said('error.number', { what }) })
    .gt(0, said('error.above', { what, above: `0${unit}` }))
    .max(most, said('error.most', { what, most: `${most}${unit}` }));
}

/** A whole number. */
export function countField(field: FieldCode, least: number, most: number) {
  const what = nameOf(field);
  return z
    .int({ error: said('error.whole', { what }) })
    .min(least, said('error.least', { what, least: String(least) }))
    .max(most, said('error.most', { what, most: String(most) }));
}

/** A span of time in whole minutes, from 0. @param days it lasts at most. */
export function spanField(field: FieldCode, days: number) {
  const what = nameOf(field);
  return z
    .int({ error: said('error.span', { what }) })
    .min(0, said('error.least', { what, least: '0 min' }))
    .max(days * 1440, said('error.most-days', { what, days }));
}

/** A line of text that may be empty. */
export function textField(field: FieldCode, most: number) {
  return z
    .string()
    .trim()
    .max(most, said('error.long', { what: nameOf(field), most }));
}

/** A line of text that has to say something. */
export function nameField(field: FieldCode, most: number, least = 1) {
  const what = nameOf(field);
  const missing = said('error.missing', { what });
  return z
    .string({ error: missing })
    .trim()
    .min(least, least === 1 ? missing : said('error.short', { what, least }))
    .max(most, said('error.long', { what, most }));
}

/** A line of text that a person may write, or the program by code, which is then as long as it is. */
export function sayableField(field: FieldCode, most: number) {
  const what = nameOf(field);
  return nameField(field, LONGEST_CODE).refine(
    (text) => text.length <= most || isSaid(text),
    said('error.long', { what, most }),
  );
}

/** A date without a time. */
export function dateField() {
  return z.iso.date({ error: said('error.date') });
}
