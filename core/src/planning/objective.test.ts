import { describe, expect, it } from 'vitest';
import { SAMPLE_START, sampleShop, sixtyPieces } from '../../test/sample.ts';
import type { ScheduledOp } from './index.ts';
import { checkPlan, searchPlan } from './index.ts';
import { compareScores, labourMinutes, roomMinutes, scoreOf, unevenness } from './solve/objective.ts';

/** Work of a person on a day, in hours. */
const work = (personId: string | null, day: number, hours: number, row: 'bench' | 'room' = 'bench') =>
  ({
    op: { row, loadId: 'load', pieceIds: ['a'] },
    personId,
    start: day * 1440 + 480,
    end: day * 1440 + 480 + hours * 60,
    segments:
      personId === null ? [] : [{ start: day * 1440 + 480, end: day * 1440 + 480 + hours * 60, pieces: 1 }],
  }) as unknown as ScheduledOp;

describe('unevenness', () => {
  it('is nothing where every day is alike, however many there are', () => {
    expect(unevenness({ ops: [work('a', 0, 6), work('a', 1, 6)] })).toBe(0);
    expect(unevenness({ ops: [0, 1, 2, 3].map((day) => work('a', day, 3)) })).toBe(0);
    expect(unevenness({ ops: [] })).toBe(0);
  });

  it('is the square of the coefficient of variation: 8 h and 4 h by hand', () => {
    // Mean 6, each a third away: 1/9.
    expect(unevenness({ ops: [work('a', 0, 8), work('a', 1, 4)] })).toBeCloseTo(1 / 9, 9);
  });

  it('counts a day on which one works and the other does not', () => {
    // a 6, b 6 and 0: mean 3 of (6, 0, 0, 6) → all a mean away.
    expect(unevenness({ ops: [work('a', 0, 6), work('b', 1, 6)] })).toBeCloseTo(1, 9);
  });

  it('counts two tasks of a day together, and what is done not at all', () => {
    const ops = [work('a', 0, 3), work('a', 0, 3), work('a', 1, 6), work(null, 2, 9)];
    expect(unevenness({ ops })).toBe(0);
  });
});

describe('other measures', () => {
  it('room in use runs from the first to the last work in it', () => {
    expect(roomMinutes({ ops: [work('a', 0, 1, 'room'), work('a', 3, 2, 'room'), work('a', 5, 2)] })).toBe(
      3 * 1440 + 120,
    );
    expect(roomMinutes({ ops: [work('a', 0, 1)] })).toBe(0);
    expect(labourMinutes({ ops: [work('a', 0, 1), work(null, 0, 5)] })).toBe(60);
  });

  /** An hour of a person from an hour of the first day on, to a load. */
  const hour = (who: string, from: number, loadId: string, stepKey: string, day = 0) =>
    ({
      op: { row: 'bench', loadId, stepKey, pieceIds: ['a'] },
      personId: who,
      start: day * 1440 + from * 60,
      end: day * 1440 + from * 60 + 60,
      segments: [{ start: day * 1440 + from * 60, end: day * 1440 + from * 60 + 60, pieces: 1 }],
    }) as unknown as ScheduledOp;

  it('a change to other work on another load weighs ten minutes; going on with either weighs nothing', () => {
    const score = (...ops: ScheduledOp[]) => scoreOf({ ops, completion: 900 }, 'earliest')[2] ?? 0;
    const kept = score(
      hour('a', 8, 'x', 'sand'),
      hour('a', 9, 'x', 'dust'),
      hour('b', 8, 'y', 'sand'),
      hour('b', 9, 'y', 'dust'),
    );
    const turned = score(
      hour('a', 8, 'x', 'sand'),
      hour('a', 9, 'y', 'dust'),
      hour('b', 8, 'y', 'sand'),
      hour('b', 9, 'x', 'dust'),
    );
    expect(turned - kept).toBeCloseTo(20, 9);
    const sanding = score(hour('a', 8, 'x', 'sand'), hour('a', 9, 'y', 'sand'));
    const overnight = score(hour('a', 8, 'x', 'sand'), hour('a', 8, 'y', 'dust', 1));
    const alone = score(hour('a', 8, 'x', 'sand'));
    expect(sanding - alone).toBeCloseTo(60, 9);
    // The next morning nobody leaves anything; the coats are a day's work later for all that.
    expect(overnight - alone).toBeCloseTo(60, 9);
  });

  it('in a plan of many loads what ends within the same hour is told apart by the work in it', () => {
    const plan = (loads: number, completion: number, more: number) => ({
      ops: [
        ...Array.from({ length: loads }, (_, number) => hour('a', 8, `load ${number}`, 'sand')),
        ...Array.from({ length: more }, () => hour('b', 8, 'load 0', 'sand')),
      ],
      completion,
    });
    const compare = (loads: number) =>
      compareScores(scoreOf(plan(loads, 905, 1), 'earliest'), scoreOf(plan(loads, 955, 0), 'earliest'));
    expect(compare(7)).toBeGreaterThan(0);
    expect(compare(6)).toBeLessThan(0);
    // Past the hour the end counts first.
    expect(
      compareScores(scoreOf(plan(7, 905, 3), 'earliest'), scoreOf(plan(7, 965, 0), 'earliest')),
    ).toBeLessThan(0);
  });

  it('of two plans that hand over together the calmer one is better', () => {
    const plan = { ops: [work('a', 0, 1)], completion: 900 };
    expect(compareScores(scoreOf(plan, 'earliest', 0), scoreOf(plan, 'earliest', 2))).toBeLessThan(0);
    expect(
      compareScores(scoreOf(plan, 'earliest', 5), scoreOf({ ...plan, completion: 901 }, 'earliest', 0)),
    ).toBeLessThan(0);
  });
});

it('asked for even days, the search makes them more even than the earliest handover does', () => {
  const shop = sampleShop();
  const question = { input: sixtyPieces(shop), shop, now: SAMPLE_START, earlier: { loads: [], ops: [] } };
  const best = (objective: 'even' | 'earliest') => {
    const made = searchPlan(question, { objective, seed: 1, pins: new Map() });
    if (!made.ok) throw new Error(made.message);
    for (let tries = 0; tries < 60; tries += 1) made.value.step();
    const { problem, plan } = made.value.found!;
    expect(checkPlan(problem, plan)).toEqual([]);
    return unevenness(plan);
  };
  expect(best('even')).toBeLessThan(best('earliest'));
});
