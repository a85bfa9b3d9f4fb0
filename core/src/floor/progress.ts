import { areAllSides, effectiveLog, isStepItself, type LogEntry } from '../jobs/index.ts';
import type { Piece } from '../pieces/index.ts';
import type { JobForPlanning } from '../planning/index.ts';
import { type Step, stepAppliesTo } from '../systems/index.ts';
import { does } from '../systems/operations.ts';

/** How far a piece has come, as its owner would say it. */
export const STAGES = ['prepared', 'primed', 'coated', 'refitted'] as const;
export type Stage = (typeof STAGES)[number];

/** A zone with how many of its pieces have reached each stage that its sequence has. */
export interface ZoneProgress {
  name: string;
  pieces: number;
  stages: { stage: Stage; pieces: number }[];
}

type Job = Pick<JobForPlanning, 'steps' | 'pieces' | 'log'> & {
  zones: readonly { id: string; name: string; position: number }[];
};

/** The last step of each stage, by its place among the steps that concern a piece; left out where there is none. */
function stageEnds(steps: readonly Step[]): Map<Stage, number> {
  const firstFilm = steps.findIndex((step) => does(step, 'laysFilm'));
  const before = firstFilm < 0 ? steps.findIndex((step) => does(step, 'mountsAgain')) : firstFilm;
  const ends: [Stage, number][] = [
    ['prepared', (before < 0 ? steps.length : before) - 1],
    ['primed', steps.findLastIndex((step) => does(step, 'laysFilm') && step.resultingSurface !== 'colour')],
    ['coated', steps.findLastIndex((step) => does(step, 'laysFilm') && step.resultingSurface === 'colour')],
    ['refitted', steps.findLastIndex((step) => does(step, 'mountsAgain'))],
  ];
  return new Map(ends.filter(([, at]) => at >= 0));
}

/** The last step that is done on a piece, by its place; -1 where none is. */
function lastDone(steps: readonly Step[], piece: Piece, entries: readonly LogEntry[]): number {
  const own = entries.filter((entry) => isStepItself(entry) && entry.pieceIds.includes(piece.id));
  return steps.findLastIndex((step) => {
    const logged = own.filter(({ stepId }) => stepId === step.id);
    return (
      logged.length > 0 &&
      (!does(step, 'laysFilm') || areAllSides(new Set(logged.map(({ side }) => side)), piece))
    );
  });
}

/** How far the pieces of every zone are, by the log. Steps before the last one that is done count as done. */
export function zoneProgress({ zones, steps, pieces, log }: Job): ZoneProgress[] {
  const entries = effectiveLog(log);
  return [...zones]
    .sort((a, b) => a.position - b.position)
    .map(({ id, name }) => {
      const own = pieces.filter(({ zoneId }) => zoneId === id);
      const sequence = steps.filter(({ zoneId }) => zoneId === id).sort((a, b) => a.position - b.position);
      const reached = new Map<Stage, number>();
      for (const piece of own) {
        const concerned = sequence.filter((step) => stepAppliesTo(step, piece));
        const last = lastDone(concerned, piece, entries);
        for (const [stage, end] of stageEnds(concerned))
          reached.set(stage, (reached.get(stage) ?? 0) + (last >= end ? 1 : 0));
      }
      return {
        name,
        pieces: own.length,
        stages: STAGES.flatMap((stage) => {
          const count = reached.get(stage);
          return count === undefined ? [] : [{ stage, pieces: count }];
        }),
      };
    });
}
