import { describe, expect, it } from 'vitest';
import { gunOf } from '../../test/sampleGun.ts';
import { MOST_SET_UPS, type SetUpCard } from '../mixing/index.ts';
import { flowOfGun, offeredSetUp, withSetUp } from './setUps.ts';

let made = 0;
function cardOf(part: Partial<SetUpCard> = {}): SetUpCard {
  made += 1;
  return {
    id: `00000000-0000-4000-8000-${String(made).padStart(12, '0')}`,
    at: `2027-03-${String(1 + (made % 27)).padStart(2, '0')}T09:00:00.000Z`,
    by: 'Maren',
    productKey: 'enamel',
    stepId: null,
    flowMlMin: 220,
    transfer: 0.65,
    fanMm: 200,
    overlap: 0.5,
    speedCmS: 35,
    distanceMm: 200,
    tip: '',
    orificeUm: 1300,
    pressureBar: null,
    cupSeconds: 28,
    outcome: 'well',
    note: '',
    ...part,
  };
}
const WISH = { productKey: 'enamel', stepId: null, cupSeconds: 28, now: new Date('2027-04-01T08:00:00Z') };

describe('a set-up that is offered', () => {
  it('there is none where none is kept, or all went badly', () => {
    expect(offeredSetUp(gunOf(), WISH)).toBeNull();
    expect(offeredSetUp(gunOf({ setUps: [cardOf({ outcome: 'badly' })] }), WISH)).toBeNull();
  });

  it('can be trusted where it went well twice with this product and needle', () => {
    const setUps = [
      cardOf({ at: '2027-03-10T09:00:00.000Z' }),
      cardOf({ at: '2027-03-20T09:00:00.000Z', speedCmS: 38 }),
    ];
    const offered = offeredSetUp(gunOf({ setUps }), WISH);
    expect(offered).toMatchObject({ trust: 'high', doubts: [], times: 2 });
    expect(offered?.card.speedCmS).toBe(38);
  });

  it('once is not yet sure, and neither is one that was only fair', () => {
    expect(offeredSetUp(gunOf({ setUps: [cardOf()] }), WISH)).toMatchObject({
      trust: 'fair',
      doubts: ['once'],
    });
    expect(offeredSetUp(gunOf({ setUps: [cardOf({ outcome: 'fair' })] }), WISH)).toMatchObject({
      trust: 'fair',
      doubts: ['only-fair'],
    });
  });

  it('twice on one day is once: the second card was made of the first', () => {
    const setUps = [cardOf({ at: '2027-03-10T09:00:00.000Z' }), cardOf({ at: '2027-03-10T09:02:00.000Z' })];
    expect(offeredSetUp(gunOf({ setUps }), WISH)).toMatchObject({
      trust: 'fair',
      doubts: ['once'],
      times: 1,
    });
  });

  it.each([
    ['another product', { productKey: 'primer' }, 'product'],
    ['another needle', { orificeUm: 1800 }, 'opening'],
  ] as const)('%s makes it a mere start', (_name, part, doubt) => {
    const setUps = [cardOf(part), cardOf(part)];
    const offered = offeredSetUp(gunOf({ setUps }), WISH);
    expect(offered?.trust).toBe('low');
    expect(offered?.doubts).toContain(doubt);
  });

  it('a mix that runs otherwise is a doubt, one that runs about as fast is none', () => {
    const gun = gunOf({ setUps: [cardOf(), cardOf()] });
    expect(offeredSetUp(gun, { ...WISH, cupSeconds: 36 })?.doubts).toEqual(['viscosity']);
    expect(offeredSetUp(gun, { ...WISH, cupSeconds: 30 })?.doubts).toEqual([]);
    expect(offeredSetUp(gun, { ...WISH, cupSeconds: null })?.doubts).toEqual([]);
  });

  it('another pressure and an old card are doubts', () => {
    const setUps = [cardOf({ pressureBar: 2 }), cardOf({ pressureBar: 2 })];
    expect(offeredSetUp(gunOf({ setUps, pressureBar: 2.8 }), WISH)?.doubts).toEqual(['pressure']);
    expect(offeredSetUp(gunOf({ setUps, pressureBar: 2.1 }), WISH)?.doubts).toEqual([]);
    const late = { ...WISH, now: new Date('2028-01-01T08:00:00Z') };
    expect(offeredSetUp(gunOf({ setUps }), late)?.doubts).toEqual(['old']);
  });

  it('this product comes before a later card of another, and this step before another step', () => {
    const stepId = '00000000-0000-4000-8000-0000000000aa';
    const setUps = [
      cardOf({ at: '2027-01-01T09:00:00.000Z', stepId, speedCmS: 31 }),
      cardOf({ at: '2027-02-01T09:00:00.000Z', speedCmS: 44 }),
      cardOf({ at: '2027-03-01T09:00:00.000Z', productKey: 'primer', speedCmS: 52 }),
    ];
    expect(offeredSetUp(gunOf({ setUps }), WISH)?.card.speedCmS).toBe(44);
    expect(offeredSetUp(gunOf({ setUps }), { ...WISH, stepId })?.card.speedCmS).toBe(31);
  });

  it('the oldest goes when there are too many, whatever order they come in', () => {
    const dayOf = (day: number) => new Date(Date.UTC(2027, 0, 1 + day)).toISOString();
    let gun = gunOf();
    for (let day = MOST_SET_UPS; day >= 0; day -= 1) gun = withSetUp(gun, cardOf({ at: dayOf(day) }));
    expect(gun.setUps).toHaveLength(MOST_SET_UPS);
    expect(gun.setUps[0]?.at).toBe(dayOf(1));
    expect(gun.setUps.at(-1)?.at).toBe(dayOf(MOST_SET_UPS));
  });
});

describe('flow of a gun', () => {
  const test = {
    at: '2027-03-01T09:00:00.000Z',
    productKey: 'enamel',
    grams: 66,
    seconds: 15,
    density: 1.2,
    tip: '',
    orificeUm: 1300 as number | null,
    pressureBar: null,
    cupSeconds: null,
  };
  it('by the bucket: 66 g of 1.2 g/mL in 15 s are 220 mL/min', () => {
    const found = flowOfGun(gunOf({ bucketTests: [test] }), 'enamel');
    expect(found.by).toBe('bucket');
    expect(found.flowMlMin).toBeCloseTo(220, 6);
  });
  it('a test with another needle no longer counts; one that does not say it does', () => {
    const changed = gunOf({ orificeUm: 1800, bucketTests: [test] });
    expect(flowOfGun(changed, 'enamel').by).toBe('kind');
    expect(
      flowOfGun(gunOf({ orificeUm: 1800, bucketTests: [{ ...test, orificeUm: null }] }), 'enamel').by,
    ).toBe('bucket');
  });
  it('by its tip and pressure where it has one: 310 at 1500 psi gives 0.8 of 0.09 gpm', () => {
    const found = flowOfGun(gunOf({ applicator: 'airless', tip: '310', pressureBar: 103.42 }), 'enamel');
    expect(found.by).toBe('tip');
    expect(found.flowMlMin).toBeCloseTo(0.8 * 341, -1);
  });
});
