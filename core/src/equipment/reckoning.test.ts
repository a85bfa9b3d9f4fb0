import { describe, expect, it } from 'vitest';
import { words } from '../../test/expect.ts';
import { sampleId } from '../../test/sample.ts';
import { BenchItemSchema, type Gear, type Gun } from '../mixing/index.ts';
import {
  airVerdict,
  bestAir,
  bucketFlowMlMin,
  burstWords,
  costAnHour,
  cupReckoning,
  dueBefore,
  gunsFor,
  isSetTooHigh,
  type LoggedWork,
  loggedHours,
  readTip,
  tipFlowMlMin,
  wearLeft,
} from './index.ts';

const PSI = 1 / 14.5038;

describe('an airless tip', () => {
  it('is read by its code: fan from the first digit, orifice from the other two', () => {
    expect(readTip('310')).toEqual({ fanMm: expect.closeTo(152.4), orificeMm: expect.closeTo(0.254) });
    expect(readTip(' 412 ')).toEqual({ fanMm: expect.closeTo(203.2), orificeMm: expect.closeTo(0.3048) });
  });

  it.each(['', '12', '31', '3100', '012', '300', 'abc'])('“%s” is no code', (code) => {
    expect(readTip(code)).toBeNull();
  });

  it.each([
    ['310', 1500, 341],
    ['412', 1800, 538],
  ])('%s at %d psi gives %d mL of water a minute', (code, psi, flow) => {
    expect(tipFlowMlMin(readTip(code)!, psi * PSI, 1)).toBeCloseTo(flow, -0.5);
    expect(tipFlowMlMin(readTip(code)!, psi * PSI)).toBeCloseTo(
      0.8 * tipFlowMlMin(readTip(code)!, psi * PSI, 1),
    );
  });
});

it('weighs a flow: 60 g in 15 s at 1.2 g/mL are 200 mL a minute', () => {
  expect(bucketFlowMlMin(60, 15, 1.2)).toBeCloseTo(200);
});

describe('air', () => {
  const small = { freeAirLMin: 100, tankL: 24, cutOutBar: 8, cutInBar: 6 };

  it('is enough from a quarter more than the gun asks for', () => {
    expect(airVerdict(80, small)).toEqual({ kind: 'continuous' });
    expect(airVerdict(81, small)).toEqual({ kind: 'tight' });
    expect(airVerdict(100, small)).toEqual({ kind: 'tight' });
  });

  it('comes in bursts from a small compressor: 24 L over 2 bar, 80 L/min short: 36 s, and 29 s of rest', () => {
    expect(airVerdict(180, small)).toEqual({
      kind: 'bursts',
      burstS: expect.closeTo(36),
      restS: expect.closeTo(28.8),
    });
  });
});

describe('a cup', () => {
  it('gives what it holds less what stays in it', () => {
    expect(cupReckoning(1000, { cupMl: 600, residueMl: 60 }, 1420, 1.2)).toEqual({
      fills: 2,
      lastMl: expect.closeTo(460),
      heldG: expect.closeTo(1420),
      isHeavy: true,
    });
  });

  it('is no heavier than what is in it, and says nothing of a gun that nobody weighed', () => {
    expect(cupReckoning(200, { cupMl: 600, residueMl: 60 }, 1300, 1)).toMatchObject({
      heldG: 960,
      isHeavy: false,
    });
    expect(cupReckoning(200, { cupMl: 600, residueMl: 60 }, null, 1).heldG).toBeNull();
    expect(cupReckoning(0, { cupMl: 600, residueMl: 60 }, 1300, 1).fills).toBe(0);
  });
});

it('a cartridge is due when its hours are used up', () => {
  expect(wearLeft({ hoursLife: 40, hoursUsed: 39 })).toEqual({ hours: 1, isDue: false });
  expect(wearLeft({ hoursLife: 40, hoursUsed: 41 })).toEqual({ hours: 0, isDue: true });
});

describe('the guns for a coat', () => {
  const gun = (name: string, change: Partial<Gun> = {}) => ({
    id: name,
    item: BenchItemSchema.parse({
      kind: 'gun',
      name,
      applicator: 'compressor',
      orificeUm: 1800,
      cupMl: 600,
      residueMl: 40,
      fullG: null,
      airDemandLMin: 240,
      ...change,
    }),
  });
  const compressor = (freeAirLMin: number, isRetired = false) => ({
    id: `compressor ${freeAirLMin}`,
    item: BenchItemSchema.parse({
      kind: 'gear',
      name: `Compressor ${freeAirLMin}`,
      gear: 'compressor',
      freeAirLMin,
      tankL: 50,
      cutOutBar: 8,
      cutInBar: 6,
      isRetired,
    }),
  });
  const names = (items: Parameters<typeof gunsFor>[0], productKey: string) =>
    gunsFor(items, 'compressor', productKey).map(({ name }) => name);

  it('are those kept for its product, else those for everything; a failed one is kept all the same', () => {
    const items = [gun('any'), gun('primer', { tiedTo: 'primer' }), gun('broken', { isOutOfOrder: true })];
    expect(names(items, 'primer')).toEqual(['primer']);
    expect(names(items, 'colour')).toEqual(['any']);
    const failed = [gun('any'), gun('primer', { tiedTo: 'primer', isOutOfOrder: true })];
    expect(names(failed, 'primer')).toEqual([]);
    expect(gunsFor(items, 'turbine', 'primer')).toEqual([]);
  });

  it('are served by the compressor that lets them spray longest', () => {
    const best = (...items: Parameters<typeof gunsFor>[0]) =>
      bestAir([gun('any'), ...items], 'compressor', 'x');
    expect(best()).toBeNull();
    expect(best(compressor(120), compressor(60))?.compressor.name).toBe('Compressor 120');
    expect(best(compressor(120), compressor(300))?.verdict.kind).toBe('continuous');
    expect(best(compressor(120), compressor(300, true))?.verdict.kind).toBe('bursts');
    // 50 L × 2 bar at 240 − 120 L/min: 50 s, and 50 s at 120 L/min to fill it again.
    const small = best(compressor(120));
    expect(small && burstWords(small)).toContain('"burst":50');
    const big = best(compressor(300));
    expect(big && burstWords(big)).toBeNull();
  });

  it('are set too high above their inlet, not at it, and not where nobody said how high they may be', () => {
    const air = { applicator: 'compressor' as const, maxInletBar: 3.5, maxBar: null };
    expect(isSetTooHigh({ ...air, pressureBar: 3.6 })).toBe(true);
    expect(isSetTooHigh({ ...air, pressureBar: 3.5 })).toBe(false);
    expect(isSetTooHigh({ ...air, pressureBar: 9, maxInletBar: null })).toBe(false);
    // A pump goes by its own limit, whatever was once typed for an inlet.
    const pump = { ...air, applicator: 'airless' as const, maxBar: 210 };
    expect(isSetTooHigh({ ...pump, pressureBar: 180 })).toBe(false);
    expect(isSetTooHigh({ ...pump, pressureBar: 211 })).toBe(true);
    expect(isSetTooHigh({ ...pump, pressureBar: 211, maxBar: null })).toBe(false);
  });

  it('cost by the hour what their price is over their life', () => {
    expect(costAnHour({ price: 60_000, lifeH: 800 })).toBe(75);
    expect(costAnHour({ price: null, lifeH: 800 })).toBeNull();
    expect(costAnHour({ price: 60_000, lifeH: null })).toBeNull();
  });
});

describe('hours of what wears out', () => {
  const gear = (part: object): Gear =>
    BenchItemSchema.parse({
      kind: 'gear',
      name: 'Half mask',
      gear: 'respirator',
      hoursLife: 40,
      ...part,
    }) as Gear;
  const work = (part: Partial<LoggedWork>): LoggedWork => ({
    operation: 'coat',
    applicator: 'turbine',
    memberId: 'ines',
    minutes: 90,
    doneAt: '2026-11-24T10:00:00.000Z',
    ...part,
  });
  const since = { countedFrom: '2026-11-24T08:00:00.000Z' };

  it('are added from the log since it is counted, of the work that wears it', () => {
    const log = [
      work({}),
      work({ operation: 'sand', applicator: null, minutes: 60 }),
      // By brush there is no mist; and one before the cartridges were new.
      work({ applicator: 'brush', minutes: 600 }),
      work({ operation: 'clean', applicator: null, minutes: 600 }),
      work({ doneAt: '2026-11-24T07:00:00.000Z', minutes: 600 }),
    ];
    expect(loggedHours(gear(since), log)).toBe(2.5);
    expect(loggedHours(gear({}), log)).toBe(0);
    expect(loggedHours(gear({ ...since, gear: 'sander' }), log)).toBe(1);
    expect(loggedHours(gear({ ...since, gear: 'turbine' }), log)).toBe(1.5);
    expect(loggedHours(gear({ ...since, gear: 'compressor' }), log)).toBe(0);
    expect(loggedHours(gear({ ...since, gear: 'brush' }), log)).toBe(10);
    const rolled = [work({ applicator: 'roller-mohair' }), work({ applicator: 'foam-brush' })];
    expect(loggedHours(gear({ ...since, gear: 'roller-frame' }), rolled)).toBe(1.5);
  });

  it('go by who wears a mask, where that is one person', () => {
    const hers = gear({ ...since, wornBy: sampleId(9, 1) });
    expect(loggedHours(hers, [work({ memberId: sampleId(9, 1) }), work({ memberId: sampleId(9, 2) })])).toBe(
      1.5,
    );
  });

  it('are said to be due before the work that needs it, and before no other', () => {
    const spraying = { operation: 'coat', applicator: 'airless', memberId: null };
    const worn = { item: gear({ hoursUsed: 38 }), loggedHours: 2 };
    expect(dueBefore([worn], spraying).map(words)).toEqual([
      'Half mask: 40 h of 40 h are used. Replace the wear part first.',
    ]);
    expect(dueBefore([{ ...worn, loggedHours: 1.9 }], spraying)).toEqual([]);
    expect(dueBefore([worn], { ...spraying, applicator: 'brush' })).toEqual([]);
    expect(dueBefore([{ ...worn, item: gear({ hoursUsed: 38, isRetired: true }) }], spraying)).toEqual([]);
    expect(dueBefore([{ ...worn, item: gear({ hoursUsed: 99, hoursLife: null }) }], spraying)).toEqual([]);
  });
});
