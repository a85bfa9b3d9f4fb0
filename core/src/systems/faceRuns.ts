import { said } from '../said/index.ts';
import { filmAndFoam } from './movePresets.ts';
import { does } from './operations.ts';
import type { SystemContext } from './phases.ts';
import { isWholeFilm, type StepDraft } from './step.ts';
import { YARDSTICKS } from './yardsticks.ts';

/** Rest between the last coat on the backs and the first on the fronts, in minutes: overnight and into the next working day. */
const OVER_NIGHT_MIN = 16 * 60;

/** Whether a step belongs to the coats and what lies between them: films, sanding and dusting. */
const isOfCoats = (step: StepDraft) => isWholeFilm(step) || does(step, 'abrades') || does(step, 'takesDust');

function onFace(step: StepDraft, faces: 'front' | 'back'): StepDraft {
  const name = isWholeFilm(step)
    ? said(faces === 'back' ? 'step.on-backs' : 'step.on-fronts', { name: step.name })
    : step.name;
  return { ...step, key: `${step.key}-${faces}`, name, faces };
}

/**
 * All coats on the backs first, then, a night later, all on the fronts: each piece that lies is turned over once. What is wiped on
 * and off goes on both faces at once and stays as it is, and so does everything that is not of the run of coats.
 */
export function backsWholly(
  steps: readonly StepDraft[],
  { stain }: Pick<SystemContext, 'stain'>,
): StepDraft[] {
  const isCoat = (step: StepDraft) => isWholeFilm(step) && step.productKey !== stain.productKey;
  const film = steps.findIndex((step) => isCoat(step) && step.appliesTo === 'any');
  const last = steps.findLastIndex(isCoat);
  if (film === -1) return [...steps];
  const first = does(steps[film - 1], 'takesDust') ? film - 1 : film;
  const run = steps.slice(first, last + 1);
  if (!run.every(isOfCoats)) return [...steps];
  const backs = run.map((step) => onFace(step, 'back'));
  const end = backs.at(-1);
  if (end) backs[backs.length - 1] = { ...end, dryingMin: Math.max(end.dryingMin, OVER_NIGHT_MIN) };
  return [
    ...steps.slice(0, first),
    ...backs,
    ...run.map((step) => onFace(step, 'front')),
    ...steps.slice(last + 1),
  ];
}

/** Sanding and dusting between coats as one task: sand, vacuum, look, and the next piece. */
export function atStation(steps: readonly StepDraft[]): StepDraft[] {
  return steps.flatMap((step, index) => {
    const [before, next] = [steps[index - 1], steps[index + 1]];
    const isBetween = (one: StepDraft | undefined) =>
      one !== undefined &&
      does(one, 'flattens') &&
      !does(one, 'leavesNoDust') &&
      /^sand-(colour|clear|before|prime)/.test(one.key);
    if (does(step, 'takesDust') && isBetween(before)) return [];
    if (!isBetween(step) || !does(next, 'takesDust') || step.grit === null) return [step];
    return [
      {
        ...step,
        operation: 'station' as const,
        name: said('step.station', { grit: step.grit }),
        why: said('step.piece-by-piece-the-next-one-waits'),
        labour: YARDSTICKS.station,
        applications: filmAndFoam(step.grit),
        place: 'bench' as const,
      },
    ];
  });
}
