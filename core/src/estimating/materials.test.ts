import { describe, expect, it } from 'vitest';
import { sampleId, sampleJob } from '../../test/sample.ts';
import { GENERIC_PRODUCTS, GENERIC_SUPPLIES } from '../catalogue/index.ts';
import type { LogEntry } from '../jobs/index.ts';
import { shelfOf } from '../mixing/index.ts';
import { DOOR_MEASURE, PIECE_DEFAULTS, type Piece } from '../pieces/index.ts';
import { coatNeeds, equivalentSides, type MaterialInput, productNeeds } from './materials.ts';
import { supplyTotals } from './supplyTotals.ts';

const FL_OZ = 29.5735;

function pieces(count: number, part: Partial<Piece> & Pick<Piece, 'widthMm' | 'heightMm'>): Piece[] {
  return Array.from({ length: count }, (_, index) => ({
    ...PIECE_DEFAULTS,
    id: sampleId(3, index + 1),
    zoneId: sampleId(1, 1),
    position: index,
    tag: `T${index}`,
    finishFront: true,
    finishBack: true,
    ...part,
  }));
}

const input = (part: Partial<MaterialInput> = {}): MaterialInput => {
  const job = sampleJob([{ systemId: 'D', doors: 6, fronts: 0 }]);
  return {
    steps: job.steps,
    pieces: job.pieces,
    sheets: GENERIC_PRODUCTS,
    supplies: GENERIC_SUPPLIES,
    isOnSite: false,
    doorMeasure: DOOR_MEASURE,
    perSideMl: { primer: null, colour: null, clear: null },
    ...part,
  };
};

describe('counting by door equivalents', () => {
  const counted = [
    ...pieces(28, { widthMm: 400, heightMm: 720 }),
    ...pieces(3, { widthMm: 400, heightMm: 1400, construction: 'five-piece', panelsDown: 2 }),
    ...pieces(12, { kind: 'drawer-front', widthMm: 400, heightMm: 160 }),
  ];

  it('gives 40 for 28 doors, 3 tall ones of two panels and 12 small fronts: 80 fl oz a side and coat at 2', () => {
    expect(equivalentSides(counted, 'front', DOOR_MEASURE)).toBe(28 + 3 * 2 + 12 * 0.5);
    expect(equivalentSides(counted, 'both', DOOR_MEASURE)).toBe(80);
    const job = input({
      pieces: counted,
      perSideMl: { primer: 3 * FL_OZ, colour: 2 * FL_OZ, clear: null },
    });
    const coats = coatNeeds({
      ...job,
      steps: job.steps.map((step) => ({ ...step, zoneId: sampleId(1, 1) })),
    });
    const count = (name: RegExp) =>
      coats.filter((coat) => name.test(coat.stepId) || name.test(coat.productKey)).map((coat) => coat.count);
    // Both sides of a coat take 160 fl oz of colour and 240 of primer; two colour coats 320.
    const colour = count(/urethane/);
    expect(colour.map((one) => Math.round((one?.paintMl ?? 0) / FL_OZ))).toEqual([160, 160]);
    expect(count(/primer/).map((one) => Math.round((one?.paintMl ?? 0) / FL_OZ))).toEqual([240]);
    expect(colour.every((one) => one?.from === 'own')).toBe(true);
  });

  it('leaves out the side that is not finished', () => {
    const onlyFronts = pieces(4, { widthMm: 400, heightMm: 720, finishBack: false });
    expect(equivalentSides(onlyFronts, 'both', DOOR_MEASURE)).toBe(4);
    expect(equivalentSides(onlyFronts, 'back', DOOR_MEASURE)).toBe(0);
  });

  it('starts from the film of a standard door where a shop has no figure: 28.8 dm² at 75 µm through its gun', () => {
    const [, colour] = coatNeeds(input());
    // 0.288 m² a side and half of the edges, 2.24 m × 22 mm / 2; all × 75 µm ÷ (0.65 × the strokes on 400 × 720).
    const areaM2 = 0.288 + (2.24 * (PIECE_DEFAULTS.thicknessMm / 1000)) / 2;
    // A fan of 200 mm, 5 strokes of 860 mm at 100 mm along its height: 0.288 / 0.43 = 0.6698 of the spray meets it.
    expect(colour?.count?.perSideMl).toBeCloseTo((areaM2 * 75) / (0.65 * (0.288 / (5 * 0.1 * 0.86))), 1);
    expect(colour?.count?.from).toBe('standard');
  });

  it('counts no filler, no stain and no glaze', () => {
    const filled = sampleJob([{ systemId: 'A', doors: 2, fronts: 0 }]);
    const coats = coatNeeds({ ...input(), steps: filled.steps, pieces: filled.pieces });
    const uncounted = coats.filter(({ count }) => count === null).map(({ productKey }) => productKey);
    expect(new Set(uncounted)).toEqual(new Set(['grain-filler-water']));
  });
});

describe('what a job takes of a product', () => {
  it('adds its coats up, their errors with them, and buys what stays enough nine times in ten', () => {
    const coats = coatNeeds(input());
    const [, colour] = productNeeds(
      coats,
      GENERIC_PRODUCTS,
      new Map([['urethane-enamel-satin', shelfOf(500)]]),
    );
    const own = coats.filter(({ productKey }) => productKey === 'urethane-enamel-satin');
    const paint = own.reduce((sum, { film }) => sum + film.paintMl, 0);
    // Film off by 10 %, transfer of a gun by 12 %: √(0.01 + 0.0144) = 15.62 %.
    const sd = paint * Math.sqrt(0.0244);
    expect(own).toHaveLength(2);
    expect(colour?.paintMl).toBeCloseTo(paint, 6);
    expect(colour?.interval).toEqual([
      expect.closeTo(paint - 1.6449 * sd, 4),
      expect.closeTo(paint + 1.6449 * sd, 4),
    ]);
    expect(colour?.safeMl).toBeCloseTo(paint + 1.2816 * sd + 100, 4);
    expect(colour?.missingMl).toBeCloseTo(paint + 1.2816 * sd + 100 - 500, 4);
    // No container is known yet: there is a price by the litre, and nothing to choose.
    expect(colour?.purchase).toBeNull();
    const perLitre = GENERIC_PRODUCTS['urethane-enamel-satin']?.pricePerLitre ?? 0;
    expect(colour?.pricedByLitre).toBe(Math.round(((colour?.missingMl ?? 0) / 1000) * perLitre));
  });

  it('asks only for what is still to be applied: pieces that have a coat, or skip it, take no more of it', () => {
    const job = input();
    const coat = job.steps.find(({ key }) => key === 'colour-1')!;
    const [first, second, third] = job.pieces.map(({ id }) => id);
    const entry = (pieceIds: string[], side: LogEntry['side'], action: LogEntry['action'] = 'do') => ({
      id: sampleId(8, pieceIds.length + side.length + action.length),
      jobId: sampleId(0, 1),
      stepId: coat.id,
      side,
      action,
      pieceIds,
      doneAt: '2026-11-23T10:00:00.000Z',
      coat: null,
      note: '',
      correctsId: null,
      isWithdrawal: false,
      memberId: null,
      memberName: 'Ines',
      loggedAt: '2026-11-23T10:00:00.000Z',
    });
    const log = [entry([first!], 'all'), entry([second!], 'front'), entry([third!], 'all', 'skip')];
    const before = coatNeeds(job).find(({ stepId }) => stepId === coat.id)!;
    const after = coatNeeds({ ...job, log }).find(({ stepId }) => stepId === coat.id)!;
    expect([before.done, after.done]).toEqual([0, 2]);
    expect(after.film.paintMl).toBe(before.film.paintMl);
    // Four of six doors alike are left; the gun keeps its 60 mL of mix, 5 % of it thinner, back once either way.
    const kept = 60 / 1.05;
    expect(after.left.mean - kept).toBeCloseTo(((before.left.mean - kept) * 4) / 6, 6);
    // The front is all of a piece that has no finished back.
    const oneSided = job.pieces.map((piece) => ({ ...piece, finishBack: piece.id !== second }));
    const whole = coatNeeds({ ...job, pieces: oneSided, log }).find(({ stepId }) => stepId === coat.id);
    expect(whole?.done).toBe(3);
    const [, colour] = productNeeds(coatNeeds({ ...job, log }), GENERIC_PRODUCTS, new Map());
    expect(colour?.paintMl).toBeLessThan(colour?.wholeMl ?? 0);
  });

  it('chooses containers where they are known, and nothing where the tins hold enough', () => {
    const sheets = {
      ...GENERIC_PRODUCTS,
      'urethane-enamel-satin': {
        ...GENERIC_PRODUCTS['urethane-enamel-satin']!,
        pricePerLitre: null,
        containers: [
          { ml: 750, price: 2100 },
          { ml: 2500, price: 5600 },
        ],
      },
    };
    const coats = coatNeeds({ ...input(), sheets });
    const [, colour] = productNeeds(coats, sheets, new Map());
    expect(colour?.stockMl).toBeNull();
    expect(colour?.pricedByLitre).toBeNull();
    expect(colour?.purchase?.boughtMl).toBeGreaterThanOrEqual(colour?.missingMl ?? 0);
    const [, enough] = productNeeds(coats, sheets, new Map([['urethane-enamel-satin', shelfOf(50_000)]]));
    expect(enough).toMatchObject({ missingMl: 0, purchase: { containers: [], cost: 0 } });
  });
});

describe('consumables', () => {
  it('are each named once, over all steps, and abrasives for every pass', () => {
    const job = input();
    const once = supplyTotals(job);
    const keys = once.map(({ key }) => key);
    expect(new Set(keys).size).toBe(keys.length);
    const amount = (totals: ReturnType<typeof supplyTotals>, key: string) =>
      totals.find((total) => total.key === key)?.need?.amount ?? 0;
    const twice = supplyTotals({ ...job, steps: job.steps.map((step) => ({ ...step, passes: 2 })) });
    expect(amount(twice, 'disc-220')).toBe(2 * amount(once, 'disc-220'));
    expect(amount(twice, 'cleaner-alkaline')).toBe(amount(once, 'cleaner-alkaline'));
  });
});
