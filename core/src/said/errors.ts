import { plural } from './plural.ts';

interface OfField {
  what: string;
}

/** What is wrong with a field: what, where, and what would be right. */
export const ERRORS = {
  'error.number': ({ what }: OfField) => `${what} must be a number.`,
  'error.whole': ({ what }: OfField) => `${what} must be a whole number.`,
  'error.span': ({ what }: OfField) => `${what} must be a time span, such as 45 min or 4h30.`,
  'error.least': ({ what, least }: OfField & { least: string }) => `${what} must be at least ${least}.`,
  'error.most': ({ what, most }: OfField & { most: string }) => `${what} must be at most ${most}.`,
  'error.above': ({ what, above }: OfField & { above: string | number }) =>
    `${what} must be more than ${above}.`,
  'error.most-days': ({ what, days }: OfField & { days: number }) =>
    `${what} must be at most ${plural(days, 'day', 'days')}.`,
  'error.long': ({ what, most }: OfField & { most: number }) => `${what} must be at most ${most} characters.`,
  'error.short': ({ what, least }: OfField & { least: number }) =>
    `${what} must be at least ${least} characters.`,
  'error.missing': ({ what }: OfField) => `${what} is missing.`,
  'error.date': 'Enter a date.',
};
