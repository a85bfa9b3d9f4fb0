import { describe, expect, it } from 'vitest';
import { SAMPLE_START, SAMPLE_TIME_ZONE, sampleId, sampleJob, sampleShop } from '../../test/sample.ts';
import { isFixed } from '../pieces/index.ts';
import { DEFAULT_SHOP_SETTINGS } from '../shop/index.ts';
import {
  closings,
  fullestNight,
  type PlannedOp,
  planJob,
  type Resting,
  restingAt,
  snapshotOf,
} from './index.ts';

const shop = sampleShop({ settings: { ...DEFAULT_SHOP_SETTINGS } });

function planned(job = sampleJob([{ systemId: 'A', doors: 20, fronts: 12, frames: 3 }], shop)) {
  const made = planJob(job, shop, SAMPLE_START);
  if (!made.ok) throw new Error(made.message);
  return { job, plan: snapshotOf('x', '2026-11-23T06:00:00Z', shop.climate, made.value) };
}

const count = (rests: readonly Resting[], place: Resting['place']) =>
  rests.filter((rest) => rest.place === place).reduce((sum, { pieceIds }) => sum + pieceIds.length, 0);

describe('where pieces are overnight', () => {
  const { job, plan } = planned();
  const loose = job.pieces.filter(({ kind }) => !isFixed(kind));

  it('each loose piece in one place every night; frames in none', () => {
    for (const at of closings(plan.ops, SAMPLE_TIME_ZONE).values()) {
      const ids = restingAt(plan, at).flatMap(({ pieceIds }) => pieceIds);
      expect(ids.toSorted()).toEqual(loose.map(({ id }) => id).toSorted());
    }
  });

  it('with the client before they are taken down, and back there at the end', () => {
    expect(count(restingAt(plan, SAMPLE_START), 'client')).toBe(loose.length);
    expect(restingAt(plan, plan.completion)).toEqual([
      { place: 'back', until: null, pieceIds: expect.arrayContaining(loose.map(({ id }) => id)) },
    ]);
  });

  it('on the rail or the rack as long as the plan holds these for them, and no more than fit', () => {
    for (const at of closings(plan.ops, SAMPLE_TIME_ZONE).values()) {
      const rests = restingAt(plan, at);
      for (const place of ['rail', 'rack'] as const) {
        const held = plan.ops.filter(
          ({ hold, end, occupiedUntil }) =>
            hold?.resourceId === place && end <= at && occupiedUntil !== null && occupiedUntil > at,
        );
        expect(count(rests, place)).toBe(new Set(held.flatMap(({ pieceIds }) => pieceIds)).size);
      }
      expect(count(rests, 'rack')).toBeLessThanOrEqual(shop.settings.rackSlots);
      // Nothing wet is stacked.
      for (const { place, until } of rests)
        expect([place === 'stacked', until !== null && until > at]).not.toEqual([true, true]);
    }
  });

  it('goes by what was logged where that came later', () => {
    const last = plan.ops.filter(({ trip }) => trip === 'out').reduce((a, b) => (b.end > a.end ? b : a));
    const late = (op: PlannedOp) => (op.id === last.id ? last.end + 600 : op.end);
    expect(count(restingAt(plan, last.end), 'client')).toBe(0);
    expect(count(restingAt(plan, last.end, late), 'client')).toBe(last.pieceIds.length);
  });

  it('leaves out what is not here yet, and counts the fullest night', () => {
    const op = {
      ...plan.ops.find(
        ({ trip, isCoat, row, personId }) => !trip && !isCoat && row === 'bench' && personId !== null,
      )!,
      trip: null,
    };
    const load = plan.loads.find(({ id }) => id === op.loadId)!;
    const alone = { loads: [load], ops: [op] };
    expect(restingAt(alone, op.start)).toEqual([]);
    expect(restingAt(alone, op.end)).toEqual([{ place: 'stacked', until: null, pieceIds: load.pieceIds }]);
    const most = fullestNight(plan, SAMPLE_TIME_ZONE)!;
    const nights = [...closings(plan.ops, SAMPLE_TIME_ZONE)].map(([date, at]) => ({
      date,
      pieces: count(restingAt(plan, at), 'stacked'),
    }));
    expect(nights).toContainEqual(most);
    expect(Math.max(...nights.map(({ pieces }) => pieces))).toBe(most.pieces);
    expect(fullestNight({ loads: [], ops: [] }, SAMPLE_TIME_ZONE)).toBeNull();
  });

  it('a day ends with its last work, also where it ends at midnight', () => {
    const ends = closings(
      [
        {
          ...plan.ops.find(({ personId }) => personId !== null)!,
          segments: [{ start: SAMPLE_START, end: SAMPLE_START + 60, pieces: 1 }],
        },
        {
          ...plan.ops.find(({ personId }) => personId !== null)!,
          personId: sampleId(9, 2),
          segments: [{ start: SAMPLE_START + 900, end: SAMPLE_START + 1080, pieces: 1 }],
        },
      ],
      SAMPLE_TIME_ZONE,
    );
    expect([...ends]).toEqual([['2026-11-23', SAMPLE_START + 1080]]);
  });
});
