import { type Applicator, isSprayed, type ProductSheet } from '../catalogue/index.ts';
import { type Piece, staysMounted, workedWay } from '../pieces/index.ts';
import { type Interval, lengthOf, type ShopSettings, SKILLS, type Skill } from '../shop/index.ts';
import { minutesOfStep, type Step, sideOf, stepAppliesTo, stepInPlace } from '../systems/index.ts';
import { does } from '../systems/operations.ts';

/** What the work of a job is reckoned from. */
export interface WorkInput {
  steps: readonly Step[];
  pieces: readonly Piece[];
  sheets: Readonly<Record<string, ProductSheet>>;
  people: number;
  isOnSite: boolean;
  /** What carrying and the way to the client take; nothing where it is left out. */
  settings?: Pick<ShopSettings, 'handlingMin' | 'tripMin' | 'yardsticks'>;
}

/** Carrying and hanging for a coat, and the way to the client and back for everybody where loose pieces are fetched or refitted. */
export function minutesAround(
  step: Step,
  loose: number,
  turned: number,
  { settings, isOnSite, people }: Pick<WorkInput, 'settings' | 'isOnSite' | 'people'>,
): number {
  if (!settings || isOnSite || loose === 0) return 0;
  const isFilm = does(step, 'laysFilm');
  if (isFilm && !step.isEdgesOnly) return (loose + turned) * settings.handlingMin;
  return step.place === 'room' && !isFilm ? settings.tripMin * people : 0;
}

/** Whether a piece comes off what it hangs on to be worked. */
export function isLoose(piece: Piece, isOnSite: boolean): boolean {
  return !staysMounted(workedWay(piece, isOnSite));
}

/** Who is needed for a step: whoever sprays, whoever has brush and roller, or anybody for all the rest. */
export function skillOf(step: Pick<Step, 'operation' | 'applicator'>): Skill {
  if (!does(step, 'laysFilm')) return 'prep';
  return isSprayed(step.applicator) ? 'spray' : 'brush';
}

/** Hands-on minutes of a step for these pieces by who is needed, its set-ups and clean-ups with them. */
function minutesBySkill(
  step: Step,
  pieces: readonly Piece[],
  { isOnSite, settings }: Pick<WorkInput, 'isOnSite' | 'settings'>,
): [skill: Skill, minutes: number][] {
  const isLeft = (piece: Piece) => workedWay(piece, isOnSite) === 'left';
  const inRoom = pieces.filter(isLeft);
  const loose = pieces.filter((piece) => !isLeft(piece));
  const side = sideOf(step);
  const own = settings?.yardsticks;
  const mounted = stepInPlace(step, !isOnSite);
  const shop = minutesOfStep(step, loose, side, own);
  const room = minutesOfStep(mounted, inRoom, side, own);
  const around = shop.setupMin + shop.cleanupMin;
  return [
    ...(loose.length > 0 ? [[skillOf(step), shop.handsOnMin + around] as [Skill, number]] : []),
    ...(inRoom.length > 0 ? [[skillOf(mounted), room.handsOnMin + around] as [Skill, number]] : []),
  ];
}

/** The same, whoever is needed. */
export function stepMinutes(
  step: Step,
  pieces: readonly Piece[],
  input: Pick<WorkInput, 'isOnSite' | 'settings'>,
): number {
  return minutesBySkill(step, pieces, input).reduce((sum, [, minutes]) => sum + minutes, 0);
}

/** What the hours of a job go into, in the order in which they come. */
export const PHASES = [
  'taking-down',
  'preparation',
  'filling',
  'priming',
  'colour',
  'clear',
  'looking-over',
  'bringing-back',
] as const;
export type Phase = (typeof PHASES)[number];

/** The phase of each step: what is sanded or dusted counts with the film that it makes ready for. */
export function phasesOf(steps: readonly Step[], sheets: WorkInput['sheets']): Map<string, Phase> {
  const phases = new Map<string, Phase>();
  let next: Phase = 'preparation';
  for (const step of steps.toReversed()) {
    const role = step.productKey === null ? undefined : sheets[step.productKey]?.role;
    if (does(step, 'mountsAgain') || does(step, 'packs') || does(step, 'delivers'))
      phases.set(step.id, 'bringing-back');
    else if (does(step, 'looksOver')) phases.set(step.id, 'looking-over');
    else if (does(step, 'takesDown') || does(step, 'hangs')) phases.set(step.id, 'taking-down');
    else if (
      does(step, 'washes') ||
      does(step, 'keysGround') ||
      does(step, 'deglosses') ||
      does(step, 'masks')
    )
      phases.set(step.id, 'preparation');
    else {
      if (does(step, 'laysFilm'))
        next = does(step, 'fillsPores')
          ? 'filling'
          : role === 'primer'
            ? 'priming'
            : role === 'clear'
              ? 'clear'
              : 'colour';
      phases.set(step.id, next);
    }
  }
  return phases;
}

/** Work of a phase by who is needed for it. */
export interface PhaseWork {
  phase: Phase;
  skill: Skill;
  minutes: number;
}

/** Minutes of all of it. */
export function totalMinutes(work: readonly Pick<PhaseWork, 'minutes'>[]): number {
  return work.reduce((sum, { minutes }) => sum + minutes, 0);
}

/** Work added up by phase and by who is needed, in the order of the phases; what takes no time is left out. */
export function addedUp(work: readonly PhaseWork[]): PhaseWork[] {
  return PHASES.flatMap((phase) =>
    SKILLS.flatMap((skill) => {
      const minutes = work
        .filter((one) => one.phase === phase && one.skill === skill)
        .reduce((sum, one) => sum + one.minutes, 0);
      return minutes > 0 ? [{ phase, skill, minutes }] : [];
    }),
  );
}

/**
 * Hands-on minutes of the sequences of zones by phase and by who is needed, each step for its own pieces, before anything is planned:
 * by the yardsticks, set-ups once a step, carrying and the way to the client with them.
 */
export function workOfSequence(input: WorkInput): PhaseWork[] {
  const phases = phasesOf(input.steps, input.sheets);
  return addedUp(
    input.steps.flatMap((step): PhaseWork[] => {
      const pieces = input.pieces.filter(
        (piece) => piece.zoneId === step.zoneId && stepAppliesTo(step, piece),
      );
      const phase = phases.get(step.id);
      if (pieces.length === 0 || phase === undefined) return [];
      const loose = pieces.filter((piece) => isLoose(piece, input.isOnSite)).length;
      const around = minutesAround(step, loose, 0, input);
      return [
        ...minutesBySkill(step, pieces, input).map(([skill, minutes]) => ({ phase, skill, minutes })),
        { phase, skill: skillOf(step), minutes: around },
      ];
    }),
  );
}

/** The same by phase alone. Phases without work are left out. */
export function minutesByPhase(input: WorkInput): Map<Phase, number> {
  const minutes = new Map<Phase, number>();
  for (const { phase, minutes: own } of workOfSequence(input))
    minutes.set(phase, (minutes.get(phase) ?? 0) + own);
  return minutes;
}

/** What of a plan its work is told by. */
export interface PlannedWork {
  stepId: string;
  task?: string | null | undefined;
  tool?: Applicator | null | undefined;
  personId: string | null;
  segments: readonly Interval[];
}

/**
 * The same from a plan, where set-ups are shared and trips are real: minutes of everything that it gives to somebody. What was done
 * before it was made is not in it.
 */
export function workOfPlan(
  ops: readonly PlannedWork[],
  steps: readonly Step[],
  sheets: WorkInput['sheets'],
): PhaseWork[] {
  const phases = phasesOf(steps, sheets);
  const byId = new Map(steps.map((step) => [step.id, step]));
  return addedUp(
    ops.flatMap(({ stepId, task, tool, personId, segments }): PhaseWork[] => {
      if (personId === null) return [];
      const minutes = lengthOf(segments);
      if (task)
        return [{ phase: task === 'removal' ? 'bringing-back' : 'taking-down', skill: 'prep', minutes }];
      const step = byId.get(stepId);
      const phase = phases.get(stepId);
      if (!step || !phase) return [];
      return [{ phase, skill: skillOf({ ...step, ...(tool && { applicator: tool }) }), minutes }];
    }),
  );
}
