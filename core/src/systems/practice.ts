import { z } from 'zod';
import { textField } from '../fields/index.ts';

/** One way of answering a question on which refinishers disagree. */
export interface Way {
  id: string;
  label: string;
  /** What speaks for it, in a sentence. */
  why: string;
}

/** A question of practice: the first way is the one that ships. */
export interface PracticeQuestion {
  ask: string;
  ways: readonly [Way, Way, ...Way[]];
}

/** The questions on which the schools differ, each with its ways and what speaks for them. */
export const PRACTICE = {
  cleaning: {
    ask: 'Clean or sand first',
    ways: [
      {
        id: 'clean-key-clean',
        label: 'Clean, key, clean',
        why: 'Grease is gone before an abrasive can grind it in.',
      },
      {
        id: 'sand-first',
        label: 'Sand, then clean',
        why: 'Saves a pass; safe only on raw stock that nobody has handled.',
      },
      {
        id: 'raw-too',
        label: 'Clean raw stock too',
        why: 'Raw stock picks up hands, glue and machine oil on its way.',
      },
    ],
  },
  firstKey: {
    ask: 'First key',
    ways: [
      { id: 'standard', label: 'P180, P220 on thin film', why: 'Takes the gloss without leaving furrows.' },
      {
        id: 'climb',
        label: 'P120, then P180',
        why: 'Levels a rough old finish; the second grit takes the furrows of the first.',
      },
      {
        id: 'degloss',
        label: 'Deglosser',
        why: 'Reaches deep profiles without dust; the coat must follow inside its window.',
      },
    ],
  },
  fill: {
    ask: 'Fill the grain',
    ways: [
      {
        id: 'by-colour',
        label: 'As the system says',
        why: 'Pale colours draw every pore; dark ones hide them.',
      },
      {
        id: 'always',
        label: 'Always',
        why: 'Glass-flat whatever the colour; costs as much as all other preparation.',
      },
      { id: 'never', label: 'Never', why: 'The wood may show; saves the dearest part of the preparation.' },
    ],
  },
  caulk: {
    ask: 'Caulk frame gaps',
    ways: [
      { id: 'as-found', label: 'When found', why: 'Added manually where gaps show; none is planned.' },
      { id: 'after-primer', label: 'After the first primer', why: 'Gaps show once the first primer is on.' },
      { id: 'before-primer', label: 'Before primer', why: 'One pass of primer covers wood and caulk alike.' },
    ],
  },
  joint: {
    ask: 'Joint of a floating panel',
    ways: [
      { id: 'free', label: 'Leave free', why: 'The panel moves with the seasons; a filled joint cracks.' },
      { id: 'caulk', label: 'Caulk', why: 'A closed line looks finished, until the panel moves.' },
    ],
  },
  betweenGrit: {
    ask: 'Grit between coats',
    ways: [
      { id: 'by-film', label: 'By the film', why: 'P320; P220 on soft paint; P400 on gloss and clear.' },
      { id: '180', label: 'P180', why: 'Levels most, scratches most.' },
      { id: '220', label: 'P220', why: 'Levels well under a film that flows.' },
      { id: '320', label: 'P320', why: 'Scratches vanish under the next coat.' },
      { id: '400', label: 'P400', why: 'For hard and glossy coats; levels little.' },
    ],
  },
  smooth: {
    ask: 'A coat that dried smooth',
    ways: [
      { id: 'sand', label: 'Scuff it', why: 'A fresh key and the nibs off.' },
      {
        id: 'skip',
        label: 'Coat it as it is',
        why: 'Inside the window the next coat bonds by itself; saves a pass.',
      },
    ],
  },
  coats: {
    ask: 'Colour coats',
    ways: [
      { id: 'two-light', label: 'Two light', why: 'Less sag, sooner dry, sooner recoated.' },
      {
        id: 'one-full',
        label: 'One full wet coat',
        why: 'Half the handling, at the thickest film of the sheet; runs and slow drying are the price.',
      },
    ],
  },
  laying: {
    ask: 'Loose pieces',
    ways: [
      {
        id: 'by-kind',
        label: 'Hang two-sided ones',
        why: 'Both sides in one visit where there are two; flat where there is one.',
      },
      { id: 'hung', label: 'Hang all', why: 'Both sides and edges at once; runs more easily.' },
      { id: 'flat', label: 'All flat', why: 'No runs; back, flip, front: two visits and the rack.' },
    ],
  },
  overlap: {
    ask: 'Overlap of strokes',
    ways: [
      { id: '50', label: 'Half', why: 'The evenest film.' },
      { id: '40', label: '40 %', why: 'A sixth quicker, slight stripes.' },
      { id: '30', label: '30 %', why: 'Quickest, stripes unless the fan is soft-edged.' },
    ],
  },
  hold: {
    ask: 'Gun distance',
    ways: [
      { id: 'square', label: 'Perpendicular, close', why: 'Even film, least paint in the air.' },
      {
        id: 'far',
        label: 'Farther, for texture',
        why: 'A drier, softer surface; about a seventh more paint is lost.',
      },
    ],
  },
  edges: {
    ask: 'Edges and recesses',
    ways: [
      { id: 'first', label: 'First, lightly', why: 'They are covered before the faces are wet.' },
      { id: 'overspray', label: 'By overspray', why: 'Quicker; edges stay thin.' },
    ],
  },
  thinning: {
    ask: 'Thinning',
    ways: [
      {
        id: 'to-target',
        label: 'To a cup time',
        why: 'The same film whatever the batch and the weather, within the sheet.',
      },
      { id: 'ratio', label: 'By ratio, 10 %', why: 'No cup needed; batches and cold days differ.' },
      { id: 'none', label: 'None', why: 'The thickest dry film; needs a gun that carries it.' },
    ],
  },
  stir: {
    ask: 'Mixing',
    ways: [
      { id: 'stir', label: 'Stir', why: 'No air in the paint.' },
      { id: 'shake', label: 'Shake and rest', why: 'Lifts settled pigment; the bubbles need a rest.' },
    ],
  },
  tack: {
    ask: 'Dust removal before coating',
    ways: [
      { id: 'tack', label: 'Vacuum, air, tack cloth', why: 'Least left behind.' },
      { id: 'damp', label: 'Damp lint-free cloth', why: 'No wax at all; the cloth has to be barely damp.' },
    ],
  },
  cup: {
    ask: 'Cup between coats',
    ways: [
      {
        id: 'rest',
        label: 'Sealed rest, waterborne',
        why: 'A few hours do a sealed waterborne cup no harm.',
      },
      { id: 'clean', label: 'Clean always', why: 'A clean gun never surprises.' },
    ],
  },
  hinges: {
    ask: 'Hinges',
    ways: [
      { id: 'off', label: 'Off', why: 'Clean edges all round.' },
      {
        id: 'on',
        label: 'Masked, left on',
        why: 'If they are replaced anyway; edges beside them stay thin.',
      },
    ],
  },
  afterLast: {
    ask: 'After the last clear coat',
    ways: [
      { id: 'leave', label: 'Leave it', why: 'A film is hardest untouched.' },
      { id: 'rub-out', label: 'Rub out', why: 'Silky to the hand, very fine and almost without pressure.' },
    ],
  },
} as const satisfies Record<string, PracticeQuestion>;

export type PracticeId = keyof typeof PRACTICE;
export const PRACTICE_IDS = Object.keys(PRACTICE) as PracticeId[];

/** One way for every question. */
export type Practice = { [K in PracticeId]: (typeof PRACTICE)[K]['ways'][number]['id'] };

/** What ships: the first way of every question. */
export const DEFAULT_PRACTICE = Object.fromEntries(
  PRACTICE_IDS.map((id) => [id, PRACTICE[id].ways[0].id]),
) as Practice;

const wayOf = (id: PracticeId) => z.enum(PRACTICE[id].ways.map((way) => way.id) as [string, ...string[]]);

/**
 * What a shop or a job does otherwise than what lies under it, each with its reason. A question that is not named is
 * answered by the level below: the job's by the shop, the shop's by what ships.
 */
export const OwnPracticeSchema = z
  .object({
    ways: z.object(
      Object.fromEntries(PRACTICE_IDS.map((id) => [id, wayOf(id).optional()])),
    ) as unknown as z.ZodType<Partial<Practice>, Partial<Practice>>,
    reasons: z
      .partialRecord(z.enum(PRACTICE_IDS as [PracticeId, ...PracticeId[]]), textField('reason', 300))
      .default({}),
  })
  .default({ ways: {}, reasons: {} });
export type OwnPractice = z.infer<typeof OwnPracticeSchema>;

/** Nothing done otherwise. */
export const NO_OWN_PRACTICE: OwnPractice = { ways: {}, reasons: {} };

/** The ways that count: the job's where it has its own, else the shop's, else what ships. */
export function practiceOf(...levels: readonly (Pick<OwnPractice, 'ways'> | undefined)[]): Practice {
  return Object.assign({}, DEFAULT_PRACTICE, ...levels.map((level) => level?.ways ?? {}));
}

/** Words of a way on screen; the id itself for one that no longer ships. */
export function wayWords(id: PracticeId, way: string): string {
  return PRACTICE[id].ways.find((candidate) => candidate.id === way)?.label ?? way;
}
