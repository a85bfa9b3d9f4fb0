import { said } from '../said/index.ts';

/**
 * What was done: the step itself, a flip of a flat load, the scuff and dust that a shut recoat window calls for; or nothing, where
 * a step was left out for a reason.
 */
export const LOG_ACTIONS = ['do', 'flip', 'scuff', 'dust', 'skip'] as const;
export type LogAction = (typeof LOG_ACTIONS)[number];

/** What plan, floor, log and calendar ask of something that is logged. Whoever adds one answers all of it. */
interface LogActionTraits {
  /** It is the step itself: with it the step is done, and what it lays on is there. */
  isStep: boolean;
  /** Nothing is done: the step falls away for these pieces. */
  leavesOut: boolean;
  /** Turns a load over, so that its other side can be worked. */
  turns: boolean;
  /** Put in before a coat that came too late, or on which dust settled: minutes for a piece; null where it is none of that. */
  repairMinPerPiece: number | null;
  /** Gives the coat after it a key. */
  keys: boolean;
  /** Takes dust off. */
  takesDust: boolean;
  /** How it is named by its step; null where it is the step itself. */
  sentence: 'job.flip' | 'job.scuff' | 'job.dust' | 'job.skip' | null;
  /** What the button that logs it says, where the step is no coat. */
  verb: string;
}

/** The traits of each action. */
export const LOG_ACTION_TRAITS: Record<LogAction, LogActionTraits> = {
  do: {
    isStep: true,
    leavesOut: false,
    turns: false,
    repairMinPerPiece: null,
    keys: false,
    takesDust: false,
    sentence: null,
    verb: said('job.log-done'),
  },
  flip: {
    isStep: false,
    leavesOut: false,
    turns: true,
    repairMinPerPiece: null,
    keys: false,
    takesDust: false,
    sentence: 'job.flip',
    verb: said('job.log-flip'),
  },
  scuff: {
    isStep: false,
    leavesOut: false,
    turns: false,
    repairMinPerPiece: 1.5,
    keys: true,
    takesDust: false,
    sentence: 'job.scuff',
    verb: said('job.log-done'),
  },
  dust: {
    isStep: false,
    leavesOut: false,
    turns: false,
    repairMinPerPiece: 0.8,
    keys: false,
    takesDust: true,
    sentence: 'job.dust',
    verb: said('job.log-done'),
  },
  skip: {
    isStep: false,
    leavesOut: true,
    turns: false,
    repairMinPerPiece: null,
    keys: false,
    takesDust: false,
    sentence: 'job.skip',
    verb: said('job.log-left-out'),
  },
};

/** Whether an entry or a task is the step itself, and no turning over or repair for it. */
export function isStepItself({ action }: { action: LogAction }): boolean {
  return LOG_ACTION_TRAITS[action].isStep;
}

/** Whether an entry or a task turns a load over. */
export function turnsOver({ action }: { action: LogAction }): boolean {
  return LOG_ACTION_TRAITS[action].turns;
}

/** Whether an entry says that its step was left out for these pieces. */
export function leavesOut({ action }: { action: LogAction }): boolean {
  return LOG_ACTION_TRAITS[action].leavesOut;
}
