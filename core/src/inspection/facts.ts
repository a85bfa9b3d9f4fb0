import {
  isSprayed,
  type ProductSheet,
  productLayerVerdict,
  type ShopLayer,
  sagFrom,
} from '../catalogue/index.ts';
import { dryFilmUm } from '../film/index.ts';
import {
  effectiveLog,
  isStepItself,
  type Job,
  LOG_ACTION_TRAITS,
  type LogEntry,
  leavesOut,
  stepAsLogged,
  turnsOver,
  type Zone,
} from '../jobs/index.ts';
import {
  dilutionOf,
  dryFilmOf,
  type MixRecord,
  potLifeAt,
  pouredOf,
  thinningFraction,
} from '../mixing/index.ts';
import { isFramed, type Piece } from '../pieces/index.ts';
import {
  clocksOfCoat,
  coatAirOf,
  lieInPlace,
  type ShopAir,
  type ShopForPlanning,
} from '../planning/index.ts';
import { toMinute } from '../shop/index.ts';
import { contrastIn, factsOf, findingsOf, seenThrough } from '../survey/index.ts';
import { draftOf, type Step, stepAppliesTo } from '../systems/index.ts';
import { does } from '../systems/operations.ts';
import type {
  AfterFacts,
  Band,
  CauseFacts,
  CoatFacts,
  CoverFacts,
  GroundFacts,
  PrepFacts,
  UnderFacts,
} from './causeFacts.ts';
import type { CureCase } from './cures.ts';
import type { NewFinding } from './finding.ts';

// Longer than other files: all facts of one finding, gathered side by side.

/** Where a finding was made, and what is recorded around it. */
export interface FindingSurroundings {
  job: Pick<Job, 'place' | 'startOn' | 'neededBy'> & Partial<Pick<Job, 'room'>>;
  zone: Zone;
  /** Steps of the zone. */
  steps: readonly Step[];
  piece: Piece;
  log: readonly LogEntry[];
  mixes: readonly MixRecord[];
  layers: readonly ShopLayer[];
  shop: Pick<ShopForPlanning, 'sheets'> & ShopAir;
}

const MINUTES_A_DAY = 1440;

/** An entry that counts, with the step as it was done. */
interface Done {
  entry: LogEntry;
  step: Step;
  at: number;
}

const NONE: Band = { value: null, from: null, to: null };

/** What a piece has had until a moment, in order. */
function doneUntil({ steps, piece, log }: FindingSurroundings, until: string): Done[] {
  const byId = new Map(steps.map((step) => [step.id, step]));
  return effectiveLog(log).flatMap((entry) => {
    const step = byId.get(entry.stepId);
    if (!step || leavesOut(entry) || !entry.pieceIds.includes(piece.id) || entry.doneAt > until) return [];
    return [{ entry, step: stepAsLogged(step, entry), at: toMinute(entry.doneAt) }];
  });
}

const isFilm = ({ entry, step }: Done, side: 'front' | 'back') =>
  isStepItself(entry) &&
  does(step, 'laysFilm') &&
  !step.isEdgesOnly &&
  (entry.side === 'all' || entry.side === side);

const sheetOf = ({ shop }: FindingSurroundings, { entry, step }: Done): ProductSheet | undefined =>
  shop.sheets[entry.coat?.productKey ?? step.productKey ?? ''];

const keyOf = ({ entry, step }: Done) => entry.coat?.productKey ?? step.productKey ?? '';

/** Thinner per unit of paint: as poured or measured, else as the step asked for. */
function fractionOf({ entry, step }: Done, sheet: ProductSheet, mix: MixRecord | undefined): number | null {
  const { paint = 0, thinner = 0 } = mix ? pouredOf(mix) : {};
  if (paint > 0) return thinner / paint;
  const coat = entry.coat;
  if (coat?.paintMl && coat.amountsFrom !== 'plan') return (coat.thinnerMl ?? 0) / coat.paintMl;
  return step.thinning ? thinningFraction(step.thinning, sheet) : null;
}

/** The last time a mix, or the coat itself, was timed, against what its applicator wants in that cup. */
function secondsOf({ entry, step }: Done, sheet: ProductSheet, mix: MixRecord | undefined): Band {
  const reading = mix?.readings.at(-1);
  if (reading && mix?.target?.cupId === reading.cupId) {
    const value = reading.runs.reduce((sum, run) => sum + run, 0) / reading.runs.length;
    return { value: Math.round(value), from: mix.target.fromS, to: mix.target.toS };
  }
  const { cup, cupSeconds } = entry.coat ?? {};
  const target = sheet.targets.find((one) => one.cup === cup && one.applicator === step.applicator);
  if (!cupSeconds || !target) return NONE;
  return { value: cupSeconds, from: target.fromS, to: target.toS };
}

function mixAgeOf({ at }: Done, sheet: ProductSheet, mix: MixRecord | undefined): CoatFacts['mixAge'] {
  if (!mix) return null;
  const hardened = mix.pours.find(({ role }) => role === 'hardener')?.at ?? mix.startedAt;
  const warm = mix.materialC ?? 23;
  return {
    minutes: Math.max(0, at - toMinute(hardened)),
    potLife: sheet.potLifeMin === null ? null : Math.round(potLifeAt(sheet.potLifeMin, warm)),
  };
}

function coatFacts(around: FindingSurroundings, done: Done, sheet: ProductSheet): CoatFacts {
  const { piece, zone, job, shop, mixes } = around;
  const { entry, step } = done;
  const mix = mixes.find(({ id }) => id === entry.coat?.mixId);
  const lie = lieInPlace(piece, zone.options?.laying ?? 'by-kind', job.place === 'client', shop.settings);
  // In the client's room doors hang or lean.
  const isVertical = lie !== 'flat' || job.place === 'client';
  const fraction = fractionOf(done, sheet, mix);
  const sag = sagFrom(sheet, isVertical ? 'vertical' : 'flat');
  const { airMinC, airMaxC, rhMaxPct, surfaceMinC, materialMinC } = sheet;
  return {
    product: sheet.name,
    productKey: keyOf(done),
    isPrimer: sheet.role !== 'colour' && sheet.role !== 'clear',
    base: sheet.base,
    isSprayed: isSprayed(step.applicator),
    isVertical,
    wft: { value: entry.coat?.wftUm ?? null, from: sheet.wftMinUm, to: sheet.wftMaxUm },
    sagUm: sag,
    thinning: fraction === null ? null : { fraction, max: thinningFraction(sheet.maxThinning, sheet) },
    seconds: secondsOf(done, sheet, mix),
    mixAge: mixAgeOf(done, sheet, mix),
    hasHardener: sheet.hardener === null || !mix ? null : mix.pours.some(({ role }) => role === 'hardener'),
    air: entry.coat?.climate ?? null,
    materialC: mix?.readings.at(-1)?.materialC ?? mix?.materialC ?? null,
    limits: { airMinC, airMaxC, rhMaxPct, surfaceMinC, materialMinC },
    resistsSkinOil: sheet.resistsSkinOil,
    who: entry.memberName,
    gun: entry.work?.gun ?? mix?.gun?.name ?? null,
  };
}

function underFacts(
  around: FindingSurroundings,
  done: readonly Done[],
  coat: Done,
  under: Done,
): UnderFacts | null {
  const [over, below] = [sheetOf(around, coat), sheetOf(around, under)];
  if (!over || !below) return null;
  const clocks = clocksOfCoat(
    under.step,
    around.shop,
    coatAirOf(around.piece, around.shop, around.job),
    under.entry,
  );
  const between = done.slice(done.indexOf(under) + 1, done.indexOf(coat));
  return {
    product: below.name,
    keptMin: coat.at - under.at,
    askedMin: clocks?.recoatMin.hereMinutes ?? below.clocks.recoatMinMin,
    shutMin: clocks?.recoatMax?.hereMinutes ?? below.clocks.recoatMaxMin,
    wasScuffed: between.some(({ entry, step }) => LOG_ACTION_TRAITS[entry.action].keys || does(step, 'keys')),
    pair: productLayerVerdict(
      { productKey: keyOf(under), sheet: below },
      { productKey: keyOf(coat), sheet: over },
      around.layers,
    ).answer,
    isPrimer: below.role === 'primer',
  };
}

/** @param coat the film in question; undefined: none yet, and all that was done so far counts. */
function prepFacts(around: FindingSurroundings, done: readonly Done[], coat: Done | undefined): PrepFacts {
  const { steps, piece } = around;
  const before = coat ? done.slice(0, done.indexOf(coat)) : [...done];
  const logged = new Set(done.map(({ step }) => step.id));
  const sandings = before.filter(
    ({ entry, step }) => isStepItself(entry) && does(step, 'abrades') && step.grit !== null,
  );
  const last = sandings.at(-1);
  // A grit that belongs right before this film and was passed over, though the film itself is there.
  const lastFilm = before.findLast(({ step }) => does(step, 'laysFilm'));
  const skipped = coat
    ? steps.find(
        (step) =>
          step.position < coat.step.position &&
          step.position > (lastFilm?.step.position ?? -1) &&
          does(step, 'abrades') &&
          step.grit !== null &&
          stepAppliesTo(step, piece) &&
          !logged.has(step.id),
      )
    : undefined;
  const cleanings = steps.filter((step) => does(step, 'washes') && stepAppliesTo(step, piece));
  const washed = before.filter(({ step }) => does(step, 'washes'));
  const dusted =
    last &&
    before
      .slice(before.indexOf(last) + 1)
      .some(({ entry, step }) => LOG_ACTION_TRAITS[entry.action].takesDust || does(step, 'leavesNoDust'));
  return {
    grit: last?.step.grit ?? null,
    gritBefore: sandings.at(-2)?.step.grit ?? null,
    gritSkipped: skipped?.grit ?? null,
    wasDusted: last ? (dusted ?? false) : null,
    wasCleaned: cleanings.length === 0 ? null : washed.length > 0,
    wasRinsed: washed.at(-1)?.step.isRinsed ?? null,
    fills: before.filter((one) => does(one.step, 'fillsPores') || sheetOf(around, one)?.role === 'filler')
      .length,
  };
}

function groundFacts(around: FindingSurroundings, films: readonly Done[]): GroundFacts {
  const { zone, job, shop, piece } = around;
  const found = findingsOf(factsOf(zone, job, shop.settings, []));
  const blocks = films.map((film) => sheetOf(around, film)?.blocksStain ?? 'no');
  return {
    isOpenGrain: found.isOpenGrain ?? null,
    isClosed: found.isClosedSurface ?? null,
    bleeds: found.bleeds ?? null,
    blocksStain: blocks.includes('yes') ? 'yes' : blocks.includes('partly') ? 'partly' : 'no',
    hasPanelJoint: isFramed(piece.construction) && piece.construction !== 'open-frame',
  };
}

function afterFacts(
  { job, zone, piece, shop }: FindingSurroundings,
  done: readonly Done[],
  coat: Done | undefined,
  foundAt: string,
): AfterFacts {
  const { pulls } = zone.survey;
  const handsPull = pulls === undefined ? null : pulls === 'bare hands';
  if (!coat) return { handled: null, packed: null, handsPull, days: null };
  const clocks = clocksOfCoat(coat.step, shop, coatAirOf(piece, shop, job), coat.entry);
  const later = done.slice(done.indexOf(coat) + 1);
  const kept = (to: Done | undefined, asked: number | undefined) =>
    to && asked !== undefined ? { keptMin: to.at - coat.at, askedMin: asked } : null;
  const packed = later.find(({ step }) => does(step, 'packs'));
  const mounted = later.find(({ step }) => does(step, 'mountsAgain'));
  return {
    handled: kept(
      later.find(({ step, entry }) => turnsOver(entry) || does(step, 'touchesFilm')),
      clocks?.handle.hereMinutes,
    ),
    packed: packed ? kept(packed, clocks?.pack.hereMinutes) : kept(mounted, clocks?.refit.hereMinutes),
    handsPull,
    days: Math.floor((toMinute(foundAt) - coat.at) / MINUTES_A_DAY),
  };
}

function coverFacts(around: FindingSurroundings, films: readonly Done[]): CoverFacts {
  const { steps, piece, zone, shop } = around;
  const isColour = (sheet: ProductSheet | undefined) => sheet?.role === 'colour';
  const colours = films.filter((film) => isColour(sheetOf(around, film)));
  const asked = steps.filter(
    (step) =>
      does(step, 'laysFilm') &&
      !step.isEdgesOnly &&
      stepAppliesTo(step, piece) &&
      isColour(shop.sheets[step.productKey ?? '']),
  );
  const seen = colours.reduce((share, film) => {
    const sheet = sheetOf(around, film);
    if (!sheet) return share;
    const measured = film.entry.coat?.wftUm ?? null;
    const dft =
      measured === null
        ? dryFilmOf(film.step, sheet)
        : dryFilmUm(measured, sheet.volumeSolidsPct, dilutionOf(film.step, sheet));
    const power = { ...sheet, contrastRatio: contrastIn(sheet.contrastRatio, zone.newColour) };
    return share * seenThrough(power, dft);
  }, 1);
  return {
    coats: colours.length,
    coatsAsked: asked.length,
    hidingPct: colours.length === 0 ? null : (1 - seen) * 100,
  };
}

/**
 * All that log, mixes, sheets and survey know about a finding, for its causes. It speaks of the film that shows it: the one
 * of the step it was found in, else the last one on that side.
 * @throws never: what is not recorded is null.
 */
export function causeFactsOf(
  finding: Pick<NewFinding, 'defect' | 'spot' | 'stepId' | 'foundAt'>,
  around: FindingSurroundings,
): CauseFacts {
  const { side, part } = finding.spot;
  const done = doneUntil(around, finding.foundAt);
  const films = done.filter((one) => isFilm(one, side));
  const at = finding.stepId === null ? undefined : films.findLast(({ step }) => step.id === finding.stepId);
  const coat = at ?? films.at(-1);
  const upTo = coat ? films.slice(0, films.indexOf(coat) + 1) : films;
  const under = upTo.at(-2);
  const sheet = coat && sheetOf(around, coat);
  return {
    defect: finding.defect,
    part,
    coat: coat && sheet ? coatFacts(around, coat, sheet) : null,
    under: coat && under ? underFacts(around, done, coat, under) : null,
    prep: prepFacts(around, done, coat),
    // A primer that is to hold stain back speaks for itself too; a colour does not.
    ground: groundFacts(around, sheet?.role === 'primer' ? upTo : upTo.slice(0, -1)),
    after: afterFacts(around, done, coat, finding.foundAt),
    cover: coverFacts(around, upTo),
  };
}

/** Key of the last step that a piece has had, by its place in the sequence; null before the first. */
export function lastDoneKey(
  steps: readonly Step[],
  log: readonly LogEntry[],
  pieceId: string,
): string | null {
  const logged = new Set(
    effectiveLog(log).flatMap((entry) =>
      isStepItself(entry) && entry.pieceIds.includes(pieceId) ? [entry.stepId] : [],
    ),
  );
  const done = steps.filter(({ id }) => logged.has(id));
  return done.sort((a, b) => a.position - b.position).at(-1)?.key ?? null;
}

/** Whether the last film of a side had had its full cure by a moment, in the air that was logged with it. */
function isHardened(
  side: 'front' | 'back',
  by: string,
  around: Omit<FindingSurroundings, 'mixes' | 'layers'>,
): boolean {
  const film = doneUntil({ ...around, mixes: [], layers: [] }, by).findLast((one) => isFilm(one, side));
  if (!film) return false;
  const { piece, shop, job } = around;
  const clocks = clocksOfCoat(film.step, shop, coatAirOf(piece, shop, job), film.entry);
  return clocks !== null && toMinute(by) >= film.at + clocks.cure.hereMinutes;
}

/** What the cures of a finding go by, at what the piece has had by now. */
export function cureCaseOf(
  finding: CureCase['finding'] & { foundAt?: string },
  around: Omit<FindingSurroundings, 'mixes' | 'layers'>,
  supplies: CureCase['supplies'],
): CureCase {
  const { piece, steps, log, zone, job, shop } = around;
  const { isThinFace } = zone.survey;
  const { isClosedSurface } = findingsOf(factsOf(zone, job, shop.settings, []));
  return {
    finding,
    piece,
    steps: [...steps].sort((a, b) => a.position - b.position).map(draftOf),
    lastDone: lastDoneKey(steps, log, piece.id),
    isHardened: finding.foundAt !== undefined && isHardened(finding.spot.side, finding.foundAt, around),
    sheets: shop.sheets,
    supplies,
    ground: { isClosed: isClosedSurface === true, isThinFace: isThinFace === true },
  };
}

/** A film that a piece got, with all that is recorded about it. */
export interface FilmFacts {
  entry: LogEntry;
  /** The step as it was done. */
  step: Step;
  coat: CoatFacts;
  /** What lay under it, and how long; null for the first. */
  under: UnderFacts | null;
  /** Batch on the tin that its mix came from; empty where nobody noted it. */
  batch: string;
}

/** Every film that a piece got on one side, first to last. */
export function filmsOfPiece(around: FindingSurroundings, side: 'front' | 'back'): FilmFacts[] {
  const done = doneUntil(around, END_OF_TIME);
  const films = done.filter((one) => isFilm(one, side));
  return films.flatMap((film, index) => {
    const sheet = sheetOf(around, film);
    if (!sheet) return [];
    const below = films[index - 1];
    return [
      {
        entry: film.entry,
        step: film.step,
        coat: coatFacts(around, film, sheet),
        under: below ? underFacts(around, done, film, below) : null,
        batch: around.mixes.find(({ id }) => id === film.entry.coat?.mixId)?.batch ?? '',
      },
    ];
  });
}

/** Everything that a piece had done to it, first to last, with the step as it was done. */
export function workOnPiece(around: FindingSurroundings): { entry: LogEntry; step: Step }[] {
  return doneUntil(around, END_OF_TIME).map(({ entry, step }) => ({ entry, step }));
}

/** Later than anything that is logged. */
const END_OF_TIME = '9999';
