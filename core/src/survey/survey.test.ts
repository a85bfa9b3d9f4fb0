import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import {
  adviceOf,
  attenuationPerUm,
  cautionsOf,
  coatsToHide,
  deltaE76,
  deltaE2000,
  hexOf,
  labOf,
  openStops,
  type SurveyFacts,
  tintTowards,
  toneOf,
  withAnswers,
} from './index.ts';

const facts: SurveyFacts = {
  oldColour: '#8a5a33',
  newColour: '#e8e6dc',
  place: 'shop',
  hasBooth: true,
  boothRatedForSolvent: false,
  repairs: 0,
  replacements: 0,
  daysAgreed: null,
};

describe('colour', () => {
  // Published CIELAB (D65) values of the sRGB primaries, white and mid grey.
  it.each([
    ['#ffffff', 100, 0, 0],
    ['#000000', 0, 0, 0],
    ['#ff0000', 53.24, 80.09, 67.2],
    ['#00ff00', 87.74, -86.18, 83.18],
    ['#0000ff', 32.3, 79.19, -107.86],
    ['#808080', 53.59, 0, 0],
  ])('%s is L* %d a* %d b* %d', (hex, l, a, b) => {
    const lab = labOf(hex);
    expect(lab.l).toBeCloseTo(l, 1);
    expect(lab.a).toBeCloseTo(a, 1);
    expect(lab.b).toBeCloseTo(b, 1);
  });

  it('comes back from CIELAB as it went in', () => {
    for (const hex of ['#a9cfc0', '#2c2f6e', '#8d3b2f', '#000000', '#ffffff'])
      expect(hexOf(labOf(hex))).toBe(hex);
  });

  it('measures CIE76 as the distance in space', () => {
    expect(deltaE76({ l: 50, a: 0, b: 0 }, { l: 53, a: 4, b: 12 })).toBeCloseTo(13, 9);
  });

  // Pairs 1, 7 and 25 of the published CIEDE2000 test data.
  it.each([
    [{ l: 50, a: 2.6772, b: -79.7751 }, { l: 50, a: 0, b: -82.7485 }, 2.0425],
    [{ l: 50, a: 0, b: 0 }, { l: 50, a: -1, b: 2 }, 2.3669],
    [{ l: 60.2574, a: -34.0099, b: 36.2677 }, { l: 60.4626, a: -34.1751, b: 39.4387 }, 1.2644],
  ])('CIEDE2000 of %j and %j is %d', (one, other, distance) => {
    expect(deltaE2000(one, other)).toBeCloseTo(distance, 4);
  });

  it('sorts by lightness: pale from 55, dark below 35', () => {
    expect([toneOf('#a9cfc0'), toneOf('#6f7f75'), toneOf('#2c2f6e')]).toEqual(['pale', 'middle', 'dark']);
  });

  it('refuses what is no colour', () => {
    expect(() => labOf('sea')).toThrow(/is not a colour/);
  });
});

describe('coats to hide', () => {
  const good = { contrastRatio: 0.93, contrastDftUm: 35 };
  const weak = { contrastRatio: 0.8, contrastDftUm: 35 };
  /** Old and new colour 68 apart, as greys. */
  const apart = { old: hexOf({ l: 20, a: 0, b: 0 }), fresh: hexOf({ l: 88, a: 0, b: 0 }) };

  it('takes S from the contrast ratio, capped at 0.995', () => {
    expect(attenuationPerUm(good)).toBeCloseTo(0.076, 4);
    expect(attenuationPerUm(weak)).toBeCloseTo(0.046, 4);
    expect(attenuationPerUm({ contrastRatio: 1, contrastDftUm: 35 })).toBeCloseTo(-Math.log(0.005) / 35, 12);
    expect(attenuationPerUm({ contrastRatio: 0, contrastDftUm: 35 })).toBeCloseTo(0, 12);
  });

  it('works the two examples out: two coats of the good, three of the weak', () => {
    const strong = coatsToHide(apart.old, apart.fresh, { ...good, dftUm: 33 }, null);
    expect(strong.startDeltaE).toBeCloseTo(68, 0);
    const of68 = ({ deltaE }: { deltaE: number }, start: number) => (deltaE / start) * 68;
    expect(of68(strong.stages[0]!, strong.startDeltaE)).toBeCloseTo(5.54, 2);
    expect(of68(strong.stages[1]!, strong.startDeltaE)).toBeCloseTo(0.45, 2);
    expect(strong.coats).toBe(2);
    const thin = coatsToHide(apart.old, apart.fresh, { ...weak, dftUm: 33 }, null);
    expect(
      thin.stages.slice(0, 3).map((stage) => Math.round(of68(stage, thin.startDeltaE) * 10) / 10),
    ).toEqual([14.9, 3.3, 0.7]);
    expect(thin.coats).toBe(3);
  });

  it('never goes below the least number, and says when a film never hides', () => {
    expect(coatsToHide('#ffffff', '#fffffe', { ...good, dftUm: 33 }, null).coats).toBe(2);
    expect(
      coatsToHide('#000000', '#ffffff', { contrastRatio: 0, contrastDftUm: 35, dftUm: 33 }, null).coats,
    ).toBeNull();
  });

  it('starts from what the primer leaves of the old colour', () => {
    const white = { contrastRatio: 0.98, contrastDftUm: 35, dftUm: 38, coats: 2, colour: '#ffffff' };
    const overWhite = coatsToHide('#4a2e1f', '#2c2f6e', { ...good, dftUm: 33 }, white);
    // A white primer under indigo makes it harder: the ground is white, not brown.
    expect(labOf(overWhite.ground).l).toBeGreaterThan(97);
    const tinted = { ...white, colour: tintTowards('#ffffff', '#2c2f6e', 1) };
    const overTinted = coatsToHide('#4a2e1f', '#2c2f6e', { ...good, dftUm: 33 }, tinted);
    expect(overTinted.startDeltaE).toBeLessThan(overWhite.startDeltaE);
    expect(overTinted.stages[0]!.deltaE).toBeLessThan(overWhite.stages[0]!.deltaE);
  });

  it('shows colours that move towards the new one, coat by coat', () => {
    const { stages } = coatsToHide('#4a2e1f', '#a9cfc0', { ...weak, dftUm: 30 }, null);
    const distances = stages.map(({ seen }) => deltaE76(labOf(seen), labOf('#a9cfc0')));
    for (let index = 1; index < distances.length; index += 1)
      expect(distances[index]).toBeLessThan(distances[index - 1]!);
  });
});

describe('cautions', () => {
  const codes = (change: Partial<SurveyFacts>, products = {}) =>
    cautionsOf(
      { ...facts, beforeLeadBan: false, ...change },
      Object.keys(products).length ? [products as never] : [],
    ).map(({ severity, code }) => `${severity} ${code}`);

  it.each([
    [{ beforeLeadBan: true }, ['stop lead']],
    [{ beforeLeadBan: true, leadTest: 'positive' as const }, ['stop lead']],
    [{ beforeLeadBan: true, leadTest: 'negative' as const }, []],
    [{ beforeLeadBan: true, leadTest: 'cleared' as const }, []],
    [{ beforeLeadBan: true, existing: 'raw' as const }, []],
    [{ beforeLeadBan: undefined }, ['caution lead-age']],
    [{ asbestos: 'suspected' as const }, ['stop asbestos']],
    [{ asbestos: 'cleared' as const }, []],
    [{ waxOrSilicone: 'suspected' as const }, ['stop silicone']],
    [{ adhesionGrade: 2 }, []],
    [{ adhesionGrade: 3 }, ['caution loose-film']],
    [{ canLeave: false, vulnerable: true }, ['caution vulnerable']],
    [{ vulnerable: true }, []],
  ])('%j gives %j', (change, expected) => {
    expect(codes(change)).toEqual(expected);
  });

  it('stops isocyanate, and lacquer in a booth that is not rated', () => {
    const twoPart = { base: 'water', isIsocyanate: true, isSprayed: true, name: 'Two-part enamel' };
    const lacquer = { base: 'lacquer', isIsocyanate: false, isSprayed: true, name: 'Lacquer' };
    expect(codes({}, twoPart)).toEqual(['stop isocyanate']);
    expect(codes({}, lacquer)).toEqual(['stop unrated-booth']);
    expect(codes({ boothRatedForSolvent: true }, lacquer)).toEqual([]);
  });

  it('counts a stop as open until it is acknowledged', () => {
    const all = cautionsOf({ ...facts, beforeLeadBan: true, asbestos: 'suspected' });
    expect(openStops(all, new Set()).map(({ code }) => code)).toEqual(['lead', 'asbestos']);
    expect(openStops(all, new Set(['lead'])).map(({ code }) => code)).toEqual(['asbestos']);
  });
});

describe('advice', () => {
  const says = (change: Partial<SurveyFacts>) =>
    adviceOf({ ...facts, ...change })
      .map((advice) => advice.do)
      .join(' | ');

  it('fills pale over open grain, leaves it under dark', () => {
    expect(says({ substrate: 'open-grain hardwood' })).toMatch(/Fill the grain/);
    expect(says({ substrate: 'open-grain hardwood', newColour: '#2c2f6e' })).toMatch(/Do not fill/);
    expect(says({ substrate: 'open-grain hardwood', newColour: '#6f7f75' })).toMatch(/your choice/);
    expect(says({ substrate: 'closed-grain hardwood' })).not.toMatch(/[Ff]ill/);
  });

  it('asks for a blocker where something bleeds under a pale colour', () => {
    expect(says({ bleed: 'tannin' })).toMatch(/Solvent or shellac/);
    expect(says({ bleed: 'knots' })).toMatch(/Shellac blocker/);
    expect(says({ bleed: 'tannin', newColour: '#2c2f6e' })).toMatch(/Waterborne blocking/);
  });

  it('counts degreasing passes by soil', () => {
    expect(says({ soil: 'light' })).toMatch(/1 degreasing pass /);
    expect(says({ soil: 'heavy', nicotine: true })).toMatch(/4 degreasing passes/);
  });

  it('names the tests that would settle what is open', () => {
    expect(says({})).toMatch(/Wipe test/);
    expect(says({ wipe: 'alcohol' })).toMatch(/Probably shellac/);
    expect(says({ existing: 'raw' })).not.toMatch(/tape test/);
  });
});

describe('answers', () => {
  it('take a change, and go back to unknown with null', () => {
    const answered = withAnswers({ soil: 'heavy' }, { look: 'dead flat', adhesionGrade: 1 });
    expect(answered).toEqual({ soil: 'heavy', look: 'dead flat', adhesionGrade: 1 });
    expect(withAnswers(answered, { soil: null })).toEqual({ look: 'dead flat', adhesionGrade: 1 });
  });
});
