import type { RuleContext } from '../src/rules/index.ts';
import type { StepDraft } from '../src/systems/index.ts';
import { type Case, D } from './ruleCases.ts';
import { changed, contextOf, inserted, MAPLE, moved, RAW_WOOD, without } from './ruleContext.ts';
import { sampleId } from './sample.ts';

const caulk: Partial<StepDraft> = {
  key: 'caulk',
  name: 'Caulk',
  operation: 'caulk',
  supplyKey: 'caulk-acrylic',
  dryingMin: 240,
  waitFor: 'sand',
};
const SILICONE = {
  kind: 'caulk' as const,
  name: 'Silicone',
  isPaintable: false,
  coatAfterMin: 60,
  mlPerM: 8,
  widestGapMm: 5,
};
const isocyanate = { colourKey: 'two-part-enamel-satin' };
/** Seventy doors: laying a coat on takes longer than a mix of two-part enamel lives. */
const many = Array.from({ length: 170 }, () => ({}));
const flat = { options: { laying: 'flat' as const } };

function facesSplit(context: RuleContext, first: 'front' | 'back'): RuleContext {
  const second = first === 'front' ? 'back' : 'front';
  const half = inserted(context, 'inspect', {
    ...context.steps.find(({ key }) => key === 'colour-2'),
    key: 'colour-2-other',
    name: 'Colour 2, other side',
    faces: second,
  });
  return changed(half, 'colour-2', { faces: first });
}

/** Rinse, deglosser, windows, mixes, caulk, tags, faces, handling and patches. */
/** A waterborne colour coat that is thinned a little. */
const thinned = () => changed(contextOf('D'), 'colour-1', { thinning: { convention: 'on-paint', value: 5 } });

export const FINER_CASES: Case[] = [
  {
    code: 'cleaner-rinse',
    trips: () => changed(D(), 'clean-1', { isRinsed: false }),
    spares: () => changed(D(), 'clean-2', { isRinsed: false }),
    isFixed: true,
  },
  {
    code: 'bare-washed',
    trips: () =>
      inserted(contextOf('D', { facts: RAW_WOOD }), 'ease', {
        key: 'clean-1',
        name: 'Degrease and rinse',
        operation: 'clean',
        supplyKey: 'cleaner-alkaline',
        isRinsed: true,
      }),
    spares: () => contextOf('D', { facts: RAW_WOOD, methods: { cleaning: 'raw-too' } }),
    isFixed: true,
  },
  {
    code: 'mask-on-grease',
    trips: () => inserted(D(), 'clean-1', { key: 'mask', name: 'Mask', operation: 'mask' }),
    spares: () => inserted(D(), 'key', { key: 'mask', name: 'Mask', operation: 'mask' }),
    isFixed: true,
  },
  {
    code: 'mask-on-grease',
    trips: () =>
      inserted(without(D(), 'clean-1', 'clean-2'), 'key', { key: 'mask', name: 'Mask', operation: 'mask' }),
    spares: () => D({ methods: { hinges: 'on' } }),
    isFixed: true,
  },
  {
    code: 'glass-dulled',
    trips: () => D({ pieces: [{ construction: 'glazed' }] }),
    spares: () => D(),
    isFixed: true,
  },
  {
    code: 'degloss-window',
    trips: () => moved(D({ methods: { firstKey: 'degloss' }, pieces: many }), 'degloss', 'clean-1'),
    spares: () => D({ methods: { firstKey: 'degloss' } }),
    isFixed: true,
  },
  {
    code: 'late-patch',
    trips: () => inserted(D(), 'dust-colour-1', { key: 'patch', name: 'Patch', operation: 'repair' }),
    spares: () => inserted(D(), 'dust-prime', { key: 'patch', name: 'Patch', operation: 'repair' }),
    isFixed: true,
  },
  {
    code: 'latex-blocking',
    isFixed: true,
    trips: () => D({ sheets: { 'urethane-enamel-satin': { layerClass: 'latex' } } }),
    spares: () => D(),
  },
  {
    code: 'layer-unknown',
    trips: () => D({ sheets: { 'urethane-enamel-satin': { layerClass: 'unknown' } } }),
    spares: () =>
      D({
        sheets: { 'urethane-enamel-satin': { layerClass: 'unknown' } },
        layers: ['bonding-primer', 'urethane-enamel-satin'].map((under, index) => ({
          id: String(index),
          kind: 'product',
          under,
          over: 'urethane-enamel-satin',
          answer: 'scuffed',
          why: 'Held after a week.',
          test: { method: 'P320, seven days, cross-cut and tape', madeOn: '2026-11-02', held: true },
        })),
      }),
  },
  {
    code: 'layer-no',
    trips: () =>
      contextOf('E', {
        options: { colourKey: 'two-part-enamel-satin' },
        settings: { hasSuppliedAir: true },
      }),
    spares: () =>
      contextOf('E', {
        options: { colourKey: 'two-part-enamel-satin' },
        settings: { hasSuppliedAir: true },
        sheets: { 'shellac-block-primer': { isDewaxed: true } },
      }),
  },
  {
    code: 'recoat-max',
    trips: () =>
      without(
        contextOf('I', { facts: MAPLE, climate: { airC: 11, rhPct: 75 }, isOnSite: true }),
        'sand-colour-1',
      ),
    spares: () => contextOf('I', { facts: MAPLE, climate: { airC: 11, rhPct: 75 }, isOnSite: true }),
    isFixed: true,
  },
  {
    code: 'recoat-max',
    // Caulk that dries for three days outlasts a window of two.
    trips: () =>
      inserted(without(D({ options: { colourKey: 'alkyd-enamel-satin' } }), 'sand-colour-1'), 'colour-2', {
        ...caulk,
        dryingMin: 3 * 1440,
      }),
    spares: () => without(D({ options: { colourKey: 'alkyd-enamel-satin' } }), 'sand-colour-1'),
    isFixed: true,
  },
  {
    code: 'double-window',
    trips: () =>
      changed(
        without(
          D({
            sheets: { 'urethane-enamel-satin': { wetOnWetMaxMin: 30 } },
            pieces: many,
          }),
          'sand-colour-1',
          'dust-colour-2',
        ),
        'colour-2',
        { waitFor: 'none' },
      ),
    spares: () =>
      changed(
        without(
          D({ sheets: { 'urethane-enamel-satin': { wetOnWetMaxMin: 120 } } }),
          'sand-colour-1',
          'dust-colour-2',
        ),
        'colour-2',
        { waitFor: 'none' },
      ),
    isFixed: true,
  },
  {
    code: 'recoat-clock',
    trips: () => changed(D(), 'colour-2', { waitFor: 'none' }),
    spares: () =>
      changed(D({ sheets: { 'urethane-enamel-satin': { wetOnWetMaxMin: 120 } } }), 'colour-2', {
        waitFor: 'none',
      }),
    isFixed: true,
  },
  {
    code: 'caulk-dry',
    trips: () =>
      inserted(D({ pieces: [{ construction: 'slab' }] }), 'dust-colour-1', { ...caulk, dryingMin: 60 }),
    spares: () => inserted(D({ pieces: [{ construction: 'slab' }] }), 'dust-colour-1', caulk),
    isFixed: true,
  },
  {
    code: 'caulk-paintable',
    trips: () =>
      inserted(D({ supplies: { 'tape-delicate': SILICONE } }), 'dust-colour-1', {
        ...caulk,
        supplyKey: 'tape-delicate',
      }),
    spares: () => inserted(D(), 'dust-colour-1', caulk),
    isFixed: true,
  },
  {
    code: 'pot-life',
    trips: () => D({ options: isocyanate, pieces: many, settings: { hasSuppliedAir: true } }),
    spares: () => D({ options: isocyanate, settings: { hasSuppliedAir: true } }),
    isFixed: true,
  },
  {
    // Water is water, from the tap or distilled.
    code: 'thinner-wrong',
    isFixed: true,
    trips: () => changed(thinned(), 'colour-1', { thinnerName: 'water and alcohol' }),
    spares: () => changed(thinned(), 'colour-1', { thinnerName: 'Distilled water' }),
  },
  {
    code: 'thinner-wrong',
    trips: () => changed(D(), 'colour-1', { thinnerName: 'mineral spirit' }),
    spares: () => changed(D(), 'colour-1', { thinnerName: 'Clean Water' }),
    isFixed: true,
  },
  {
    code: 'isocyanate',
    trips: () => D({ options: isocyanate }),
    spares: () => D({ options: isocyanate, settings: { hasSuppliedAir: true } }),
  },
  {
    code: 'dew-point',
    // 20 °C and 60 %: the dew point is 12.0 °C, so 15 °C of wood is just enough.
    trips: () => D({ climate: { airC: 20, rhPct: 60, surfaceC: 14.9 } }),
    spares: () => D({ climate: { airC: 20, rhPct: 60, surfaceC: 15.1 } }),
  },
  {
    code: 'climate',
    trips: () =>
      D({
        sheets: { 'bonding-primer': { surfaceMinC: 15 } },
        climate: { airC: 20, rhPct: 40, surfaceC: 14 },
      }),
    spares: () =>
      D({
        sheets: { 'bonding-primer': { surfaceMinC: 15 } },
        climate: { airC: 20, rhPct: 40, surfaceC: 15 },
      }),
  },
  {
    code: 'ground-not-named',
    trips: () => D({ sheets: { 'bonding-primer': { substrates: ['MDF', 'metal'] } } }),
    spares: () => D({ sheets: { 'bonding-primer': { substrates: ['closed-grain hardwood'] } } }),
  },
  {
    // Laminate takes a colour that is its own primer only where the sheet names laminate.
    code: 'adhesion-primer',
    isFixed: true,
    trips: () =>
      contextOf('H', {
        options: { primerCoats: 0 },
        sheets: { 'urethane-enamel-satin': { isSelfPriming: true, substrates: ['MDF'] } },
      }),
    spares: () =>
      contextOf('H', {
        options: { primerCoats: 0 },
        sheets: { 'urethane-enamel-satin': { isSelfPriming: true, substrates: ['foil or laminate'] } },
      }),
  },
  {
    code: 'tag-painted',
    trips: () => changed(D(), 'remove', { tagAt: 'back' }),
    spares: () => changed(D({ pieces: [{ finishBack: false }] }), 'remove', { tagAt: 'back' }),
    isFixed: true,
  },
  {
    code: 'backs-first',
    trips: () => facesSplit(D(flat), 'front'),
    spares: () => facesSplit(D(flat), 'back'),
    isFixed: true,
  },
  {
    code: 'handle-clock',
    trips: () => changed(D(), 'inspect', { waitFor: 'none' }),
    spares: () => changed(D(), 'inspect', { waitFor: 'sand' }),
    isFixed: true,
  },
  {
    code: 'packed-early',
    trips: () => moved(D(), 'refit', 'colour-2'),
    spares: () => moved(D(), 'inspect', 'colour-2'),
    isFixed: true,
  },
  {
    code: 'packed-early',
    trips: () => moved(D(), 'refit', 'pack'),
    spares: () => D(),
    isFixed: true,
  },
  {
    code: 'film-total-product',
    // One more coat on a single piece is counted on that piece.
    trips: () =>
      inserted(D({ sheets: { 'urethane-enamel-satin': { maxTotalDftUm: 90 } } }), 'inspect', {
        ...D().steps.find(({ key }) => key === 'colour-2'),
        key: 'colour-3',
        name: 'Colour 3',
        pieceIds: [sampleId(3, 1)],
      }),
    spares: () => D({ sheets: { 'urethane-enamel-satin': { maxTotalDftUm: 90 } } }),
    isFixed: true,
  },
];
