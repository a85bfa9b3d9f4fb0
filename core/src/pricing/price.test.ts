import { describe, expect, it } from 'vitest';
import { words } from '../../test/expect.ts';
import { sampleJob } from '../../test/sample.ts';
import { GENERIC_PRODUCTS, GENERIC_SUPPLIES } from '../catalogue/index.ts';
import { coatNeeds, type PhaseWork, productNeeds, workOfPlan, workOfSequence } from '../estimating/index.ts';
import { NO_RATES, RatesSchema, USUAL_PRICING } from '../rates/index.ts';
import { DEFAULT_SHOP_SETTINGS } from '../shop/index.ts';
import { jobPrice, protectionLines, termsOf } from './jobPrice.ts';
import { shared } from './offer.ts';
import {
  coatingLines,
  consumableLines,
  extraLines,
  labourLines,
  litrePrice,
  marginOf,
  type PriceLine,
  priceOf,
  spanLines,
  sumOf,
  supplyCost,
  toolLines,
} from './price.ts';

const line = (amount: number | null): PriceLine => ({ part: 'extra', words: 'one', amount, source: '' });
const terms = (part: Partial<Parameters<typeof priceOf>[1]> = {}) => ({
  overheadPct: 0,
  marginPct: 0,
  taxPct: 0,
  roundTo: 1,
  ...part,
});

describe('from costs to a price, worked by hand', () => {
  it('1,000.00 with 10 % overhead and a margin of 20 % is 1,375.00, with 20 % tax 1,650.00', () => {
    const price = priceOf([line(100_000)], terms({ overheadPct: 10, marginPct: 20, taxPct: 20 }));
    expect(price).toMatchObject({
      overhead: 10_000,
      cost: { amount: 110_000, isAtLeast: false },
      margin: 27_500,
      net: 137_500,
      tax: 27_500,
      gross: 165_000,
      isAtLeast: false,
    });
    expect(marginOf(price.net, price.cost.amount)).toBe(20);
  });

  it('rounds 1,012.34 up to the next 5.00, and to the next 100.00', () => {
    expect(priceOf([line(101_234)], terms({ roundTo: 500 }))).toMatchObject({ net: 101_500, rounding: 266 });
    expect(priceOf([line(101_234)], terms({ roundTo: 10_000 }))).toMatchObject({ net: 110_000 });
  });

  it('leaves a price alone that is round already', () => {
    expect(priceOf([line(101_500)], terms({ roundTo: 500 }))).toMatchObject({ net: 101_500, rounding: 0 });
  });

  it('taxes 10.01 at 8.875 % with 0.89: 0.888375 is rounded to the nearest cent', () => {
    expect(priceOf([line(1001)], terms({ taxPct: 8.875 }))).toMatchObject({ tax: 89, gross: 1090 });
  });

  it('rounds half a penny of tax up: 20 % of 0.125 pounds of pence', () => {
    // 2.5 % of 1.00 is 2.5 pence.
    expect(priceOf([line(100)], terms({ taxPct: 2.5 })).tax).toBe(3);
  });

  it('takes a discount off as a line below 0', () => {
    expect(priceOf([line(50_000), line(-5000)], terms()).net).toBe(45_000);
  });

  it('says at least where an amount, a rate or the tax is not known, and counts that as nothing', () => {
    expect(priceOf([line(1000), line(null)], terms())).toMatchObject({ net: 1000, isAtLeast: true });
    for (const missing of ['overheadPct', 'marginPct', 'taxPct'])
      expect(priceOf([line(1000)], terms({ [missing]: null })).isAtLeast, missing).toBe(true);
    expect(priceOf([line(1000)], terms()).isAtLeast).toBe(false);
  });

  it('adds up what is known', () => {
    expect(sumOf([100, null, 50])).toEqual({ amount: 150, isAtLeast: true });
    expect(sumOf([])).toEqual({ amount: 0, isAtLeast: false });
    expect(marginOf(0, 100)).toBeNull();
  });
});

describe('the lines of a price', () => {
  const work: PhaseWork[] = [
    { phase: 'preparation', skill: 'prep', minutes: 90 },
    { phase: 'colour', skill: 'prep', minutes: 30 },
    { phase: 'colour', skill: 'spray', minutes: 45 },
  ];

  it('two hours at 26.00 and three quarters of one at 32.00 are 52.00 and 24.00', () => {
    const rates = { hour: { prep: 2600, brush: 2800, spray: 3200 } };
    expect(labourLines(work, rates).map(({ amount }) => amount)).toEqual([5200, 2400]);
  });

  it('does not guess the rate of an hour', () => {
    const lines = labourLines(work, { hour: { prep: null, brush: null, spray: 3200 } });
    expect(lines.map(({ amount }) => amount)).toEqual([null, 2400]);
    expect(words(lines[0]?.source ?? '')).toBe('2.0 h, no rate entered');
  });

  it('a gun of 600.00 that lasts 800 h costs 2.25 for three hours', () => {
    expect(toolLines([{ name: 'Gun', hourCost: 60_000 / 800, hours: 3 }])[0]?.amount).toBe(225);
    expect(toolLines([{ name: 'Gun', hourCost: null, hours: 3 }])[0]?.amount).toBeNull();
    expect(toolLines([{ name: 'Gun', hourCost: 75, hours: 0 }])).toEqual([]);
  });

  it('five hours of spraying use a quarter of cartridges that last 20 h: 7.00 of 28.00', () => {
    const rates = RatesSchema.parse({
      cartridges: 2800,
      cartridgeHours: 20,
      trip: 1850,
      placeDay: 4000,
      waste: 2500,
    });
    const lines = spanLines({ trips: 3, days: 6, sprayHours: 5 }, rates);
    expect(lines.map(({ part, amount }) => [part, amount])).toEqual([
      ['cartridges', 700],
      ['waste', 2500],
      ['travel', 5550],
      ['place', 24_000],
    ]);
  });

  it('leaves travel out where nobody goes anywhere, and is open about a missing rate', () => {
    const lines = spanLines({ trips: 0, days: 2, sprayHours: 0 }, NO_RATES);
    expect(lines.map(({ part, amount }) => [part, amount])).toEqual([
      ['waste', null],
      ['place', null],
    ]);
  });

  it('nine discs of a box of fifty at 30.00 cost 5.40', () => {
    const disc = GENERIC_SUPPLIES['disc-220'];
    if (!disc) throw new Error('no disc');
    const total = (part: object, amount = 9) => ({
      key: 'disc-220',
      supply: { ...disc, ...part },
      need: { amount, unit: 'pieces' as const },
    });
    expect(supplyCost(total({ price: 3000, packSize: 50 }))).toBe(540);
    expect(supplyCost(total({ price: 3000 }))).toBeNull();
    expect(supplyCost({ ...total({ price: 3000, packSize: 50 }), need: null })).toBeNull();
    const lines = consumableLines([total({ price: 3000, packSize: 50 }), total({})]);
    expect(lines.map(({ amount }) => amount)).toEqual([540, null]);
    expect(consumableLines([])).toEqual([]);
  });

  it('takes extra lines as they were typed', () => {
    expect(extraLines([{ name: 'Handles', amount: 12_000 }])).toMatchObject([
      { words: 'Handles', amount: 12_000 },
    ]);
  });
});

describe('what coatings cost', () => {
  const job = sampleJob([{ systemId: 'D', doors: 6, fronts: 0 }]);
  const needs = (sheets: typeof GENERIC_PRODUCTS) =>
    productNeeds(
      coatNeeds({
        steps: job.steps,
        pieces: job.pieces,
        sheets,
        supplies: {},
        isOnSite: false,
        doorMeasure: DEFAULT_SHOP_SETTINGS.doorMeasure,
        perSideMl: DEFAULT_SHOP_SETTINGS.perSideMl,
      }),
      sheets,
      new Map(),
    );
  const withColour = (part: object) =>
    Object.fromEntries(
      Object.entries(GENERIC_PRODUCTS).map(([key, sheet]) => [
        key,
        sheet.role === 'colour' ? { ...sheet, ...part } : sheet,
      ]),
    );

  it('a colour is bought in whole containers, a primer is paid for by the litre', () => {
    const all = needs(withColour({ containers: [{ ml: 1000, price: 4150 }] }));
    const colour = all.find(({ sheet }) => sheet.role === 'colour');
    const primer = all.find(({ sheet }) => sheet.role === 'primer');
    if (!colour || !primer) throw new Error('no colour or primer');
    const lines = coatingLines([colour, primer]);
    expect(lines[0]?.amount).toBe(Math.ceil(colour.safeMl / 1000) * 4150);
    expect(lines[1]?.amount).toBeCloseTo((primer.safeMl / 1000) * 3000, -1);
  });

  it('a container may be cheaper a litre than the sheet says', () => {
    const [need] = needs(withColour({ pricePerLitre: 4000, containers: [{ ml: 2500, price: 8000 }] })).filter(
      ({ sheet }) => sheet.role === 'colour',
    );
    expect(need && litrePrice(need)).toBe(3200);
  });

  it('is not guessed where no price is known', () => {
    const [need] = needs(withColour({ pricePerLitre: null, containers: [] })).filter(
      ({ sheet }) => sheet.role === 'colour',
    );
    expect(need && coatingLines([need])[0]?.amount).toBeNull();
  });
});

describe('the price of a job', () => {
  const job = sampleJob([{ systemId: 'D', doors: 6, fronts: 0 }]);
  const input = (part: Partial<Parameters<typeof jobPrice>[0]> = {}) => ({
    job: { place: 'shop' as const, room: null, pricing: null },
    steps: job.steps,
    pieces: job.pieces,
    ops: null,
    sheets: GENERIC_PRODUCTS,
    supplies: GENERIC_SUPPLIES,
    items: [],
    settings: {
      ...DEFAULT_SHOP_SETTINGS,
      rates: RatesSchema.parse({ hour: { prep: 2500, brush: 2500, spray: 2500 }, marginPct: 20, taxPct: 20 }),
    },
    timeZone: 'Europe/London',
    people: 2,
    ...part,
  });

  it('charges every minute of the sequence at the rate of an hour', () => {
    const { price, minutes, sequence } = jobPrice(input());
    const labour = price.lines.filter(({ part }) => part === 'labour');
    const asked = labour.reduce((sum, { amount }) => sum + (amount ?? 0), 0);
    expect(minutes).toBe(sequence.reduce((sum, one) => sum + one.minutes, 0));
    expect(Math.abs(asked - (minutes / 60) * 2500)).toBeLessThan(3);
  });

  it('goes by the plan where there is one, unless the job says otherwise', () => {
    const step = job.steps.find(({ operation }) => operation === 'coat') ?? job.steps[0];
    const ops = [
      {
        stepId: step?.id,
        task: null,
        tool: null,
        personId: 'a',
        row: 'booth',
        trip: null,
        segments: [{ start: 0, end: 120 }],
        start: 0,
        end: 120,
      },
    ] as never;
    expect(jobPrice(input({ ops }))).toMatchObject({
      hoursFrom: 'plan',
      minutes: 120,
      span: { days: 1, trips: 0 },
    });
    const own = {
      place: 'shop' as const,
      room: null,
      pricing: { ...USUAL_PRICING, hoursFrom: 'sequence' as const },
    };
    expect(jobPrice(input({ ops, job: own })).hoursFrom).toBe('sequence');
  });

  it('puts its own margin, tax and rounding before the shop’s', () => {
    const { settings } = input();
    expect(termsOf(settings, null)).toMatchObject({ marginPct: 20, taxPct: 20, roundTo: 100 });
    expect(termsOf(settings, { ...USUAL_PRICING, marginPct: 5, roundTo: 5000 })).toMatchObject({
      marginPct: 5,
      taxPct: 20,
      roundTo: 5000,
    });
  });

  it('a job without pieces costs its waste and nothing else', () => {
    const { price, minutes } = jobPrice(input({ pieces: [] }));
    expect(minutes).toBe(0);
    expect(price.lines.map(({ part }) => part)).toEqual(['waste']);
  });

  it('work of a plan counts set-ups once, and nothing that was done before it', () => {
    const [step] = job.steps;
    const op = (personId: string | null, minutes: number) => ({
      stepId: step?.id ?? '',
      personId,
      segments: [{ start: 0, end: minutes }],
    });
    const work = workOfPlan([op('a', 30), op('b', 15), op(null, 500)], job.steps, GENERIC_PRODUCTS);
    expect(work.reduce((sum, { minutes }) => sum + minutes, 0)).toBe(45);
  });

  it('gives sprayed coats to whoever sprays, sanding to anybody', () => {
    const work = workOfSequence({
      steps: job.steps,
      pieces: job.pieces,
      sheets: GENERIC_PRODUCTS,
      isOnSite: false,
      settings: DEFAULT_SHOP_SETTINGS,
      people: 2,
    });
    const of = (phase: string) => work.filter((one) => one.phase === phase).map(({ skill }) => skill);
    expect(of('colour')).toContain('spray');
    expect(of('preparation')).toEqual(['prep']);
  });
});

describe('protecting the room', () => {
  it('12 m² of floor take 13.2 m² of paper and 15.6 m of tape, at the price of a roll', () => {
    const tape = GENERIC_SUPPLIES['tape-delicate'];
    if (!tape) throw new Error('no tape');
    const room = {
      lengthMm: null,
      widthMm: null,
      heightMm: null,
      air: null,
      name: null,
      tasks: [{ kind: 'floor' as const, amount: 12, doors: 0, minutesEach: null }],
    };
    const lines = protectionLines({ room }, { tape: { ...tape, price: 400, packSize: 50 } });
    // 4.00 for 50 m: 15.6 m cost 1.25 (1.248).
    expect(lines.map(({ amount }) => amount)).toEqual([null, 125]);
    expect(protectionLines({ room: null }, {})).toEqual([]);
  });
});

describe('splitting a price', () => {
  it('100.00 by 1, 1 and 1 is 33.34, 33.33 and 33.33', () => {
    expect(shared(10_000, [1, 1, 1])).toEqual([3334, 3333, 3333]);
  });

  it.each([
    [9999, [3, 2, 1]],
    [1, [5, 5]],
    [123_457, [0.1, 17, 3.3, 0]],
  ])('%i is shared without loss', (amount, weights) => {
    expect(shared(amount, weights).reduce((sum, one) => sum + one, 0)).toBe(amount);
  });

  it('falls to the first where nothing weighs anything', () => {
    expect(shared(500, [0, 0])).toEqual([500, 0]);
  });
});
