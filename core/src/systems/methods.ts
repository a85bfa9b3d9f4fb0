import { z } from 'zod';
import { textField } from '../fields/index.ts';
import { said } from '../said/index.ts';

// Longer than other files: one table of questions with their ways.

/** One way of answering a question on which refinishers disagree. */
export interface MethodChoice {
  id: string;
  label: string;
  /** What speaks for it, in a sentence. */
  why: string;
}

/** A question of practice: the first way is the one that ships. */
export interface MethodQuestion {
  ask: string;
  choices: readonly [MethodChoice, MethodChoice, ...MethodChoice[]];
}

/** The questions on which the schools differ, each with its ways and what speaks for them. */
export const METHODS = {
  cleaning: {
    ask: said('step.clean-or-sand-first'),
    choices: [
      {
        id: 'clean-key-clean',
        label: said('step.clean-key-clean'),
        why: said('step.grease-is-gone-before-an-abrasive'),
      },
      {
        id: 'sand-first',
        label: said('step.sand-then-clean'),
        why: said('step.saves-a-pass-safe-only-on'),
      },
      {
        id: 'raw-too',
        label: said('step.clean-raw-stock-too'),
        why: said('step.raw-stock-picks-up-hands-glue'),
      },
    ],
  },
  firstKey: {
    ask: said('step.first-key'),
    choices: [
      {
        id: 'standard',
        label: said('step.p180-p220-on-thin-film'),
        why: said('step.takes-the-gloss-without-leaving-furrows'),
      },
      {
        id: 'climb',
        label: said('step.p120-then-p', { grit: 180 }),
        why: said('step.levels-a-rough-old-finish-the'),
      },
      {
        id: 'degloss',
        label: said('step.deglosser'),
        why: said('step.reaches-deep-profiles-without-dust-the'),
      },
    ],
  },
  fill: {
    ask: said('step.fill-the-grain'),
    choices: [
      {
        id: 'by-colour',
        label: said('step.as-the-system-says'),
        why: said('step.pale-colours-draw-every-pore-dark'),
      },
      {
        id: 'always',
        label: said('step.always'),
        why: said('step.glass-flat-whatever-the-colour-costs'),
      },
      { id: 'never', label: said('step.never'), why: said('step.the-wood-may-show-saves-the') },
    ],
  },
  caulk: {
    ask: said('step.caulk-frame-gaps'),
    choices: [
      {
        id: 'as-found',
        label: said('step.when-found'),
        why: said('step.added-manually-where-gaps-show-none'),
      },
      {
        id: 'after-primer',
        label: said('step.after-the-first-primer'),
        why: said('step.gaps-show-once-the-first-primer'),
      },
      {
        id: 'before-primer',
        label: said('step.before-primer'),
        why: said('step.one-pass-of-primer-covers-wood'),
      },
    ],
  },
  joint: {
    ask: said('step.joint-of-a-floating-panel'),
    choices: [
      { id: 'free', label: said('step.leave-free'), why: said('step.the-panel-moves-with-the-seasons') },
      { id: 'caulk', label: said('step.caulk'), why: said('step.a-closed-line-looks-finished-until') },
    ],
  },
  betweenGrit: {
    ask: said('step.grit-between-coats'),
    choices: [
      { id: 'by-film', label: said('step.by-the-film'), why: said('step.p320-p220-on-soft-paint-p400') },
      { id: '180', label: 'P180', why: said('step.levels-most-scratches-most') },
      { id: '220', label: 'P220', why: said('step.levels-well-under-a-film-that') },
      { id: '320', label: 'P320', why: said('step.scratches-vanish-under-the-next-coat') },
      { id: '400', label: 'P400', why: said('step.for-hard-and-glossy-coats-levels') },
    ],
  },
  between: {
    ask: said('step.between-two-coats'),
    choices: [
      {
        id: 'step-by-step',
        label: said('step.sand-all-then-dust-all'),
        why: said('step.one-tool-at-a-time-for-the-whole-load'),
      },
      {
        id: 'station',
        label: said('step.piece-by-piece-at-a-station'),
        why: said('step.what-is-found-is-mended-in-the-hand'),
      },
    ],
  },
  smooth: {
    ask: said('step.a-coat-that-dried-smooth'),
    choices: [
      { id: 'sand', label: said('step.scuff-it'), why: said('step.a-fresh-key-and-the-nibs') },
      {
        id: 'skip',
        label: said('step.coat-it-as-it-is'),
        why: said('step.inside-the-window-the-next-coat'),
      },
    ],
  },
  coats: {
    ask: said('step.colour-coats'),
    choices: [
      {
        id: 'two-light',
        label: said('step.two-light'),
        why: said('step.less-sag-sooner-dry-sooner-recoated'),
      },
      {
        id: 'one-full',
        label: said('step.one-full-wet-coat'),
        why: said('step.half-the-handling-at-the-thickest'),
      },
    ],
  },
  laying: {
    ask: said('step.loose-pieces'),
    choices: [
      {
        id: 'by-kind',
        label: said('step.hang-two-sided-ones'),
        why: said('step.both-sides-in-one-task-where'),
      },
      { id: 'hung', label: said('step.hang-all'), why: said('step.both-sides-and-edges-at-once') },
      { id: 'flat', label: said('step.all-flat-2'), why: said('step.no-runs-back-flip-front-two') },
    ],
  },
  faces: {
    ask: said('step.faces-of-pieces-that-lie'),
    choices: [
      {
        id: 'by-coat',
        label: said('step.both-faces-coat-by-coat'),
        why: said('step.both-faces-are-equally-far-at-any-time'),
      },
      {
        id: 'backs-first',
        label: said('step.backs-wholly-first'),
        why: said('step.turned-over-once-the-face-is-last'),
      },
    ],
  },
  overlap: {
    ask: said('step.overlap-of-strokes'),
    choices: [
      { id: '50', label: said('step.half'), why: said('step.the-evenest-film') },
      { id: '40', label: '40 %', why: said('step.a-sixth-quicker-slight-stripes') },
      { id: '30', label: '30 %', why: said('step.quickest-stripes-unless-the-fan-is') },
    ],
  },
  hold: {
    ask: said('step.gun-distance'),
    choices: [
      {
        id: 'square',
        label: said('step.perpendicular-close'),
        why: said('step.even-film-least-paint-in-the'),
      },
      {
        id: 'far',
        label: said('step.farther-for-texture'),
        why: said('step.a-drier-softer-surface-about-a'),
      },
    ],
  },
  edges: {
    ask: said('step.edges-and-recesses'),
    choices: [
      { id: 'first', label: said('step.first-lightly'), why: said('step.they-are-covered-before-the-faces') },
      { id: 'overspray', label: said('step.by-overspray'), why: said('step.quicker-edges-stay-thin') },
    ],
  },
  thinning: {
    ask: 'Thinning',
    choices: [
      {
        id: 'to-target',
        label: said('step.to-a-cup-time'),
        why: said('step.the-same-film-whatever-the-batch'),
      },
      { id: 'ratio', label: said('step.by-ratio-10'), why: said('step.no-cup-needed-batches-and-cold') },
      { id: 'none', label: said('step.none'), why: said('step.the-thickest-dry-film-needs-a') },
    ],
  },
  stir: {
    ask: 'Mixing',
    choices: [
      { id: 'stir', label: said('step.stir'), why: said('step.no-air-in-the-paint') },
      {
        id: 'shake',
        label: said('step.shake-and-rest'),
        why: said('step.lifts-settled-pigment-the-bubbles-need'),
      },
    ],
  },
  tack: {
    ask: said('step.dust-removal-before-coating'),
    choices: [
      { id: 'tack', label: said('step.vacuum-air-tack-cloth'), why: said('step.least-left-behind') },
      { id: 'damp', label: said('step.damp-lint-free-cloth'), why: said('step.no-wax-at-all-the-cloth') },
    ],
  },
  cup: {
    ask: said('step.cup-between-coats'),
    choices: [
      {
        id: 'rest',
        label: said('step.sealed-rest-waterborne'),
        why: said('step.a-few-hours-do-a-sealed'),
      },
      { id: 'clean', label: said('step.clean-always'), why: said('step.a-clean-gun-never-surprises') },
    ],
  },
  hinges: {
    ask: 'Hinges',
    choices: [
      { id: 'off', label: said('step.off'), why: said('step.clean-edges-all-round') },
      {
        id: 'on',
        label: said('step.masked-left-on'),
        why: said('step.if-they-are-replaced-anyway-edges'),
      },
    ],
  },
  afterLast: {
    ask: said('step.after-the-last-clear-coat'),
    choices: [
      { id: 'leave', label: said('step.leave-it'), why: said('step.a-film-is-hardest-untouched') },
      { id: 'rub-out', label: said('step.rub-out'), why: said('step.silky-to-the-hand-very-fine') },
    ],
  },
} as const satisfies Record<string, MethodQuestion>;

export type MethodId = keyof typeof METHODS;
export const METHOD_IDS = Object.keys(METHODS) as MethodId[];

/** One way for every question. */
export type Methods = { [K in MethodId]: (typeof METHODS)[K]['choices'][number]['id'] };

/** What ships: the first way of every question. */
export const DEFAULT_METHODS = Object.fromEntries(
  METHOD_IDS.map((id) => [id, METHODS[id].choices[0].id]),
) as Methods;

const choiceOf = (id: MethodId) => z.enum(METHODS[id].choices.map((way) => way.id) as [string, ...string[]]);

/**
 * What a shop or a job does otherwise than what lies under it, each with its reason. A question that is not named is
 * answered by the level below: the job's by the shop, the shop's by what ships.
 */
export const MethodChoicesSchema = z
  .object({
    choices: z.object(
      Object.fromEntries(METHOD_IDS.map((id) => [id, choiceOf(id).optional()])),
    ) as unknown as z.ZodType<Partial<Methods>, Partial<Methods>>,
    reasons: z
      .partialRecord(z.enum(METHOD_IDS as [MethodId, ...MethodId[]]), textField('reason', 300))
      .default({}),
  })
  .default({ choices: {}, reasons: {} });
export type MethodChoices = z.infer<typeof MethodChoicesSchema>;

/** Nothing done otherwise. */
export const NO_METHOD_CHOICES: MethodChoices = { choices: {}, reasons: {} };

/** The ways that count: the job's where it has its own, else the shop's, else what ships. */
export function methodsOf(...levels: readonly (Pick<MethodChoices, 'choices'> | undefined)[]): Methods {
  return Object.assign({}, DEFAULT_METHODS, ...levels.map((level) => level?.choices ?? {}));
}

/** Words of a way on screen; the id itself for one that no longer ships. */
export function choiceWords(id: MethodId, way: string): string {
  return METHODS[id].choices.find((candidate) => candidate.id === way)?.label ?? way;
}
