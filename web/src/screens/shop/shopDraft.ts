import type { ShopContext } from '@upholder/core/api';
import { type ShopSettings, ShopSettingsSchema } from '@upholder/core/shop';
import { parseDecimal, type QuantityName } from '@upholder/core/units';
import { localeOf } from '@upholder/core/words';
import { z } from 'zod';
import { read, show } from '../../base/voice.ts';
import { singlesDraft, singlesOf } from '../../parts/UnitChoices.tsx';
import { type Draft, type Reading, readBySchema } from '../../parts/useDraftForm.ts';
import { weekFromText, weekToText } from './hours.ts';

export const PLACES: {
  key: 'benches' | 'railLengthMm' | 'railGapMm' | 'rackSlots' | 'rackSlotLengthMm' | 'stackingPieces';
  name: string;
  quantity?: QuantityName;
}[] = [
  { key: 'benches', name: 'Benches' },
  { key: 'railLengthMm', name: 'Rail', quantity: 'length' },
  { key: 'railGapMm', name: 'Gap on rail', quantity: 'length' },
  { key: 'rackSlots', name: 'Rack slots' },
  { key: 'rackSlotLengthMm', name: 'Slot length', quantity: 'length' },
  { key: 'stackingPieces', name: 'Stacking place' },
];
const CHANGES = ['refillMin', 'paleMin', 'solventMin'] as const;
const AROUND = ['handlingMin', 'tripMin', 'wrapUpMin'] as const;
const AREAS = ['smallBelowM2', 'largeAboveM2'] as const;

/** Settings that stand together; their fields are drafted by themselves. */
const GROUPS = new Set(['week', 'doorMeasure', 'changeover', 'region', 'readingLimits']);

export type Head = Pick<ShopContext, 'name' | 'timeZone' | 'settings'>;

export const FLAGS = {
  hasBooth: 'There is a spray booth',
  boothRatedForSolvent: 'The booth is rated for solvent',
  hasSuppliedAir: 'Supplied-air respirators, and people trained to use them',
  mayShortenClocks: 'Allow warm, dry air to shorten drying times, to half the sheet at most',
} as const satisfies Partial<Record<keyof ShopSettings, string>>;
export type Flag = keyof typeof FLAGS;
export const FLAG_KEYS = Object.keys(FLAGS) as Flag[];

export function draftOf({ name, timeZone, settings }: Head): Draft {
  const { changeover, doorMeasure, readingLimits } = settings;
  return {
    name,
    timeZone,
    daysOff: settings.daysOff,
    ...weekToText(settings.week),
    ...Object.fromEntries(
      PLACES.map(({ key, quantity }) => [
        key,
        quantity ? show(quantity, settings[key]) : String(settings[key]),
      ]),
    ),
    ...Object.fromEntries(FLAG_KEYS.map((key) => [key, settings[key]])),
    currency: settings.currency,
    units: settings.region.units,
    ...singlesDraft(settings.region.single),
    paper: settings.region.paper,
    spelling: settings.region.spelling,
    locale: localeOf(settings.region),
    leadBanYear: String(settings.leadBanYear),
    ...Object.fromEntries(CHANGES.map((key) => [key, String(changeover[key])])),
    ...Object.fromEntries(AROUND.map((key) => [key, String(settings[key])])),
    ...Object.fromEntries(AREAS.map((key) => [key, show('area', doorMeasure[key])])),
    twoFromPanels: String(doorMeasure.twoFromPanels),
    ...Object.fromEntries(Object.entries(readingLimits).map(([key, value]) => [key, String(value)])),
  };
}

/** A field as a number; NaN where it is none, which the settings then refuse at that field. */
function numberIn(draft: Draft, key: string, { doorMeasure, ...known }: ShopSettings): number {
  const text = String(draft[key] ?? '');
  const place = PLACES.find((one) => one.key === key);
  const area = AREAS.find((one) => one === key);
  const found = area
    ? read('area', text, doorMeasure[area])
    : place?.quantity
      ? read(place.quantity, text, known[place.key])
      : parseDecimal(text, { suffixes: ['min', '%'] });
  return found.ok ? found.value : Number.NaN;
}

const HeadSchema = z.object({ name: z.string(), timeZone: z.string(), settings: ShopSettingsSchema });

/** What the form says of the shop; settings that it does not show stay as they are. */
export function readHead(draft: Draft, known: ShopSettings): Reading<Head> {
  const number = (key: string) => numberIn(draft, key, known);
  const texts = Object.fromEntries(Object.entries(draft).map(([key, value]) => [key, String(value)]));
  const settings = {
    ...known,
    ...Object.fromEntries(FLAG_KEYS.map((key) => [key, draft[key] === true])),
    ...Object.fromEntries(PLACES.map(({ key }) => [key, number(key)])),
    week: weekFromText(texts),
    changeover: Object.fromEntries(CHANGES.map((key) => [key, number(key)])),
    ...Object.fromEntries(AROUND.map((key) => [key, number(key)])),
    daysOff: draft.daysOff,
    currency: (texts.currency ?? '').trim().toUpperCase(),
    region: {
      units: texts.units,
      single: singlesOf(draft),
      paper: texts.paper,
      spelling: texts.spelling,
      locale: texts.locale,
    },
    leadBanYear: number('leadBanYear'),
    readingLimits: {
      crossCutMost: number('crossCutMost'),
      pencilLeast: (texts.pencilLeast ?? '').trim().toUpperCase(),
      moistureFromPct: number('moistureFromPct'),
      moistureToPct: number('moistureToPct'),
    },
    doorMeasure: {
      smallBelowM2: number('smallBelowM2'),
      largeAboveM2: number('largeAboveM2'),
      twoFromPanels: number('twoFromPanels'),
    },
  };
  const { name = '', timeZone = '' } = texts;
  return readBySchema(HeadSchema, { name, timeZone, settings }, {}, (path) => {
    const [first = '', second = '', third = ''] = path.split('.');
    if (first !== 'settings') return first;
    return GROUPS.has(second) ? third : second;
  });
}
