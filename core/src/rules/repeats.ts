import type { StepDraft } from '../systems/index.ts';
import { does } from '../systems/operations.ts';
import type { SequenceEdit } from './model.ts';

/** A loop has at most so many rounds. */
export const MOST_ROUNDS = 9;

/** Steps that are gone through again until somebody is content. */
export interface Loop {
  group: string;
  /** Rounds that are expected, and planned. */
  rounds: number;
  /** Rounds after which it ends whatever the surface looks like. */
  most: number;
  /** Keys of the steps of its first round, in order. */
  keys: string[];
}

/** The loops of a sequence, in the order in which they begin. */
export function loopsOf(steps: readonly Pick<StepDraft, 'key' | 'repeat'>[]): Loop[] {
  const loops = new Map<string, Loop & { first: number }>();
  for (const { key, repeat } of steps) {
    if (!repeat) continue;
    const { group, number, max } = repeat;
    const loop = loops.get(group) ?? { group, rounds: 0, most: max, keys: [], first: number };
    loop.rounds = Math.max(loop.rounds, number);
    if (number === loop.first) loop.keys.push(key);
    loops.set(group, loop);
  }
  return [...loops.values()].map(({ first: _first, ...loop }) => loop);
}

/** A text with the last number in it raised to another round; as it is where that number is not there. */
function nextOf(text: string, from: number, to: number): string {
  return text.replace(new RegExp(`\\b${from}\\b(?!.*\\b${from}\\b)`), String(to));
}

/** A step of a round as it is in a later one. */
function inRound(step: StepDraft, from: number, to: number, most: number, group: string): StepDraft {
  const key = nextOf(step.key, from, to);
  return {
    ...step,
    key: key === step.key ? `${step.key}-round-${to}` : key,
    name: does(step, 'flattens') ? step.name : nextOf(step.name, from, to),
    waitFor: does(step, 'fillsPores') ? 'sand' : step.waitFor,
    repeat: { group, number: to, max: most },
  };
}

/** The last round of a loop: its steps, the step after it, and how many rounds the loop may have; null where it is not there. */
function lastRound(steps: readonly StepDraft[], group: string) {
  const own = steps.filter(({ repeat }) => repeat?.group === group);
  const number = Math.max(0, ...own.map(({ repeat }) => repeat?.number ?? 0));
  const latest = own.filter(({ repeat }) => repeat?.number === number);
  const end = latest.at(-1);
  if (!end) return null;
  const before = steps[steps.indexOf(end) + 1]?.key ?? null;
  return { number, steps: latest, before, most: end.repeat?.max ?? 0 };
}

/**
 * Repeat once more of a loop that goes on until somebody is content: the steps of its last round again, after it.
 * @param pieceIds the only pieces that need it; all that fit where it is left out.
 * @returns no change when the loop is not there or has had as many rounds as it may.
 */
export function anotherRepeat(
  steps: readonly StepDraft[],
  group: string,
  pieceIds: readonly string[] = [],
): SequenceEdit[] {
  const round = lastRound(steps, group);
  if (!round || round.number >= round.most) return [];
  const { number, most, before } = round;
  return round.steps.map((step) => ({
    kind: 'insert',
    before,
    step: {
      ...inRound(step, number, number + 1, most, group),
      ...(pieceIds.length > 0 && { pieceIds: [...pieceIds] }),
    },
  }));
}

/**
 * A loop with other numbers of rounds: rounds are added after the last, or taken out from the last on.
 * @param wanted 1 ≤ rounds ≤ most ≤ {@link MOST_ROUNDS}; rounds beyond the most are cut to it.
 */
export function roundsEdits(
  steps: readonly StepDraft[],
  group: string,
  wanted: Pick<Loop, 'rounds' | 'most'>,
): SequenceEdit[] {
  const most = Math.min(MOST_ROUNDS, Math.max(1, wanted.most));
  const rounds = Math.min(most, Math.max(1, wanted.rounds));
  const last = lastRound(steps, group);
  if (!last) return [];
  const edits = steps.flatMap((step): SequenceEdit[] => {
    if (step.repeat?.group !== group) return [];
    if (step.repeat.number > rounds) return [{ kind: 'remove', key: step.key }];
    return step.repeat.max === most
      ? []
      : [{ kind: 'change', key: step.key, part: { repeat: { ...step.repeat, max: most } } }];
  });
  for (let round = last.number + 1; round <= rounds; round += 1)
    for (const step of last.steps)
      edits.push({
        kind: 'insert',
        before: last.before,
        step: inRound(step, last.number, round, most, group),
      });
  return edits;
}

/**
 * Makes a loop of the steps from one to another, both included, as its first round; further rounds follow it.
 * @returns no change where one of them is not there, or is in a loop already.
 */
export function loopEdits(
  steps: readonly StepDraft[],
  span: { from: string; to: string },
  wanted: Pick<Loop, 'rounds' | 'most'>,
): SequenceEdit[] {
  const at = [span.from, span.to].map((key) => steps.findIndex((step) => step.key === key));
  const [from = -1, to = -1] = at.sort((a, b) => a - b);
  const own = steps.slice(from, to + 1);
  if (from < 0 || own.some(({ repeat }) => repeat !== null)) return [];
  const group = freeGroup(steps);
  const most = Math.min(MOST_ROUNDS, Math.max(1, wanted.most));
  const first = own.map((step) => ({ ...step, repeat: { group, number: 1, max: most } }));
  const looped = [...steps.slice(0, from), ...first, ...steps.slice(to + 1)];
  return [
    ...first.map(({ key, repeat }): SequenceEdit => ({ kind: 'change', key, part: { repeat } })),
    ...roundsEdits(looped, group, { ...wanted, most }),
  ];
}

/** A name for a loop that no other loop of the sequence has. */
function freeGroup(steps: readonly StepDraft[]): string {
  const taken = new Set(steps.map(({ repeat }) => repeat?.group));
  for (let number = 1; ; number += 1) if (!taken.has(`loop ${number}`)) return `loop ${number}`;
}

/** A loop taken apart: its first round stays as single steps, the others go. */
export function unloopEdits(steps: readonly StepDraft[], group: string): SequenceEdit[] {
  return steps.flatMap(({ key, repeat }): SequenceEdit[] => {
    if (repeat?.group !== group) return [];
    return repeat.number > 1 ? [{ kind: 'remove', key }] : [{ kind: 'change', key, part: { repeat: null } }];
  });
}
