import { describe, expect, it } from 'vitest';
import { airVerdict, bucketFlowMlMin, cupReckoning, readTip, tipFlowMlMin, wearLeft } from './index.ts';

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
