import { describe, expect, it } from 'vitest';
import { SAMPLE_START, sampleJob, sampleShop } from '../../test/sample.ts';
import { TENT } from '../../test/waysCase.ts';
import { GENERIC_PRODUCTS } from '../catalogue/index.ts';
import { type AirHour, type Climate, filmClocks, unfitOutdoors } from '../drying/index.ts';
import { checkPlan, planJob, type ShopForPlanning } from './index.ts';
import { hourlyLags, lagsAt, shortestLags } from './problem/hourly.ts';

const sheet = GENERIC_PRODUCTS['urethane-enamel-satin'];
if (!sheet) throw new Error('no enamel');
const DAY: Climate = { airC: 22, rhPct: 45 };
const NIGHT: Climate = { airC: 13, rhPct: 70 };
const START = SAMPLE_START - (SAMPLE_START % 1440);

/** Three days, warm from 8 to 20 and cool at night. */
const days = (rain?: (hour: number) => boolean): AirHour[] =>
  Array.from({ length: 72 }, (_, hour) => {
    const isDay = hour % 24 >= 8 && hour % 24 < 20;
    const isRaining = rain?.(hour) ?? false;
    return {
      at: START + hour * 60,
      climate: {
        ...(isDay ? DAY : NIGHT),
        ...(isRaining && { rhPct: 96 }),
        windMs: 1,
        rainMmH: isRaining ? 2 : 0,
        isSunny: false,
      },
    };
  });
const policy = { mayShorten: false };
const table = hourlyLags(sheet, sheet.wftTypUm, days(), 0, policy);
if (!table) throw new Error('no table');
const inDay = filmClocks(sheet, DAY);
const atNight = filmClocks(sheet, NIGHT);

describe('a film outdoors', () => {
  it('dries by the day’s air in the day, and by the night’s at night', () => {
    expect(lagsAt(table, START + 9 * 60)?.touch).toBe(inDay.touch.hereMinutes);
    expect(lagsAt(table, START + 21 * 60)?.touch).toBe(atNight.touch.hereMinutes);
  });

  it('takes its share of either where evening falls on it', () => {
    // Laid on at 19:00: one hour of the day, the rest of the way by night.
    const day = inDay.recoatMin.hereMinutes;
    const night = atNight.recoatMin.hereMinutes;
    expect(day).toBeGreaterThan(60);
    expect(lagsAt(table, START + 19 * 60)?.recoat).toBe(Math.ceil(60 + (1 - 60 / day) * night - 1e-6));
  });

  it('goes on as on its last day where nobody knows the weather any more', () => {
    expect(lagsAt(table, START + (72 + 9) * 60)).toEqual(lagsAt(table, START + (48 + 9) * 60));
    expect(lagsAt(table, START + (96 + 21) * 60)).toEqual(lagsAt(table, START + (48 + 21) * 60));
  });

  it('is never faster than its fastest hour, and waits at least as long as its step asks', () => {
    expect(shortestLags(table).touch).toBe(inDay.touch.hereMinutes);
    const rested = hourlyLags(sheet, sheet.wftTypUm, days(), 1000, policy);
    expect(rested && shortestLags(rested).touch).toBe(1000);
    expect(hourlyLags(sheet, sheet.wftTypUm, days().slice(0, 23), 0, policy)).toBeNull();
  });
});

describe('a plan outdoors', () => {
  const base = sampleShop();
  const shopIn = (forecast: AirHour[]): ShopForPlanning => ({
    ...base,
    settings: {
      ...base.settings,
      places: [TENT],
      holders: [{ kind: 'posts', id: 'posts', name: 'Posts', placeId: 'tent', area: 'any', slots: 8 }],
    },
    airs: { tent: { climate: { airC: 17, rhPct: 60 }, forecast } },
  });
  const job = sampleJob(
    [{ systemId: 'D', doors: 3, fronts: 0, frames: 0, piece: { way: 'place', finishBack: false } }],
    base,
  );
  const plannedIn = (forecast: AirHour[]) => {
    const made = planJob(job, shopIn(forecast), SAMPLE_START);
    if (!made.ok) throw new Error(made.message);
    return made.value;
  };

  it('keeps to the hour in which each coat is laid on, and the checker knows a clock of another hour', () => {
    const { problem, plan } = plannedIn(days());
    expect(checkPlan(problem, plan)).toEqual([]);
    const coats = plan.ops.filter(({ op }) => op.lagsBy);
    expect(coats.length).toBeGreaterThan(1);
    for (const { op, end } of coats) expect(op.lags).toEqual(op.lagsBy && lagsAt(op.lagsBy, end));
    const [first] = coats;
    const cheated = plan.ops.map((item) =>
      item === first && item.op.lags
        ? { ...item, op: { ...item.op, lags: { ...item.op.lags, recoat: item.op.lags.recoat - 1 } } }
        : item,
    );
    expect(checkPlan(problem, { ...plan, ops: cheated }).map(({ code }) => code)).toContain('clock');
  });

  it('is done sooner than by the mean of day and night', () => {
    const byMean = plannedIn(days().slice(0, 12));
    expect(plannedIn(days()).plan.completion).toBeLessThan(byMean.plan.completion);
  });
});

describe('weather that turns', () => {
  const shelter = { hasRoof: true, hasWalls: true };
  it('forbids what would be wet still when the air grows too damp', () => {
    const rainy = days((hour) => hour >= 13 && hour < 16);
    const damp = unfitOutdoors(sheet, rainy, shelter).find(({ end }) => end === START + 16 * 60);
    // Touch dry takes so long in the day's air: whatever ends later than that before the rain is wet in it.
    expect(damp?.start).toBe(START + 13 * 60 - inDay.touch.hereMinutes);
  });

  it('forbids nothing by day where the air stays as it is', () => {
    const noon = START + 12 * 60;
    expect(unfitOutdoors(sheet, days(), shelter).some(({ start, end }) => start < noon && end > noon)).toBe(
      false,
    );
  });
});
