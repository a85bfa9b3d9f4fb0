import { APPLICATOR_TRAITS } from '../catalogue/applicators.ts';
import { type Applicator, isSprayed, type Thinning } from '../catalogue/sheet.ts';
import { geometricEfficiency, STANDARD_FACE } from '../film/index.ts';
import {
  type CoatSide,
  type Geometry,
  innerCorners,
  type Member,
  membersOf,
  type PieceKind,
  partsAreaM2,
  profileLengthMm,
  WHOLE_PARTS,
} from '../pieces/index.ts';
import { type Application, ApplicationSchema } from './application.ts';
import { handsOnMinutes } from './labour.ts';
import { does } from './operations.ts';
import type { Labour, StepDraft } from './step.ts';
import { applicatorLabour, placeAndLabourOf } from './steps.ts';
import { labourIn, type ShopYardsticks, yardstickOf } from './yardsticks.ts';

/** What of a step decides in which moves it is done. */
type Moved = Pick<
  StepDraft,
  'applications' | 'applicator' | 'thinning' | 'wftUm' | 'conditionerPct' | 'supplyKey'
>;

/** A move with everything said that it takes from its step. */
export interface Move extends Application {
  conditionerPct: number;
}

/** The moves of a step: those that it names, or the one that it is. */
export function movesOf(step: Moved): Move[] {
  const { applicator, thinning, wftUm, conditionerPct, supplyKey } = step;
  const own =
    step.applications.length > 0
      ? step.applications
      : [ApplicationSchema.parse({ parts: [...WHOLE_PARTS], applicator })];
  return own.map((move) => ({
    ...move,
    applicator: move.applicator ?? applicator,
    thinning: move.thinning ?? thinning,
    wftUm: move.wftUm ?? wftUm,
    conditionerPct: move.conditionerPct ?? conditionerPct,
    supplyKey: move.supplyKey ?? supplyKey,
  }));
}

/** The moves of a coat that bring paint. */
export function paintingMoves(step: Moved): Move[] {
  return movesOf(step).filter(bringsPaint);
}

const bringsPaint = ({ laysOff }: Application) => !laysOff;

/** Moves that are done out of one mix: thinned alike, with as much conditioner. */
export interface MixOfMoves {
  thinning: Thinning | null;
  conditionerPct: number;
  moves: Move[];
}

/** The mixes that a coat takes, in the order in which they are needed. */
export function mixesOf(step: Moved): MixOfMoves[] {
  return byMix(paintingMoves(step));
}

function byMix(painting: readonly Move[]): MixOfMoves[] {
  const mixes: MixOfMoves[] = [];
  for (const move of painting) {
    const { thinning, conditionerPct } = move;
    const like = mixes.find(
      (mix) =>
        mix.conditionerPct === conditionerPct &&
        (mix.thinning?.value ?? 0) === (thinning?.value ?? 0) &&
        (mix.thinning?.value === 0 || mix.thinning?.convention === thinning?.convention),
    );
    if (like) like.moves.push(move);
    else mixes.push({ thinning, conditionerPct, moves: [move] });
  }
  return mixes;
}

/** The tools of some moves, each once, in their order. */
export function toolsOfMoves(moves: readonly Pick<Application, 'applicator'>[]): Applicator[] {
  return [...new Set(moves.flatMap(({ applicator }) => applicator ?? []))];
}

/** The tools that a step is done with; see {@link toolsOfMoves}. */
export function toolsOf(step: Moved): Applicator[] {
  return toolsOfMoves(movesOf(step));
}

/** The tool that the plan goes by: a gun takes a place and a set-up, else whatever does the flats. */
function leadOf(applications: readonly Application[]): Applicator | null {
  const bringing = applications.filter(({ laysOff, applicator }) => !laysOff && applicator !== null);
  const lead =
    bringing.find(({ applicator }) => isSprayed(applicator)) ??
    bringing.find(({ parts }) => parts.includes('flats')) ??
    bringing[0];
  return lead?.applicator ?? null;
}

/** A step in other moves; place, yardstick and the tool that the plan goes by follow. None: in one go again. */
export function inMoves(
  step: Pick<StepDraft, 'applicator' | 'labour' | 'operation' | 'place'>,
  applications: readonly Application[],
): Partial<StepDraft> {
  const lead = leadOf(applications);
  const isOther = lead !== null && lead !== step.applicator;
  return {
    applications: [...applications],
    ...(isOther && {
      applicator: lead,
      // What somebody typed stays.
      ...(yardstickOf(step) === null ? { place: placeAndLabourOf(lead).place } : placeAndLabourOf(lead)),
    }),
  };
}

/** Moves with one tool put for another, as where a gun fails; those of every other tool stay. */
export function withToolInMoves(
  applications: readonly Application[],
  from: Applicator | null,
  to: Applicator,
): Application[] {
  return applications.map((move) => (move.applicator === from ? { ...move, applicator: to } : move));
}

/** Mixing and a cup reading are part of every set-up, in minutes: a second tool out of the same mix takes that much less. */
const MIXED_ALREADY_MIN = { sprayed: 12, byHand: 8 };
/** Laying another tool out takes this at the least, in minutes. */
const LAID_OUT_MIN = 2;
/** A nearly dry tool goes over what is wet about three times as fast as it lays it. */
const LAYS_OFF_SHARE = 1 / 3;
/** An inner corner that is worked by itself, in minutes at a yardstick's own pace. */
const CORNER_MIN = 0.05;
/** By hand an abrasive takes about twice as long as with a machine. */
const BY_HAND_FACTOR = 2;

/** Minutes of a step: laid out, on the pieces, cleared away. */
export interface StepMinutes {
  setupMin: number;
  handsOnMin: number;
  cleanupMin: number;
}

type Worked = Geometry & { kind?: PieceKind };
type Timed = Moved & Pick<StepDraft, 'labour' | 'operation' | 'passes' | 'flashMin'>;

/**
 * How much longer a square metre takes with a gun than on a standard door, which the yardsticks are for: by its strokes, since a narrow piece is
 * passed over as often and met less. 1 for whatever is not sprayed.
 */
function strokePace(tool: Applicator | null): (piece: Geometry) => number {
  if (tool === null || !isSprayed(tool)) return () => 1;
  return (piece) => geometricEfficiency(STANDARD_FACE, tool) / geometricEfficiency(piece, tool);
}

/** A yardstick on some parts of these pieces: by area and, where profiles are among them, along them. */
function minutesOn(
  { parts, laysOff, applicator }: Application,
  labour: Labour,
  factor: number,
  pieces: readonly Worked[],
  side: CoatSide,
): number {
  const strokes = strokePace(applicator);
  const isPassedOver = parts.includes('flats') && side !== 'edges' && !laysOff;
  const isAlong = parts.includes('profiles') && side !== 'edges' && !laysOff;
  return pieces.reduce((sum, piece) => {
    const areaM2 = partsAreaM2(piece, side, parts);
    const sides = side === 'all' ? Number(piece.finishFront) + Number(piece.finishBack) : 1;
    const alongM = isAlong ? (profileLengthMm(piece) * sides) / 1000 : 0;
    const corners = parts.includes('corners') && !laysOff ? innerCorners(piece, side) : 0;
    const pace = isPassedOver ? strokes(piece) : 1;
    return (
      sum +
      labour.perM2Min * areaM2 * factor * pace +
      labour.perProfileMMin * alongM +
      corners * CORNER_MIN * factor
    );
  }, 0);
}

/** How long an abrasive step takes in moves: flats by machine as its yardstick says, whatever is sanded by hand twice as long. */
function sandedMinutes(step: Timed, labour: Labour, pieces: readonly Worked[], side: CoatSide): StepMinutes {
  // The yardstick for keying by hand is one by hand already.
  const yardstick = yardstickOf(step);
  const isByHand = yardstick === 'keyHand';
  // At the station half of the time goes into vacuuming and looking, whatever it is sanded with.
  const slower = yardstick === 'station' ? 1 + (BY_HAND_FACTOR - 1) / 2 : BY_HAND_FACTOR;
  const perPiece = handsOnMinutes({ ...labour, perM2Min: 0, perProfileMMin: 0 }, pieces, side);
  const handsOnMin = step.applications.reduce((sum, move) => {
    const factor = move.byMachine ? (isByHand ? 1 / BY_HAND_FACTOR : 1) : isByHand ? 1 : slower;
    return sum + minutesOn(move, labour, factor, pieces, side);
  }, perPiece);
  const more = (step.applications.length - 1) * LAID_OUT_MIN;
  return { setupMin: labour.setupMin + more, handsOnMin, cleanupMin: labour.cleanupMin };
}

/** How long a coat takes in moves: each by the yardstick of its tool, on its parts. */
function coatedMinutes(
  step: Timed,
  pieces: readonly Worked[],
  side: CoatSide,
  own: ShopYardsticks | undefined,
): StepMinutes {
  const sum: StepMinutes = { setupMin: 0, handsOnMin: 0, cleanupMin: 0 };
  const moves = movesOf(step);
  const mixes = byMix(moves.filter(bringsPaint));
  const laidOut = new Set<Applicator>();
  const mixed = new Set<MixOfMoves>();
  let isPieceCounted = false;
  for (const move of moves) {
    const tool = move.applicator ?? 'brush';
    const labour = labourIn({ ...step, labour: applicatorLabour(tool) }, own);
    const mix = mixes.find((one) => one.moves.includes(move));
    const isMixed = mix === undefined || mixed.has(mix);
    if (mix) mixed.add(mix);
    if (!laidOut.has(tool)) {
      laidOut.add(tool);
      const less = isMixed ? MIXED_ALREADY_MIN[isSprayed(tool) ? 'sprayed' : 'byHand'] : 0;
      sum.setupMin += Math.max(LAID_OUT_MIN, labour.setupMin - less);
      sum.cleanupMin += labour.cleanupMin;
    } else if (!isMixed) sum.setupMin += MIXED_ALREADY_MIN[isSprayed(tool) ? 'sprayed' : 'byHand'];
    sum.handsOnMin += minutesOn(move, labour, move.laysOff ? LAYS_OFF_SHARE : 1, pieces, side);
    // A piece is taken in hand once, whatever goes on it; the first tool that counts pieces counts them.
    if (!isPieceCounted && labour.perPieceMin > 0) {
      isPieceCounted = true;
      sum.handsOnMin += handsOnMinutes({ ...labour, perM2Min: 0, perProfileMMin: 0 }, pieces, side);
    }
  }
  return sum;
}

/**
 * Minutes of a step on these pieces, by its moves where it is done in several, and for every pass: between light passes of a coat
 * the flash-off is waited for as far as the pass itself does not take that long. What somebody typed on a step stays as it was typed.
 * @param own yardsticks of the shop.
 */
export function minutesOfStep(
  step: Timed,
  pieces: readonly Worked[],
  side: CoatSide,
  own: ShopYardsticks | undefined,
): StepMinutes {
  const once = minutesOfPass(step, pieces, side, own);
  const { passes, flashMin } = step;
  if (passes === 1 || pieces.length === 0) return once;
  const flashOff = does(step, 'laysFilm') ? Math.max(0, flashMin - once.handsOnMin) : 0;
  return { ...once, handsOnMin: once.handsOnMin * passes + flashOff * (passes - 1) };
}

function minutesOfPass(
  step: Timed,
  pieces: readonly Worked[],
  side: CoatSide,
  own: ShopYardsticks | undefined,
): StepMinutes {
  const labour = labourIn(step, own);
  const { setupMin, cleanupMin } = labour;
  const isTyped = yardstickOf(step) === null;
  if (step.applications.length === 0 || isTyped) {
    const pace =
      does(step, 'laysFilm') && !isTyped && side !== 'edges' ? strokePace(step.applicator) : undefined;
    return { setupMin, handsOnMin: handsOnMinutes(labour, pieces, side, pace), cleanupMin };
  }
  if (does(step, 'laysFilm')) return coatedMinutes(step, pieces, side, own);
  return sandedMinutes(step, labour, pieces, side);
}

/** Where what stays in the tools of a mix is lost: each place once. */
export function residuePlaces({ moves }: Pick<MixOfMoves, 'moves'>): string[] {
  return [...new Set(toolsOfMoves(moves).map((tool) => APPLICATOR_TRAITS[tool].residueIn))];
}

/** A member of a piece at its turn, counted over all moves of a step. */
export interface MemberTurn {
  number: number;
  member: Member;
  /** Which move of the step it is done in, from 1. */
  move: number;
}

/** The members of a piece in the order in which a step works them, move by move; what only lays off goes over them again. */
export function memberOrder(step: Moved & Pick<StepDraft, 'isEdgesOnly'>, piece: Geometry): MemberTurn[] {
  const turns: MemberTurn[] = [];
  for (const [at, { parts, applicator, laysOff }] of movesOf(step).entries()) {
    if (laysOff) continue;
    for (const member of membersOf(piece, step.isEdgesOnly ? ['edges'] : parts, isSprayed(applicator)))
      turns.push({ number: turns.length + 1, member, move: at + 1 });
  }
  return turns;
}
