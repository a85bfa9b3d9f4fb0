import { describe, expect, it } from 'vitest';
import { sampleJob, sampleShop } from '../../test/sample.ts';
import type { Place } from '../places/index.ts';
import { NO_EARLIER_PLAN } from '../planning/problem/input.ts';
import { minuteAt } from '../shop/index.ts';
import { DEFAULT_METHODS } from '../systems/index.ts';
import { compareWays } from './index.ts';

const now = minuteAt('2026-11-23', '06:00', 'Europe/London');
const GARAGE: Place = {
  id: 'garage',
  name: 'Garage',
  kind: 'garage',
  lengthMm: 5000,
  widthMm: 2600,
  heightMm: 2300,
  rating: 'waterborne-spray',
  air: { from: 'shop' },
  benches: 1,
};

describe('ways of working, compared', () => {
  const base = sampleShop();
  const shop = { ...base, settings: { ...base.settings, places: [GARAGE], tripMin: 30 } };
  const input = sampleJob([{ systemId: 'D', doors: 8, fronts: 4, frames: 2 }], shop);
  const question = { input, shop, now, earlier: NO_EARLIER_PLAN };

  it('plans each: on the hinges the client is without the kitchen no longer than with doors at the shop', () => {
    const ways = compareWays(question, DEFAULT_METHODS);
    expect(ways.map(({ way, refusal }) => [way, refusal])).toEqual([
      ['shop', null],
      ['place', null],
      ['hinges', null],
    ]);
    const daysOf = Object.fromEntries(ways.map(({ way, roomDays }) => [way, roomDays ?? 0]));
    expect(daysOf.hinges).toBeGreaterThan(0);
    expect(daysOf.hinges).toBeLessThanOrEqual(daysOf.shop ?? 0);
    // Doors stay on their hinges, behind plastic; at the shop they are gone, and nothing is covered.
    const [shopWay, , hinged] = ways;
    expect([hinged?.doorlessDays, shopWay?.coveredDays]).toEqual([0, 0]);
    expect(hinged?.coveredDays).toBeGreaterThan(0);
    expect(hinged?.coveredDays).toBeLessThanOrEqual(hinged?.roomDays ?? 0);
    expect(shopWay?.doorlessDays).toBeGreaterThan(0);
    expect(shopWay?.doorlessDays).toBeLessThanOrEqual(shopWay?.roomDays ?? 0);
    // The question itself stays as it was asked.
    expect(input.pieces.every(({ way }) => way === 'usual')).toBe(true);
  });

  it('counts the days without doors where they come off for the last coat only', () => {
    const zones = input.zones.map((zone) => ({
      ...zone,
      options: zone.options && { ...zone.options, offForLast: true },
    }));
    const hinged = compareWays({ ...question, input: { ...input, zones } }, DEFAULT_METHODS)[2];
    expect(hinged?.doorlessDays).toBeGreaterThan(0);
    expect(hinged?.doorlessDays).toBeLessThan(hinged?.roomDays ?? 0);
  });

  it('leaves the garage out where the shop has none, and says why a way cannot be planned', () => {
    const bare = { ...question, shop: { ...shop, settings: { ...shop.settings, places: [] } } };
    expect(compareWays(bare, DEFAULT_METHODS).map(({ way }) => way)).toEqual(['shop', 'hinges']);
    const narrow = { ...shop.settings, places: [{ ...GARAGE, widthMm: 900 }] };
    const [, place] = compareWays({ ...question, shop: { ...shop, settings: narrow } }, DEFAULT_METHODS);
    expect([place?.roomDays, place?.refusal]).toEqual([null, expect.stringContaining('does-not-fit')]);
  });
});
