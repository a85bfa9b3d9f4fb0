import { type Finding, faultyPieces } from '../inspection/index.ts';
import { effectiveLog, isStepItself, type LogEntry, stepAsLogged } from '../jobs/index.ts';
import type { Piece } from '../pieces/index.ts';
import {
  type CoatAir,
  clocksOfCoat,
  coatAirOf,
  type JobForPlanning,
  type JobSite,
  type ShopAir,
  type ShopForPlanning,
} from '../planning/index.ts';
import { type Minute, toMinute } from '../shop/calendar.ts';
import { type Step, stepAppliesTo } from '../systems/index.ts';
import { does } from '../systems/operations.ts';

/** Where a side of a piece stands. */
export type PieceState = 'bare' | 'clean' | 'keyed' | 'filled' | 'primed' | 'wet' | 'dry' | 'cured';

/** One side of a piece at a moment. */
export interface SideState {
  state: PieceState;
  /** When a wet side may be touched; null unless wet. */
  wetUntil: Minute | null;
  /** True when the wet film is colour and not primer. */
  isColour: boolean;
}

/** Both sides; null for a side that is not finished. */
export interface PieceStates {
  front: SideState | null;
  back: SideState | null;
  /** Somebody still has to decide or to do something about what was found on it. */
  isFaulty?: boolean;
}

const BARE: SideState = { state: 'bare', wetUntil: null, isColour: false };

function touches(entry: LogEntry, side: 'front' | 'back'): boolean {
  return entry.side === 'all' || entry.side === side;
}

interface Context {
  steps: Step[];
  shop: Pick<ShopForPlanning, 'sheets'> & ShopAir;
  /** What the piece dries in. */
  air: CoatAir;
  /** Entries that count, by step and piece. */
  entries: Map<string, LogEntry[]>;
  now: Minute;
}

function sideState(context: Context, piece: Piece, side: 'front' | 'back'): SideState {
  const entriesOf = (step: Step) =>
    (context.entries.get(`${step.id} ${piece.id}`) ?? []).filter(isStepItself);
  let lastLogged = -1;
  context.steps.forEach((step, index) => {
    if (entriesOf(step).some((entry) => touches(entry, side) || entry.side === 'edges')) lastLogged = index;
  });
  let current = BARE;
  const lastColour = context.steps.findLastIndex((step) => step.resultingSurface === 'colour');
  for (let index = 0; index <= lastLogged; index += 1) {
    const planned = context.steps[index];
    if (!planned) continue;
    const entry = entriesOf(planned).findLast((candidate) => touches(candidate, side));
    // What was done counts, whatever the step says now.
    const step = stepAsLogged(planned, entry);
    if (!step.resultingSurface) continue;
    const isColour = step.resultingSurface === 'colour';
    const end = entry ? toMinute(entry.doneAt) : null;
    const clocks =
      does(step, 'laysFilm') && end !== null ? clocksOfCoat(step, context.shop, context.air, entry) : null;
    const wetUntil = clocks && end !== null ? end + clocks.handle.hereMinutes : null;
    if (wetUntil !== null && wetUntil > context.now) {
      current = { state: 'wet', wetUntil, isColour };
    } else if (isColour) {
      const curedAt = clocks && end !== null ? end + clocks.cure.hereMinutes : null;
      const isCured = index === lastColour && curedAt !== null && curedAt <= context.now;
      current = { state: isCured ? 'cured' : 'dry', wetUntil: null, isColour };
    } else {
      current = { state: step.resultingSurface as PieceState, wetUntil: null, isColour: false };
    }
  }
  return current;
}

/**
 * Where every piece of a job stands now, by side, from its sequence and its log. Steps before the last logged one count
 * as done. A film is wet until it may be handled, by the climate logged with it, outdoors by the hours since, or else by that of its place.
 */
export function pieceStates(
  input: Pick<JobForPlanning, 'zones' | 'steps' | 'pieces' | 'log'> & { job: JobSite } & {
    findings?: readonly Finding[];
  },
  shop: Context['shop'],
  now: Minute,
): Map<string, PieceStates> {
  const entries = new Map<string, LogEntry[]>();
  const faulty = faultyPieces(input);
  for (const entry of effectiveLog(input.log)) {
    for (const pieceId of entry.pieceIds) {
      const key = `${entry.stepId} ${pieceId}`;
      const list = entries.get(key);
      if (list) list.push(entry);
      else entries.set(key, [entry]);
    }
  }
  const stepsOf = new Map(
    input.zones.map((zone) => [
      zone.id,
      input.steps.filter((step) => step.zoneId === zone.id).sort((a, b) => a.position - b.position),
    ]),
  );
  return new Map(
    input.pieces.map((piece) => {
      const air = coatAirOf(piece, shop, input.job);
      const steps = (stepsOf.get(piece.zoneId) ?? []).filter((step) => stepAppliesTo(step, piece));
      const of = (side: 'front' | 'back') => {
        const own = steps.filter(({ faces }) => faces === 'both' || faces === side);
        return sideState({ steps: own, shop, air, entries, now }, piece, side);
      };
      const front = piece.finishFront || piece.finishEdges ? of('front') : null;
      const back = piece.finishBack ? of('back') : null;
      return [piece.id, { front, back, isFaulty: faulty.has(piece.id) }];
    }),
  );
}
