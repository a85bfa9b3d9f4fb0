import { describe, expect, it } from 'vitest';
import { plannedOp } from '../../test/plannedOp.ts';
import { sampleId } from '../../test/sample.ts';
import { toMinute } from '../shop/index.ts';
import { type PlanSnapshot, scheduleSlip, withTicks } from './index.ts';

const at = '2026-11-23T09:00:00.000Z';
const noon = toMinute('2026-11-23T12:00:00.000Z');
const floor = plannedOp(sampleId(9, 1), noon - 300, 30, { task: 'floor', pieceIds: [], setupMin: 30 });
const plan = { ops: [floor] } as unknown as PlanSnapshot;
const tick = (number: number, isOn: boolean) => ({
  id: sampleId(5, number),
  at,
  what: { kind: 'room', task: 'floor', isOn },
});
const open = [{ start: noon - 600, end: noon + 600 }];

describe('a room task that is ticked off', () => {
  it('is done at the time of the tick, and holds nothing up any more', () => {
    expect(scheduleSlip(plan, [], open, noon)?.because).toBe('overdue');
    const ticked = withTicks(plan, [tick(1, true)]);
    expect(ticked.ops[0]).toMatchObject({ personId: null, end: toMinute(at), start: toMinute(at) - 30 });
    expect(scheduleSlip(ticked, [], open, noon)).toBeNull();
  });

  it('is open again when the tick is taken back, and a plan without such tasks stays as it is', () => {
    expect(withTicks(plan, [tick(1, true), tick(2, false)])).toBe(plan);
    expect(withTicks(null, [tick(1, true)])).toBeNull();
    const other = { ops: [plannedOp(sampleId(9, 1), noon, 30)] } as unknown as PlanSnapshot;
    expect(withTicks(other, [tick(1, true)])).toBe(other);
  });
});
