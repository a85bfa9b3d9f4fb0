import type { ProductSheet } from '../src/catalogue/index.ts';
import { NO_ROOM, type Room } from '../src/jobs/index.ts';
import { BenchItemSchema, type Gun, type StoredItem } from '../src/mixing/index.ts';
import type { Piece } from '../src/pieces/index.ts';
import type { RuleContext } from '../src/rules/index.ts';
import type { Place } from '../src/shop/index.ts';
import { type Application, ApplicationSchema, inMoves } from '../src/systems/index.ts';
import {
  BOARD,
  changed,
  contextOf,
  inserted,
  moved,
  type PlanningContext,
  RAW_WOOD,
  without,
} from './ruleContext.ts';
import { sampleId } from './sample.ts';

export interface Case {
  code: string;
  /** Trips the rule. */
  trips: () => RuleContext;
  /** As near as it gets without tripping it. */
  spares: () => RuleContext;
  /** Whether the first fix must clear it. */
  isFixed?: boolean;
}

/** A tent at the client's in which waterborne paint may be sprayed. */
const tent = (change: Partial<Place>): Place => ({
  id: 'tent',
  name: 'Tent',
  kind: 'tent',
  lengthMm: 3000,
  widthMm: 2500,
  heightMm: 2200,
  rating: 'waterborne-spray',
  air: { from: 'outdoors' },
  benches: 0,
  ...change,
});

/** A gun on a compressor, as the coats of the cases are laid on with it. */
const compressorGun = (change: Partial<Gun>): StoredItem => ({
  id: sampleId(7, 1),
  item: BenchItemSchema.parse({
    kind: 'gun',
    name: 'Suction gun',
    applicator: 'turbine',
    orificeUm: 1800,
    cupMl: 1000,
    residueMl: 50,
    fullG: null,
    maxInletBar: 3.5,
    pressureBar: 3,
    airDemandLMin: 280,
    ...change,
  }),
});

const compressor = (freeAirLMin: number): StoredItem => ({
  id: sampleId(7, 2),
  item: BenchItemSchema.parse({
    kind: 'gear',
    name: `Compressor ${freeAirLMin}`,
    gear: 'compressor',
    freeAirLMin,
    tankL: 50,
    cutOutBar: 8,
    cutInBar: 6,
  }),
});

/** The first colour coat by brush round the edges and profiles, and by roller on the flats. */
function inTurns(
  first: Partial<Application>,
  second: Partial<Application>,
  piece: Partial<Piece> = { construction: 'five-piece', recessMm: 8 },
): RuleContext {
  const context = contextOf('D', { pieces: [piece] });
  const step = context.steps.find(({ key }) => key === 'colour-1');
  if (!step) throw new Error('no colour coat');
  const moves = [
    { parts: ['edges', 'profiles'], applicator: 'brush', ...first },
    { parts: ['flats'], applicator: 'roller', ...second },
  ].map((move) => ApplicationSchema.parse(move));
  return changed(context, 'colour-1', inMoves(step, moves));
}

/** The sanding of the primer in moves. */
function sandedIn(moves: Partial<Application>[]): RuleContext {
  const context = contextOf('D', { pieces: [{ construction: 'five-piece', recessMm: 8 }] });
  const applications = moves.map((move) => ApplicationSchema.parse(move));
  return changed(context, 'sand-prime', { applications });
}

/** The first colour coat with so much conditioner, of a paint whose sheet allows 10 %, and 10 % of thinner. */
function conditioned(conditionerPct: number, sheet: Partial<ProductSheet> = {}, thinnedBy = 0): RuleContext {
  const context = contextOf('D', {
    sheets: {
      'urethane-enamel-satin': {
        conditionerName: 'flow conditioner',
        conditionerMaxPct: 10,
        maxThinning: { convention: 'on-paint', value: 10 },
        ...sheet,
      },
    },
  });
  const thinning = { convention: 'on-paint' as const, value: thinnedBy };
  return changed(context, 'colour-1', { conditionerPct, thinning });
}

/** A room that may be sprayed in. */
const PROTECTED: Room = {
  ...NO_ROOM,
  tasks: (['floor', 'edges', 'extraction'] as const).map((kind) => ({
    kind,
    amount: 10,
    doors: 0,
    minutesEach: null,
  })),
};

export const D = (change?: PlanningContext) => contextOf('D', change);

/** Cleaning, keying, ground, layers, films, places and handling. */
export const BASIC_CASES: Case[] = [
  {
    code: 'clean-before-key',
    trips: () => moved(D(), 'clean-1', 'clean-2'),
    spares: () => D(),
    isFixed: true,
  },
  {
    code: 'clean-before-key',
    trips: () => without(D(), 'clean-1', 'clean-2'),
    spares: () => ({ ...without(D(), 'clean-1'), facts: RAW_WOOD }),
    isFixed: true,
  },
  {
    code: 'clean-after-key',
    trips: () => without(D(), 'clean-2'),
    spares: () => moved(D(), 'clean-2', 'dust-prime'),
    isFixed: true,
  },
  {
    code: 'soil-passes',
    trips: () => D({ facts: { soil: 'heavy' } }),
    spares: () => D({ facts: { soil: 'kitchen' } }),
    isFixed: true,
  },
  { code: 'dust-before-film', trips: () => without(D(), 'dust-colour-1'), spares: () => D(), isFixed: true },
  {
    code: 'key-old-finish',
    trips: () => without(D(), 'key'),
    spares: () => changed(D(), 'key', { operation: 'degloss', grit: null }),
    isFixed: true,
  },
  {
    code: 'thin-face',
    trips: () => D({ facts: { isThinFace: true } }),
    spares: () => changed(D({ facts: { isThinFace: true } }), 'key', { grit: 320 }),
    isFixed: true,
  },
  {
    code: 'closed-surface-grit',
    trips: () => changed(contextOf('H'), 'key', { grit: 120 }),
    spares: () => changed(contextOf('H'), 'key', { grit: 180 }),
    isFixed: true,
  },
  {
    code: 'grit-coarse-between',
    trips: () => changed(D(), 'sand-colour-1', { grit: 150 }),
    spares: () => changed(D(), 'sand-colour-1', { grit: 180 }),
    isFixed: true,
  },
  {
    code: 'grit-fine-under',
    trips: () => changed(D(), 'sand-colour-1', { grit: 600 }),
    spares: () => changed(D(), 'sand-colour-1', { grit: 400 }),
    isFixed: true,
  },
  {
    code: 'grit-ladder',
    trips: () => changed(contextOf('F'), 'ease', { grit: 80 }),
    spares: () => changed(contextOf('F'), 'ease', { grit: 120 }),
    isFixed: true,
  },
  {
    code: 'dry-to-sand',
    trips: () => changed(D(), 'sand-prime', { waitFor: 'none' }),
    spares: () => changed(D(), 'sand-prime', { waitFor: 'recoat' }),
    isFixed: true,
  },
  { code: 'sand-primer', trips: () => without(D(), 'sand-prime'), spares: () => D(), isFixed: true },
  {
    code: 'stain-block',
    trips: () => D({ facts: { bleed: 'dye' } }),
    spares: () => D({ facts: { bleed: 'dye', newColour: '#20242f' } }),
    isFixed: true,
  },
  {
    code: 'stain-block-weak',
    trips: () => D({ facts: { bleed: 'dye' }, options: { primerKey: 'waterborne-block-primer' } }),
    spares: () => contextOf('E'),
    isFixed: true,
  },
  {
    code: 'open-grain-pale',
    trips: () => contextOf('E', { facts: { substrate: 'open-grain hardwood' } }),
    spares: () => contextOf('E', { facts: { substrate: 'open-grain hardwood', look: 'grain showing' } }),
  },
  {
    code: 'foam-on-grain',
    trips: () =>
      contextOf('G', { facts: { substrate: 'open-grain hardwood' }, options: { applicator: 'roller-foam' } }),
    spares: () =>
      contextOf('G', {
        facts: { substrate: 'closed-grain hardwood' },
        options: { applicator: 'roller-foam' },
      }),
    isFixed: true,
  },
  {
    code: 'fill-wasted',
    trips: () => contextOf('A', { facts: { newColour: '#2c2f6e' } }),
    spares: () => contextOf('A', { facts: { newColour: '#7a8a80' } }),
    isFixed: true,
  },
  {
    code: 'board-edges',
    trips: () => without(contextOf('F'), 'seal-edges'),
    spares: () => ({
      ...without(contextOf('F'), 'seal-edges'),
      facts: { ...BOARD, existing: 'water paint' },
    }),
    isFixed: true,
  },
  {
    code: 'sharp-edges',
    isFixed: true,
    trips: () => without(contextOf('F'), 'ease'),
    spares: () => contextOf('F'),
  },
  {
    code: 'adhesion-primer',
    trips: () => contextOf('H', { options: { primerKey: 'acrylic-primer' } }),
    spares: () => contextOf('H'),
    isFixed: true,
  },
  {
    code: 'spot-prime',
    trips: () => contextOf('D', { treatments: ['repair'], options: { primerCoats: 0 } }),
    spares: () => contextOf('D', { treatments: ['repair'] }),
    isFixed: true,
  },
  {
    code: 'layer-no',
    trips: () =>
      D({ options: { colourKey: 'precat-lacquer-satin' }, settings: { boothRatedForSolvent: true } }),
    spares: () => contextOf('L'),
  },
  {
    code: 'layer-unknown',
    trips: () => D({ sheets: { 'urethane-enamel-satin': { layerClass: 'unknown' } } }),
    spares: () => D(),
  },
  {
    code: 'layer-scuff',
    isFixed: true,
    trips: () => without(contextOf('A'), 'sand-prime'),
    spares: () => contextOf('A'),
  },
  {
    code: 'mineral-sealed',
    isFixed: true,
    trips: () => contextOf('J', { options: { clearCoats: 0 } }),
    spares: () => contextOf('J', { options: { clearCoats: 0 }, facts: { room: 'living room' } }),
  },
  {
    code: 'thinning-max',
    trips: () => changed(D(), 'colour-1', { thinning: { convention: 'on-paint', value: 11 } }),
    spares: () => changed(D(), 'colour-1', { thinning: { convention: 'on-paint', value: 10 } }),
    isFixed: true,
  },
  // 10 % of the mix is 11.1 % on the paint.
  {
    code: 'thinning-max',
    trips: () => changed(D(), 'colour-1', { thinning: { convention: 'of-mix', value: 10 } }),
    spares: () => changed(D(), 'colour-1', { thinning: { convention: 'of-mix', value: 9 } }),
    isFixed: true,
  },
  {
    code: 'move-thinning-max',
    trips: () => inTurns({ thinning: { convention: 'on-paint', value: 11 } }, {}),
    spares: () => inTurns({ thinning: { convention: 'on-paint', value: 10 } }, {}),
    isFixed: true,
  },
  {
    code: 'part-unpainted',
    trips: () => inTurns({ parts: ['edges'] }, {}),
    spares: () => inTurns({}, {}),
    isFixed: true,
  },
  {
    // A slab has no profiles that could be left out.
    code: 'part-unpainted',
    trips: () => inTurns({ parts: ['profiles'] }, {}),
    spares: () => inTurns({ parts: ['edges'] }, {}, { construction: 'slab' }),
    isFixed: true,
  },
  {
    // What tips off brings no paint.
    code: 'part-unpainted',
    trips: () => inTurns({}, { laysOff: true }),
    spares: () => inTurns({ parts: ['edges', 'profiles', 'flats'] }, { laysOff: true }),
    isFixed: true,
  },
  {
    code: 'part-unsanded',
    trips: () => sandedIn([{ parts: ['flats'], byMachine: true }]),
    spares: () => sandedIn([{ parts: ['flats'], byMachine: true }, { parts: ['edges', 'profiles'] }]),
    isFixed: true,
  },
  {
    code: 'part-painted-twice',
    trips: () => inTurns({ parts: ['edges', 'profiles', 'flats'] }, {}),
    spares: () => inTurns({ parts: ['edges', 'profiles', 'flats'] }, { laysOff: true }),
    isFixed: true,
  },
  {
    code: 'lays-off-nothing',
    trips: () => inTurns({ laysOff: true }, { parts: ['edges', 'profiles', 'flats'] }),
    spares: () => inTurns({ parts: ['edges', 'profiles', 'flats'] }, { laysOff: true }),
    isFixed: true,
  },
  {
    // A slab has no profiles that could be wet or not.
    code: 'lays-off-nothing',
    trips: () =>
      inTurns({ laysOff: true, parts: ['edges'] }, { parts: ['edges', 'flats'] }, { construction: 'slab' }),
    spares: () =>
      inTurns(
        { parts: ['edges', 'flats'] },
        { laysOff: true, parts: ['edges', 'profiles', 'flats'] },
        { construction: 'slab' },
      ),
    isFixed: true,
  },
  {
    code: 'move-tool',
    trips: () => inTurns({ applicator: 'blade' }, {}),
    spares: () => inTurns({ applicator: 'foam-brush' }, {}),
    isFixed: true,
  },
  {
    code: 'conditioner-max',
    trips: () => conditioned(11),
    spares: () => conditioned(10),
    isFixed: true,
  },
  {
    // A sheet that names none allows none.
    code: 'conditioner-max',
    trips: () => changed(D(), 'colour-1', { conditionerPct: 1 }),
    spares: () => changed(D(), 'colour-1', { conditionerPct: 0 }),
    isFixed: true,
  },
  {
    // A conditioner that counts as thinner takes from what the sheet allows of that.
    code: 'conditioner-max',
    trips: () => conditioned(6, { conditionerCountsAsThinner: true }, 5),
    spares: () => conditioned(5, { conditionerCountsAsThinner: true }, 5),
    isFixed: true,
  },
  {
    code: 'wft-range',
    trips: () => changed(D(), 'colour-1', { wftUm: 116 }),
    spares: () => changed(D(), 'colour-1', { wftUm: 115 }),
    isFixed: true,
  },
  {
    code: 'sag-vertical',
    trips: () => changed(D(), 'colour-1', { wftUm: 151 }),
    spares: () => changed(D({ options: { laying: 'flat' } }), 'colour-1', { wftUm: 151 }),
    isFixed: true,
  },
  {
    // A frame stays upright whatever the doors do.
    code: 'sag-vertical',
    trips: () =>
      changed(
        D({ options: { laying: 'flat' }, pieces: [{}, { kind: 'face-frame', construction: 'slab' }] }),
        'colour-1',
        { wftUm: 151 },
      ),
    spares: () => changed(D(), 'colour-1', { wftUm: 149 }),
    isFixed: true,
  },
  {
    code: 'sag-flat',
    trips: () => changed(D({ options: { laying: 'flat' } }), 'colour-1', { wftUm: 231 }),
    spares: () => changed(D({ options: { laying: 'flat' } }), 'colour-1', { wftUm: 230 }),
    isFixed: true,
  },
  {
    code: 'film-total-product',
    trips: () => contextOf('L', { sheets: { 'precat-lacquer-satin': { maxTotalDftUm: 30 } } }),
    spares: () => contextOf('L'),
    isFixed: true,
  },
  {
    code: 'film-total',
    trips: () => contextOf('A', { options: { primerCoats: 3, colourCoats: 4, primerKey: 'build-primer' } }),
    spares: () => contextOf('A'),
  },
  {
    code: 'hiding',
    isFixed: true,
    trips: () =>
      D({
        sheets: { 'urethane-enamel-satin': { contrastRatio: 0.6 }, 'bonding-primer': { contrastRatio: 0.3 } },
      }),
    spares: () =>
      D({
        sheets: { 'urethane-enamel-satin': { contrastRatio: 0.6 }, 'bonding-primer': { contrastRatio: 0.3 } },
        facts: { oldColour: '#e2ddcf' },
      }),
  },
  {
    code: 'one-colour-coat',
    isFixed: true,
    trips: () => D({ options: { colourCoats: 1 } }),
    spares: () => D(),
  },
  {
    code: 'applicator',
    trips: () =>
      changed(D({ sheets: { 'urethane-enamel-satin': { applicators: ['roller'] } } }), 'colour-1', {
        applicator: 'turbine',
        place: 'booth',
      }),
    spares: () => D(),
    isFixed: true,
  },
  {
    code: 'climate',
    trips: () => D({ climate: { airC: 8, rhPct: 50 } }),
    spares: () => D({ climate: { airC: 10, rhPct: 50 } }),
  },
  {
    code: 'solvent-spray',
    trips: () => changed(contextOf('A'), 'prime-1', { applicator: 'turbine', place: 'booth' }),
    spares: () =>
      changed(contextOf('A', { settings: { boothRatedForSolvent: true } }), 'prime-1', {
        applicator: 'turbine',
        place: 'booth',
      }),
    isFixed: true,
  },
  {
    code: 'spray-place',
    trips: () => changed(contextOf('G'), 'colour-1', { applicator: 'turbine', place: 'booth' }),
    spares: () => contextOf('G'),
    isFixed: true,
  },
  {
    code: 'coat-place',
    trips: () => D({ pieces: [{ way: 'place' }], settings: { places: [tent({ rating: 'no-coating' })] } }),
    spares: () => D({ pieces: [{ way: 'place' }], settings: { places: [tent({})] } }),
  },
  {
    code: 'spray-unprotected',
    trips: () => D({ pieces: [{ way: 'hinges' }] }),
    spares: () => D({ pieces: [{ way: 'hinges' }], room: PROTECTED }),
    isFixed: true,
  },
  {
    code: 'gun-inlet',
    trips: () => D({ gear: [compressorGun({ pressureBar: 4 })] }),
    // One that is set as it may be is enough: nobody has to take the other.
    spares: () => D({ gear: [compressorGun({ pressureBar: 4 }), compressorGun({ pressureBar: 2.5 })] }),
  },
  {
    code: 'air-bursts',
    trips: () => D({ gear: [compressorGun({}), compressor(120)] }),
    spares: () => D({ gear: [compressorGun({}), compressor(120), compressor(400)] }),
  },
  {
    code: 'fits-place',
    trips: () =>
      D({ pieces: [{ way: 'place', heightMm: 2400 }], settings: { places: [tent({ lengthMm: 2500 })] } }),
    spares: () =>
      D({ pieces: [{ way: 'place', heightMm: 1800 }], settings: { places: [tent({ lengthMm: 2500 })] } }),
  },
  {
    code: 'no-place',
    trips: () => D({ pieces: [{ way: 'place' }] }),
    spares: () => D({ pieces: [{ way: 'place' }], settings: { places: [tent({})] } }),
  },
  {
    code: 'isocyanate',
    trips: () => D({ options: { colourKey: 'two-part-enamel-satin' } }),
    spares: () => D(),
  },
  {
    code: 'lead',
    trips: () => D({ facts: { beforeLeadBan: true } }),
    spares: () => D({ facts: { beforeLeadBan: true, leadTest: 'negative' } }),
  },
  {
    code: 'vulnerable',
    trips: () => contextOf('N', { facts: { vulnerable: true, canLeave: false } }),
    spares: () => contextOf('I', { facts: { vulnerable: true } }),
  },
  {
    code: 'loose-film',
    trips: () => D({ facts: { adhesionGrade: 3 } }),
    spares: () => D({ facts: { adhesionGrade: 2 } }),
  },
  {
    code: 'skin-oil',
    isFixed: true,
    trips: () => contextOf('J', { options: { clearCoats: 0 }, facts: { pulls: 'bare hands' } }),
    spares: () => contextOf('J', { facts: { pulls: 'bare hands' } }),
  },
  {
    code: 'pack-clock',
    trips: () => changed(D(), 'pack', { waitFor: 'handle' }),
    spares: () => changed(D(), 'pack', { waitFor: 'refit' }),
    isFixed: true,
  },
  {
    code: 'refit-clock',
    trips: () => changed(D(), 'refit', { waitFor: 'pack' }),
    spares: () => D(),
    isFixed: true,
  },
  {
    code: 'recoat-clock',
    trips: () => changed(D(), 'colour-2', { waitFor: 'none' }),
    spares: () => D(),
    isFixed: true,
  },
  { code: 'hooks-late', trips: () => moved(D(), 'hang', 'colour-1'), spares: () => D(), isFixed: true },
  { code: 'no-look-over', trips: () => without(D(), 'inspect'), spares: () => D(), isFixed: true },
  {
    code: 'caulk-order',
    trips: () => inserted(contextOf('F'), 'dust-prime', { key: 'caulk', name: 'Caulk', operation: 'caulk' }),
    spares: () => inserted(contextOf('F'), 'sand-prime', { key: 'caulk', name: 'Caulk', operation: 'caulk' }),
    isFixed: true,
  },
  {
    code: 'floating-panel',
    trips: () =>
      inserted(D(), 'sand-prime', { key: 'caulk', name: 'Caulk panel joints', operation: 'caulk' }),
    spares: () =>
      inserted(D({ pieces: [{ construction: 'slab' }] }), 'sand-prime', {
        key: 'caulk',
        name: 'Caulk',
        operation: 'caulk',
      }),
    isFixed: true,
  },
];
