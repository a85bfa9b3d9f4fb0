import { z } from 'zod';
import { PENCILS } from '../catalogue/sheet.ts';
import { countField, dateField, numberField, quantityField } from '../fields/index.ts';
import { SANDED_OFF } from '../film/sanding.ts';
import { HolderSchema, PlaceSchema, SHOP_PLACE } from '../places/index.ts';
import { NO_RATES, RatesSchema } from '../rates/index.ts';
import { said } from '../said/index.ts';
import { MethodChoicesSchema, NO_METHOD_CHOICES } from '../systems/methods.ts';
import { LabourSchema } from '../systems/step.ts';
import { YARDSTICK_KEYS } from '../systems/yardsticks.ts';
import { UNIT_SYSTEMS } from '../units/prefs.ts';
import { SingleUnitsSchema } from '../units/prefsSchema.ts';
import { parseClock, WEEKDAYS } from './clock.ts';

const ClockText = z.string().refine((text) => parseClock(text) !== null, said('shop.write-a-time-as-07-30'));

/** One stretch of work within a day, shop-local. Breaks are the gaps between stretches. */
export const WorkSpanSchema = z
  .object({ from: ClockText, to: ClockText })
  .refine((span) => (parseClock(span.from) ?? 0) < (parseClock(span.to) ?? 0), {
    message: said('shop.a-stretch-of-work-must-end'),
    path: ['to'],
  });
export type WorkSpan = z.infer<typeof WorkSpanSchema>;

const DaySchema = z.array(WorkSpanSchema).superRefine((spans, context) => {
  spans.forEach((span, index) => {
    const before = spans[index - 1];
    if (before && (parseClock(before.to) ?? 0) > (parseClock(span.from) ?? 0)) {
      context.addIssue({
        code: 'custom',
        message: said('shop.stretches-of-work-overlap-list-them'),
        input: spans,
      });
    }
  });
});

/** Working hours of each day of the week; an empty day is off. */
export const WeekSchema = z.record(z.enum(WEEKDAYS), DaySchema);
export type Week = z.infer<typeof WeekSchema>;

const DateText = dateField();

const ChangeMinutes = numberField('changeover', 0, 240, ' min');

export const ChangeoverSchema = z.object({
  /** From a dark paint to one that is much paler. */
  paleMin: ChangeMinutes,
  /** Between water and solvent, either way. */
  solventMin: ChangeMinutes,
  /** Filling a gun or a kettle up again with what is in it, between two loads. */
  refillMin: numberField('refill', 0, 60, ' min').default(5),
});
export type Changeover = z.infer<typeof ChangeoverSchema>;

/** How dates, times and numbers may be written, as BCP 47 tags. */
export const LOCALES = ['en-GB', 'en-IE', 'en-US', 'en-CA', 'en-NZ', 'en-AU'] as const;

/** Where a shop is: what it measures, writes and prints in. */
export const RegionSchema = z.object({
  units: z.enum(UNIT_SYSTEMS),
  /** Single quantities in another unit than the system's. */
  single: SingleUnitsSchema.default({}),
  paper: z.enum(['A4', 'Letter']),
  spelling: z.enum(['uk', 'us']),
  /** How dates, times and numbers are written; follows the spelling where it is left out. */
  locale: z.enum(LOCALES).optional(),
});
export type Region = z.infer<typeof RegionSchema>;

/** Within which ends the readings of a finished film, and of the wood, are right in this shop where no sheet says. */
export const ReadingLimitsSchema = z
  .object({
    /** Worst grade of a cross-cut (ISO 2409). */
    crossCutMost: countField('cross-cut', 0, 5),
    pencilLeast: z.enum(PENCILS),
    moistureFromPct: numberField('moisture', 0, 60, ' %'),
    moistureToPct: numberField('moisture', 0, 60, ' %'),
  })
  .refine(({ moistureFromPct, moistureToPct }) => moistureFromPct < moistureToPct, {
    message: said('shop.moisture-band-is-upside-down'),
    path: ['moistureToPct'],
  });
export type ReadingLimits = z.infer<typeof ReadingLimitsSchema>;

/** Grade 1, a pencil HB, and joinery for heated rooms. */
export const DEFAULT_READING_LIMITS: ReadingLimits = {
  crossCutMost: 1,
  pencilLeast: 'HB',
  moistureFromPct: 6,
  moistureToPct: 12,
};

/** What a shop has and how it works; everything that planning needs to know about the place. */
const ShopFieldsSchema = z.object({
  week: WeekSchema,
  daysOff: z.array(DateText),
  hasBooth: z.boolean(),
  boothRatedForSolvent: z.boolean(),
  /** Supplied-air breathing protection, and people trained in it. */
  hasSuppliedAir: z.boolean().default(false),
  benches: countField('benches', 1, 20),
  railLengthMm: quantityField('rail', 'length', 0, 100_000),
  /** Free space kept between hung pieces. */
  railGapMm: quantityField('rail-gap', 'length', 10, 1000),
  rackSlots: countField('slots', 0, 2000),
  /** A longer piece takes two slots, a still longer one three. */
  rackSlotLengthMm: quantityField('slot-length', 'length', 100, 5000),
  /** Other places where loose pieces are worked on: a second booth, a garage, a tent. */
  places: z.array(PlaceSchema).max(30).default([]),
  /** Rails, racks and posts besides the shop's own rail and rack, each in its place. */
  holders: z.array(HolderSchema).max(60).default([]),
  /** Dry pieces that find room where they are stacked between two tasks; 0 where nobody counts. */
  stackingPieces: countField('stacking', 0, 5000).default(0),
  /** Let warm dry air shorten clocks, down to half the sheet. */
  mayShortenClocks: z.boolean(),
  /** ISO 4217 code of the money that prices are in. */
  currency: z
    .string()
    .regex(/^[A-Z]{3}$/, said('shop.write-a-currency-as-three-capitals'))
    .default('GBP'),
  /** Faces in m² between which a piece counts as one door, and from how many panels on it counts as two. */
  doorMeasure: z
    .object({
      smallBelowM2: quantityField('small-door', 'area', 0, 5),
      largeAboveM2: quantityField('large-door', 'area', 0, 10),
      twoFromPanels: countField('panels', 2, 20).default(2),
    })
    .refine((measure) => measure.smallBelowM2 < measure.largeAboveM2, {
      message: said('shop.a-large-door-starts-above-a'),
      path: ['largeAboveM2'],
    })
    .default({ smallBelowM2: 0.12, largeAboveM2: 0.6, twoFromPanels: 2 }),
  /** Paint for a side of one door equivalent and a coat, in mL; null where the shop has no figure of its own. */
  perSideMl: z
    .object({
      primer: quantityField('per-side', 'volume', 1, 2000).nullable(),
      colour: quantityField('per-side', 'volume', 1, 2000).nullable(),
      clear: quantityField('per-side', 'volume', 1, 2000).nullable(),
    })
    .default({ primer: null, colour: null, clear: null }),
  /** What it asks for its work. */
  rates: RatesSchema.default(NO_RATES),
  /** What a spray gun takes on top of its usual cleaning and setting up when the paint in it changes. */
  changeover: ChangeoverSchema.default({ paleMin: 10, solventMin: 15, refillMin: 5 }),
  /** The way to a client and back, and settling in there: for each person and trip. It has to leave time for work in half a day. */
  tripMin: countField('trip', 0, 180).default(30),
  /** End of everybody's day that is kept free: tools are cleaned, tomorrow is laid out. */
  wrapUpMin: countField('wrap-up', 0, 120).default(30),
  /** Carrying, hanging and taking down, or laying into the rack, for a piece and a coat. */
  handlingMin: numberField('handling', 0, 10, ' min').default(0.7),
  /** Dry film that one pass with a grit takes off; nothing where the shop leaves the list empty. */
  sandedOff: z
    .array(z.object({ grit: countField('grit', 24, 5000), um: quantityField('sanded-off', 'film', 0, 200) }))
    .max(20)
    .default([...SANDED_OFF]),
  /** What this shop does otherwise than what ships. */
  methods: MethodChoicesSchema,
  /** What work takes here, where that is not what it usually takes. */
  yardsticks: z.partialRecord(z.enum(YARDSTICK_KEYS), LabourSchema).default({}),
  /** Paint older than this may hold lead, by the law of the country. */
  leadBanYear: countField('year', 1900, 2100).default(1992),
  region: RegionSchema.default({ units: 'metric', single: {}, paper: 'A4', spelling: 'uk' }),
  readingLimits: ReadingLimitsSchema.default(DEFAULT_READING_LIMITS),
  /** Whether what the shop confirmed of its own findings weighs on the ranking of systems and on rules. */
  learnsFromFindings: z.boolean().default(true),
});

/** The settings, with every rack in a place that there is and no two things of one name. */
export const ShopSettingsSchema = ShopFieldsSchema.superRefine(({ places, holders }, context) => {
  const known = new Set([SHOP_PLACE, ...places.map(({ id }) => id)]);
  const refuse = (path: (string | number)[], message: string) =>
    context.addIssue({ code: 'custom', path, message, input: undefined });
  const names = new Map<string, number>();
  places.forEach(({ id, name }, index) => {
    if (places.findIndex((one) => one.id === id) !== index || id === SHOP_PLACE)
      refuse(['places', index, 'name'], said('shop.two-places-share-an-id'));
    if (names.has(name.toLowerCase()))
      refuse(['places', index, 'name'], said('shop.two-places-share-a-name'));
    names.set(name.toLowerCase(), index);
  });
  holders.forEach(({ id, placeId }, index) => {
    if (holders.findIndex((one) => one.id === id) !== index || id === 'rail' || id === 'rack')
      refuse(['holders', index, 'name'], said('shop.two-places-share-an-id'));
    if (!known.has(placeId)) refuse(['holders', index, 'placeId'], said('shop.the-rack-stands-in-no-place'));
  });
});
export type ShopSettings = z.infer<typeof ShopSettingsSchema>;

/** Settings a new shop starts with. */
export const DEFAULT_SHOP_SETTINGS: ShopSettings = {
  week: {
    mon: [
      { from: '07:30', to: '12:00' },
      { from: '12:30', to: '16:30' },
    ],
    tue: [
      { from: '07:30', to: '12:00' },
      { from: '12:30', to: '16:30' },
    ],
    wed: [
      { from: '07:30', to: '12:00' },
      { from: '12:30', to: '16:30' },
    ],
    thu: [
      { from: '07:30', to: '12:00' },
      { from: '12:30', to: '16:30' },
    ],
    fri: [
      { from: '07:30', to: '12:00' },
      { from: '12:30', to: '15:30' },
    ],
    sat: [],
    sun: [],
  },
  daysOff: [],
  hasBooth: true,
  boothRatedForSolvent: false,
  hasSuppliedAir: false,
  benches: 2,
  railLengthMm: 9000,
  railGapMm: 80,
  rackSlots: 36,
  rackSlotLengthMm: 900,
  stackingPieces: 0,
  places: [],
  holders: [],
  mayShortenClocks: false,
  currency: 'GBP',
  doorMeasure: { smallBelowM2: 0.12, largeAboveM2: 0.6, twoFromPanels: 2 },
  changeover: { paleMin: 10, solventMin: 15, refillMin: 5 },
  tripMin: 30,
  wrapUpMin: 30,
  handlingMin: 0.7,
  sandedOff: [...SANDED_OFF],
  perSideMl: { primer: null, colour: null, clear: null },
  rates: NO_RATES,
  methods: NO_METHOD_CHOICES,
  yardsticks: {},
  leadBanYear: 1992,
  region: { units: 'metric', single: {}, paper: 'A4', spelling: 'uk' },
  readingLimits: DEFAULT_READING_LIMITS,
  learnsFromFindings: true,
};

/** What people of a crew may be given to do. */
export const SKILLS = ['prep', 'brush', 'spray'] as const;
export type Skill = (typeof SKILLS)[number];

/** Words on screen for each. */
export const SKILL_WORDS: Record<Skill, string> = {
  prep: said('shop.cleaning-sanding-filling'),
  brush: said('sheet.brush-and-roller'),
  spray: 'spraying',
};

/** A person who works in the shop. */
export const CrewMemberSchema = z.object({
  id: z.uuid(),
  name: z.string().trim().min(1).max(80),
  daysOff: z.array(DateText),
  /** Everything, where nobody said. */
  skills: z.array(z.enum(SKILLS)).optional(),
  /** Hours of their own; the shop's where there are none. */
  week: WeekSchema.nullish(),
  /** Works here no longer: is not given work, but is still named where they worked. */
  hasLeft: z.boolean().optional(),
});
export type CrewMember = z.infer<typeof CrewMemberSchema>;

/** Those of a crew who still work here. */
export function workingCrew<T extends { hasLeft?: boolean }>(crew: readonly T[]): T[] {
  return crew.filter(({ hasLeft }) => !hasLeft);
}
