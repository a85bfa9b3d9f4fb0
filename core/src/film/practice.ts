import { PIECE_DEFAULTS, type PieceSpec } from '../pieces/index.ts';
import type { HandFault } from './faults.ts';

/** Lessons in the order in which people learn. */
export const SPRAY_LESSONS = [
  'speed',
  'distance',
  'wrist',
  'trigger',
  'overlap',
  'edges',
  'recess',
  'narrow',
  'upright',
] as const;
export type SprayLesson = (typeof SPRAY_LESSONS)[number];

/** What is practised on, what counts, and when it is learnt. */
export interface LessonPlan {
  piece: PieceSpec;
  /** Faults that this lesson is about; others are told, but cost nothing. */
  about: readonly HandFault[];
  isFlat: boolean;
  /** Score from which it is learnt. */
  pass: number;
}

const panel = (widthMm: number, heightMm: number, part: Partial<PieceSpec> = {}): PieceSpec => ({
  ...PIECE_DEFAULTS,
  tag: 'CARD',
  construction: 'slab',
  widthMm,
  heightMm,
  finishFront: true,
  finishBack: false,
  finishEdges: false,
  ...part,
});
const door = { construction: 'five-piece', recessMm: 9, bevelMm: 0, frameMm: 65, finishEdges: true } as const;

/** A card in every lesson but the last four, where it is a piece with edges, a recessed door, a narrow front, an upright door. */
export const LESSON_PLANS: Readonly<Record<SprayLesson, LessonPlan>> = {
  speed: { piece: panel(600, 160), about: ['slow', 'fast', 'uneven'], isFlat: true, pass: 60 },
  distance: { piece: panel(600, 160), about: ['far', 'near'], isFlat: true, pass: 60 },
  wrist: { piece: panel(600, 160), about: ['arc', 'tilt'], isFlat: true, pass: 65 },
  trigger: { piece: panel(600, 160), about: ['late', 'dwell'], isFlat: true, pass: 65 },
  overlap: { piece: panel(500, 400), about: ['uneven', 'late'], isFlat: true, pass: 70 },
  edges: { piece: panel(400, 300, { finishEdges: true }), about: ['late', 'dwell'], isFlat: true, pass: 65 },
  recess: { piece: panel(400, 500, door), about: ['near', 'dwell'], isFlat: true, pass: 60 },
  narrow: {
    piece: panel(500, 140, { finishEdges: true }),
    about: ['fast', 'slow', 'late'],
    isFlat: true,
    pass: 60,
  },
  upright: { piece: panel(400, 720, door), about: ['dwell', 'slow', 'near'], isFlat: false, pass: 65 },
};
