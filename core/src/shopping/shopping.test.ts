import { describe, expect, it } from 'vitest';
import { words } from '../../test/expect.ts';
import { sampleId, sampleJob } from '../../test/sample.ts';
import { concentrateShare, GENERIC_PRODUCTS, GENERIC_SUPPLIES, type Supply } from '../catalogue/index.ts';
import { writeShopping } from '../formats/index.ts';
import { type LogEntry, NO_ROOM } from '../jobs/index.ts';
import { shelfOf } from '../mixing/index.ts';
import { DEFAULT_SHOP_SETTINGS } from '../shop/index.ts';
import { FINISHING_SYSTEMS } from '../systems/index.ts';
import { bySupplier, type ShoppingLine, shoppingList } from './list.ts';
import { askedBy, type BuyingJob, type BuyingShop, partsAskedBy } from './needs.ts';

const PRODUCT = 'urethane-enamel-satin';

function job(code: string, doors = 6, part: Partial<BuyingJob> = {}): BuyingJob {
  const { steps, pieces, zones } = sampleJob([{ systemId: 'D', doors, fronts: 0 }]);
  return {
    job: { id: sampleId(4, code.length), code, place: 'shop', room: null },
    zones: zones.map(({ id, name, newColour, survey, options }) => ({
      id,
      name,
      newColour,
      survey,
      options,
    })),
    steps,
    pieces,
    log: [],
    ...part,
  };
}
const sheets = {
  ...GENERIC_PRODUCTS,
  [PRODUCT]: {
    ...GENERIC_PRODUCTS[PRODUCT]!,
    supplier: 'Harbour paints',
    containers: [
      { ml: 1000, price: 4000 },
      { ml: 2500, price: 9000 },
    ],
  },
};
const shop = (part: Partial<BuyingShop> = {}): BuyingShop => ({
  sheets,
  supplies: GENERIC_SUPPLIES,
  items: [],
  settings: DEFAULT_SHOP_SETTINGS,
  ...part,
});
const list = (
  jobs: BuyingJob[],
  others: BuyingJob[] = [],
  stock = new Map<string, number | null>(),
  own = shop(),
) =>
  shoppingList(
    jobs,
    others,
    own,
    new Map([...stock].map(([key, ml]) => [key, ml === null ? null : shelfOf(ml)])),
  );
const lineOf = (lines: readonly ShoppingLine[], key: string) => lines.find((line) => line.key === key);

describe('paint on a shopping list', () => {
  const needed = lineOf(list([job('QUAY')]), PRODUCT)?.need?.amount ?? 0;

  it('of two jobs is bought together: the sum in the cheapest containers', () => {
    const both = lineOf(list([job('QUAY'), job('VESTRY')]), PRODUCT);
    expect(both?.jobs).toEqual(['QUAY', 'VESTRY']);
    // 100 mL of the colour are kept for touching up, once.
    expect(both?.need?.amount).toBeCloseTo(2 * needed - 100, 6);
    expect(both?.bought).toBeGreaterThanOrEqual(2 * needed - 100);
  });

  it('is less by what is in stock, and nothing where that is enough', () => {
    const some = lineOf(list([job('QUAY')], [], new Map([[PRODUCT, needed - 500]])), PRODUCT);
    expect(some?.missing).toBeCloseTo(500, 6);
    expect(some).toMatchObject({ buy: [{ size: 1000, count: 1 }], cost: 4000 });
    const all = lineOf(list([job('QUAY')], [], new Map([[PRODUCT, needed + 1]])), PRODUCT);
    expect(all).toMatchObject({ missing: 0, cost: 0 });
  });

  it('does not take from stock what another open job still needs', () => {
    const stock = new Map([[PRODUCT, needed]]);
    const alone = lineOf(list([job('QUAY')], [], stock), PRODUCT);
    const beside = lineOf(list([job('QUAY')], [job('VESTRY')], stock), PRODUCT);
    expect(alone?.missing).toBe(0);
    expect(beside?.reserved).toBeGreaterThan(0);
    expect(beside?.missing).toBeCloseTo(beside?.reserved ?? 0, 6);
  });

  it('of two colours is bought in tins of its own for each; what is in stock goes to the first', () => {
    const vestry = job('VESTRY');
    const white = { ...vestry, zones: vestry.zones.map((zone) => ({ ...zone, newColour: '#fafafa' })) };
    const stock = new Map([[PRODUCT, needed + 300]]);
    const lines = list([job('QUAY'), white], [], stock).filter(({ key }) => key === PRODUCT);
    expect(
      lines.map(({ jobs, missing, stock: there }) => [jobs, Math.round(missing), Math.round(there ?? 0)]),
    ).toEqual([
      [['QUAY'], 0, Math.round(needed + 300)],
      [['VESTRY'], Math.round(needed - 300), 300],
    ]);
    // A primer has no colour of its own and is bought together.
    const primer = list([job('QUAY'), white]).filter(({ key }) => GENERIC_PRODUCTS[key]?.role === 'primer');
    expect(primer.map(({ jobs }) => jobs)).toEqual([['QUAY', 'VESTRY']]);
  });

  it('goes by the colour of the tins: what was bought white leaves the slate missing, and the other way round', () => {
    const vestry = job('VESTRY');
    const white = { ...vestry, zones: vestry.zones.map((zone) => ({ ...zone, newColour: '#fafafa' })) };
    const missing = (colours: Record<string, number>) =>
      shoppingList([job('QUAY'), white], [], shop(), new Map([[PRODUCT, { ml: needed, colours }]]))
        .filter(({ key }) => key === PRODUCT)
        .map((line) => Math.round(line.missing));
    const slate = job('QUAY').zones[0]?.newColour ?? '';
    expect(missing({ '#fafafa': needed })).toEqual([Math.round(needed), 0]);
    expect(missing({ [slate]: needed })).toEqual([0, Math.round(needed)]);
    // A tin of a third colour helps nobody; one job alone does not get the white either.
    expect(missing({ '#ff0000': needed })).toEqual([Math.round(needed), Math.round(needed)]);
    const alone = shoppingList(
      [job('QUAY')],
      [],
      shop(),
      new Map([[PRODUCT, { ml: needed, colours: { '#fafafa': needed } }]]),
    );
    expect(lineOf(alone, PRODUCT)).toMatchObject({ stock: 0, reserved: 0 });
    expect(lineOf(alone, PRODUCT)?.missing).toBeCloseTo(needed, 6);
    // What another open job has in white is reserved out of the white.
    const beside = shoppingList(
      [job('QUAY')],
      [white],
      shop(),
      new Map([[PRODUCT, { ml: 2 * needed, colours: { '#fafafa': needed } }]]),
    );
    expect(lineOf(beside, PRODUCT)).toMatchObject({ reserved: 0, missing: 0 });
  });

  it('of one colour out of several tins wants one batch; a single tin, and a primer, do not', () => {
    expect(lineOf(list([job('QUAY', 40)]), PRODUCT)?.isOneBatch).toBe(true);
    expect(lineOf(list([job('QUAY', 1)]), PRODUCT)?.isOneBatch).toBe(false);
    expect(list([job('QUAY', 40)]).filter(({ isOneBatch }) => isOneBatch)).toHaveLength(1);
  });

  it('is left out once every piece has its coats', () => {
    const quay = job('QUAY');
    const log = quay.steps
      .filter(({ productKey }) => productKey === PRODUCT)
      .map(
        (step, number): LogEntry => ({
          id: sampleId(7, number + 1),
          jobId: quay.job.id,
          stepId: step.id,
          side: 'all',
          action: 'do',
          pieceIds: quay.pieces.map(({ id }) => id),
          doneAt: '2026-11-24T10:00:00.000Z',
          coat: null,
          note: '',
          correctsId: null,
          isWithdrawal: false,
          memberId: null,
          memberName: 'Maren',
          loggedAt: '2026-11-24T10:00:00.000Z',
        }),
      );
    expect(lineOf(list([{ ...quay, log }]), PRODUCT)).toBeUndefined();
    expect(lineOf(list([quay]), PRODUCT)).toBeDefined();
  });
});

describe('a cleaner', () => {
  it.each([
    ['1 : 10 in warm water', 1 / 11],
    ['1:4', 1 / 5],
    ['1 to 1', 1 / 2],
    ['as supplied', 1],
    ['', 1],
    ['50 mL a litre', 1],
  ])('of %s is %f concentrate', (dilution, share) => {
    expect(concentrateShare(dilution)).toBeCloseTo(share, 10);
  });
});

describe('what goes around the coats', () => {
  const asked = (some: BuyingJob, own = shop()) => askedBy(some, own);
  const amount = (some: BuyingJob, key: string, own = shop()) =>
    asked(some, own)
      .filter((one) => one.key === key)
      .reduce((sum, { need }) => sum + (need?.amount ?? 0), 0);
  const withTool = (applicator: 'turbine' | 'roller' | 'brush') => {
    const quay = job('QUAY');
    return {
      ...quay,
      steps: quay.steps.map((step) => (step.productKey ? { ...step, applicator } : step)),
    };
  };

  it('sprayed with a cup: strainers and liners, no covers', () => {
    const quay = withTool('turbine');
    expect(amount(quay, 'strainer-190')).toBeGreaterThan(0);
    expect(amount(quay, 'liner-cup')).toBeGreaterThan(0);
    expect(amount(quay, 'cover-roller')).toBe(0);
  });

  it('a cover for every rolled coat, a brush for every product, and no liners', () => {
    const rolled = withTool('roller');
    const coats = rolled.steps.filter(({ productKey }) => productKey !== null).length;
    expect(amount(rolled, 'cover-roller')).toBe(coats);
    expect(amount(rolled, 'liner-cup')).toBe(0);
    const brushed = withTool('brush');
    expect(amount(brushed, 'brush-50')).toBe(
      new Set(brushed.steps.flatMap(({ productKey }) => productKey ?? [])).size,
    );
  });

  it('water comes out of the tap; mineral spirit is bought, to thin and to rinse', () => {
    const quay = withTool('brush');
    expect(asked(quay).some(({ key }) => key.startsWith('thinner'))).toBe(false);
    const steps = quay.steps.map((step) =>
      step.productKey ? { ...step, productKey: 'solvent-enamel-satin' } : step,
    );
    expect(amount({ ...quay, steps }, 'thinner-spirit')).toBeGreaterThan(0);
  });

  it('what no supply stands for is asked for by name', () => {
    const own = shop({ supplies: {} });
    const cover = asked(withTool('roller'), own).find(({ key }) => key.startsWith('cover'));
    expect(cover?.supply).toBeNull();
    expect(words(cover?.words ?? '')).toBe('Roller covers');
  });

  it('a pair of cartridges lasts 20 h: one for a job that is sprayed in less, none for one that is rolled', () => {
    expect(amount(withTool('turbine'), 'cartridge-pair')).toBe(1);
    expect(amount(withTool('roller'), 'cartridge-pair')).toBe(0);
    const rates = { ...DEFAULT_SHOP_SETTINGS.rates, cartridgeHours: 1 / 60 };
    const settings = { ...DEFAULT_SHOP_SETTINGS, rates };
    expect(amount(withTool('turbine'), 'cartridge-pair', shop({ settings }))).toBeGreaterThan(10);
  });

  it('two hooks for a door that hangs, no more than the rail holds', () => {
    const settings = { ...DEFAULT_SHOP_SETTINGS, railLengthMm: 1000, railGapMm: 80 };
    // Doors of 480 mm with 80 between them: one and no second one on a metre.
    const widths = new Set(job('QUAY').pieces.map(({ widthMm }) => widthMm));
    const fits = Math.min(6, Math.floor(1000 / (([...widths][0] ?? 0) + 80)));
    expect(amount(job('QUAY'), 'hook-hanging', shop({ settings }))).toBe(2 * fits);
    expect(amount(job('QUAY'), 'hook-hanging', shop({ settings: { ...settings, railLengthMm: 0 } }))).toBe(0);
    const lying = job('QUAY');
    const zones = lying.zones.map((zone) => ({
      ...zone,
      options: { ...FINISHING_SYSTEMS.D.defaults, laying: 'flat' as const },
    }));
    expect(amount({ ...lying, zones }, 'hook-hanging', shop({ settings }))).toBe(0);
  });

  it('12 m² of floor in a room take 13.2 m² of paper: asked for by name where no masking is paper', () => {
    const tasks = [{ kind: 'floor' as const, amount: 12, doors: 0, minutesEach: null }];
    const quay = job('QUAY');
    const inRoom = { ...quay, job: { ...quay.job, room: { ...NO_ROOM, tasks } } };
    const paper = asked(inRoom).find(({ key }) => key.endsWith('paper'));
    expect(paper?.need).toMatchObject({ unit: 'm' });
    expect(paper?.need?.amount ?? 0).toBeCloseTo(13.2, 6);
    expect(asked(quay).some(({ key }) => key.endsWith('paper'))).toBe(false);
  });
});

describe('packs', () => {
  const keyed = job('QUAY', 30);
  const [key = '', disc] =
    Object.entries(GENERIC_SUPPLIES).find(
      ([name, { kind }]) => kind === 'abrasive' && askedBy(keyed, shop()).some((one) => one.key === name),
    ) ?? [];
  const line = (part: Partial<Supply>, stock: number | null = null) => {
    const supplies = { ...GENERIC_SUPPLIES, [key]: { ...disc, stock, ...part } as Supply };
    return lineOf(list([keyed], [], new Map(), shop({ supplies })), key);
  };
  const needed = line({})?.need?.amount ?? 0;

  it('are whole ones, at the price of each', () => {
    const count = Math.ceil(needed / 5);
    expect(needed).toBeGreaterThan(5);
    expect(line({ price: 195, packSize: 5 })).toMatchObject({ buy: [{ size: 5, count }], cost: 195 * count });
  });

  it('are fewer by what is there, and none where that is enough', () => {
    const one = line({ price: 195, packSize: 5 }, needed - 3);
    expect(one).toMatchObject({ missing: 3, buy: [{ size: 5, count: 1 }] });
    expect(line({ price: 195, packSize: 5 }, needed)).toMatchObject({ missing: 0, buy: [], cost: 0 });
  });

  it('are unknown where nobody said what is in one, or what it costs', () => {
    expect(line({ price: 195 })).toMatchObject({ missing: needed, buy: null, cost: null });
    expect(line({ packSize: 5 })).toMatchObject({ buy: [{ size: 5 }], cost: null });
  });
});

describe('new pieces and hinges', () => {
  it('alike ones stand together, by their size', () => {
    const quay = job('QUAY', 4);
    const pieces = quay.pieces.map((piece, number) =>
      number < 3
        ? { ...piece, treatment: 'replace' as const, widthMm: number < 2 ? 400 : 500, heightMm: 720 }
        : piece,
    );
    expect(partsAskedBy({ ...quay, pieces }).map(({ words: name, count }) => [words(name), count])).toEqual([
      ['New door, 400 × 720 mm', 2],
      ['New door, 500 × 720 mm', 1],
    ]);
    expect(partsAskedBy(quay)).toEqual([]);
  });

  it('hinges only where they are renewed', () => {
    const quay = job('QUAY', 4);
    const zones = quay.zones.map((zone) => ({ ...zone, survey: { ...zone.survey, hingesRenewed: true } }));
    expect(partsAskedBy({ ...quay, zones })[0]?.count).toBeGreaterThanOrEqual(8);
  });
});

describe('the list', () => {
  it('stands by supplier, those without one last', () => {
    const names = bySupplier(list([job('QUAY')])).map(({ supplier }) => supplier);
    expect(names[0]).toBe('Harbour paints');
    expect(names.at(-1)).toBe('');
  });

  it('is nothing for no job', () => {
    expect(list([])).toEqual([]);
  });

  it('goes into a table that no spreadsheet runs', () => {
    const line: ShoppingLine = {
      kind: 'product',
      key: 'x',
      colour: null,
      zones: [],
      words: '=HYPERLINK("x")',
      supplier: 'Harbour, paints',
      jobs: ['QUAY', 'VESTRY'],
      need: { amount: 3200, unit: 'mL' },
      stock: null,
      reserved: 0,
      missing: 3200,
      buy: [
        { size: 2500, count: 1 },
        { size: 1000, count: 1 },
      ],
      bought: 3500,
      cost: 13_000,
      isOneBatch: true,
    };
    const csv = writeShopping([line], 'GBP', {
      name: ({ words: name }) => name,
      amount: (_line, amount) => `${amount} mL`,
    });
    const [head, row] = csv.split('\r\n');
    expect(head).toBe('supplier,item,jobs,zones,needed,in stock,reserved for other jobs,buy,cost (GBP),note');
    expect(row).toBe(
      '"Harbour, paints","\'=HYPERLINK(""x"")",QUAY VESTRY,,3200 mL,,,1 x 2500 mL + 1 x 1000 mL,130.00,"one batch, or mix all together"',
    );
  });
});
