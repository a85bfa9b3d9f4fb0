import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import { codes, contextOf } from '../../test/ruleContext.ts';
import { GENERIC_PRODUCTS, isSprayed } from '../catalogue/index.ts';
import { DEFAULT_SHOP_SETTINGS } from '../shop/index.ts';
import {
  applicatorInPlace,
  FINISHING_SYSTEMS,
  type GenerateInput,
  generateSteps,
  laidOnBy,
  optionsInPlace,
  productsAsked,
  type StepDraft,
  SYSTEM_IDS,
  type SystemId,
  type ZoneOptions,
  ZoneOptionsSchema,
} from './index.ts';

function generate(
  systemId: SystemId,
  options: Partial<ZoneOptions> = {},
  change: Partial<GenerateInput> = {},
): StepDraft[] {
  const outcome = generateSteps({
    systemId,
    options: { ...FINISHING_SYSTEMS[systemId].defaults, ...options },
    sheets: GENERIC_PRODUCTS,
    shop: DEFAULT_SHOP_SETTINGS,
    isOnSite: false,
    ...change,
  });
  if (!outcome.ok) throw new Error(outcome.message);
  return outcome.value;
}

const keys = (steps: StepDraft[]) => steps.map(({ key }) => key);

function step(steps: StepDraft[], key: string): StepDraft {
  const found = steps.find((candidate) => candidate.key === key);
  if (!found) throw new Error(`no step ${key}`);
  return found;
}

describe('the three systems', () => {
  it('A fills the pores twice, primes twice and lays two colours', () => {
    expect(keys(generate('A'))).toEqual([
      'remove',
      'clean-1',
      'key',
      'clean-2',
      'fill-1',
      'sand-fill-1',
      'fill-2',
      'sand-fill-2',
      'hang',
      'dust-prime',
      'prime-1',
      'prime-2',
      'sand-prime',
      'dust-colour-1',
      'colour-1',
      'sand-colour-1',
      'dust-colour-2',
      'colour-2',
      'inspect',
      'pack',
      'refit',
    ]);
  });

  it('D goes from key to bonding primer without filling', () => {
    const steps = generate('D');
    expect(keys(steps).filter((key) => key.startsWith('fill'))).toEqual([]);
    expect(step(steps, 'prime-1').productKey).toBe('bonding-primer');
    expect(step(steps, 'key').grit).toBe(220);
  });

  it('F eases and seals the edges before the build primer', () => {
    const steps = generate('F');
    expect(keys(steps).indexOf('seal-edges')).toBeLessThan(keys(steps).indexOf('prime-1'));
    expect(step(steps, 'seal-edges')).toMatchObject({
      isEdgesOnly: true,
      applicator: 'brush',
      productKey: 'shellac-block-primer',
    });
    expect(step(steps, 'ease').grit).toBe(150);
    expect(step(steps, 'key').grit).toBe(240);
  });

  it.each([
    ['fillCoats', 3, 'fill'],
    ['primerCoats', 3, 'prime'],
    ['colourCoats', 4, 'colour'],
  ] as const)('A with %s %d has as many', (option, count, prefix) => {
    const found = keys(generate('A', { [option]: count })).filter((key) =>
      new RegExp(`^${prefix}-\\d$`).test(key),
    );
    expect(found).toHaveLength(count);
  });
});

describe.each(SYSTEM_IDS)('system %s', (systemId) => {
  const steps = generate(systemId);

  it('names every step once and says why for each', () => {
    expect(new Set(keys(steps)).size).toBe(steps.length);
    for (const { why } of steps) expect(why.length).toBeGreaterThan(10);
  });

  it('cleans before it keys, and dusts off between every abrasive and the next film', () => {
    let isDusty = false;
    for (const { operation, productKey } of steps) {
      if (operation === 'sand' || operation === 'ease' || operation === 'key') isDusty = true;
      if (operation === 'dust' || operation === 'clean') isDusty = false;
      if (operation === 'coat' && productKey) expect(isDusty).toBe(false);
    }
  });

  it('sands nothing coarser than P180 between colours, nothing finer than P400 under a coat', () => {
    const from = keys(steps).indexOf('colour-1');
    for (const { grit } of steps.slice(from)) if (grit !== null) expect(grit).toBeGreaterThanOrEqual(180);
    for (const { grit } of steps) if (grit !== null) expect(grit).toBeLessThanOrEqual(400);
  });

  it('makes every film wait for the one before, and packing and refitting for theirs', () => {
    const films = steps.filter(({ productKey }) => productKey !== null);
    expect(films.every(({ waitFor }) => waitFor === 'recoat' || waitFor === 'sand')).toBe(true);
    expect(step(steps, 'pack').waitFor).toBe('pack');
    expect(step(steps, 'refit').waitFor).toBe('refit');
  });

  it('lays every film within its sheet', () => {
    for (const { productKey, wftUm, applicator } of steps) {
      const sheet = GENERIC_PRODUCTS[productKey ?? ''];
      if (!sheet) continue;
      expect(wftUm).toBeGreaterThanOrEqual(sheet.wftMinUm);
      expect(wftUm).toBeLessThanOrEqual(sheet.wftMaxUm);
      expect(sheet.applicators).toContain(applicator);
    }
  });

  it('has defaults that its own schema accepts', () => {
    const { defaults } = FINISHING_SYSTEMS[systemId];
    expect(ZoneOptionsSchema.parse(defaults)).toEqual(defaults);
  });
});

describe('where and with what a film is laid', () => {
  it('sprays waterborne in the booth, thinned to half the sheet’s maximum for a turbine', () => {
    expect(step(generate('D'), 'colour-1')).toMatchObject({
      applicator: 'turbine',
      place: 'booth',
      thinning: { convention: 'on-paint', value: 5 },
    });
  });

  it('goes on unthinned by airless and roller', () => {
    expect(step(generate('D', { applicator: 'airless' }), 'colour-1').thinning?.value).toBe(0);
    expect(step(generate('D', { applicator: 'roller' }), 'colour-1')).toMatchObject({
      applicator: 'roller',
      place: 'bench',
    });
  });

  it('rolls solvent where the booth is not rated for it, and says so at the step', () => {
    const rolled = step(generate('A'), 'prime-1');
    expect(rolled).toMatchObject({ applicator: 'roller', place: 'bench' });
    expect(rolled.why).toMatch(/rated for waterborne products only/);
    expect(rolled.cautions.join(' ')).toMatch(/Flammable/);
  });

  it('sprays solvent in a booth that is rated for it', () => {
    const shop = { ...DEFAULT_SHOP_SETTINGS, boothRatedForSolvent: true };
    expect(step(generate('A', {}, { shop }), 'prime-1').applicator).toBe('turbine');
  });

  it('rolls everything without a booth', () => {
    const shop = { ...DEFAULT_SHOP_SETTINGS, hasBooth: false };
    expect(step(generate('D', {}, { shop }), 'colour-1').why).toMatch(/no booth/);
  });

  it('rolls a fixed piece where loose ones are sprayed', () => {
    expect(applicatorInPlace({ applicator: 'turbine' }, true)).toBe('roller');
    expect(applicatorInPlace({ applicator: 'turbine' }, false)).toBe('turbine');
    expect(applicatorInPlace({ applicator: 'brush' }, true)).toBe('brush');
    expect(applicatorInPlace({ applicator: null }, true)).toBeNull();
  });

  it('says which product the stores lack', () => {
    const outcome = generateSteps({
      systemId: 'D',
      options: { ...FINISHING_SYSTEMS.D.defaults, primerKey: 'moon-primer' },
      sheets: GENERIC_PRODUCTS,
      shop: DEFAULT_SHOP_SETTINGS,
      isOnSite: false,
    });
    expect(outcome).toEqual({ ok: false, message: expect.stringMatching(/no product “moon-primer”/) });
  });

  it('gives the same steps for the same question', () => {
    expect(generate('A')).toEqual(generate('A'));
  });
});

describe('what sets the schools apart', () => {
  const steps = (systemId: SystemId, options: Partial<ZoneOptions> = {}) =>
    contextOf(systemId, { options }).steps;
  const grits = (systemId: SystemId, colourCoats: number) =>
    steps(systemId, { colourCoats })
      .filter(({ key }) => /^sand-colour-/.test(key))
      .map(({ grit }) => grit);
  const films = (systemId: SystemId, key: RegExp) =>
    steps(systemId)
      .filter((step) => key.test(step.key))
      .map(({ wftUm }) => wftUm);

  it('G goes finer between its coats, with the finest before the last; sprayed systems do not', () => {
    expect([2, 3, 4].map((coats) => grits('G', coats))).toEqual([[320], [240, 320], [240, 320, 400]]);
    expect(grits('D', 4)).toEqual([320, 320, 320]);
  });

  it('K builds from very thin to full: 65, 83 and 100 µm wet', () => {
    expect(films('K', /^clear-/)).toEqual([65, 83, 100]);
    expect(films('P', /^clear-/)).toEqual([80]);
  });

  it('asks for the products that it lays, and for no other', () => {
    const asked = (systemId: SystemId, part = {}) =>
      productsAsked(systemId, { ...FINISHING_SYSTEMS[systemId].defaults, ...part });
    expect(asked('D')).toEqual(['primerKey', 'colourKey']);
    expect(asked('K')).toEqual(['clearKey', 'stainKey']);
    expect(asked('J')).toEqual(['colourKey', 'clearKey']);
    expect(asked('P')).toEqual(['primerKey', 'colourKey', 'clearKey']);
    expect(asked('P', { clearCoats: 0 })).toEqual(['primerKey', 'colourKey']);
    for (const systemId of SYSTEM_IDS) {
      const { defaults } = FINISHING_SYSTEMS[systemId];
      const laid = new Set(steps(systemId).map(({ productKey }) => productKey));
      for (const key of asked(systemId))
        expect([systemId, key, laid.has(defaults[key])]).toEqual([systemId, key, true]);
    }
  });

  it('goes without clear where none is wanted, and wipes on the stain that was chosen', () => {
    for (const systemId of ['J', 'K', 'P'] as const) {
      expect(films(systemId, /^clear-/).length).toBeGreaterThan(0);
      expect(steps(systemId, { clearCoats: 0 }).some(({ key }) => key.startsWith('clear-'))).toBe(false);
    }
    const stained = steps('K', { stainKey: 'glaze-waterborne' });
    expect(stained.find(({ key }) => key === 'stain')?.productKey).toBe('glaze-waterborne');
  });

  it('says that it is rolled only while it is', () => {
    const rolled = contextOf('D', { settings: { hasBooth: false } }).steps.find(
      ({ key }) => key === 'colour-1',
    )!;
    expect([rolled.applicator, rolled.why]).toEqual([
      'roller',
      expect.stringContaining('Rolled, not sprayed'),
    ]);
    const sprayed = { ...rolled, ...laidOnBy(rolled, 'turbine') };
    expect(sprayed).toMatchObject({ applicator: 'turbine', place: 'booth' });
    expect(sprayed.why).not.toContain('Rolled');
    expect(sprayed.why.length).toBeGreaterThan(20);
    expect(rolled.why.startsWith(sprayed.why)).toBe(true);
  });

  it('lays on as it was chosen in the client’s room, by hand where nobody chose, and never sprays solvent there', () => {
    const first = (systemId: SystemId, options: Partial<ZoneOptions>) =>
      contextOf(systemId, { isOnSite: true, options }).steps.find(({ key }) =>
        /^(prime|colour)-1$/.test(key),
      )!;
    for (const applicator of ['turbine', 'airless', 'roller', 'brush'] as const) {
      const step = first('D', { applicator });
      expect([applicator, step.applicator, step.why.includes('Rolled')]).toEqual([
        applicator,
        applicator,
        false,
      ]);
    }
    const solvent = first('N', { applicator: 'turbine' });
    expect([isSprayed(solvent.applicator), solvent.why]).toEqual([
      false,
      expect.stringMatching(/(Rolled|Brushed), not sprayed: solvent overspray can ignite/),
    ]);
    // What can only be sprayed says so, instead of that it is rolled; the rules stop it.
    const lacquer = first('L', { applicator: 'turbine' });
    expect([isSprayed(lacquer.applicator), lacquer.why]).toEqual([
      true,
      expect.stringContaining(
        'Sprayed, because its sheet lists nothing else, although solvent overspray can ignite',
      ),
    ]);
    expect(codes(contextOf('L', { isOnSite: true }))).toContain('solvent-spray');
    const { defaults } = FINISHING_SYSTEMS.D;
    expect(optionsInPlace(defaults, true)).toEqual({ ...defaults, applicator: 'roller' });
    expect(optionsInPlace(defaults, false)).toBe(defaults);
    expect(optionsInPlace({ ...defaults, applicator: 'brush' }, true).applicator).toBe('brush');
    // Spraying in a home that is not protected is stopped; rolling there is not.
    const found = (applicator: ZoneOptions['applicator']) =>
      codes(contextOf('D', { isOnSite: true, options: { applicator } }));
    expect(found('turbine')).toContain('spray-unprotected');
    expect(found('roller')).not.toContain('spray-unprotected');
  });

  it('L and M lay thin coats, I rests overnight', () => {
    expect(films('L', /^(prime|colour)-/)).toEqual([75, 75, 75, 75]);
    expect(films('M', /^colour-/)).toEqual([75, 75, 75]);
    const rests = steps('I')
      .filter(({ key }) => /^colour-/.test(key))
      .map(({ dryingMin }) => dryingMin);
    expect(rests).toEqual([720, 720]);
    expect(steps('I').find(({ key }) => key === 'colour-1')?.why).toContain('flow conditioner');
  });
});
