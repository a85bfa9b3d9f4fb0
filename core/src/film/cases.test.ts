import { describe, expect, it } from 'vitest';
import { pieceOf } from '../../test/pieceOf.ts';
import {
  type AnswerCase,
  betterSide,
  FILM_QUESTIONS,
  type FilmQuestion,
  type FilmSheet,
  pathOfCase,
  planOfCase,
  questionCases,
  type SideFigures,
  USUAL_CASE,
} from './cases.ts';
import { layPath } from './deposit.ts';
import { filmAt, filmFigures, filmHistogram, filmScore, filmSection, runsOf } from './filmMap.ts';
import { LESSON_PLANS, SPRAY_LESSONS } from './practice.ts';
import { settingFilmUm } from './setting.ts';
import { surfaceOf } from './surface.ts';

const SHEET: FilmSheet = { leastUm: 55, typicalUm: 75, sagUprightUm: 130, sagFlatUm: 220 };
const door = pieceOf(400, 600, { construction: 'five-piece', recessMm: 9, bevelMm: 0 });

function lay(piece: typeof door, { of }: AnswerCase) {
  const surface = surfaceOf(piece, 4);
  const spray = {
    flowMlMin: of.setting.flowMlMin,
    transfer: of.setting.transfer,
    shape: { referenceMm: 200, b: of.b, bAlong: 2 },
  };
  return { surface, ...layPath(surface, spray, pathOfCase(piece, of)) };
}
const answer = (question: FilmQuestion, piece = door) =>
  questionCases(question, USUAL_CASE, SHEET, false).map((one) => {
    const { surface, filmUm } = lay(piece, one);
    return {
      ...one,
      surface,
      filmUm,
      face: filmFigures(surface, filmUm, one.limits, (part) => part === 'face'),
    };
  });

describe('planned strokes', () => {
  const { upright, recess, narrow } = LESSON_PLANS;
  it.each([
    ['a flat door', { ...upright.piece, construction: 'slab' as const }, 95],
    ['a recessed door', upright.piece, 90],
    ['a small recessed door', recess.piece, 90],
    ['a narrow front', narrow.piece, 90],
  ])(
    'of %s leave an even film, walls and edges with it, and hardly anything that sags',
    (_name, piece, least) => {
      const setting = { ...USUAL_CASE.setting, speedCmS: 31.8 };
      const { surface, filmUm } = lay(piece, {
        of: { ...USUAL_CASE, setting },
        limits: { leastUm: 60, sagUm: 130 },
        coats: 1,
      });
      expect(settingFilmUm(setting)).toBeCloseTo(75, 0);
      const figures = filmFigures(surface, filmUm, { leastUm: 60, sagUm: 130 });
      expect(filmScore(figures).score).toBeGreaterThan(least);
      expect(figures.overShare).toBeLessThan(0.005);
    },
  );
});

describe('questions', () => {
  it.each(FILM_QUESTIONS)('%s has two sides that differ', (question) => {
    const [a, b] = questionCases(question, USUAL_CASE, SHEET, false);
    expect(a).not.toEqual(b);
  });

  it('an arm that swings by 20° leaves the ends of its strokes thin and the middle thick', () => {
    const [straight, swung] = answer('arc', pieceOf(600, 400, { construction: 'slab' }));
    // Thick in the middle, thin at the ends of the strokes.
    const mean = (side: typeof straight, x: number) => {
      const line = { fromX: x, fromY: 100, toX: x, toY: 300 };
      const films = side ? filmSection(side.surface, side.filmUm, line, 60) : [];
      return films.reduce((sum, { um }) => sum + (um ?? 0), 0) / films.length;
    };
    expect(mean(straight, 20) / mean(straight, 300)).toBeCloseTo(1, 1);
    expect(mean(swung, 20) / mean(swung, 300)).toBeLessThan(0.95);
  });

  it('half overlap is more even than 30 % at the same mean film', () => {
    const [half, less] = answer('overlap');
    expect(half?.face.cv).toBeLessThan(less?.face.cv ?? 0);
    const films = [half, less].map((one) => one && settingFilmUm(one.of.setting));
    expect(films[0]).toBeCloseTo(75, 9);
    expect(films[1]).toBeCloseTo(75, 9);
  });

  it('inner edges are dry without strokes of their own', () => {
    const [with_, without] = answer('inner-edges').map(({ surface, filmUm, limits }) =>
      filmFigures(surface, filmUm, limits, (part) => part === 'wall'),
    );
    expect(without?.underShare).toBeGreaterThan(0.9);
    expect(with_?.meanUm).toBeGreaterThan(5 * (without?.meanUm ?? 100));
    expect(with_?.meanUm).toBeGreaterThan(40);
    expect(with_?.underShare).toBeLessThan(without?.underShare ?? 0);
  });

  it('the speed for a film is the one of the formula', () => {
    const [solved] = questionCases('speed', USUAL_CASE, SHEET, false);
    expect(solved?.of.setting.speedCmS).toBeCloseTo(31.778, 3);
  });

  it('flat holds more than upright, and two light coats what one heavy would not', () => {
    const [flat, upright] = questionCases('flat', USUAL_CASE, SHEET, false);
    expect([flat?.limits.sagUm, upright?.limits.sagUm]).toEqual([220, 130]);
    const [light, heavy] = answer(
      'two-light',
      pieceOf(400, 600, { construction: 'slab', finishEdges: false }),
    );
    expect(light?.coats).toBe(2);
    expect(light?.face.overShare).toBe(0);
    expect(heavy?.face.overShare).toBeGreaterThan(0.5);
    expect(heavy?.face.meanUm).toBeCloseTo(2 * (light?.face.meanUm ?? 0), 0);
  });
});

describe('the better side of an answer', () => {
  const sidesOf = (question: FilmQuestion, piece = door) =>
    answer(question, piece).map(({ surface, filmUm, limits }) => ({
      figures: filmFigures(surface, filmUm, limits, (part) => part !== 'wall' && part !== 'edge'),
      walls: filmFigures(surface, filmUm, limits, (part) => part === 'wall'),
    })) as [SideFigures, SideFigures];

  const slab = pieceOf(400, 600, { construction: 'slab' });

  it('is half overlap, strokes into the walls, and two light coats where one heavy sags', () => {
    expect(betterSide('overlap', sidesOf('overlap', slab))).toBe(0);
    expect(betterSide('inner-edges', sidesOf('inner-edges'))).toBe(0);
    expect(betterSide('two-light', sidesOf('two-light'))).toBe(0);
  });

  it('is neither on a door without walls, or where nothing sags either way', () => {
    expect(betterSide('inner-edges', sidesOf('inner-edges', slab))).toBeNull();
    const [side] = sidesOf('flat');
    expect(betterSide('flat', [side, side])).toBeNull();
  });

  it('is the second where that has the better score', () => {
    const [good, bad] = sidesOf('overlap', slab);
    expect(betterSide('overlap', [bad, good])).toBe(1);
  });
});

describe('passes', () => {
  it('a second one over wet paint doubles the face, crossed or not', () => {
    const piece = pieceOf(400, 400, { construction: 'slab', finishEdges: false });
    const mean = (part: Partial<typeof USUAL_CASE>) => {
      const { surface, filmUm } = lay(piece, {
        of: { ...USUAL_CASE, hasEdges: false, ...part },
        limits: { leastUm: 55, sagUm: 130 },
        coats: 1,
      });
      return filmFigures(surface, filmUm, { leastUm: 55, sagUm: 130 });
    };
    const [one, two, crossed] = [mean({}), mean({ passes: 2 }), mean({ passes: 2, isCrossed: true })];
    expect(two.meanUm / one.meanUm).toBeCloseTo(2, 6);
    expect(crossed.meanUm / one.meanUm).toBeCloseTo(2, 2);
    expect(crossed.cv).toBeLessThan(two.cv);
    expect(planOfCase(piece, USUAL_CASE).strokes.length).toBeGreaterThan(4);
  });
});

describe('figures of a film', () => {
  const piece = pieceOf(40, 20, { construction: 'slab', finishEdges: false });
  const surface = surfaceOf(piece, 10);
  const film = Float64Array.from([50, 60, 70, 80, 90, 100, 110, 160]);
  const figures = filmFigures(surface, film, { leastUm: 60, sagUm: 150 });

  it('are by area: mean, variation, too little, too much; worked by hand', () => {
    // Mean 90; squares about it 40², 30², 20², 10², 0, 10², 20², 70²: 8400 / 8 = 1050.
    expect(figures.meanUm).toBe(90);
    expect(figures.cv).toBeCloseTo(Math.sqrt(1050) / 90, 9);
    expect(figures).toMatchObject({ leastUm: 50, mostUm: 160, underShare: 1 / 8, overShare: 1 / 8 });
    expect(figures.areaM2).toBeCloseTo(0.0008, 9);
  });

  it('score 100 less both shares and the variation above 0.10, every term shown', () => {
    const score = filmScore(figures);
    expect(score.under).toBe(12.5);
    expect(score.over).toBe(12.5);
    expect(score.uneven).toBeCloseTo(100 * (Math.sqrt(1050) / 90 - 0.1), 6);
    expect(score.score).toBeCloseTo(75 - score.uneven, 6);
    expect(filmScore({ ...figures, underShare: 0.9, overShare: 0.1, cv: 2 }).score).toBe(0);
    expect(filmScore({ ...figures, underShare: 0, overShare: 0, cv: 0.1 }).score).toBe(100);
  });

  it('are found under a point, along a line, in a histogram and where it would run', () => {
    expect(filmAt(surface, film, 15, 5)).toBe(60);
    expect(filmAt(surface, film, 41, 5)).toBeNull();
    const line = { fromX: 5, fromY: 15, toX: 35, toY: 15 };
    expect(filmSection(surface, film, line, 4).map(({ um }) => um)).toEqual([90, 100, 110, 160]);
    const areas = filmHistogram(surface, film, 50, 3);
    expect(areas.map((m2) => Math.round(m2 * 1e4))).toEqual([0, 5, 3]);
    expect(runsOf(surface, film, 150)).toEqual([{ x: 35, y: 15, um: 160 }]);
    expect(runsOf(surface, film, 170)).toEqual([]);
  });

  it('leave out glass and openings', () => {
    const glazed = surfaceOf(pieceOf(400, 400, { construction: 'glazed', glazedPanels: 1, recessMm: 8 }), 4);
    expect(filmAt(glazed, new Float64Array(glazed.count), 200, 200)).toBeNull();
    expect(filmAt(glazed, new Float64Array(glazed.count), 20, 200)).toBe(0);
  });
});

describe('lessons', () => {
  it('can each be passed by a perfect hand that sprays as planned', () => {
    for (const lesson of SPRAY_LESSONS) {
      const { piece, isFlat, pass } = LESSON_PLANS[lesson];
      const limits = { leastUm: 40, sagUm: isFlat ? 220 : 150 };
      const { surface, filmUm } = lay(piece, {
        of: { ...USUAL_CASE, hasEdges: lesson === 'recess' || lesson === 'upright' },
        limits,
        coats: 1,
      });
      const { score } = filmScore(filmFigures(surface, filmUm, limits, (part) => part === 'face'));
      expect([lesson, score >= pass]).toEqual([lesson, true]);
    }
  });
});
