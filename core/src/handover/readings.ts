import { PENCILS, type ProductSheet } from '../catalogue/index.ts';
import { said } from '../said/index.ts';
import type { ReadingLimits } from '../shop/index.ts';
import { type EventOf, eventsOf, type JobEvent } from './events.ts';
import { READINGS, type Reading } from './readingNames.ts';

/** What a thumb pressed and turned on the film leaves. */
export const THUMBS = [
  said('handover.thumb-no-mark'),
  said('handover.thumb-print'),
  said('handover.thumb-soft'),
] as const;

/** What a kind of reading is called, how it is taken, and how it is entered. */
interface ReadingTraits {
  name: string;
  how: string;
  /** `number`: typed, with its unit; `steps`: chosen from words, its value is the place among them. */
  entry:
    | { kind: 'number'; unit: string; from: number; to: number }
    | { kind: 'steps'; words: readonly string[] };
}

export const READING_TRAITS: Record<Reading, ReadingTraits> = {
  'cross-cut': {
    name: said('handover.cross-cut'),
    how: said('handover.cross-cut-how'),
    entry: { kind: 'steps', words: ['0', '1', '2', '3', '4', '5'] },
  },
  pencil: {
    name: said('handover.pencil'),
    how: said('handover.pencil-how'),
    entry: { kind: 'steps', words: PENCILS },
  },
  gloss: {
    name: said('handover.gloss'),
    how: said('handover.gloss-how'),
    entry: { kind: 'number', unit: 'GU', from: 0, to: 120 },
  },
  thumb: {
    name: said('handover.thumb'),
    how: said('handover.thumb-how'),
    entry: { kind: 'steps', words: THUMBS },
  },
  moisture: {
    name: said('handover.moisture'),
    how: said('handover.moisture-how'),
    entry: { kind: 'number', unit: '%', from: 0, to: 60 },
  },
};

/** Ends within which a reading is right; null where nothing sets one. */
export interface Limits {
  from: number | null;
  to: number | null;
  /** Who set them. */
  source: 'sheet' | 'shop' | null;
}

/** Gloss units at 60° that a sheen commonly stands for; makers differ, their sheet has the last word. */
const GLOSS_BANDS: Record<ProductSheet['sheen'], [from: number, to: number] | null> = {
  '': null,
  'dead matt': [0, 5],
  matt: [0, 10],
  eggshell: [10, 25],
  satin: [20, 45],
  'semi-gloss': [40, 70],
  gloss: [70, 100],
};

/**
 * The limits of a reading: from the sheet of the last coat where it states any, else the shop's.
 * @param sheet of the film that was tested; undefined where none is known.
 */
export function limitsOf(
  reading: Reading,
  sheet: Pick<ProductSheet, 'sheen' | 'crossCutMost' | 'pencilLeast'> | undefined,
  shop: ReadingLimits,
): Limits {
  switch (reading) {
    case 'cross-cut':
      return sheet?.crossCutMost != null
        ? { from: null, to: sheet.crossCutMost, source: 'sheet' }
        : { from: null, to: shop.crossCutMost, source: 'shop' };
    case 'pencil':
      return sheet?.pencilLeast != null
        ? { from: PENCILS.indexOf(sheet.pencilLeast), to: null, source: 'sheet' }
        : { from: PENCILS.indexOf(shop.pencilLeast), to: null, source: 'shop' };
    case 'gloss': {
      const band = sheet && GLOSS_BANDS[sheet.sheen];
      return band ? { from: band[0], to: band[1], source: 'sheet' } : { from: null, to: null, source: null };
    }
    case 'thumb':
      return { from: null, to: 0, source: 'shop' };
    case 'moisture':
      return { from: shop.moistureFromPct, to: shop.moistureToPct, source: 'shop' };
  }
}

/** How a value stands to its limits. */
export function verdictOf(value: number, { from, to }: Limits): 'within' | 'below' | 'above' | 'no limit' {
  if (from === null && to === null) return 'no limit';
  if (from !== null && value < from) return 'below';
  return to !== null && value > to ? 'above' : 'within';
}

/** A value of a kind as people say it. */
export function readingWords(reading: Reading, value: number): string {
  const { entry } = READING_TRAITS[reading];
  if (entry.kind === 'steps') return entry.words[value] ?? String(value);
  return entry.unit === '%' ? `${value} %` : `${value} ${entry.unit}`;
}

/** Limits as people say them; empty where there are none. */
export function limitWords(reading: Reading, { from, to }: Limits): string {
  if (from !== null && to !== null)
    return said('handover.limit-band', { from: readingWords(reading, from), to: readingWords(reading, to) });
  if (from !== null) return said('handover.limit-least', { from: readingWords(reading, from) });
  return to !== null ? said('handover.limit-most', { to: readingWords(reading, to) }) : '';
}

/** Readings of a job by kind, the latest first; kinds without one are left out. */
export function readingsByKind(events: readonly JobEvent[]): Map<Reading, EventOf<'reading'>[]> {
  const all = eventsOf(events, 'reading').sort((a, b) => b.at.localeCompare(a.at));
  return new Map(
    READINGS.flatMap((kind) => {
      const own = all.filter(({ what }) => what.reading === kind);
      return own.length > 0 ? [[kind, own] as const] : [];
    }),
  );
}
