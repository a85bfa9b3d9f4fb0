import type { Geometry } from '../pieces/index.ts';
import { type FilmFigures, type FilmLimits, filmScore } from './filmMap.ts';
import { type GunSample, NO_FAULTS, pathOf, type StrokeFaults } from './path.ts';
import { type GunSetting, solveSetting } from './setting.ts';
import {
  type FaceField,
  fieldStrokes,
  type StrokePlan,
  type StrokeWish,
  strokePlanOf,
} from './strokePlan.ts';

/** One way to spray the front of a piece, with everything that decides the film. */
export interface SprayCase {
  setting: GunSetting;
  distanceMm: number;
  /** Distance at which the fan is as wide as it is set, in mm. */
  referenceMm: number;
  /** Exponent of the plume across the fan, 1.6 to 3. */
  b: number;
  leadMm: number;
  /** The one that wastes less where it is left out. */
  direction: FaceField['direction'] | null;
  /** The fan stays as it is set, however narrow the piece. */
  isFixedFan: boolean;
  hasEdges: boolean;
  faults: StrokeFaults;
  /** Passes over wet paint, each with all of the flow; the second at a right angle to the first where they cross. */
  passes: 1 | 2;
  isCrossed: boolean;
}

/** A turbine gun on a door: 220 mL/min, 20 cm of fan at 20 cm, half overlap, 35 cm/s. */
export const USUAL_CASE: SprayCase = {
  setting: { flowMlMin: 220, transfer: 0.65, fanMm: 200, overlap: 0.5, speedCmS: 35 },
  distanceMm: 200,
  referenceMm: 200,
  b: 2,
  leadMm: 70,
  direction: null,
  isFixedFan: false,
  hasEdges: true,
  faults: NO_FAULTS,
  passes: 1,
  isCrossed: false,
};

function wishOf({ setting, leadMm, direction, isFixedFan, hasEdges }: SprayCase): StrokeWish {
  const { flowMlMin, fanMm, overlap, speedCmS } = setting;
  return {
    flowMlMin,
    fanMm,
    overlap,
    leadMm,
    speedCmS,
    isFixedFan,
    hasEdges,
    ...(direction && { direction }),
  };
}

/** The strokes of a case, one pass; see {@link strokePlanOf}. */
export function planOfCase(piece: Geometry, one: SprayCase): StrokePlan {
  return strokePlanOf(piece, wishOf(one));
}

/** The way of the gun in a case, all passes. */
export function pathOfCase(piece: Geometry, one: SprayCase): GunSample[] {
  const plan = planOfCase(piece, one);
  const motion = { distanceMm: one.distanceMm, speedCmS: one.setting.speedCmS, faults: one.faults };
  if (one.passes === 1) return pathOf(plan.strokes, motion);
  const { face } = plan;
  const crossed: FaceField = one.isCrossed
    ? { ...face, direction: face.direction === 'across' ? 'down' : 'across' }
    : face;
  return pathOf([...plan.strokes, ...fieldStrokes(piece, crossed, face.fanMm / one.setting.fanMm)], motion);
}

/** What painters ask, with two ways that answer it. */
export const FILM_QUESTIONS = ['arc', 'overlap', 'inner-edges', 'speed', 'flat', 'two-light'] as const;
export type FilmQuestion = (typeof FILM_QUESTIONS)[number];

/** What a sheet says of its wet film, in µm. */
export interface FilmSheet {
  leastUm: number;
  typicalUm: number;
  sagUprightUm: number;
  sagFlatUm: number;
}

/** One side of an answer: a case, what its film is held against, and how many such coats are applied. */
export interface AnswerCase {
  of: SprayCase;
  limits: FilmLimits;
  coats: number;
}

const SWING_DEG = 20;
const OVERLAPS = [0.3, 0.5] as const;

/** Solves a setting for the speed at which it applies a film; as it was where no speed does. */
function atFilm(one: SprayCase, wftUm: number): SprayCase {
  const solved = solveSetting(one.setting, 'speed', wftUm);
  if (!solved) return one;
  const { wftUm: _film, ...setting } = solved;
  return { ...one, setting };
}

/**
 * Both ways that a question is about, the usual one first.
 * @param isFlat whether pieces lie flat in the case as it stands; the sag limit follows.
 */
export function questionCases(
  question: FilmQuestion,
  base: SprayCase,
  sheet: FilmSheet,
  isFlat: boolean,
): [AnswerCase, AnswerCase] {
  const limits = { leastUm: sheet.leastUm, sagUm: isFlat ? sheet.sagFlatUm : sheet.sagUprightUm };
  const as = (part: Partial<SprayCase>, coats = 1): AnswerCase => ({
    of: { ...base, ...part },
    limits,
    coats,
  });
  switch (question) {
    case 'arc':
      return [
        as({ hasEdges: false, faults: { ...base.faults, arcDeg: 0 } }),
        as({ hasEdges: false, faults: { ...base.faults, arcDeg: SWING_DEG } }),
      ];
    case 'overlap': {
      // At the same film each: less overlap goes slower. The same fan in the same direction, and the face alone.
      const even: SprayCase = {
        ...base,
        direction: base.direction ?? 'across',
        isFixedFan: true,
        hasEdges: false,
      };
      const [less, half] = OVERLAPS.map((overlap) =>
        as(atFilm({ ...even, setting: { ...base.setting, overlap } }, sheet.typicalUm)),
      );
      return [half ?? as({}), less ?? as({})];
    }
    case 'inner-edges':
      return [as({ hasEdges: true }), as({ hasEdges: false })];
    case 'speed':
      return [as(atFilm(base, sheet.typicalUm)), as({})];
    case 'flat':
      return [
        { ...as({}), limits: { ...limits, sagUm: sheet.sagFlatUm } },
        { ...as({}), limits: { ...limits, sagUm: sheet.sagUprightUm } },
      ];
    case 'two-light':
      return [as(atFilm(base, sheet.typicalUm), 2), as(atFilm(base, 2 * sheet.typicalUm))];
  }
}

/** A difference of scores below this is none that anybody sees. */
const SEEN_SCORE = 1;
/** Nor is one of the variation below this. */
const SEEN_CV = 0.01;

/** What one side of an answer comes to: on the flat parts, and on the recess walls. */
export interface SideFigures {
  figures: FilmFigures;
  walls: FilmFigures;
}

/** Questions about how even a film is, whatever its mean. */
const ABOUT_EVENNESS: readonly FilmQuestion[] = ['arc', 'overlap'];

/**
 * Which side of an answer gives the better film, 0 or 1: the evener one where that is what is asked, the one with the better score
 * elsewhere. Null where nobody would see a difference, as with a thin product that sags neither flat nor upright. The question of
 * the inner edges looks at the recess walls, the others at the rest.
 */
export function betterSide(question: FilmQuestion, sides: [SideFigures, SideFigures]): 0 | 1 | null {
  const [a, b] = sides.map(({ figures, walls }) => (question === 'inner-edges' ? walls : figures)) as [
    FilmFigures,
    FilmFigures,
  ];
  const [lead, seen] = ABOUT_EVENNESS.includes(question)
    ? [b.cv - a.cv, SEEN_CV]
    : [filmScore(a).score - filmScore(b).score, SEEN_SCORE];
  return Math.abs(lead) < seen ? null : lead > 0 ? 0 : 1;
}
