import { describe, expect, it } from 'vitest';
import { contextOf } from '../../test/ruleContext.ts';
import { sampleId } from '../../test/sample.ts';
import { GENERIC_PRODUCTS, GENERIC_SUPPLIES } from '../catalogue/index.ts';
import { checkSequence } from '../rules/index.ts';
import { DEFAULT_SHOP_SETTINGS } from '../shop/index.ts';
import {
  asTemplate,
  type CustomSystem,
  CustomSystemSchema,
  DEFAULT_METHODS,
  FINISHING_SYSTEMS,
  generateSteps,
  type StepDraft,
  type ZoneOptions,
} from './index.ts';

const defaults = FINISHING_SYSTEMS.D.defaults;
const shipped = contextOf('D').steps;

function own(change: (steps: StepDraft[]) => StepDraft[] = (steps) => steps): CustomSystem {
  const { name, outline, fits, notFor } = FINISHING_SYSTEMS.D;
  return { name, baseId: 'D', outline, fits, notFor, options: defaults, steps: change(asTemplate(shipped)) };
}

function generate(
  system: CustomSystem,
  part: {
    options?: Partial<ZoneOptions>;
    isOnSite?: boolean;
    treatments?: ('finish' | 'repair' | 'replace')[];
  } = {},
): StepDraft[] {
  const drafts = generateSteps({
    systemId: 'D',
    own: system,
    options: { ...defaults, ...part.options },
    sheets: GENERIC_PRODUCTS,
    shop: DEFAULT_SHOP_SETTINGS,
    isOnSite: part.isOnSite ?? false,
    treatments: part.treatments ?? [],
    // Ways are written into a system; the shop's do not bend it.
    methods: { ...DEFAULT_METHODS, coats: 'one-full' },
  });
  if (!drafts.ok) throw new Error(drafts.message);
  return drafts.value;
}

const keys = (steps: readonly StepDraft[]) => steps.map(({ key }) => key);

describe('a system of the shop’s own', () => {
  it('generates as it was written, whatever the ways of the shop', () => {
    expect(generate(own())).toEqual([...shipped]);
    const gritty = own((steps) => steps.map((step) => (step.key === 'key' ? { ...step, grit: 150 } : step)));
    expect(generate(gritty).find(({ key }) => key === 'key')?.grit).toBe(150);
  });

  it('takes the products of the zone in its slots, at their own film, and keeps the rest', () => {
    const steps = generate(own(), { options: { colourKey: 'alkyd-enamel-satin' } });
    const colour = steps.find(({ key }) => key === 'colour-1')!;
    expect(colour.productKey).toBe('alkyd-enamel-satin');
    expect(colour.wftUm).toBe(GENERIC_PRODUCTS['alkyd-enamel-satin']?.wftTypUm);
    expect(steps.find(({ key }) => key === 'prime-1')?.productKey).toBe('bonding-primer');
    const thick = own((all) => all.map((step) => (step.key === 'colour-1' ? { ...step, wftUm: 111 } : step)));
    expect(generate(thick).find(({ key }) => key === 'colour-1')?.wftUm).toBe(111);
  });

  it('is laid on as the zone wants it where the system has its usual applicator, and by hand on site where the zone says so', () => {
    const mixed = own((steps) =>
      steps.map((step) =>
        step.key === 'prime-1' ? { ...step, applicator: 'roller', place: 'bench' } : step,
      ),
    );
    const steps = generate(mixed, { options: { applicator: 'airless' } });
    expect(steps.find(({ key }) => key === 'prime-1')?.applicator).toBe('roller');
    expect(steps.find(({ key }) => key === 'colour-1')).toMatchObject({
      applicator: 'airless',
      place: 'booth',
    });
    const site = generate(own(), { isOnSite: true, options: { applicator: 'roller' } });
    expect(site.filter(({ applicator }) => applicator === 'turbine')).toEqual([]);
  });

  it('leaves what belongs to one job out of what it keeps', () => {
    const job = contextOf('D', { treatments: ['finish', 'repair', 'replace'] }).steps;
    const single = { ...job.find(({ key }) => key === 'colour-2')!, key: 'more', pieceIds: [sampleId(3, 1)] };
    const kept = asTemplate([...job, single]);
    expect(kept.every(({ appliesTo, pieceIds }) => appliesTo === 'any' && pieceIds.length === 0)).toBe(true);
    expect(keys(kept)).toEqual(keys(shipped));
    expect(CustomSystemSchema.parse(own())).toEqual(own());
  });

  it('brings raw and repaired pieces up to its first shared film, without a stop', () => {
    const steps = generate(own(), { treatments: ['finish', 'repair', 'replace'] });
    const order = keys(steps);
    expect(order.indexOf('raw-first-prime')).toBeLessThan(order.indexOf('prime-1'));
    expect(steps.find(({ key }) => key === 'key')?.appliesTo).toBe('old');
    expect(steps.find(({ key }) => key === 'prime-1')?.appliesTo).toBe('any');
    const context = { ...contextOf('D'), steps, supplies: GENERIC_SUPPLIES };
    expect(checkSequence(context).filter(({ severity }) => severity === 'stop')).toEqual([]);
  });
});
