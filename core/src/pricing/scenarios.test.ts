import { describe, expect, it } from 'vitest';
import { words } from '../../test/expect.ts';
import { SAMPLE_START, sampleJob, sampleShop } from '../../test/sample.ts';
import { GENERIC_SUPPLIES } from '../catalogue/index.ts';
import type { Job } from '../jobs/index.ts';
import { RatesSchema, USUAL_PRICING } from '../rates/index.ts';
import { FINISHING_SYSTEMS, methodsOf, NO_METHOD_CHOICES } from '../systems/index.ts';
import { outlookOf, type Scenario, type ScenarioInput, scenariosFor } from './scenarios.ts';

const shop = {
  ...sampleShop(),
  supplies: GENERIC_SUPPLIES,
};
const settings = {
  ...shop.settings,
  rates: RatesSchema.parse({
    hour: { prep: 2500, brush: 2500, spray: 2500 },
    overheadPct: 0,
    marginPct: 0,
    taxPct: 0,
  }),
};

function input(
  pricing: Job['pricing'] = null,
  substrate: 'closed-grain hardwood' | 'open-grain hardwood' = 'closed-grain hardwood',
): ScenarioInput {
  const sample = sampleJob([{ systemId: 'D', doors: 8, fronts: 0 }]);
  const zones = sample.zones.map((zone) => ({
    ...zone,
    substrate,
    systemId: 'D' as const,
    options: { ...FINISHING_SYSTEMS.D.defaults, applicator: 'turbine' as const },
  }));
  return {
    question: {
      input: { ...sample, zones, log: [] },
      shop: { ...shop, settings },
      now: SAMPLE_START,
      earlier: { loads: [], ops: [] },
    },
    methods: methodsOf(NO_METHOD_CHOICES, NO_METHOD_CHOICES),
    job: { ...sample.job, code: 'QUAY', pricing } as Job,
    priced: {
      sheets: shop.sheets,
      supplies: GENERIC_SUPPLIES,
      items: [],
      settings,
      timeZone: shop.timeZone,
      people: shop.crew.length,
    },
  };
}
const sendOut = { by: 'piece' as const, each: 6000, daysAway: 12 };
const outlook = (scenario: Scenario, of = input()) => outlookOf(scenario, of);

describe('ways to do a job side by side', () => {
  it('are those that make sense: no filling without grain, nothing sent out without a price for it', () => {
    const kinds = (of: ScenarioInput) =>
      scenariosFor(of.question.input.zones, of.job.pricing).map((one) => one.kind);
    expect(kinds(input())).toEqual(['now', 'rolled', 'coat-more', 'coat-less']);
    expect(kinds(input({ ...USUAL_PRICING, sendOut }))).toContain('sent');
    expect(kinds(input(null, 'open-grain hardwood'))).toContain('filled');
    expect(scenariosFor([], null)).toEqual([]);
  });

  it('one more coat costs work, paint and no fewer days; one coat less saves them', () => {
    const [now, more, less] = [
      outlook({ kind: 'now' }),
      outlook({ kind: 'coat-more' }),
      outlook({ kind: 'coat-less' }),
    ];
    expect(now.refusal).toBeNull();
    expect(more.hours).toBeGreaterThan(now.hours);
    expect(more.net).toBeGreaterThan(now.net);
    expect(more.days).toBeGreaterThanOrEqual(now.days);
    expect(less.hours).toBeLessThan(now.hours);
    expect(less.net).toBeLessThan(now.net);
  });

  it('rolled is another finish than sprayed, and another system may be either', () => {
    expect(outlook({ kind: 'now' }).grade).toBe('sprayed');
    expect(outlook({ kind: 'rolled' }).grade).toBe('rolled');
    expect(outlook({ kind: 'system', systemId: 'G' }).refusal).toBeNull();
  });

  it('filling the grain takes longer', () => {
    const open = input(null, 'open-grain hardwood');
    const [now, filled] = [outlook({ kind: 'now' }, open), outlook({ kind: 'filled' }, open)];
    expect(filled.hours - now.hours).toBeGreaterThan(1);
  });

  it('eight doors sent out at 60.00 cost 480.00 for coating, no spraying here, and the days they are away', () => {
    const [now, sent] = [
      outlook({ kind: 'now' }, input({ ...USUAL_PRICING, sendOut })),
      outlook({ kind: 'sent' }, input({ ...USUAL_PRICING, sendOut })),
    ];
    expect(sent).toMatchObject({ refusal: null, grade: 'sent' });
    expect(sent.hours).toBeLessThan(now.hours / 2);
    expect(sent.cost).toBeGreaterThan(48_000);
    expect(sent.days).toBeGreaterThanOrEqual(12);
  });

  it('another shop method is priced as well: sanding before cleaning saves a pass, and is cheaper', () => {
    const now = outlook({ kind: 'method', methodId: 'cleaning', choice: 'clean-key-clean' });
    const saved = outlook({ kind: 'method', methodId: 'cleaning', choice: 'sand-first' });
    expect(saved.refusal).toBeNull();
    expect(saved.hours).toBeLessThan(now.hours);
    expect(saved.net).toBeLessThan(now.net);
  });

  it('says why a way is none: a paint that is not for rollers', () => {
    const of = input();
    const sheets = Object.fromEntries(
      Object.entries(of.priced.sheets).map(([key, sheet]) => [
        key,
        { ...sheet, applicators: ['turbine' as const] },
      ]),
    );
    const refused = outlook({ kind: 'rolled' }, { ...of, priced: { ...of.priced, sheets } });
    expect(words(refused.refusal ?? '')).toMatch(/does not name a roller/);
  });
});
