import { describe, expect, it } from 'vitest';
import { sampleId, sampleJob } from '../../test/sample.ts';
import { GENERIC_PRODUCTS } from '../catalogue/index.ts';
import { type LogEntry, workOf } from '../jobs/index.ts';
import { RatesSchema } from '../rates/index.ts';
import { DEFAULT_SHOP_SETTINGS } from '../shop/index.ts';
import { minutesOfStep } from '../systems/index.ts';
import { jobPrice } from './jobPrice.ts';
import { resultOf, workOfLog } from './result.ts';

const job = sampleJob([{ systemId: 'D', doors: 6, fronts: 0 }]);
const coat = job.steps.find(({ productKey }) => productKey === 'urethane-enamel-satin');
const sand = job.steps.find(({ operation }) => operation === 'sand');
if (!coat || !sand) throw new Error('no coat, or nothing to sand');
const rates = RatesSchema.parse({
  hour: { prep: 2400, brush: 2400, spray: 3000 },
  overheadPct: 10,
  waste: 2000,
});
const terms = { overheadPct: 10, marginPct: 20, taxPct: 20, roundTo: 1 };
let number = 0;
const entry = (part: Partial<LogEntry>): LogEntry => {
  number += 1;
  return {
    id: sampleId(7, number),
    jobId: job.job.id,
    stepId: sand.id,
    side: 'all',
    action: 'do',
    pieceIds: job.pieces.map(({ id }) => id),
    doneAt: '2026-11-24T10:00:00.000Z',
    coat: null,
    note: '',
    correctsId: null,
    isWithdrawal: false,
    memberId: null,
    memberName: 'Maren',
    loggedAt: '2026-11-24T10:00:00.000Z',
    ...part,
  };
};
const sanded = (minutes: number | null, tookMin: number | null = null) =>
  entry({ work: { ...workOf(sand), minutes, tookMin } });
const coated = (paintMl: number | null) =>
  entry({
    stepId: coat.id,
    doneAt: '2026-11-25T10:00:00.000Z',
    coat: {
      productKey: 'urethane-enamel-satin',
      paintMl,
      thinnerMl: null,
      cup: null,
      cupSeconds: null,
      climate: null,
      wftUm: null,
    },
    work: { ...workOf({ ...coat, applicator: 'turbine' }), minutes: 30 },
  });
const result = (log: LogEntry[], net: number | null = null) =>
  resultOf({
    steps: job.steps,
    pieces: job.pieces,
    log,
    sheets: GENERIC_PRODUCTS,
    rates,
    terms,
    timeZone: 'Europe/London',
    price: jobPrice({
      job: { place: 'shop', room: null, pricing: null },
      steps: job.steps,
      pieces: job.pieces,
      ops: null,
      sheets: GENERIC_PRODUCTS,
      supplies: {},
      items: [],
      settings: { ...DEFAULT_SHOP_SETTINGS, rates: { ...rates, placeDay: 0, trip: 0, cartridges: 0 } },
      timeZone: 'Europe/London',
      people: 2,
    }),
    agreed: net === null ? null : ({ net } as never),
  });

describe('what a job really took', () => {
  it('goes by what was timed, else by the yardsticks of the day', () => {
    const { work, timedMinutes } = workOfLog({
      steps: job.steps,
      pieces: job.pieces,
      log: [sanded(40), sanded(40, 65)],
      sheets: GENERIC_PRODUCTS,
    });
    expect(work.reduce((sum, { minutes }) => sum + minutes, 0)).toBe(105);
    expect(timedMinutes).toBe(65);
    expect(work.every(({ skill }) => skill === 'prep')).toBe(true);
  });

  it('goes by the yardsticks of today where an older log says nothing', () => {
    const reckoned = minutesOfStep(sand, job.pieces, 'all', undefined).handsOnMin;
    expect(result([sanded(null)]).minutes).toBeCloseTo(reckoned, 6);
    expect(result([entry({ action: 'flip' })]).minutes).toBe(0);
  });

  it('an hour of sanding, half an hour of spraying, 1.5 L at 36.00, waste 20.00, overhead 10 %', () => {
    // 24.00 + 15.00 + 54.00 + 20.00 = 113.00, with 10 % 124.30; of 200.00 that leaves 75.70, 37.85 %.
    const one = result([sanded(60), coated(1500)], 20_000);
    expect(one.material).toEqual({ amount: 5400, isAtLeast: false });
    expect(one.cost).toEqual({ amount: 12_430, isAtLeast: false });
    expect(one.marginPct).toBeCloseTo(37.85, 10);
    expect(one.days).toBe(2);
  });

  it('says at least where nobody wrote down the paint, and has no margin where nothing was agreed', () => {
    const one = result([coated(null)]);
    expect(one.material).toEqual({ amount: 0, isAtLeast: true });
    expect(one).toMatchObject({ agreedNet: null, marginPct: null });
  });

  it('counts nothing that was withdrawn or skipped', () => {
    const done = sanded(60);
    const gone = entry({ correctsId: done.id, isWithdrawal: true, work: done.work ?? null });
    const skipped = entry({ action: 'skip', work: { ...workOf(sand), minutes: 60 } });
    expect(result([done, gone, skipped])).toMatchObject({ minutes: 0, days: 0 });
  });
});
