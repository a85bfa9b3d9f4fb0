import { describe, expect, it } from 'vitest';
import { words } from '../../test/expect.ts';
import { changed, contextOf } from '../../test/ruleContext.ts';
import { sampleId } from '../../test/sample.ts';
import { SHAKER_DOOR as DOOR, moveOn as move } from '../../test/shakerDoor.ts';
import { GENERIC_PRODUCTS, GENERIC_SUPPLIES, type Supply } from '../catalogue/index.ts';
import { residueMl } from '../film/index.ts';
import { stepAsLogged, workOf } from '../jobs/index.ts';
import { coatAmounts, coatMixes, dryFilmOf } from '../mixing/index.ts';
import { type Piece, partAreaM2, sideAreaM2, WHOLE_PARTS } from '../pieces/index.ts';
import { moveWords } from '../words/index.ts';
import {
  type Application,
  inMoves,
  laidOnBy,
  minutesOfStep,
  mixesOf,
  movesOf,
  type Step,
  StepSchema,
  suppliesOfStep,
  supplyNeed,
  toolsOf,
  withTool,
} from './index.ts';
import { YARDSTICKS } from './yardsticks.ts';

const SLAB: Piece = { ...DOOR, construction: 'slab', girthMm: 0 };
/** Panel 360 × 560: its outline is 1.84 m on each side, its walls 8 mm high. */
const OUTLINE_M = 1.84;
const EDGES_M2 = 2 * (0.5 + 0.7) * 0.02;
const WALLS_M2 = 2 * OUTLINE_M * 0.008;
const FLATS_M2 = 2 * 0.5 * 0.7;

const coat = (part: Partial<Step> = {}): Step => {
  const step = contextOf('D').steps.find(({ key }) => key === 'colour-1')!;
  return StepSchema.parse({
    ...step,
    id: sampleId(2, 1),
    zoneId: sampleId(1, 1),
    position: 0,
    productKey: 'alkyd-hybrid-satin',
    wftUm: 105,
    thinning: { convention: 'on-paint', value: 0 },
    ...laidOnBy(step, 'roller-mohair'),
    ...part,
  });
};
const sheet = Object.values(GENERIC_PRODUCTS).find(({ conditionerMaxPct }) => conditionerMaxPct === 10)!;

describe('the parts of a piece', () => {
  it('have the areas that a rule and a pencil give', () => {
    expect(partAreaM2(DOOR, 'all', 'edges')).toBeCloseTo(EDGES_M2, 9);
    expect(partAreaM2(DOOR, 'all', 'profiles')).toBeCloseTo(WALLS_M2, 9);
    expect(partAreaM2(DOOR, 'all', 'flats')).toBeCloseTo(FLATS_M2, 9);
    expect(partAreaM2(DOOR, 'back', 'edges')).toBe(0);
    expect(partAreaM2(DOOR, 'edges', 'flats')).toBe(0);
  });

  it('add up to the whole on every side, whatever the construction', () => {
    const pieces: Piece[] = [
      DOOR,
      SLAB,
      { ...SLAB, girthMm: 25 },
      { ...DOOR, construction: 'raised-panel', bevelMm: 5, marginMm: 40, raiseMm: 6 },
      { ...DOOR, construction: 'beaded', girthMm: 9 },
      { ...DOOR, construction: 'open-frame' },
      { ...DOOR, construction: 'box', depthMm: 560 },
      { ...DOOR, construction: 'moulding', girthMm: 60 },
      { ...DOOR, finishBack: false, finishEdges: false },
    ];
    for (const piece of pieces)
      for (const side of ['all', 'front', 'back', 'edges'] as const) {
        const sum = WHOLE_PARTS.reduce((total, part) => total + partAreaM2(piece, side, part), 0);
        expect([piece.construction, side, sum]).toEqual([
          piece.construction,
          side,
          expect.closeTo(sideAreaM2(piece, side), 9),
        ]);
      }
  });
});

describe('paint of a coat in moves', () => {
  it('is what each tool lays on its own parts, and what each keeps back', () => {
    const step = coat({
      applications: [
        move({ parts: ['edges', 'profiles'], applicator: 'brush', toolMm: 38 }),
        move({ parts: ['flats'], applicator: 'roller-mohair' }),
        move({ parts: [...WHOLE_PARTS], applicator: 'brush', laysOff: true }),
      ],
    });
    const brushed = ((EDGES_M2 + WALLS_M2) * 105) / 0.95 + residueMl('brush');
    const rolled = (FLATS_M2 * 105) / 0.92 + residueMl('roller-mohair');
    expect(coatAmounts(step, sheet, [DOOR], 'all', false)?.mixMl).toBeCloseTo(brushed + rolled, 6);
  });

  it('follows a film of its own for a move, and counts a tool that comes twice once', () => {
    const step = coat({
      applications: [
        move({ parts: ['edges'], applicator: 'brush', wftUm: 60 }),
        move({ parts: ['profiles'], applicator: 'brush' }),
        move({ parts: ['flats'], applicator: 'roller-mohair' }),
      ],
    });
    const brushed = (EDGES_M2 * 60 + WALLS_M2 * 105) / 0.95 + residueMl('brush');
    const rolled = (FLATS_M2 * 105) / 0.92 + residueMl('roller-mohair');
    expect(coatAmounts(step, sheet, [DOOR], 'all', false)?.mixMl).toBeCloseTo(brushed + rolled, 6);
  });

  it('counts what a tool keeps back where it first finds something to paint', () => {
    const applications = [
      move({ parts: ['profiles'], applicator: 'brush' }),
      move({ parts: ['edges'], applicator: 'brush' }),
    ];
    // A slab has no profiles: the brush begins with its edges.
    expect(coatAmounts(coat({ applications }), sheet, [SLAB], 'all', false)?.mixMl).toBeCloseTo(
      (EDGES_M2 * 105) / 0.95 + residueMl('brush'),
      6,
    );
  });

  it('is one mix where all is thinned alike, and two where it is not', () => {
    const gun = move({
      parts: ['edges', 'profiles'],
      applicator: 'turbine',
      thinning: { convention: 'on-paint', value: 10 },
    });
    const step = coat({ applications: [gun, move({ parts: ['flats'], applicator: 'roller-mohair' })] });
    const mixes = coatMixes(step, sheet, [DOOR], 'all', false);
    expect(mixes.map(({ thinning }) => thinning?.value)).toEqual([10, 0]);
    expect(mixes[0]!.amounts.thinnerMl).toBeCloseTo(mixes[0]!.amounts.paintMl * 0.1, 6);
    expect(mixes[1]!.amounts.thinnerMl).toBe(0);
    const alike = { ...step, applications: step.applications.map((one) => ({ ...one, thinning: null })) };
    expect(mixesOf(alike)).toHaveLength(1);
    // Unthinned is unthinned, however it is said.
    const said = { ...gun, thinning: { convention: 'parts' as const, value: 0 } };
    expect(mixesOf({ ...step, applications: [said, step.applications[1]!] })).toHaveLength(1);
  });

  it('takes its conditioner along: a tenth of the paint is a tenth', () => {
    const step = coat({ conditionerPct: 10, thinning: { convention: 'on-paint', value: 5 } });
    const amounts = coatAmounts(step, sheet, [DOOR], 'all', false)!;
    expect(amounts.conditionerMl).toBeCloseTo(amounts.paintMl / 10, 9);
    expect(amounts.mixMl).toBeCloseTo(amounts.paintMl * 1.15, 9);
    // The film is what is on the piece: conditioner and thinner are part of the mix, paint gets less.
    const plain = coatAmounts({ ...step, conditionerPct: 0 }, sheet, [DOOR], 'all', false)!;
    expect(amounts.mixMl).toBeCloseTo(plain.mixMl, 9);
    expect(amounts.paintMl).toBeLessThan(plain.paintMl);
  });

  it('dries to the film of the flats, once: thinner and conditioner are gone from it', () => {
    // 105 µm wet at 40 % solids: 42 µm; with a tenth of conditioner 42 / 1.1.
    expect(dryFilmOf(coat(), { ...sheet, volumeSolidsPct: 40 })).toBeCloseTo(42, 9);
    expect(dryFilmOf(coat({ conditionerPct: 10 }), { ...sheet, volumeSolidsPct: 40 })).toBeCloseTo(
      42 / 1.1,
      9,
    );
    const two = coat({
      applications: [
        move({ parts: ['edges', 'profiles'], applicator: 'brush', wftUm: 60 }),
        move({
          parts: ['flats'],
          applicator: 'roller-mohair',
          thinning: { convention: 'on-paint', value: 5 },
        }),
        move({ parts: [...WHOLE_PARTS], applicator: 'brush', laysOff: true, wftUm: 300 }),
      ],
    });
    expect(dryFilmOf(two, { ...sheet, volumeSolidsPct: 40 })).toBeCloseTo(42 / 1.05, 9);
  });

  it('is the same as before where one tool does it all', () => {
    const whole = coat({ applications: [move({ parts: [...WHOLE_PARTS], applicator: 'roller-mohair' })] });
    for (const side of ['all', 'front', 'back'] as const)
      expect(coatAmounts(whole, sheet, [DOOR, SLAB], side, false)!.mixMl).toBeCloseTo(
        coatAmounts(coat(), sheet, [DOOR, SLAB], side, false)!.mixMl,
        9,
      );
  });
});

describe('minutes of a step in moves', () => {
  it('are those of each tool on its own parts: a brush round the edges and profiles, a roller on the flats', () => {
    const step = coat({
      applications: [
        move({ parts: ['edges', 'profiles'], applicator: 'brush' }),
        move({ parts: ['flats'], applicator: 'roller-mohair' }),
      ],
    });
    // Brush 9 min/m² and 4 min/m of profile; mohair 4.5 min/m².
    const hands = 9 * (EDGES_M2 + WALLS_M2) + 4 * 2 * OUTLINE_M + 4.5 * FLATS_M2;
    const { setupMin, handsOnMin, cleanupMin } = minutesOfStep(step, [DOOR], 'all', undefined);
    expect(handsOnMin).toBeCloseTo(hands, 6);
    // The brush is set up with its mix (10), the roller only laid out: 15 less 8 of mixing.
    expect([setupMin, cleanupMin]).toEqual([10 + 7, 10 + 10]);
  });

  it('take a third for tipping off, and nothing to lay the same brush out again', () => {
    const base = [
      move({ parts: ['edges', 'profiles'], applicator: 'brush' }),
      move({ parts: ['flats'], applicator: 'roller-mohair' }),
    ];
    const without = minutesOfStep(coat({ applications: base }), [DOOR], 'all', undefined);
    const tipped = minutesOfStep(
      coat({
        applications: [...base, move({ parts: [...WHOLE_PARTS], applicator: 'brush', laysOff: true })],
      }),
      [DOOR],
      'all',
      undefined,
    );
    expect(tipped.handsOnMin - without.handsOnMin).toBeCloseTo(3 * (EDGES_M2 + WALLS_M2 + FLATS_M2), 6);
    expect([tipped.setupMin, tipped.cleanupMin]).toEqual([without.setupMin, without.cleanupMin]);
  });

  it('count a piece once, and a gun as a gun', () => {
    const step = coat({
      applications: [
        move({ parts: ['edges', 'profiles'], applicator: 'turbine' }),
        move({ parts: ['flats'], applicator: 'roller-mohair' }),
      ],
    });
    const { setupMin, handsOnMin } = minutesOfStep(step, [DOOR, DOOR], 'all', undefined);
    expect(handsOnMin).toBeCloseTo(2 * (0.5 + 1.2 * (EDGES_M2 + WALLS_M2) + 4.5 * FLATS_M2), 6);
    expect(setupMin).toBe(27 + 7);
  });

  it('go by the yardsticks of the shop, and stay as somebody typed them', () => {
    const applications = [
      move({ parts: ['edges', 'profiles'], applicator: 'brush' }),
      move({ parts: ['flats'], applicator: 'roller-mohair' }),
    ];
    const own = { brush: { ...YARDSTICKS.brush, perM2Min: 20, perProfileMMin: 0 } };
    expect(minutesOfStep(coat({ applications }), [DOOR], 'all', own).handsOnMin).toBeCloseTo(
      20 * (EDGES_M2 + WALLS_M2) + 4.5 * FLATS_M2,
      6,
    );
    const typed = coat({
      applications,
      labour: { ...YARDSTICKS.brush, perPieceMin: 33, perM2Min: 0, perProfileMMin: 0 },
    });
    expect(minutesOfStep(typed, [DOOR], 'all', undefined).handsOnMin).toBe(33);
  });

  it('are twice as long by hand as with a machine, for one step with two abrasives', () => {
    const scuff = StepSchema.parse({
      ...coat(),
      operation: 'sand',
      productKey: null,
      applicator: null,
      wftUm: null,
      thinning: null,
      labour: YARDSTICKS.scuff,
      applications: [
        move({ parts: ['flats'], byMachine: true, supplyKey: 'film-p320' }),
        move({ parts: ['edges', 'profiles'], supplyKey: 'foam-p320' }),
      ],
    });
    const { setupMin, handsOnMin } = minutesOfStep(scuff, [DOOR], 'all', undefined);
    expect(handsOnMin).toBeCloseTo(2 * FLATS_M2 + 4 * (EDGES_M2 + WALLS_M2) + 0.5 * 2 * OUTLINE_M, 6);
    expect(setupMin).toBe(3 + 2);
    // Keyed by hand the yardstick is one by hand already: the machine halves it.
    const keyed = { ...scuff, operation: 'key' as const, labour: YARDSTICKS.keyHand };
    expect(minutesOfStep(keyed, [DOOR], 'all', undefined).handsOnMin).toBeCloseTo(
      4 * FLATS_M2 + 8 * (EDGES_M2 + WALLS_M2) + 3 * 2 * OUTLINE_M,
      6,
    );
  });
});

describe('abrasives of a step in moves', () => {
  it('are counted each for its own parts, one that comes twice once', () => {
    const scuff = coat({ operation: 'sand', productKey: null, applicator: null, grit: 320, supplyKey: 'a' });
    const disc: Supply = { ...Object.values(GENERIC_SUPPLIES).find(({ kind }) => kind === 'abrasive')! };
    const supplies = { a: disc, b: { ...disc, name: 'Foam' } };
    const many = Array.from({ length: 40 }, () => DOOR);
    const need = (applications: Application[]) =>
      suppliesOfStep({ ...scuff, applications }, supplies, many).map(({ key, need }) => [key, need?.amount]);
    const [[, whole] = []] = need([]);
    const flats = supplyNeed(scuff, disc, many, ['flats'])?.amount;
    const rest = supplyNeed(scuff, disc, many, ['edges', 'profiles'])?.amount;
    expect(need([move({ byMachine: true }), move({ parts: ['edges', 'profiles'], supplyKey: 'b' })])).toEqual(
      [
        ['a', flats],
        ['b', rest],
      ],
    );
    expect(need([move({}), move({ parts: ['edges', 'profiles'] })])).toEqual([['a', whole]]);
    expect(flats).toBeLessThan(Number(whole));
    expect(suppliesOfStep({ ...scuff, supplyKey: null }, supplies, many)).toEqual([]);
  });
});

describe('a step in moves', () => {
  const hybrid = [
    move({ parts: ['flats'], applicator: 'roller-mohair' }),
    move({ parts: ['edges', 'profiles'], applicator: 'turbine' }),
  ];

  it('is planned by its gun, in the place and by the yardstick of that', () => {
    const part = inMoves(coat(), hybrid);
    expect(part).toMatchObject({ applicator: 'turbine', place: 'booth', labour: YARDSTICKS.turbine });
    // Without a gun by whatever does the flats.
    const byHand = inMoves(coat({ applicator: 'brush' }), [
      move({ parts: ['edges'], applicator: 'brush' }),
      move({ parts: ['flats'], applicator: 'roller-foam' }),
    ]);
    expect(byHand).toMatchObject({ applicator: 'roller-foam', place: 'bench' });
    expect(inMoves(coat(), [])).toEqual({ applications: [] });
  });

  it('names its tools once, and says what a move leaves to it', () => {
    const step = coat({ applications: hybrid, conditionerPct: 5 });
    expect(toolsOf(step)).toEqual(['roller-mohair', 'turbine']);
    expect(movesOf(step).map(({ wftUm, conditionerPct }) => [wftUm, conditionerPct])).toEqual([
      [105, 5],
      [105, 5],
    ]);
    expect(movesOf(coat()).map(({ parts, applicator }) => [parts, applicator])).toEqual([
      [WHOLE_PARTS, 'roller-mohair'],
    ]);
  });

  it('goes on with another tool in the moves of the one that failed, and in no other', () => {
    const step = { ...coat(), ...inMoves(coat(), hybrid) };
    const after = withTool(step, 'brush', sheet);
    expect(after.applications.map(({ applicator }) => applicator)).toEqual(['roller-mohair', 'brush']);
  });

  it('is kept in the log as it was done, and read from it again', () => {
    const step = coat({ applications: hybrid, conditionerPct: 8 });
    const work = workOf(step);
    const changedLater = { ...step, applications: [], conditionerPct: 0 };
    expect(stepAsLogged(changedLater, { work })).toMatchObject({ applications: hybrid, conditionerPct: 8 });
  });

  it('says its moves so that nobody has to guess', () => {
    const said = (part: Partial<Application>) => words(moveWords(move(part)));
    expect(said({ parts: ['profiles', 'edges'], applicator: 'brush', toolMm: 38 })).toBe(
      'edges and profiles: brush, 38 mm',
    );
    expect(said({ parts: [...WHOLE_PARTS], applicator: 'brush', laysOff: true })).toBe(
      'whole piece: tipped off with a nearly dry brush',
    );
    expect(said({ parts: ['flats'], byMachine: true })).toBe('flats: by machine');
  });

  it('does not trip over the sequence around it', () => {
    const context = contextOf('D', { pieces: [DOOR] });
    const moved = changed(
      context,
      'colour-1',
      inMoves(context.steps.find(({ key }) => key === 'colour-1')!, []),
    );
    expect(moved.steps).toEqual(context.steps);
  });
});
