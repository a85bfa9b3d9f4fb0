import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import { SAMPLE_START, sampleId, sampleJob, sampleShop } from '../../test/sample.ts';
import type { Finding } from '../inspection/index.ts';
import type { LogEntry } from '../jobs/index.ts';
import { toInstant } from '../shop/index.ts';
import { does } from '../systems/operations.ts';
import { isHigher, type LessonJob, lessonsOf, rateOf, talliesOf } from './index.ts';

describe('a rate', () => {
  // Newcombe 1998, table I: Wilson score without continuity correction, 95 %.
  it.each([
    [81, 263, 0.2553, 0.3662],
    [15, 148, 0.0624, 0.1605],
    [0, 20, 0, 0.1611],
    [1, 29, 0.0061, 0.1718],
  ])('%i of %i lies from %f to %f', (faults, of, from, to) => {
    const rate = rateOf(faults, of);
    expect(rate.from).toBeCloseTo(from, 4);
    expect(rate.to).toBeCloseTo(to, 4);
    expect(rate.isTooFew).toBe(false);
  });

  it('says too few where the interval says nothing, and never goes beyond 0 and 1', () => {
    expect(rateOf(0, 0)).toMatchObject({ share: 0, from: 0, to: 1, isTooFew: true });
    expect(rateOf(1, 2).isTooFew).toBe(true);
    expect(rateOf(2, 16).isTooFew).toBe(true);
    expect(rateOf(0, 12).isTooFew).toBe(false);
    expect(rateOf(40, 40).to).toBe(1);
  });

  it('is higher than another only where their intervals do not meet', () => {
    expect(isHigher(rateOf(20, 60), rateOf(2, 60))).toBe(true);
    expect(isHigher(rateOf(5, 60), rateOf(2, 60))).toBe(false);
    expect(isHigher(rateOf(2, 2), rateOf(0, 200))).toBe(false);
  });
});

const shop = sampleShop();
const sample = sampleJob([{ systemId: 'D', doors: 3, fronts: 0, options: {} }], shop);
const films = sample.steps
  .filter((step) => does(step, 'laysFilm') && !step.isEdgesOnly)
  .sort((a, b) => a.position - b.position);
const [first, second] = films;
if (!first || !second) throw new Error('the sample lays two films');
const minute = (offset: number) => toInstant(SAMPLE_START + offset).toISOString();

function coat(
  number: number,
  stepId: string,
  at: number,
  air: { airC: number; rhPct: number } | null,
): LogEntry {
  const step = films.find(({ id }) => id === stepId);
  return {
    id: sampleId(7, number),
    jobId: sample.job.id,
    stepId,
    side: 'all',
    action: 'do',
    pieceIds: sample.pieces.map(({ id }) => id),
    doneAt: minute(at),
    coat: {
      productKey: step?.productKey ?? '',
      paintMl: 500,
      thinnerMl: 0,
      cup: null,
      cupSeconds: null,
      climate: air,
      wftUm: null,
    },
    note: '',
    correctsId: null,
    isWithdrawal: false,
    memberId: null,
    memberName: 'Ines',
    loggedAt: minute(at),
  };
}

function found(number: number, change: Partial<Finding> = {}): Finding {
  return {
    id: sampleId(13, number),
    jobId: sample.job.id,
    pieceId: sample.pieces[0]?.id ?? '',
    stepId: second?.id ?? null,
    spot: { side: 'front', part: 'face', x: 0.5, y: 0.5 },
    defect: 'run',
    severity: 'visible',
    note: '',
    callBackId: null,
    foundAt: minute(3000),
    memberId: null,
    memberName: 'Ines',
    loggedAt: minute(3000),
    answers: [],
    ...change,
  };
}

const job = (log: LogEntry[], findings: Finding[] = []): LessonJob => ({
  ...sample,
  job: { ...sample.job, neededBy: null },
  log,
  findings,
});
const tallies = (one: LessonJob) =>
  Object.fromEntries(
    talliesOf(one, shop, []).map(({ dimension, key, of, atWork, calledBack }) => [
      `${dimension} ${key}`,
      [of, atWork, calledBack],
    ]),
  );
const DAMP = { airC: 18, rhPct: 78 };
const FINE = { airC: 20, rhPct: 50 };

describe('what a job teaches', () => {
  it('counts every coat on every piece once, by its product, interval, air and applicator', () => {
    // Both sides in one go, the second coat two minutes after the first: far too early.
    const log = [coat(1, first.id, 0, FINE), coat(2, second.id, 2, DAMP)];
    const counted = tallies(job(log));
    expect(counted[`product ${first.productKey}`]?.[0]).toBe(first.productKey === second.productKey ? 6 : 3);
    expect(counted['interval first']).toEqual([3, 0, 0]);
    expect(counted['interval early']).toEqual([3, 0, 0]);
    expect(counted['climate damp']).toEqual([3, 0, 0]);
    expect(counted['climate normal']).toEqual([3, 0, 0]);
    expect(counted['system D']).toEqual([3, 0, 0]);
  });

  it('blames the coat that a finding speaks of, apart for work and call-backs', () => {
    const log = [coat(1, first.id, 0, FINE), coat(2, second.id, 2, DAMP)];
    const other = sample.pieces[1]?.id ?? '';
    const counted = tallies(
      job(log, [found(1), found(2), found(3, { pieceId: other, callBackId: sampleId(8, 1), stepId: null })]),
    );
    // Two findings on one coat of one piece are one coat that went wrong.
    expect(counted['interval early']).toEqual([3, 1, 1]);
    expect(counted['interval first']).toEqual([3, 0, 0]);
    expect(counted['system D']).toEqual([3, 1, 1]);
  });

  it('does not count what was no defect, what goes away by itself, and what was withdrawn from the log', () => {
    const answered = (answer: 'withdraw' | 'leave' | 'accept') => {
      const by = { memberId: null, memberName: 'Ines', loggedAt: minute(3001) };
      const words = { cure: null, cause: null, isAlone: false, reason: 'x', at: minute(3001), stepIds: [] };
      return found(1, {
        answers: [{ id: sampleId(13, 9), findingId: sampleId(13, 1), answer, ...words, ...by }],
      });
    };
    const log = [coat(1, first.id, 0, null)];
    expect(tallies(job(log, [answered('withdraw')]))['system D']).toEqual([3, 0, 0]);
    expect(tallies(job(log, [answered('leave')]))['system D']).toEqual([3, 0, 0]);
    expect(tallies(job(log, [answered('accept')]))['system D']).toEqual([3, 1, 0]);
    expect(tallies(job(log))['climate unknown']).toEqual([3, 0, 0]);
    const gone = { ...coat(2, first.id, 1, null), correctsId: log[0]?.id ?? null, isWithdrawal: true };
    expect(tallies(job([...log, gone]))).toEqual({});
  });
});

describe('what jobs teach together', () => {
  const tally = (key: string, of: number, atWork: number) =>
    ({ dimension: 'climate', key, of, atWork, calledBack: 0 }) as const;
  it('adds up, the most coats first, and marks what stands out from the rest', () => {
    const lessons = lessonsOf([
      tally('damp', 30, 9),
      tally('normal', 100, 2),
      tally('damp', 30, 11),
      tally('cold', 3, 3),
    ]);
    const rows = lessons.get('climate') ?? [];
    expect(rows.map(({ key, atWork }) => [key, atWork.faults, atWork.of])).toEqual([
      ['normal', 2, 100],
      ['damp', 20, 60],
      ['cold', 3, 3],
    ]);
    expect(rows.map(({ standsOut }) => standsOut.atWork)).toEqual([false, true, false]);
    expect(lessons.get('product')).toBeUndefined();
  });

  it('does not call a class worse for having only itself', () => {
    expect(lessonsOf([tally('damp', 60, 20)]).get('climate')?.[0]?.standsOut.atWork).toBe(false);
  });
});
