import type { SupplyKind } from '../catalogue/supplies.ts';

/** What is done in a step. */
export const OPERATIONS = [
  'remove',
  'mask',
  'clean',
  'degloss',
  'key',
  'ease',
  'repair',
  'caulk',
  'fill',
  'sand',
  'dust',
  'hang',
  'coat',
  'inspect',
  'pack',
  'refit',
] as const;
export type Operation = (typeof OPERATIONS)[number];

/** What the rules, the plan and the screens ask of an operation. Whoever adds one answers all of it. */
export interface OperationTraits {
  /** Lays a film of a product on: it has a wet film, sides, a gun, a mix, a clock. */
  laysFilm: boolean;
  /** Fills the pores: what it leaves is levelled again and is no film of one thickness. */
  fillsPores: boolean;
  /** Washes soil off. */
  washes: boolean;
  /** Dulls by chemistry; its key lasts for so many minutes. */
  deglosses: boolean;
  /** Keys what was there before: the old finish, or bare stock. */
  keysGround: boolean;
  /** Sands a film of this job, or what was filled. */
  flattens: boolean;
  /** Takes sharp edges off, so that a film stays on them. */
  roundsEdges: boolean;
  /** Makes dust by grit. */
  abrades: boolean;
  /** Gives the next film a key by grit: a recoat window that had shut opens by it. */
  keys: boolean;
  /** Takes dust off, and does nothing else. */
  takesDust: boolean;
  /** Dust is gone after it. */
  leavesNoDust: boolean;
  /** Makes damage good. */
  mends: boolean;
  /** Closes gaps between parts. */
  sealsGaps: boolean;
  /** Covers what shall stay as it is. */
  masks: boolean;
  /** Puts the pieces on hooks. */
  hangs: boolean;
  /** Looks, and changes nothing. */
  looksOver: boolean;
  /** Wraps the pieces for the road. */
  packs: boolean;
  /** Puts the pieces back where they belong. */
  mountsAgain: boolean;
  /** Takes the pieces in the hand without working the film, so that the film must bear it. */
  touchesFilm: boolean;
  /** Only goes on a dry surface: wet wood clogs the paper, raises under it and keeps filler from taking hold. */
  needsDryGround: boolean;
  /** Belongs to the way between shop and room: falls away where all is done in the client's room. */
  isForTheRoad: boolean;
  /** What two zones must have in common to go in one session of it: the supply, the paint; nothing makes them one. */
  sharedBy: 'supply' | 'paint' | null;
  /** Kinds of supply that it can be done with. */
  supplies: readonly SupplyKind[];
}

type Answers = Partial<OperationTraits>;
const NEITHER: OperationTraits = {
  laysFilm: false,
  fillsPores: false,
  washes: false,
  deglosses: false,
  keysGround: false,
  flattens: false,
  roundsEdges: false,
  abrades: false,
  keys: false,
  takesDust: false,
  leavesNoDust: false,
  mends: false,
  sealsGaps: false,
  masks: false,
  hangs: false,
  looksOver: false,
  packs: false,
  mountsAgain: false,
  touchesFilm: false,
  needsDryGround: false,
  isForTheRoad: false,
  sharedBy: null,
  supplies: [],
};
const sanding = (answers: Answers): Answers => ({
  abrades: true,
  needsDryGround: true,
  supplies: ['abrasive'],
  ...answers,
});

/** What holds of each operation; what is not named of it does not hold. */
const ANSWERS: Record<Operation, Answers> = {
  remove: {},
  mask: { masks: true, touchesFilm: true, supplies: ['masking'] },
  clean: { washes: true, leavesNoDust: true, sharedBy: 'supply', supplies: ['cleaner'] },
  degloss: { deglosses: true, sharedBy: 'supply', supplies: ['deglosser'] },
  key: sanding({ keysGround: true, keys: true }),
  ease: sanding({ roundsEdges: true }),
  repair: { mends: true, needsDryGround: true, supplies: ['filler'] },
  caulk: { sealsGaps: true, supplies: ['caulk'] },
  fill: { fillsPores: true, needsDryGround: true, sharedBy: 'paint' },
  sand: sanding({ flattens: true, keys: true }),
  dust: { takesDust: true, leavesNoDust: true, supplies: ['cloth'] },
  hang: { hangs: true, touchesFilm: true, isForTheRoad: true },
  coat: { laysFilm: true, sharedBy: 'paint' },
  inspect: { looksOver: true, touchesFilm: true },
  pack: { packs: true, isForTheRoad: true },
  refit: { mountsAgain: true },
};

/** The traits of each operation. */
export const OPERATION_TRAITS = Object.fromEntries(
  OPERATIONS.map((operation) => [operation, { ...NEITHER, ...ANSWERS[operation] }]),
) as Record<Operation, OperationTraits>;

/** Questions that are answered by yes or no. */
type Trait = {
  [K in keyof OperationTraits]: OperationTraits[K] extends boolean ? K : never;
}[keyof OperationTraits];

/** Whether a step, or an operation, does what is asked; a step that is not there does nothing. */
export function does(what: Operation | { operation: Operation } | undefined, trait: Trait): boolean {
  if (what === undefined) return false;
  return OPERATION_TRAITS[typeof what === 'string' ? what : what.operation][trait];
}
