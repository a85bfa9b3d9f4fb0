import { describe, expect, it } from 'vitest';
import { SAMPLE_START, sampleId, sampleJob, sampleShop } from '../../test/sample.ts';
import { GENERIC_PRODUCTS, GENERIC_SUPPLIES } from '../catalogue/index.ts';
import type { LogEntry } from '../jobs/index.ts';
import { planJob } from '../planning/index.ts';
import { localDate, minuteAt } from '../shop/index.ts';
import { DEFAULT_METHODS, FINISHING_SYSTEMS, SYSTEM_IDS } from '../systems/index.ts';
import {
  type Around,
  buildUpOf,
  type CompareInput,
  hidingOfSteps,
  outlookOf,
  outlooksOf,
  previewedDays,
  roughCalendar,
  roughEstimate,
} from './index.ts';

const shop = sampleShop();
const MONDAY = minuteAt('2026-11-23', '00:00', shop.timeZone);
const job = sampleJob([{ systemId: 'D', doors: 10, fronts: 6 }], shop);
const work = roughCalendar(shop.settings, shop.timeZone, MONDAY);

const input: CompareInput = {
  zone: { oldColour: '#4a2e1f', newColour: '#a9cfc0', substrate: null, survey: {} },
  pieces: job.pieces,
  sheets: GENERIC_PRODUCTS,
  supplies: GENERIC_SUPPLIES,
  methods: DEFAULT_METHODS,
  settings: shop.settings,
  timeZone: shop.timeZone,
  climate: { airC: 23, rhPct: 50 },
  people: 2,
  isOnSite: false,
  work,
};

function estimate(change: Partial<Parameters<typeof roughEstimate>[0]> = {}) {
  return roughEstimate({
    steps: job.steps,
    pieces: job.pieces,
    sheets: GENERIC_PRODUCTS,
    work,
    timeZone: shop.timeZone,
    climate: { airC: 23, rhPct: 50 },
    people: 2,
    isOnSite: false,
    ...change,
  });
}

describe('a rough estimate', () => {
  it('works a single step out by hand', () => {
    const step = job.steps.find(({ key }) => key === 'remove')!;
    // 10 doors × 6 min, 6 drawer fronts × 9 min, 5 min of setting up
    const one = estimate({ steps: [step] });
    expect(one.hours * 60).toBeCloseTo(10 * 6 + 6 * 9 + 5, 9);
    expect([one.days, one.films, one.material]).toEqual([1, 0, 0]);
  });

  it('takes longer in the cold, with fewer people, and for more pieces', () => {
    const usual = estimate();
    expect(estimate({ climate: { airC: 12, rhPct: 70 } }).days).toBeGreaterThan(usual.days);
    expect(estimate({ people: 1 }).days).toBeGreaterThanOrEqual(usual.days);
    expect(estimate({ people: 1 }).hours).toBeCloseTo(usual.hours, 9);
    expect(estimate({ pieces: [...job.pieces, ...job.pieces] }).hours).toBeGreaterThan(usual.hours * 1.5);
  });

  it('counts the films and prices the paint of each', () => {
    const usual = estimate();
    expect(usual.films).toBe(3);
    expect(usual.material).toBeGreaterThan(0);
    expect(usual.unpriced).toEqual([]);
    const enamel = GENERIC_PRODUCTS['urethane-enamel-satin']!;
    const free = { ...GENERIC_PRODUCTS, 'urethane-enamel-satin': { ...enamel, pricePerLitre: null } };
    const dear = {
      ...GENERIC_PRODUCTS,
      'urethane-enamel-satin': { ...enamel, pricePerLitre: 2 * (enamel.pricePerLitre ?? 0) },
    };
    const without = estimate({ sheets: free });
    expect(without.unpriced).toEqual(['Waterborne urethane enamel, satin']);
    // Doubling a price adds as much again as that product costs.
    expect(estimate({ sheets: dear }).material - usual.material).toBeCloseTo(
      usual.material - without.material,
      -1,
    );
  });

  it('is nothing for no pieces, and never ends before it began', () => {
    expect(estimate({ pieces: [] })).toMatchObject({ hours: 0, days: 1, material: 0, films: 0 });
  });

  it('lays by hand in the client’s room what it sprays in the shop, until it is to be sprayed there too', () => {
    const onSite = outlookOf('D', { ...input, isOnSite: true })!;
    const inShop = outlookOf('D', input)!;
    expect([onSite.options.applicator, inShop.options.applicator]).toEqual(['roller', 'turbine']);
    expect(onSite.hours).not.toBeCloseTo(inShop.hours, 1);
  });

  it('counts carrying for a coat, the way for everybody who fetches and refits, and the end of the day that is kept free', () => {
    const around = { ...shop.settings, handlingMin: 0.7, tripMin: 30 };
    const of = (key: string, change: Partial<Parameters<typeof roughEstimate>[0]> = {}) => {
      const steps = [job.steps.find((step) => step.key === key)!];
      const [with_, without] = [
        estimate({ steps, settings: around, ...change }),
        estimate({ steps, ...change }),
      ];
      return (with_.hours - without.hours) * 60;
    };
    // 16 pieces; lying ones with two sides are laid down twice.
    expect(of('colour-1')).toBeCloseTo(16 * 0.7, 9);
    const twoSided = job.pieces.filter(({ finishBack }) => finishBack).length;
    expect(of('colour-1', { laying: 'flat' })).toBeCloseTo((16 + twoSided) * 0.7, 9);
    // Two people, half an hour each.
    expect([of('remove'), of('refit'), of('key')]).toEqual([60, 60, 0].map((min) => expect.closeTo(min, 9)));
    expect(of('colour-1', { isOnSite: true })).toBe(0);
    const until = roughCalendar({ ...shop.settings, wrapUpMin: 30 }, shop.timeZone, MONDAY)[1]!.end;
    expect(work[1]!.end - until).toBe(30);
  });

  it('knows working days, not weekends', () => {
    const friday = roughCalendar(
      shop.settings,
      shop.timeZone,
      minuteAt('2026-11-27', '00:00', shop.timeZone),
    );
    const long = job.steps.filter(
      ({ operation }) => operation === 'clean' || operation === 'key' || operation === 'remove',
    );
    const many = Array.from({ length: 6 }, () => job.pieces).flat();
    expect(estimate({ steps: long, pieces: many, work: friday, people: 1 }).days).toBeGreaterThanOrEqual(4);
  });
});

describe('outlooks', () => {
  const outlooks = outlooksOf(input);

  it('exist for every system, each with its own hours and films', () => {
    expect(Object.keys(outlooks).sort()).toEqual([...SYSTEM_IDS]);
    for (const outlook of Object.values(outlooks)) {
      expect(outlook.hours).toBeGreaterThan(5);
      expect(outlook.days).toBeGreaterThan(3);
      expect(outlook.films).toBeGreaterThan(1);
    }
  });

  it('show what filling costs: A takes more hours and days than D', () => {
    expect(outlooks.A!.hours).toBeGreaterThan(outlooks.D!.hours * 1.3);
    expect(outlooks.A!.days!).toBeGreaterThan(outlooks.D!.days!);
  });

  it('lay as many colour coats as hiding asks for, never fewer than the system', () => {
    const weak = { ...GENERIC_PRODUCTS['urethane-enamel-satin']!, contrastRatio: 0.7 };
    const outlook = outlookOf('O', {
      ...input,
      sheets: { ...GENERIC_PRODUCTS, 'urethane-enamel-satin': weak },
    })!;
    expect(outlook.hiding!.coats).toBeGreaterThan(2);
    expect(outlook.options.colourCoats).toBe(Math.min(4, outlook.hiding!.coats!));
    expect(outlooks.D!.options.colourCoats).toBe(FINISHING_SYSTEMS.D.defaults.colourCoats);
    expect(outlooks.K!.hiding).toBeNull();
  });

  it('are absent where the stores lack a product', () => {
    const { 'vinyl-sealer': _gone, ...rest } = GENERIC_PRODUCTS;
    expect(outlookOf('L', { ...input, sheets: rest })).toBeNull();
    expect(outlookOf('D', { ...input, sheets: rest })).not.toBeNull();
  });

  it('add the preparation of replaced pieces', () => {
    const replaced = job.pieces.map((piece, index) =>
      index < 3 ? { ...piece, treatment: 'replace' as const } : piece,
    );
    const outlook = outlookOf('D', { ...input, pieces: replaced })!;
    expect(outlook.products.map(({ name }) => name)).toContain('Shellac stain-block primer');
    const inWood = outlookOf('D', {
      ...input,
      pieces: replaced,
      zone: { ...input.zone, survey: { replacementStock: 'wood' } },
    })!;
    expect(inWood.products.map(({ name }) => name)).not.toContain('Shellac stain-block primer');
  });

  it('name the products once, with whether any of their coats is sprayed', () => {
    const names = outlooks.A!.products.map(({ name }) => name);
    expect(new Set(names).size).toBe(names.length);
    const sprayed = buildUpOf(
      [
        { productKey: 'vinyl-sealer', applicator: 'brush' },
        { productKey: 'vinyl-sealer', applicator: 'turbine' },
        { productKey: null, applicator: null },
      ],
      GENERIC_PRODUCTS,
    );
    expect(sprayed).toEqual([
      { base: 'lacquer', isIsocyanate: false, isSprayed: true, name: 'Vinyl sealer, white' },
    ]);
  });
});

describe('days by a quick plan', () => {
  const [zone] = job.zones;
  if (!zone) throw new Error('the sample has a zone');
  const around: Around = {
    job: job.job,
    zone,
    others: { zones: [], steps: [], pieces: [], log: [] },
    shop,
    now: SAMPLE_START,
  };
  const daysIn = (part: Partial<Around>, pieces = job.pieces) => {
    const outcome = previewedDays(
      job.steps,
      pieces,
      { systemId: 'D', options: zone.options! },
      { ...around, ...part },
    );
    return outcome.ok ? outcome.value : outcome.message;
  };
  const day = (minute: number) => Date.parse(localDate(minute, shop.timeZone)) / 86_400_000;
  const planned = planJob({ ...job, zones: [zone] }, shop, SAMPLE_START);
  const settings = (part: Partial<typeof shop.settings>) => ({
    shop: { ...shop, settings: { ...shop.settings, ...part } },
  });

  it('are those that the plan then takes, or a little more: it tries to do better', () => {
    if (!planned.ok) throw new Error(planned.message);
    const inPlan = day(planned.value.plan.completion) - day(SAMPLE_START) + 1;
    expect(daysIn({})).toBeGreaterThanOrEqual(inPlan);
    expect(daysIn({})).toBeLessThanOrEqual(inPlan + 2);
  });

  it('grow where rail and rack take a few pieces at a time, though hours and clocks stay', () => {
    const many = Array.from({ length: 4 }, (_, copy) =>
      job.pieces.map((piece, index) => ({ ...piece, id: sampleId(40 + copy, index) })),
    ).flat();
    const tight = settings({ railLengthMm: 1500, rackSlots: 6 });
    expect(daysIn(tight, many)).toBeGreaterThan(Number(daysIn({}, many)) + 5);
    // All in one load, the places do not count: that is what was promised before.
    const { days } = estimate({ pieces: many });
    expect(daysIn(tight, many)).toBeGreaterThan(days * 1.5);
  });

  it('wait for the booth while another job has it, and for the job’s other zones', () => {
    const taken = {
      start: SAMPLE_START,
      end: SAMPLE_START + 14 * 1440,
      personId: null,
      use: { resourceId: 'booth', amount: 1 },
      by: 'another job',
    } as const;
    expect(daysIn({ shop: { ...shop, reserved: [taken] } })).toBeGreaterThan(14);
    const other = sampleJob([{ systemId: 'A', doors: 30, fronts: 30 }], shop);
    const rename = <T extends { zoneId: string }>(list: readonly T[]) =>
      list.map((one) => ({ ...one, zoneId: sampleId(60, 1) }));
    const others = {
      zones: other.zones.map((one) => ({ ...one, id: sampleId(60, 1) })),
      steps: rename(other.steps).map((one, index) => ({ ...one, id: sampleId(61, index) })),
      pieces: rename(other.pieces).map((one, index) => ({ ...one, id: sampleId(62, index) })),
      log: [],
    };
    expect(daysIn({ others })).toBeGreaterThan(Number(daysIn({})));
  });

  it('are those of the plan that stands for the system that it has, and count from the start of work that has begun', () => {
    const end = SAMPLE_START + 9 * 1440;
    expect(daysIn({ planned: { systemId: 'D', end } })).toBe(10);
    expect(daysIn({ planned: { systemId: 'A', end } })).toBe(daysIn({}));
    const entry: LogEntry = {
      id: sampleId(70, 1),
      jobId: job.job.id,
      stepId: sampleId(70, 2),
      side: 'all',
      action: 'do',
      pieceIds: [],
      doneAt: '2026-11-23T09:00:00.000Z',
      coat: null,
      note: '',
      correctsId: null,
      isWithdrawal: false,
      memberId: null,
      memberName: 'Maren',
      loggedAt: '2026-11-23T09:00:00.000Z',
      work: null,
    };
    const late = { now: SAMPLE_START + 3 * 1440, others: { ...around.others, log: [entry] } };
    expect(daysIn({ ...late, planned: { systemId: 'D', end } })).toBe(10);
    expect(daysIn(late)).toBeGreaterThan(Number(daysIn({ now: late.now })) + 2);
  });

  it('are none, with the reason, where nobody may spray', () => {
    const crew = shop.crew.map((member) => ({ ...member, skills: ['prep' as const] }));
    const reason = daysIn({ shop: { ...shop, crew } });
    expect(reason).toEqual(expect.stringMatching(/./));
    const outlook = outlookOf('D', { ...input, around: { ...around, shop: { ...shop, crew } } });
    expect([outlook?.days, outlook?.noPlan]).toEqual([null, reason]);
    expect(outlookOf('D', { ...input, around })?.days).toEqual(expect.any(Number));
  });
});

describe('hiding of a sequence', () => {
  it('starts from the primer films that lie under the colour', () => {
    const bare = hidingOfSteps(
      job.steps.filter(({ key }) => !key.startsWith('prime')),
      GENERIC_PRODUCTS,
      input.zone,
    )!;
    const primed = hidingOfSteps(job.steps, GENERIC_PRODUCTS, input.zone)!;
    // A white primer over dark brown under pale green: most of the way is done before the first colour coat.
    expect(primed.startDeltaE).toBeLessThan(bare.startDeltaE / 2);
    expect(hidingOfSteps([], GENERIC_PRODUCTS, input.zone)).toBeNull();
    // Tinted all the way the primer is the new colour, as far as it hides; halfway it is nearer to it.
    const tinted = (tintPct: number) =>
      hidingOfSteps(
        job.steps.map((step) => (step.key.startsWith('prime') ? { ...step, tintPct } : step)),
        GENERIC_PRODUCTS,
        { ...input.zone, newColour: '#2c2f6e' },
      )!.startDeltaE;
    expect(tinted(100)).toBeLessThan(tinted(50));
    expect(tinted(50)).toBeLessThan(tinted(0));
  });
});
