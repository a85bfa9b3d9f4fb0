import { isSprayed, type ProductSheet, type Supply, type SupplyOf } from '../catalogue/index.ts';
import { costAnHour, gunItemsFor } from '../equipment/index.ts';
import {
  type CoatNeed,
  coatNeeds,
  type LearnedFigures,
  type PhaseWork,
  productNeeds,
  supplyTotals,
  totalMinutes,
  workOfPlan,
  workOfSequence,
} from '../estimating/index.ts';
import { type Job, protectionMaterials } from '../jobs/index.ts';
import { itemsOf, type StoredItem } from '../mixing/index.ts';
import type { Piece } from '../pieces/index.ts';
import type { PlannedOp } from '../planning/index.ts';
import { type Pricing, USUAL_PRICING } from '../rates/index.ts';
import { said } from '../said/index.ts';
import { localDate, parseClock, type ShopSettings } from '../shop/index.ts';
import { minutesOfStep, type Step, sideOf, stepAppliesTo } from '../systems/index.ts';
import { does } from '../systems/operations.ts';
import {
  coatingLines,
  consumableLines,
  extraLines,
  type JobSpan,
  labourLines,
  type Price,
  type PriceLine,
  priceOf,
  spanLines,
  sumOf,
  type Terms,
  type ToolHours,
  toolLines,
} from './price.ts';

/** What a price is reckoned from. */
export interface PriceInput {
  job: Pick<Job, 'place' | 'room' | 'pricing'>;
  zones?: readonly { id: string; name: string; newColour: string }[];
  steps: readonly Step[];
  pieces: readonly Piece[];
  /** Tasks of the plan; null where there is none that still holds. */
  ops: readonly PlannedOp[] | null;
  sheets: Readonly<Record<string, ProductSheet>>;
  supplies: Readonly<Record<string, Supply>>;
  items: readonly StoredItem[];
  settings: ShopSettings;
  timeZone: string;
  people: number;
  /** What mixes taught of how much reaches the pieces. */
  learned?: LearnedFigures;
}

/** What a job takes and costs. */
export interface JobPrice {
  sequence: PhaseWork[];
  /** Null where there is no plan. */
  plan: PhaseWork[] | null;
  /** Which of the two the price goes by. */
  hoursFrom: Pricing['hoursFrom'];
  minutes: number;
  span: JobSpan;
  coats: CoatNeed[];
  price: Price;
  /** Before tax, with hours by the sequence whatever the price goes by. */
  sequenceNet: number;
  /** What each zone weighs in it: its work and its coatings in money, or its minutes where no rate is known. */
  zoneWeights: Map<string, number>;
}

/** What zones weigh in a price. */
function weightsOf(input: PriceInput, coats: readonly CoatNeed[]): Map<string, number> {
  const { steps, pieces, sheets, settings } = input;
  const isOnSite = input.job.place === 'client';
  const hasRates = Object.values(settings.rates.hour).some((rate) => rate !== null);
  const zoneIds = [...new Set(pieces.map(({ zoneId }) => zoneId))];
  return new Map(
    zoneIds.map((zoneId) => {
      const work = workOfSequence({
        steps: steps.filter((step) => step.zoneId === zoneId),
        pieces,
        sheets,
        isOnSite,
        settings,
        people: input.people,
      });
      if (!hasRates) return [zoneId, totalMinutes(work)];
      const own = coats.filter((coat) => coat.zoneId === zoneId);
      const lines = [
        ...labourLines(work, settings.rates),
        ...coatingLines(productNeeds(own, sheets, new Map())),
      ];
      return [zoneId, sumOf(lines.map(({ amount }) => amount)).amount];
    }),
  );
}

/** What a job is priced with: its own words before the shop's. */
export function termsOf({ rates }: Pick<ShopSettings, 'rates'>, pricing: Pricing | null): Terms {
  const own = pricing ?? USUAL_PRICING;
  return {
    overheadPct: own.overheadPct ?? rates.overheadPct,
    marginPct: own.marginPct ?? rates.marginPct,
    taxPct: own.taxPct ?? rates.taxPct,
    roundTo: own.roundTo ?? rates.roundTo,
  };
}

const USUAL_DAY_MIN = 480;

/** Minutes that one person works on a usual day of the shop. */
export function dayMinutes({ week }: Pick<ShopSettings, 'week'>): number {
  const days = Object.values(week)
    .map((spans) =>
      spans.reduce((sum, { from, to }) => sum + (parseClock(to) ?? 0) - (parseClock(from) ?? 0), 0),
    )
    .filter((minutes) => minutes > 0);
  return days.length === 0 ? USUAL_DAY_MIN : days.reduce((sum, one) => sum + one, 0) / days.length;
}

/** Days and trips of a plan: those on which anybody works at all, and in the client's room. */
function spanOfPlan(ops: readonly PlannedOp[], isOnSite: boolean, timeZone: string) {
  const days = new Set<string>();
  const away = new Set<string>();
  for (const { personId, segments, row, trip } of ops) {
    if (personId === null) continue;
    for (const { start } of segments) {
      const day = localDate(start, timeZone);
      days.add(day);
      if (row === 'room' || trip !== null || isOnSite) away.add(day);
    }
  }
  return { days: days.size, trips: away.size };
}

/** The same where nothing is planned: all work shared among the people, a trip for every step at the client's. */
function spanOfSequence(minutes: number, { steps, pieces, job, settings, people }: PriceInput) {
  const days = Math.ceil(minutes / Math.max(1, people) / dayMinutes(settings) - 1e-9);
  const isOnSite = job.place === 'client';
  const away = steps.filter(
    (step) =>
      step.place === 'room' &&
      pieces.some((piece) => piece.zoneId === step.zoneId && stepAppliesTo(step, piece)),
  ).length;
  return { days, trips: isOnSite ? days : away };
}

/** Hours that each gun, and the machines behind it, and a sander are in use. */
function toolHours({ steps, pieces, items, settings }: PriceInput): ToolHours[] {
  const hours = new Map<string, ToolHours>();
  const use = (id: string, name: string, hourCost: number | null, minutes: number) => {
    const known = hours.get(id);
    hours.set(id, { name, hourCost, hours: (known?.hours ?? 0) + minutes / 60 });
  };
  const gear = itemsOf(items, 'gear').filter(({ item }) => !item.isRetired);
  for (const step of steps) {
    const own = pieces.filter((piece) => piece.zoneId === step.zoneId && stepAppliesTo(step, piece));
    if (own.length === 0) continue;
    const minutes = minutesOfStep(step, own, sideOf(step), settings.yardsticks).handsOnMin;
    if (does(step, 'abrades')) {
      const sander = gear.find(({ item }) => item.gear === 'sander');
      if (sander) use(sander.id, sander.item.name, costAnHour(sander.item), minutes);
    }
    if (step.applicator === null || step.productKey === null || !isSprayed(step.applicator)) continue;
    const gun = gunItemsFor(items, step.applicator, step.productKey)[0];
    if (!gun) continue;
    use(gun.id, gun.item.name, costAnHour(gun.item), minutes);
    const behind =
      step.applicator === 'turbine' ? 'turbine' : gun.item.airDemandLMin !== null ? 'compressor' : null;
    const machine = gear.find(({ item }) => item.gear === behind);
    if (machine) use(machine.id, machine.item.name, costAnHour(machine.item), minutes);
  }
  return [...hours.values()];
}

/** Paper, film and tape that protect the room, at the price of the shop's masking of that kind. */
export function protectionLines(
  { room }: Pick<Job, 'room'>,
  supplies: Readonly<Record<string, Supply>>,
): PriceLine[] {
  const needs = protectionMaterials(room?.tasks ?? [], room?.heightMm ?? null);
  const masking = Object.values(supplies).filter((one): one is SupplyOf<'masking'> => one.kind === 'masking');
  const perMetre = (form: SupplyOf<'masking'>['form']) => {
    const priced = masking.find((one) => one.form === form && one.price !== null && one.packSize !== null);
    return priced
      ? { each: (priced.price ?? 0) / (priced.packSize ?? 1), widthM: priced.widthMm / 1000 }
      : null;
  };
  const line = (form: SupplyOf<'masking'>['form'], words: string, amount: number, isArea: boolean) => {
    if (amount <= 0) return [];
    const price = perMetre(form);
    const metres = price && isArea ? amount / price.widthM : amount;
    return [
      {
        part: 'protection' as const,
        words,
        amount: price === null ? null : Math.round(price.each * metres),
        source: price === null ? said('price.masking-unpriced') : said('price.by-the-roll'),
      },
    ];
  };
  return [
    ...line('paper', said('price.paper'), needs.paperM2, true),
    ...line('film', said('price.film'), needs.filmM2, true),
    ...line('tape', said('price.tape'), needs.tapeM, false),
  ];
}

/**
 * The price of a job with all that it is made of: material for the whole job whatever is in stock or done already, work by the plan or by
 * the sequence, tools, travel and the rest at the shop's rates.
 */
export function jobPrice(input: PriceInput): JobPrice {
  const { job, steps, pieces, ops, sheets, supplies, settings, timeZone } = input;
  const pricing = job.pricing ?? USUAL_PRICING;
  const isOnSite = job.place === 'client';
  const sequence = workOfSequence({ steps, pieces, sheets, isOnSite, settings, people: input.people });
  const plan = ops && workOfPlan(ops, steps, sheets);
  const hoursFrom = plan !== null && pricing.hoursFrom === 'plan' ? 'plan' : 'sequence';
  const work = hoursFrom === 'plan' && plan ? plan : sequence;
  const minutes = totalMinutes(work);
  const sprayHours =
    work.filter(({ skill }) => skill === 'spray').reduce((sum, one) => sum + one.minutes, 0) / 60;
  const span: JobSpan = {
    sprayHours,
    ...(hoursFrom === 'plan' && ops ? spanOfPlan(ops, isOnSite, timeZone) : spanOfSequence(minutes, input)),
  };
  const coats = coatNeeds({
    steps,
    pieces,
    sheets,
    supplies,
    isOnSite,
    doorMeasure: settings.doorMeasure,
    perSideMl: settings.perSideMl,
    ...(input.zones && { zones: input.zones }),
    ...(input.learned && { learned: input.learned }),
  });
  const lines = [
    ...coatingLines(productNeeds(coats, sheets, new Map())),
    ...consumableLines(supplyTotals({ steps, pieces, supplies })),
    ...labourLines(work, settings.rates),
    ...protectionLines(job, supplies),
    ...toolLines(toolHours(input)),
    ...spanLines(span, settings.rates),
    ...extraLines(pricing.extras),
  ];
  return {
    sequence,
    plan,
    hoursFrom,
    minutes,
    span,
    coats,
    price: priceOf(lines, termsOf(settings, pricing)),
    sequenceNet: priceOf(
      [...lines.filter(({ part }) => part !== 'labour'), ...labourLines(sequence, settings.rates)],
      termsOf(settings, pricing),
    ).net,
    zoneWeights: weightsOf(input, coats),
  };
}
