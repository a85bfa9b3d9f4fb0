import type { JobDetail } from '@upholder/core/api';
import type { PlannedOp } from '@upholder/core/planning';
import { minuteAt } from '@upholder/core/shop';
import { describe, expect, it } from 'vitest';
import { daySheet, plannedDays } from './daySheet.ts';

const ZONE = 'Europe/London';
const at = (date: string, clock: string) => minuteAt(date, clock, ZONE);
const MON = '2026-11-23';
const TUE = '2026-11-24';

const op = (
  id: string,
  who: string | null,
  spans: [string, string, string, number][],
  part: Partial<PlannedOp> = {},
) =>
  ({
    id,
    loadId: 'load',
    stepId: `step ${id}`,
    name: id,
    side: 'all',
    action: 'do',
    pieceIds: ['p1', 'p2'],
    row: 'bench',
    isCoat: false,
    personId: who,
    start: at(spans[0]![0], spans[0]![1]),
    end: at(spans.at(-1)![0], spans.at(-1)![2]),
    segments: spans.map(([date, from, to, pieces]) => ({ start: at(date, from), end: at(date, to), pieces })),
    lags: null,
    ...part,
  }) as unknown as PlannedOp;

const detail = (code: string, ops: PlannedOp[], log: unknown[] = []) =>
  ({
    job: { id: code, code },
    log,
    pieces: [],
    plan: { ops, loads: [{ id: 'load', label: 'Counter: 2 doors' }] },
  }) as unknown as JobDetail;

describe('the sheet of a day', () => {
  const film = { lags: { touch: 0, sand: 60, recoat: 120, handle: 600 }, isCoat: true } as Partial<PlannedOp>;
  const quay = detail('QUAY', [
    op('Sand', 'ines', [
      [MON, '14:00', '16:30', 1],
      [TUE, '07:30', '09:00', 1],
    ]),
    op('Prime', 'ines', [[MON, '08:00', '09:00', 2]], { ...film, pieceIds: ['C01', 'C02'] }),
    op('Colour', 'tam', [[MON, '15:00', '16:00', 2]], { ...film, pieceIds: ['C03', 'C04'] }),
  ]);

  it('has each person’s tasks in the order of time, cut at the night', () => {
    const { people } = daySheet([quay], ZONE, MON);
    expect(people.map(({ personId, minutes }) => [personId, minutes])).toEqual([
      ['ines', 210],
      ['tam', 60],
    ]);
    expect(people[0]?.lines.map((line) => [line.op.name, line.pieces, line.isPart])).toEqual([
      ['Prime', 2, false],
      ['Sand', 1, true],
    ]);
    expect(daySheet([quay], ZONE, TUE).people.map(({ lines }) => lines.map((line) => line.op.name))).toEqual([
      ['Sand'],
    ]);
  });

  it('names what is wet when the last has gone, at 16:30: ten hours after 09:00 and 16:00, not six after 10:00', () => {
    const quick = { ...film, lags: { ...film.lags, handle: 360 } } as Partial<PlannedOp>;
    const gone = detail('QUAY', [
      ...(quay.plan?.ops ?? []),
      op('Edges', 'tam', [[MON, '09:30', '10:00', 2]], { ...quick, pieceIds: ['C05'] }),
    ]);
    const { drying } = daySheet([gone], ZONE, MON);
    expect(drying.map((line) => [line.op.name, line.handleAt])).toEqual([
      ['Prime', at(MON, '19:00')],
      ['Colour', at(TUE, '02:00')],
    ]);
  });

  it('counts a coat that lies under another one no more, unless it keeps some of its pieces longer', () => {
    const colour = op('Colour', 'tam', [[MON, '15:00', '16:00', 2]], { ...film, pieceIds: ['C01', 'C02'] });
    const under = (prime: Partial<PlannedOp>) =>
      daySheet(
        [detail('QUAY', [op('Prime', 'ines', [[MON, '08:00', '09:00', 2]], { ...film, ...prime }), colour])],
        ZONE,
        MON,
      ).drying.map((line) => line.op.name);
    expect(under({ pieceIds: ['C01', 'C02'] })).toEqual(['Colour']);
    expect(under({ pieceIds: ['C01', 'C03'] })).toEqual(['Prime', 'Colour']);
    const slow = { touch: 0, sand: 60, recoat: 120, handle: 2000, pack: 0, refit: 0 };
    expect(under({ pieceIds: ['C01'], lags: slow })).toEqual(['Colour', 'Prime']);
  });

  it('puts several jobs on one sheet, leaves out what is done, and knows the days with work', () => {
    const other = detail('VESTRY', [
      op('Clean', 'ines', [[MON, '10:00', '11:00', 2]]),
      op('Done', null, [[MON, '07:30', '08:00', 2]]),
    ]);
    const { people } = daySheet([quay, other], ZONE, MON);
    expect(people[0]?.lines.map(({ jobCode, op: { name } }) => `${jobCode} ${name}`)).toEqual([
      'QUAY Prime',
      'VESTRY Clean',
      'QUAY Sand',
    ]);
    expect(plannedDays([quay, other], ZONE, at(MON, '07:00'))).toEqual([MON, TUE]);
  });
});
