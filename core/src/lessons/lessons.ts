import { z } from 'zod';
import type { ShopLayer } from '../catalogue/index.ts';
import {
  type FilmFacts,
  type Finding,
  type FindingSurroundings,
  filmsOfPiece,
  lastAnswer,
} from '../inspection/index.ts';
import { effectiveLog, type Job, type LogEntry, type Zone } from '../jobs/index.ts';
import type { Piece } from '../pieces/index.ts';
import type { Step } from '../systems/index.ts';
import { isHigher, type Rate, rateOf } from './rates.ts';

/** What coats are compared by. */
export const DIMENSIONS = ['product', 'system', 'interval', 'climate', 'applicator'] as const;
export type Dimension = (typeof DIMENSIONS)[number];

/** How a coat was spaced from the one below it. */
export const INTERVALS = ['first', 'within', 'early', 'late', 'late-scuffed'] as const;
/** The air that a coat went on in, against 15 to 25 °C and at most 65 %. */
export const CLIMATES = ['normal', 'cold', 'warm', 'damp', 'unknown'] as const;

const COLD_BELOW_C = 15;
const WARM_ABOVE_C = 25;
const DAMP_ABOVE_PCT = 65;

/** Coats of one kind on the pieces of one job, and how many of them went wrong. */
export const TallySchema = z.object({
  dimension: z.enum(DIMENSIONS),
  /** Product key, name of the system, or one of the classes. */
  key: z.string(),
  /** Coats on pieces; pieces for a system. */
  of: z.int().min(0),
  /** Mended, replaced or accepted on the way. */
  atWork: z.int().min(0),
  /** Found after the handover, for a call-back. */
  calledBack: z.int().min(0),
});
export type Tally = z.infer<typeof TallySchema>;

/** A job as far as it teaches something. */
export interface LessonJob {
  job: Pick<Job, 'place' | 'startOn' | 'neededBy'>;
  zones: readonly Zone[];
  steps: readonly Step[];
  pieces: readonly Piece[];
  log: readonly LogEntry[];
  findings: readonly Finding[];
}

function intervalOf({ under }: FilmFacts): (typeof INTERVALS)[number] {
  if (!under) return 'first';
  if (under.keptMin < under.askedMin) return 'early';
  if (under.shutMin !== null && under.keptMin > under.shutMin)
    return under.wasScuffed ? 'late-scuffed' : 'late';
  return 'within';
}

function climateOf({ coat }: FilmFacts): (typeof CLIMATES)[number] {
  if (!coat.air) return 'unknown';
  if (coat.air.rhPct > DAMP_ABOVE_PCT) return 'damp';
  if (coat.air.airC < COLD_BELOW_C) return 'cold';
  return coat.air.airC > WARM_ABOVE_C ? 'warm' : 'normal';
}

/** A finding that says something of the work: not withdrawn, and more than a speck that goes away by itself. */
function counts(finding: Finding): boolean {
  const answer = lastAnswer(finding)?.answer;
  return answer !== 'withdraw' && answer !== 'leave';
}

/** The coat that a finding speaks of: that of its step, else the last one before it was found. */
function coatOf(finding: Finding, films: readonly FilmFacts[]): FilmFacts | undefined {
  return (
    films.find(({ step }) => step.id === finding.stepId) ??
    films.findLast(({ entry }) => entry.doneAt <= finding.foundAt)
  );
}

class Tallies {
  private readonly known = new Map<string, Tally>();

  add(dimension: Dimension, key: string, atWork: boolean, calledBack: boolean): void {
    const id = `${dimension} ${key}`;
    const tally = this.known.get(id) ?? { dimension, key, of: 0, atWork: 0, calledBack: 0 };
    this.known.set(id, {
      ...tally,
      of: tally.of + 1,
      atWork: tally.atWork + Number(atWork),
      calledBack: tally.calledBack + Number(calledBack),
    });
  }

  all(): Tally[] {
    return [...this.known.values()];
  }
}

const systemName = ({ customSystem, systemId }: Zone) => customSystem?.name ?? systemId ?? '';

/**
 * What one job adds to the shop's experience: every coat on every piece by product, interval, air and applicator, and every
 * coated piece by system, each with whether it went wrong. Two sides of a piece coated in one go count once.
 */
export function talliesOf(
  { job, zones, steps, pieces, log, findings }: LessonJob,
  shop: FindingSurroundings['shop'],
  layers: readonly ShopLayer[],
): Tally[] {
  const tallies = new Tallies();
  const ours = findings.filter(counts);
  // Sorted out once: each piece then looks at its own entries only.
  const logOf = new Map<string, LogEntry[]>();
  for (const entry of effectiveLog(log))
    for (const id of entry.pieceIds) {
      const list = logOf.get(id);
      if (list) list.push(entry);
      else logOf.set(id, [entry]);
    }
  for (const zone of zones) {
    const own = steps.filter(({ zoneId }) => zoneId === zone.id);
    for (const piece of pieces.filter(({ zoneId }) => zoneId === zone.id)) {
      const around = {
        job,
        zone,
        steps: own,
        piece,
        log: logOf.get(piece.id) ?? [],
        mixes: [],
        layers,
        shop,
      };
      const films = new Map<string, FilmFacts>();
      for (const side of ['front', 'back'] as const)
        for (const film of filmsOfPiece(around, side))
          if (!films.has(film.entry.id)) films.set(film.entry.id, film);
      if (films.size === 0) continue;
      const list = [...films.values()].sort((a, b) => a.entry.doneAt.localeCompare(b.entry.doneAt));
      const found = ours.filter(({ pieceId }) => pieceId === piece.id);
      const blamed = found.map((finding) => ({
        film: coatOf(finding, list),
        isCallBack: finding.callBackId !== null,
      }));
      for (const film of list) {
        const faults = blamed.filter((one) => one.film === film);
        const [atWork, calledBack] = [
          faults.some((one) => !one.isCallBack),
          faults.some((one) => one.isCallBack),
        ];
        tallies.add('product', film.coat.productKey, atWork, calledBack);
        tallies.add('interval', intervalOf(film), atWork, calledBack);
        tallies.add('climate', climateOf(film), atWork, calledBack);
        if (film.step.applicator) tallies.add('applicator', film.step.applicator, atWork, calledBack);
      }
      const name = systemName(zone);
      if (name)
        tallies.add(
          'system',
          name,
          blamed.some((one) => !one.isCallBack),
          blamed.some((one) => one.isCallBack),
        );
    }
  }
  return tallies.all();
}

/** A class of coats with how often it went wrong, and whether it stands out from the rest. */
export interface Lesson {
  key: string;
  atWork: Rate;
  calledBack: Rate;
  /** Which of the two is higher than for all others beyond chance. */
  standsOut: { atWork: boolean; calledBack: boolean };
}

/** All tallies of a shop as rates, dimension by dimension, the most coats first. */
export function lessonsOf(tallies: readonly Tally[]): Map<Dimension, Lesson[]> {
  const sums = new Map<string, Tally>();
  for (const one of tallies) {
    const id = `${one.dimension} ${one.key}`;
    const sum = sums.get(id);
    sums.set(
      id,
      sum
        ? {
            ...sum,
            of: sum.of + one.of,
            atWork: sum.atWork + one.atWork,
            calledBack: sum.calledBack + one.calledBack,
          }
        : one,
    );
  }
  return new Map(
    DIMENSIONS.flatMap((dimension) => {
      const own = [...sums.values()].filter((one) => one.dimension === dimension).sort((a, b) => b.of - a.of);
      if (own.length === 0) return [];
      const total = (of: (tally: Tally) => number) => own.reduce((sum, one) => sum + of(one), 0);
      const rest = (one: Tally, which: 'atWork' | 'calledBack') =>
        rateOf(total((tally) => tally[which]) - one[which], total(({ of }) => of) - one.of);
      const lessons = own.map((one): Lesson => {
        const [atWork, calledBack] = [rateOf(one.atWork, one.of), rateOf(one.calledBack, one.of)];
        return {
          key: one.key,
          atWork,
          calledBack,
          standsOut: {
            atWork: isHigher(atWork, rest(one, 'atWork')),
            calledBack: isHigher(calledBack, rest(one, 'calledBack')),
          },
        };
      });
      return [[dimension, lessons] as const];
    }),
  );
}
