import type { ProductSheet } from '../catalogue/index.ts';
import { lastFilm } from '../handover/care.ts';
import type { Agreed } from '../handover/quotes.ts';
import type { Job, Zone } from '../jobs/index.ts';
import { type Piece, PieceShapeSchema } from '../pieces/index.ts';
import { type PlannedOp, piecesInWords } from '../planning/index.ts';
import type { Quote, QuotedZone } from '../quotes/index.ts';
import { USUAL_PRICING } from '../rates/index.ts';
import { said } from '../said/index.ts';
import { addDays, localDate, type ShopSettings } from '../shop/index.ts';
import { type Step, stepAppliesTo } from '../systems/index.ts';
import { does } from '../systems/operations.ts';
import { type JobPrice, termsOf } from './jobPrice.ts';

const MOST_DRAWINGS = 60;

/** What is done to a zone, in the words of somebody who is having it done; each kind of work once, coats with their number. */
export function workInWords(
  steps: readonly Step[],
  sheets: Readonly<Record<string, ProductSheet>>,
): string[] {
  const films = steps.filter((step) => does(step, 'laysFilm') && !step.isEdgesOnly && !step.goesAlone);
  const ofRole = (...roles: ProductSheet['role'][]) =>
    films.filter(
      (step) =>
        !does(step, 'fillsPores') && roles.some((role) => role === sheets[step.productKey ?? '']?.role),
    ).length;
  const some = (isDone: boolean, words: string) => (isDone ? [words] : []);
  const primers = ofRole('primer');
  const colours = ofRole('colour');
  const clears = ofRole('clear');
  return [
    ...some(
      steps.some((step) => does(step, 'takesDown')),
      said('price.work-down'),
    ),
    ...some(
      steps.some((step) => does(step, 'washes')),
      said('price.work-cleaned'),
    ),
    ...some(
      steps.some((step) => does(step, 'keysGround') || does(step, 'abrades') || does(step, 'deglosses')),
      said('price.work-sanded'),
    ),
    ...some(
      steps.some((step) => does(step, 'fillsPores') && !step.goesAlone),
      said('price.work-filled'),
    ),
    ...some(primers > 0, said('price.work-primed', { count: primers })),
    ...some(ofRole('stain') > 0, said('price.work-stained')),
    ...some(colours > 0, said('price.work-coloured', { count: colours })),
    ...some(ofRole('decor') > 0, said('price.work-decor')),
    ...some(clears > 0, said('price.work-cleared', { count: clears })),
    ...some(
      steps.some((step) => does(step, 'mountsAgain')),
      said('price.work-refitted'),
    ),
  ];
}

/** Pieces of one shape, drawn once, with how many there are. */
function drawingsOf(pieces: readonly Piece[]): QuotedZone['drawings'] {
  const byShape = new Map<string, { tags: string[]; shape: QuotedZone['drawings'][number]['shape'] }>();
  for (const piece of pieces) {
    const shape = PieceShapeSchema.parse(piece);
    const key = JSON.stringify(shape);
    const known = byShape.get(key);
    if (known) known.tags.push(piece.tag);
    else byShape.set(key, { tags: [piece.tag], shape });
  }
  return [...byShape.values()]
    .slice(0, MOST_DRAWINGS)
    .map(({ tags, shape }) => ({ count: tags.length, tags: tags.join(', '), shape }));
}

/** Splits an amount in proportion, in whole units that add up to it exactly: the largest remainders get what is left. */
export function shared(amount: number, weights: readonly number[]): number[] {
  const whole = weights.reduce((sum, one) => sum + one, 0);
  if (whole <= 0) return weights.map((_weight, index) => (index === 0 ? amount : 0));
  const exact = weights.map((weight) => (amount * weight) / whole);
  const floors = exact.map(Math.floor);
  let left = amount - floors.reduce((sum, one) => sum + one, 0);
  const order = exact
    .map((one, index) => ({ index, rest: one - Math.floor(one) }))
    .sort((a, b) => b.rest - a.rest || a.index - b.index);
  for (const { index } of order) {
    if (left <= 0) break;
    floors[index] = (floors[index] ?? 0) + 1;
    left -= 1;
  }
  return floors;
}

/** What a quote is written from. */
export interface OfferInput {
  job: Job;
  zones: readonly Zone[];
  steps: readonly Step[];
  pieces: readonly Piece[];
  ops: readonly PlannedOp[] | null;
  sheets: Readonly<Record<string, ProductSheet>>;
  settings: ShopSettings;
  timeZone: string;
  /** Shop-local. */
  today: string;
  price: JobPrice;
  /** Weight of each zone in the price: its coatings and its work. */
  weights: ReadonlyMap<string, number>;
  exclusions: readonly string[];
  care: readonly string[];
}

function quotedZones(input: OfferInput): QuotedZone[] {
  const { zones, pieces, steps, sheets, price, weights } = input;
  const own = [...zones]
    .sort((a, b) => a.position - b.position)
    .filter(({ id }) => pieces.some(({ zoneId }) => zoneId === id));
  const parts = shared(
    price.price.net,
    own.map(({ id }) => weights.get(id) ?? 0),
  );
  return own.map((zone, index): QuotedZone => {
    const members = pieces.filter(({ zoneId }) => zoneId === zone.id);
    const sequence = steps.filter(
      (step) => step.zoneId === zone.id && members.some((piece) => stepAppliesTo(step, piece)),
    );
    const sheet = sheets[lastFilm(steps, zone.id)?.productKey ?? ''];
    const sample = zone.survey.sample;
    return {
      zoneId: zone.id,
      name: zone.name,
      pieces: piecesInWords(members),
      pieceIds: members.map(({ id }) => id),
      oldColour: zone.oldColour,
      newColour: zone.newColour,
      product: sheet?.name ?? '',
      sheen: zone.survey.sheen ?? sheet?.sheen ?? '',
      systemId: zone.systemId,
      work: workInWords(sequence, sheets),
      sample: sample ? [sample.shownOn, sample.buildUp].filter(Boolean).join(', ') : '',
      drawings: drawingsOf(members),
      price: parts[index] ?? 0,
    };
  });
}

const dayOf = (minute: number, timeZone: string) => localDate(minute, timeZone);

/** First and last day of a plan, and the days in the client's room; nothing known where there is no plan. */
function datesOf({ ops, timeZone, job }: Pick<OfferInput, 'ops' | 'timeZone' | 'job'>) {
  const open = (ops ?? []).filter(({ personId }) => personId !== null);
  if (open.length === 0) return { startOn: job.startOn, endOn: null, roomDays: null };
  const inRoom = open.filter(({ row }) => row === 'room' || job.place === 'client');
  const roomDays = new Set(
    inRoom.flatMap(({ segments }) => segments.map(({ start }) => dayOf(start, timeZone))),
  );
  return {
    startOn: dayOf(Math.min(...open.map(({ start }) => start)), timeZone),
    endOn: dayOf(Math.max(...open.map(({ end }) => end)) - 1, timeZone),
    roomDays: roomDays.size,
  };
}

/** Lines that a client may see: what belongs together in one line each, with overhead, margin and rounding in proportion. */
function linesFor({ lines, net }: JobPrice['price']): Quote['lines'] {
  const groups = [
    { words: said('price.group-material'), parts: ['coatings', 'consumables', 'protection'] },
    { words: said('price.group-work'), parts: ['labour', 'tools', 'cartridges'] },
    { words: said('price.group-around'), parts: ['waste', 'travel', 'place'] },
  ];
  const sums = groups
    .map(({ words, parts }) => {
      const own = lines.filter(({ part }) => parts.includes(part));
      return { words, weight: own.reduce((sum, { amount }) => sum + (amount ?? 0), 0) };
    })
    .filter(({ weight }) => weight > 0);
  const extras = lines.filter(({ part }) => part === 'extra');
  const extra = extras.reduce((sum, { amount }) => sum + (amount ?? 0), 0);
  const weights = [...sums.map(({ weight }) => weight), ...(extra > 0 ? [extra] : [])];
  const names = [
    ...sums.map(({ words }) => words),
    ...(extra > 0 ? [extras.map(({ words }) => words).join(', ')] : []),
  ];
  const parts = shared(net, weights);
  return names.map((words, index) => ({ words, amount: parts[index] ?? 0 }));
}

const FIRST = 1;

/** A number for the next quote or variation of a job: `QUAY-Q2`, `QUAY-V1`. @param before how many there are of its kind. */
export function quoteNumber(code: string, of: Quote['of'], before: number): string {
  return `${code}-${of === 'job' ? 'Q' : 'V'}${before + FIRST}`;
}

/** The quote for a job as it stands now. @param before quotes that it has already. */
export function offerFor(input: OfferInput, before: number): Quote {
  const { job, settings, today, price, exclusions, care } = input;
  const { rates } = settings;
  const pricing = job.pricing ?? USUAL_PRICING;
  const { price: sums } = price;
  return {
    of: 'job',
    number: quoteNumber(job.code, 'job', before),
    madeOn: today,
    validUntil: addDays(today, rates.validDays),
    currency: settings.currency,
    client: job.client,
    jobName: job.name,
    words: '',
    zones: quotedZones(input),
    ...datesOf(input),
    lines: linesFor(sums),
    net: sums.net,
    taxName: rates.taxName,
    taxPct: termsOf(settings, job.pricing).taxPct,
    tax: sums.tax,
    gross: sums.gross,
    isAtLeast: sums.isAtLeast,
    shows: pricing.shows ?? rates.shows,
    exclusions: [...exclusions],
    care: [...care],
    terms: rates.terms,
    cost: sums.cost.amount,
    sequenceNet: price.sequenceNet,
    hours: price.minutes / 60,
    days: price.span.days,
  };
}

/** What a variation is written from: the job as it is now, what was agreed, and what somebody asks for the difference. */
export interface VariationInput {
  /** The quote that would be written for the job as it is now. */
  now: Quote;
  agreed: Agreed;
  /** Before tax, in minor currency units; may be below 0. */
  net: number;
  words: string;
  /** Variations that the job has already. */
  before: number;
  code: string;
}

/**
 * By how much the job as it is now is dearer or cheaper than agreed, before tax: both with hours by the sequence, so that a plan that holds
 * only what is left of the work changes nothing. Quotes that do not know that are compared by what they asked.
 */
export function differenceFrom({ base, variations, net }: Agreed, now: Quote): number {
  const { sequenceNet } = base.quote;
  if (sequenceNet === null || now.sequenceNet === null) return now.net - net;
  return now.sequenceNet - sequenceNet - variations.reduce((sum, { quote }) => sum + quote.net, 0);
}

/** The price of what changed since a quote was accepted: zones that are not what was agreed, and the difference in money. */
export function variationFor({ now, agreed, net, words, before, code }: VariationInput): Quote {
  const tax = Math.round((net * (now.taxPct ?? 0)) / 100);
  return {
    ...now,
    of: 'variation',
    number: quoteNumber(code, 'variation', before),
    words,
    zones: now.zones.map((zone) => ({ ...zone, drawings: [], price: 0 })),
    lines: [{ words, amount: net }],
    net,
    tax,
    gross: net + tax,
    exclusions: [],
    care: [],
    cost: now.cost - agreed.cost,
    sequenceNet: null,
    hours: now.hours - agreed.hours,
    days: now.days - agreed.base.quote.days,
  };
}
