import { describe, it } from 'vitest';
import { expect, words } from '../../test/expect.ts';
import { SAMPLE_START, sampleId, sampleJob, sampleShop } from '../../test/sample.ts';
import { TENT } from '../../test/waysCase.ts';
import { filmClocks } from '../drying/index.ts';
import type { LogEntry } from '../jobs/index.ts';
import { coatAmounts, shelfOf } from '../mixing/index.ts';
import { type PlannedOp, planJob, snapshotOf } from '../planning/index.ts';
import { toInstant } from '../shop/index.ts';
import { floorAgenda, paintDemand, pieceStates, stockForecast } from './index.ts';

const shop = sampleShop();
const job = sampleJob([{ systemId: 'D', doors: 4, fronts: 0, options: { laying: 'flat' } }], shop);
const outcome = planJob(job, shop, SAMPLE_START);
if (!outcome.ok) throw new Error(outcome.message);
const plan = snapshotOf(sampleId(6, 1), '2026-11-23T06:00:00Z', shop.climate, outcome.value);

function opNamed(name: string): PlannedOp {
  const found = plan.ops.find((op) => words(op.name) === name);
  if (!found) throw new Error(`no “${name}”`);
  return found;
}

function logUpTo(name: string): LogEntry[] {
  const last = opNamed(name);
  const chain = plan.ops.filter((op) => op.loadId === last.loadId);
  return chain.slice(0, chain.indexOf(last) + 1).map((op, index) => ({
    id: sampleId(7, index + 1),
    jobId: job.job.id,
    stepId: op.stepId,
    side: op.side,
    action: op.action,
    pieceIds: op.pieceIds,
    doneAt: toInstant(op.end).toISOString(),
    coat: null,
    note: '',
    correctsId: null,
    isWithdrawal: false,
    memberId: sampleId(9, 1),
    memberName: 'Ines',
    loggedAt: toInstant(op.end).toISOString(),
  }));
}

function stateAfter(name: string, minutesLater: number) {
  const op = opNamed(name);
  const states = pieceStates({ ...job, log: logUpTo(name) }, shop, op.end + minutesLater);
  const { front, back } = states.get(op.pieceIds[0] ?? '') ?? { front: null, back: null };
  return [front?.state, back?.state];
}

describe('pieceStates', () => {
  it('stay wet through a cold night outdoors, whatever the air was when they were coated', () => {
    const op = opNamed('Colour 2, fronts');
    const inTent = (shopAir: Partial<typeof shop>) => {
      const there = { ...shop, settings: { ...shop.settings, places: [TENT] }, ...shopAir };
      const pieces = job.pieces.map((piece) => ({ ...piece, way: 'place' as const }));
      const log = logUpTo('Colour 2, fronts').map((entry) =>
        entry.stepId === op.stepId
          ? {
              ...entry,
              coat: {
                productKey: 'urethane-enamel-satin',
                paintMl: null,
                thinnerMl: null,
                cup: null,
                cupSeconds: null,
                climate: { airC: 23, rhPct: 50 },
                wftUm: 100,
              },
            }
          : entry,
      );
      const states = pieceStates({ ...job, pieces, log }, there, op.end + 1);
      const wetUntil = states.get(op.pieceIds[0] ?? '')?.front?.wetUntil;
      return wetUntil === undefined || wetUntil === null ? 0 : wetUntil - op.end;
    };
    const night = { airC: 9, rhPct: 80 };
    const from = op.end - (op.end % 60);
    const forecast = Array.from({ length: 72 }, (_, hour) => ({ at: from + hour * 60, climate: night }));
    const sheet = shop.sheets['urethane-enamel-satin'];
    if (!sheet) throw new Error('no enamel');
    const cold = inTent({ airs: { tent: { climate: night, forecast } } });
    expect(cold).toBe(filmClocks(sheet, night, 100).handle.hereMinutes);
    // Indoors, or where nobody knows the weather, what was noted with the coat counts.
    expect(inTent({})).toBe(filmClocks(sheet, { airC: 23, rhPct: 50 }, 100).handle.hereMinutes);
    expect(cold).toBeGreaterThan(inTent({}));
  });

  it('starts bare and follows the log, side by side', () => {
    expect(
      [...pieceStates(job, shop, SAMPLE_START).values()].every(({ front }) => front?.state === 'bare'),
    ).toBe(true);
    expect(stateAfter('Degrease and rinse', 0)).toEqual(['clean', 'clean']);
    expect(stateAfter('Key P220', 0)).toEqual(['keyed', 'keyed']);
    expect(stateAfter('Prime 1, backs', 1)).toEqual(['keyed', 'wet']);
    expect(stateAfter('Prime 1, fronts', 1)).toEqual(['wet', 'primed']);
    expect(stateAfter('Colour 2, fronts', 1)).toEqual(['wet', 'dry']);
  });

  it('is wet exactly until dry to handle', () => {
    const op = opNamed('Prime 1, backs');
    const handle = op.lags?.handle ?? 0;
    expect(stateAfter('Prime 1, backs', handle - 1)[1]).toBe('wet');
    expect(stateAfter('Prime 1, backs', handle)[1]).toBe('primed');
  });

  it('is cured when the last coat has had its cure, not before', () => {
    expect(stateAfter('Colour 2, fronts', 20 * 1440)).toEqual(['dry', 'dry']);
    expect(stateAfter('Colour 2, fronts', 60 * 1440)).toEqual(['cured', 'cured']);
    expect(stateAfter('Colour 1, fronts', 60 * 1440)).toEqual(['dry', 'dry']);
  });

  it('shows nothing for a side that is not finished', () => {
    const pieces = job.pieces.map((piece) => ({ ...piece, finishBack: false }));
    expect(
      [...pieceStates({ ...job, pieces }, shop, SAMPLE_START).values()].every(({ back }) => back === null),
    ).toBe(true);
  });
});

describe('floorAgenda', () => {
  const onFloor = (log: LogEntry[]) => [{ ...job, log, plan }];

  it('offers the first step of every load in the morning', () => {
    const agenda = floorAgenda(onFloor([]), shop, SAMPLE_START);
    expect(new Set(agenda.ready.map(({ op }) => op.name))).toEqual(new Set(['Remove, tag and bag']));
    expect(agenda.waiting).toEqual([]);
    expect(agenda.drying).toEqual([]);
  });

  it('holds the flip back until the backs are dry to handle, and says what holds it', () => {
    const backs = opNamed('Prime 1, backs');
    const agenda = floorAgenda(onFloor(logUpTo('Prime 1, backs')), shop, backs.end + 5);
    const flip = agenda.waiting.find(({ loadId }) => loadId === backs.loadId);
    expect(flip?.op.action).toBe('flip');
    expect(flip?.openAt).toBe(backs.end + (backs.lags?.handle ?? 0));
    expect(flip?.heldBy).toEqual({ name: 'Prime 1, backs', waitFor: 'handle' });
    const film = agenda.drying.find(({ loadId }) => loadId === backs.loadId);
    expect(film).toMatchObject({ name: 'Prime 1, backs', handleAt: flip?.openAt, row: 'rack' });
  });

  it('turns waiting into ready when the clock rings', () => {
    const backs = opNamed('Prime 1, backs');
    const at = backs.end + (backs.lags?.handle ?? 0);
    const agenda = floorAgenda(onFloor(logUpTo('Prime 1, backs')), shop, at);
    expect(agenda.ready.some(({ op, loadId }) => op.action === 'flip' && loadId === backs.loadId)).toBe(true);
  });

  it('names when the window closes for the coat to come', () => {
    const fronts = opNamed('Prime 1, fronts');
    const film = floorAgenda(onFloor(logUpTo('Prime 1, fronts')), shop, fronts.end + 1).drying.find(
      ({ loadId }) => loadId === fronts.loadId,
    );
    expect(film?.shutsAt).toBe(fronts.end + 7 * 1440);
  });
});

describe('paint that the plans still ask for', () => {
  const shop = sampleShop();
  const made = sampleJob([{ systemId: 'D', doors: 6, fronts: 0 }], shop);
  const outcome = planJob(made, shop, SAMPLE_START);
  if (!outcome.ok) throw new Error(outcome.message);
  const plan = snapshotOf(sampleId(6, 1), '2026-11-23T06:00:00.000Z', shop.climate, outcome.value);
  const job = { ...made, job: { place: 'shop' as const, status: 'open' as const }, plan };
  const colour = 'urethane-enamel-satin';

  it('is what the coats take, less what is logged, and nothing for a job that is handed over', () => {
    const all = paintDemand([job], shop.sheets).get(colour) ?? 0;
    const step = made.steps.find(({ key }) => key === 'colour-1')!;
    const tasks = plan.ops.filter(({ stepId }) => stepId === step.id);
    const sheet = shop.sheets[colour]!;
    // Two coats in as many tasks, each with its residue.
    const one = tasks.reduce(
      (sum, { pieceIds, side }) =>
        sum +
        (coatAmounts(
          step,
          sheet,
          made.pieces.filter(({ id }) => pieceIds.includes(id)),
          side,
          false,
        )?.paintMl ?? 0),
      0,
    );
    expect(all).toBeCloseTo(2 * one, 6);
    const log = tasks.map(({ pieceIds, side }, index) => ({
      id: sampleId(7, index),
      jobId: made.job.id,
      stepId: step.id,
      pieceIds,
      side,
      action: 'do' as const,
      doneAt: '2026-11-25T10:00:00.000Z',
      loggedAt: '2026-11-25T10:00:00.000Z',
      memberId: null,
      memberName: 'Ines',
      note: '',
      correctsId: null,
      isWithdrawal: false,
      coat: null,
    }));
    expect(paintDemand([{ ...job, log }], shop.sheets).get(colour)).toBeCloseTo(one, 6);
    expect(paintDemand([{ ...job, job: { ...job.job, status: 'handed-over' } }], shop.sheets).size).toBe(0);
    expect(paintDemand([{ ...job, plan: null }], shop.sheets).size).toBe(0);
  });
});

describe('what runs out', () => {
  const coat = (
    productKey: string,
    at: number,
    ml: number,
    name = 'Colour 1',
    colour: string | null = null,
  ) => ({
    productKey,
    colour,
    at,
    ml,
    jobCode: 'QUAY',
    name,
  });
  const planned = [
    coat('enamel', 300, 500, 'Colour 2'),
    coat('enamel', 100, 500),
    coat('primer', 50, 900, 'Prime 1'),
    coat('enamel', 200, 500, 'Colour 1'),
  ];

  it('is told with the first task that the tins are no longer enough for, and all that is short', () => {
    expect(
      stockForecast(
        planned,
        new Map([
          ['enamel', shelfOf(900)],
          ['primer', shelfOf(1000)],
        ]),
      ),
    ).toEqual([
      { productKey: 'enamel', colour: null, at: 200, jobCode: 'QUAY', name: 'Colour 1', shortMl: 600 },
    ]);
  });

  it('is nothing where it is enough to the last drop, and nothing that nobody counted', () => {
    expect(
      stockForecast(
        planned,
        new Map([
          ['enamel', shelfOf(1500)],
          ['primer', null],
        ]),
      ),
    ).toEqual([]);
    expect(stockForecast([], new Map([['enamel', shelfOf(0)]]))).toEqual([]);
  });

  it('asks colour by colour: white does not stand in for slate, a tin without a colour does for either', () => {
    const slate = [
      coat('enamel', 100, 500, 'Colour 1', '#39424e'),
      coat('enamel', 200, 500, 'Colour 2', '#39424e'),
    ];
    const white = coat('enamel', 150, 400, 'Colour 1', '#fafafa');
    const shelf = { ml: 3000, colours: { '#fafafa': 2200 } };
    // 800 mL without a colour are enough for one coat of slate and 300 mL of the next.
    expect(stockForecast([...slate, white], new Map([['enamel', shelf]]))).toEqual([
      { productKey: 'enamel', colour: '#39424e', at: 200, jobCode: 'QUAY', name: 'Colour 2', shortMl: 200 },
    ]);
    expect(stockForecast([...slate, white], new Map([['enamel', shelfOf(1400)]]))).toEqual([]);
  });

  it('comes soonest first', () => {
    const keys = stockForecast(
      planned,
      new Map([
        ['enamel', shelfOf(1400)],
        ['primer', shelfOf(0)],
      ]),
    ).map(({ productKey }) => productKey);
    expect(keys).toEqual(['primer', 'enamel']);
  });
});
