import { z } from 'zod';
import { NO_OWN_PRACTICE, OwnPracticeSchema } from '../systems/practice.ts';
import { SingleUnitsSchema, UNIT_SYSTEMS } from '../units/prefs.ts';
import { parseClock, WEEKDAYS } from './clock.ts';

const ClockText = z.string().refine((text) => parseClock(text) !== null, 'Write a time as 07:30.');

/** One stretch of work within a day, shop-local. Breaks are the gaps between stretches. */
export const WorkSpanSchema = z
  .object({ from: ClockText, to: ClockText })
  .refine((span) => (parseClock(span.from) ?? 0) < (parseClock(span.to) ?? 0), {
    message: 'A stretch of work must end after it starts.',
    path: ['to'],
  });
export type WorkSpan = z.infer<typeof WorkSpanSchema>;

const DaySchema = z.array(WorkSpanSchema).superRefine((spans, context) => {
  spans.forEach((span, index) => {
    const before = spans[index - 1];
    if (before && (parseClock(before.to) ?? 0) > (parseClock(span.from) ?? 0)) {
      context.addIssue({
        code: 'custom',
        message: 'Stretches of work overlap; list them in order.',
        input: spans,
      });
    }
  });
});

/** Working hours of each day of the week; an empty day is off. */
export const WeekSchema = z.record(z.enum(WEEKDAYS), DaySchema);
export type Week = z.infer<typeof WeekSchema>;

const DateText = z.iso.date({ error: 'Write a date as 2026-11-30.' });

const ChangeMinutes = z
  .number({ error: 'Enter minutes.' })
  .min(0, 'Minutes are 0 or more.')
  .max(240, 'A changeover ends at 240 min.');

const whole = (error: string) => z.int({ error });

export const ChangeoverSchema = z.object({
  /** From a dark paint to one that is much paler. */
  paleMin: ChangeMinutes,
  /** Between water and solvent, either way. */
  solventMin: ChangeMinutes,
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

/** What a shop has and how it works; everything that planning needs to know about the place. */
export const ShopSettingsSchema = z.object({
  week: WeekSchema,
  daysOff: z.array(DateText),
  hasBooth: z.boolean(),
  boothRatedForSolvent: z.boolean(),
  /** Supplied-air breathing protection, and people trained in it. */
  hasSuppliedAir: z.boolean().default(false),
  benches: whole('Write a whole number of benches, such as 2.')
    .min(1, 'A shop has at least one bench.')
    .max(20, 'At most 20 benches.'),
  railLengthMm: z
    .number({ error: 'Write the length of the rail, such as 9000 mm.' })
    .min(0, 'A rail is 0 mm long or more.')
    .max(100_000, 'A rail ends at 100 m.'),
  /** Free space kept between hung pieces. */
  railGapMm: z
    .number({ error: 'Write the gap between pieces, such as 80 mm.' })
    .min(10, 'Wet pieces need at least 10 mm between them.')
    .max(1000, 'A gap ends at 1000 mm.'),
  rackSlots: whole('Write a whole number of slots, such as 36.')
    .min(0, 'Slots are 0 or more.')
    .max(2000, 'At most 2000 slots.'),
  /** A longer piece takes two slots, a still longer one three. */
  rackSlotLengthMm: z
    .number({ error: 'Write the length of a slot, such as 900 mm.' })
    .min(100, 'A slot is at least 100 mm long.')
    .max(5000, 'A slot ends at 5000 mm.'),
  /** Let warm dry air shorten clocks, down to half the sheet. */
  mayShortenClocks: z.boolean(),
  /** ISO 4217 code of the money that prices are in. */
  currency: z
    .string()
    .regex(/^[A-Z]{3}$/, 'Write a currency as three capitals, such as GBP.')
    .default('GBP'),
  /** Faces in m² between which a piece counts as one door, and from how many panels on it counts as two. */
  doorMeasure: z
    .object({
      smallBelowM2: z
        .number({ error: 'Write a face in m², such as 0.12.' })
        .min(0, 'A face is 0 m² or more.')
        .max(5, 'A small door ends at 5 m².'),
      largeAboveM2: z
        .number({ error: 'Write a face in m², such as 0.6.' })
        .min(0, 'A face is 0 m² or more.')
        .max(10, 'A large door starts at 10 m² or below.'),
      twoFromPanels: whole('Write a whole number of panels, such as 2.')
        .min(2, 'One panel is one door: 2 or more.')
        .max(20, 'At most 20 panels.')
        .default(2),
    })
    .refine((measure) => measure.smallBelowM2 < measure.largeAboveM2, {
      message: 'A large door starts above a small one.',
      path: ['largeAboveM2'],
    })
    .default({ smallBelowM2: 0.12, largeAboveM2: 0.6, twoFromPanels: 2 }),
  /** What a spray gun takes on top of its usual cleaning and setting up when the paint in it changes. */
  changeover: ChangeoverSchema.default({ paleMin: 10, solventMin: 15 }),
  /** What this shop does otherwise than what ships. */
  practice: OwnPracticeSchema,
  /** Paint older than this may hold lead, by the law of the country. */
  leadBanYear: whole('Write a year, such as 1992.')
    .min(1900, 'A year from 1900 on.')
    .max(2100, 'A year up to 2100.')
    .default(1992),
  region: RegionSchema.default({ units: 'metric', single: {}, paper: 'A4', spelling: 'uk' }),
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
  mayShortenClocks: false,
  currency: 'GBP',
  doorMeasure: { smallBelowM2: 0.12, largeAboveM2: 0.6, twoFromPanels: 2 },
  changeover: { paleMin: 10, solventMin: 15 },
  practice: NO_OWN_PRACTICE,
  leadBanYear: 1992,
  region: { units: 'metric', single: {}, paper: 'A4', spelling: 'uk' },
};

/** What people of a crew may be given to do. */
export const SKILLS = ['prep', 'brush', 'spray'] as const;
export type Skill = (typeof SKILLS)[number];

/** Words on screen for each. */
export const SKILL_WORDS: Record<Skill, string> = {
  prep: 'cleaning, sanding, filling',
  brush: 'brush and roller',
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
