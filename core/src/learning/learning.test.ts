import { describe, expect, it } from 'vitest';
import { sampleId, sampleJob } from '../../test/sample.ts';
import { GENERIC_PRODUCTS } from '../catalogue/index.ts';
import { coatNeeds, seededPerSide, thirstOf } from '../estimating/index.ts';
import { geometricEfficiency } from '../film/index.ts';
import { type LogEntry, workOf } from '../jobs/index.ts';
import { type MixRecord, MixRecordSchema } from '../mixing/index.ts';
import { sideAreaM2 } from '../pieces/index.ts';
import { DEFAULT_SHOP_SETTINGS } from '../shop/index.ts';
import { minutesOfStep } from '../systems/index.ts';
import { learnedFigures, paceFigures, perSideFigures, transferFigures } from './figures.ts';
import { type MixSeen, mixesSeen, type SeenJob, workSeen } from './observations.ts';

const SETTINGS = DEFAULT_SHOP_SETTINGS;
const job = sampleJob([{ systemId: 'D', doors: 6, fronts: 0 }]);
const coat = job.steps.find(
  ({ productKey, operation }) =>
    operation === 'coat' && GENERIC_PRODUCTS[productKey ?? '']?.role === 'colour',
);
const sand = job.steps.find(({ operation }) => operation === 'sand');
if (!coat?.productKey || !sand) throw new Error('no coat, or nothing to sand');
const { productKey } = coat;
const WET_UM = 100;
/** Σ area × film / share of the fan that meets the piece: what is on the pieces, and what misses them, at a transfer of 1. */
const ON_ML = job.pieces.reduce(
  (sum, piece) => sum + (sideAreaM2(piece, 'all') * WET_UM) / geometricEfficiency(piece, 'turbine'),
  0,
);

const entry = (part: Partial<LogEntry> = {}): LogEntry => ({
  id: sampleId(7, 1),
  jobId: job.job.id,
  stepId: coat.id,
  side: 'all',
  action: 'do',
  pieceIds: job.pieces.map(({ id }) => id),
  doneAt: '2026-11-24T10:00:00.000Z',
  coat: {
    productKey,
    paintMl: null,
    thinnerMl: null,
    cup: null,
    cupSeconds: null,
    climate: null,
    wftUm: WET_UM,
    mixId: sampleId(9, 1),
  },
  note: '',
  correctsId: null,
  isWithdrawal: false,
  memberId: null,
  memberName: 'Maren',
  loggedAt: '2026-11-24T10:00:00.000Z',
  work: workOf({ ...coat, applicator: 'turbine' }),
  ...part,
});
const mix = (part: Partial<MixRecord> = {}): MixRecord =>
  MixRecordSchema.parse({
    id: sampleId(9, 1),
    revision: 1,
    productKey,
    jobId: job.job.id,
    stepId: coat.id,
    purpose: '',
    applicator: 'turbine',
    recipe: { thinning: { convention: 'on-paint', value: 10 }, conditionerPct: 0 },
    paintMl: 1000,
    way: 'volume',
    pailMm: null,
    target: null,
    gun: { name: 'Turbine gun', orificeUm: 1300, cupMl: 600, residueMl: 60 },
    materialC: null,
    madeBy: 'Maren',
    startedAt: '2026-11-24T08:00:00.000Z',
    pours: [
      { id: sampleId(9, 11), role: 'paint', ml: 1000, at: '2026-11-24T08:00:00.000Z' },
      { id: sampleId(9, 12), role: 'thinner', ml: 100, at: '2026-11-24T08:00:00.000Z' },
    ],
    readings: [],
    emptiedAt: '2026-11-24T10:10:00.000Z',
    leftMl: 240,
    ...part,
  });
const seenJob = (log: LogEntry[]): SeenJob => ({ ...job, job: { code: 'QUAY' }, log });
const seeMix = (part: Partial<MixRecord> = {}, log = [entry()]) =>
  mixesSeen(seenJob(log), [mix(part)], GENERIC_PRODUCTS, SETTINGS);

describe('a mix against the pieces coated with it', () => {
  it('of 1,100 mL 240 are left and 60 stay in the gun: 800 mL left the tool', () => {
    const [seen] = seeMix();
    expect(seen?.usedMl).toBe(800);
    expect(seen?.onPiecesMl).toBeCloseTo(ON_ML, 6);
    expect(seen?.transfer).toBeCloseTo(ON_ML / 800, 6);
    expect(seen).toMatchObject({ gun: 'Turbine gun', pieces: 6, role: 'colour' });
  });

  it('860 mL of mix with one part of thinner to ten are 782 mL of paint on twelve sides', () => {
    const [seen] = seeMix();
    const sides = 12;
    expect(seen?.perSideMl).toBeCloseTo(860 / 1.1 / sides, 6);
  });

  it('is less sure where nobody combed the film', () => {
    const { coat: combed } = entry();
    const [seen] = seeMix({}, [entry({ coat: combed && { ...combed, wftUm: null } })]);
    expect(seen?.transferSd ?? 0).toBeCloseTo((seen?.transfer ?? 0) * Math.hypot(0.1, 0.03), 6);
    expect((seeMix()[0]?.transferSd ?? 0) / (seeMix()[0]?.transfer ?? 1)).toBeCloseTo(
      Math.hypot(0.05, 0.03),
      6,
    );
  });

  it.each([
    ['it is not emptied yet', { emptiedAt: null }, [entry()]],
    ['nobody said what was left', { leftMl: null }, [entry()]],
    ['nothing is logged out of it', {}, []],
    ['more is left than was used', { leftMl: 1090 }, [entry()]],
    ['it went on with another tool', { applicator: 'airless' as const }, [entry()]],
    [
      'its entry was withdrawn',
      {},
      [entry(), entry({ id: sampleId(7, 2), correctsId: sampleId(7, 1), isWithdrawal: true })],
    ],
    [
      'it went on in moves with two tools',
      {},
      [
        entry({
          work: {
            ...workOf(coat),
            applications: [
              { parts: ['edges'], applicator: 'brush' },
              { parts: ['flats'], applicator: 'turbine' },
            ] as never,
          },
        }),
      ],
    ],
  ])('teaches nothing where %s', (_why, part, log) => {
    expect(seeMix(part, log)).toEqual([]);
  });

  it('counts no door equivalents for edges', () => {
    expect(seeMix({}, [entry({ side: 'edges' })])[0]).toMatchObject({ role: null, perSideMl: null });
  });
});

const seen = (id: number, transfer: number, part: Partial<MixSeen> = {}): MixSeen => ({
  kind: 'mix',
  id: sampleId(9, id),
  jobCode: 'QUAY',
  at: `2026-11-${String(10 + id)}T10:00:00.000Z`,
  productKey,
  applicator: 'turbine',
  gun: 'Turbine gun',
  pieces: 6,
  usedMl: 800,
  onPiecesMl: 800 * transfer,
  transfer,
  transferSd: 0.05,
  perSideMl: 60,
  perSideSd: 6,
  role: 'colour',
  ...part,
});

describe('what is believed', () => {
  it('is the precision-weighted mean of class and mixes, to the closed form', () => {
    // Turbine: 0.65 with 15 %, 0.0975. Two mixes of 0.55 and 0.59 with 0.05 each.
    const [figure] = transferFigures([seen(1, 0.55), seen(2, 0.59)], new Map());
    const weight = 1 / 0.0975 ** 2 + 2 / 0.05 ** 2;
    expect(figure?.belief.mean).toBeCloseTo((0.65 / 0.0975 ** 2 + (0.55 + 0.59) / 0.05 ** 2) / weight, 10);
    expect(figure?.belief.sd).toBeCloseTo(Math.sqrt(1 / weight), 10);
    expect(figure?.count).toBe(2);
  });

  it('does not count what was excluded, and says why it was', () => {
    const all = [seen(1, 0.55), seen(2, 0.2)];
    const [figure] = transferFigures(all, new Map([[sampleId(9, 2), 'spilled']]));
    expect(figure?.count).toBe(1);
    expect(figure?.belief).toEqual(transferFigures([seen(1, 0.55)], new Map())[0]?.belief);
    expect(figure?.seen.map(({ excluded }) => excluded)).toEqual(['spilled', null]);
  });

  it('doubts a mix that is far from all the others, and none of those', () => {
    const all = [seen(1, 0.6), seen(2, 0.62), seen(3, 0.58), seen(4, 0.2)];
    const [figure] = transferFigures(all, new Map());
    expect(figure?.seen.filter(({ isDoubtful }) => isDoubtful).map(({ one }) => one.transfer)).toEqual([0.2]);
  });

  it('keeps guns, tools and products apart', () => {
    const all = [seen(1, 0.6), seen(2, 0.6, { gun: 'Other' }), seen(3, 0.6, { productKey: 'x' })];
    expect(transferFigures(all, new Map())).toHaveLength(3);
    expect(transferFigures([], new Map())).toEqual([]);
  });

  it('begins a count by doors from a standard door', () => {
    const [figure] = perSideFigures([seen(1, 0.6)], new Map());
    expect(figure?.prior.mean).toBeCloseTo(seededPerSide('colour', 'turbine'), 6);
    const own = figure?.prior ?? { mean: 0, sd: 1 };
    const weight = 1 / own.sd ** 2 + 1 / 6 ** 2;
    expect(figure?.belief.mean).toBeCloseTo((own.mean / own.sd ** 2 + 60 / 6 ** 2) / weight, 10);
  });
});

describe('what estimates make of it', () => {
  it('a gun of which half as much reaches the pieces takes twice as much, the class of others stays', () => {
    const learned = {
      transfer: new Map([[`turbine|${productKey}`, { belief: { mean: 0.325, sd: 0.01 }, count: 5 }]]),
      perSide: new Map(),
    };
    expect(thirstOf(productKey, learned)('turbine')).toBeCloseTo(2, 10);
    expect(thirstOf(productKey, learned)('airless')).toBe(1);
    expect(thirstOf('other', learned)('turbine')).toBe(1);
  });

  it('narrows the interval and says from how many mixes', () => {
    const input = {
      steps: job.steps.map((step) =>
        step.id === coat.id ? { ...step, applicator: 'turbine' as const } : step,
      ),
      pieces: job.pieces,
      sheets: GENERIC_PRODUCTS,
      supplies: {},
      isOnSite: false,
      doorMeasure: SETTINGS.doorMeasure,
      perSideMl: SETTINGS.perSideMl,
    };
    const own = (learned?: ReturnType<typeof learnedFigures>) =>
      coatNeeds({ ...input, ...(learned && { learned }) }).find(({ stepId }) => stepId === coat.id);
    const all = [1, 2, 3, 4].map((id) => seen(id, 0.65));
    const [before, after] = [own(), own(learnedFigures(all, new Map()))];
    const width = (need: typeof before) => (need?.film.believed.sd ?? 0) / (need?.film.paintMl ?? 1);
    expect(after?.film.mixes).toBe(4);
    expect(before?.film.mixes).toBe(0);
    expect(width(after)).toBeLessThan(width(before));
    expect(after?.count).toMatchObject({ from: 'learned', mixes: 4 });
    expect(before?.count?.from).toBe('standard');
  });

  it('takes of several guns the one that was seen most', () => {
    const all = [seen(1, 0.4, { gun: 'Old' }), seen(2, 0.6), seen(3, 0.6)];
    const { transfer } = learnedFigures(all, new Map());
    expect(transfer.get(`turbine|${productKey}`)?.count).toBe(2);
  });

  it('learns nothing from mixes that are all excluded', () => {
    const { transfer, perSide } = learnedFigures([seen(1, 0.4)], new Map([[sampleId(9, 1), 'spilled']]));
    expect([transfer.size, perSide.size]).toEqual([0, 0]);
  });
});

describe('a task that was started and done', () => {
  const took = (tookMin: number | null) =>
    entry({ stepId: sand.id, coat: null, work: { ...workOf(sand), tookMin } });

  it('is set against the yardsticks that hold now, without setting up', () => {
    const reckoned = minutesOfStep(sand, job.pieces, 'all', undefined).handsOnMin;
    const [one] = workSeen(seenJob([took(reckoned * 1.5)]), SETTINGS);
    expect(one).toMatchObject({ yardstick: 'sandPrimer', pieces: 6 });
    expect((one?.tookMin ?? 0) / (one?.reckonedMin ?? 1)).toBeCloseTo(1.5, 10);
    const [figure] = paceFigures(one ? [one] : [], new Map());
    // 1 ± 0.3 before, 1.5 ± 0.25 seen.
    const weight = 1 / 0.09 + 1 / 0.0625;
    expect(figure?.belief.mean).toBeCloseTo((1 / 0.09 + 1.5 / 0.0625) / weight, 10);
  });

  it('teaches nothing where nobody started it', () => {
    expect(workSeen(seenJob([took(null)]), SETTINGS)).toEqual([]);
    expect(workSeen(seenJob([took(0)]), SETTINGS)).toEqual([]);
  });
});
