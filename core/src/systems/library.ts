import { said } from '../said/index.ts';
import { clearCoats, colourCoats, finerAsItGoes } from './coatRuns.ts';
import type { ZoneOptions } from './options.ts';
import {
  cleanAndPad,
  edgeSealing,
  forStock,
  grainFill,
  opening,
  primerFill,
  priming,
  rawMdf,
  rawPreparation,
  rawWood,
  removal,
  repairs,
  type SystemContext,
} from './phases.ts';
import type { StepDraft } from './step.ts';
import { benchStep, type CoatSlot, closingSteps, coatStep, dustStep, hangStep } from './steps.ts';
import type { SystemId } from './traits.ts';
import { YARDSTICKS } from './yardsticks.ts';

// Longer than other files: the systems that ship, side by side.

/** A finishing system: the whole build-up from first cleaning to refit. */
export interface FinishingSystem {
  id: SystemId;
  name: string;
  outline: string;
  fits: string;
  notFor: string;
  defaults: ZoneOptions;
  generate(context: SystemContext): StepDraft[];
}

const COMMON: ZoneOptions = {
  laying: 'by-kind',
  applicator: 'turbine',
  fillCoats: 2,
  primerCoats: 2,
  colourCoats: 2,
  clearCoats: 0,
  primerKey: 'bonding-primer',
  colourKey: 'urethane-enamel-satin',
  clearKey: 'clear-poly-satin',
  offForLast: false,
  decorKey: '',
  primerTintPct: 0,
  conditionerPct: 0,
  stainKey: 'wiping-stain',
};

/** Preparation of old pieces, then of replaced ones, then what all share. */
function build(context: SystemContext, old: StepDraft[], shared: StepDraft[]): StepDraft[] {
  const raw = rawPreparation(context);
  const mended = context.hasRepairs ? repairs() : [];
  return [
    ...(raw.length > 0 ? forStock('old', old) : old),
    ...mended,
    ...(raw.length > 0 ? forStock('old', [hangStep()]) : [hangStep()]),
    ...raw,
    // Cut edges of board drink water whatever follows; replaced pieces have theirs closed already.
    ...(context.bare === 'MDF' ? forStock(raw.length > 0 ? 'old' : 'any', edgeSealing(context)) : []),
    ...shared,
    ...closingSteps(),
  ];
}

/** Coats at the thinnest film of the sheet. */
const light = (steps: readonly StepDraft[], { productKey, sheet }: CoatSlot): StepDraft[] =>
  steps.map((step) => (step.productKey === productKey ? { ...step, wftUm: sheet.wftMinUm } : step));

/** Coats that rest overnight, whatever their clocks allow. */
const overnight = (steps: readonly StepDraft[]): StepDraft[] =>
  steps.map((step) => (step.productKey === null ? step : { ...step, dryingMin: 12 * 60 }));

/** How an enamel is laid off by hand, with its conditioner where the sheet has one. */
function laidOff({ colour: { sheet } }: SystemContext): string {
  const { conditionerName, conditionerMaxPct } = sheet;
  const added =
    conditionerName === ''
      ? ''
      : said('step.with-at-most-for-a-longer', {
          conditionerName,
          conditionerMaxPct: conditionerMaxPct ?? 0,
        });
  return said('step.member-by-member-laid-off-along', { added });
}

const BLOCKS = said('step.blocks-tannin-and-old-stain-which');
const GRIPS = said('step.grips-sound-old-lacquer-that-an');

/** All systems that ship, by letter. */
export const FINISHING_SYSTEMS: Record<SystemId, FinishingSystem> = {
  A: {
    id: 'A',
    name: said('step.filled-open-grain-pale'),
    outline: said('step.clean-key-clean-grain-fill-solvent'),
    fits: said('step.a-pale-colour-on-oak-ash'),
    notFor: said('step.dark-colours-which-hide-the-pores'),
    defaults: { ...COMMON, primerKey: 'alkyd-block-primer' },
    generate: (context) =>
      build(
        context,
        [...opening(context, 180), ...grainFill(context)],
        [...priming(context, BLOCKS, 220), ...colourCoats(context)],
      ),
  },
  B: {
    id: 'B',
    name: said('step.primer-filled-open-grain-pale'),
    outline: said('step.clean-key-clean-heavy-primer-into'),
    fits: said('step.a-pale-colour-on-open-grain'),
    notFor: said('step.glass-flat-work-strong-tannin-under'),
    defaults: { ...COMMON, fillCoats: 2, primerCoats: 1, primerKey: 'build-primer' },
    generate: (context) =>
      build(
        context,
        [...opening(context, 180), ...primerFill(context)],
        [...priming(context, said('step.builds-over-the-filled-pores-until'), 320), ...colourCoats(context)],
      ),
  },
  C: {
    id: 'C',
    name: said('step.open-grain-dark-no-fill'),
    outline: said('step.clean-key-clean-waterborne-stain-block'),
    fits: said('step.dark-colours-on-open-grain-they'),
    notFor: said('step.pale-colours-which-draw-every-pore'),
    defaults: { ...COMMON, primerCoats: 1, primerKey: 'waterborne-block-primer' },
    generate: (context) =>
      build(context, opening(context, 220), [
        ...priming(context, said('step.holds-back-what-bleeds-and-gives'), 240),
        ...colourCoats(context),
      ]),
  },
  D: {
    id: 'D',
    name: said('step.closed-grain-or-old-lacquer'),
    outline: said('step.clean-key-clean-bonding-primer-waterborne'),
    fits: said('step.maple-birch-beech-cherry-or-any'),
    notFor: said('step.pale-colours-over-open-pores-bleeding'),
    defaults: { ...COMMON, primerCoats: 1 },
    generate: (context) =>
      build(context, opening(context, 220), [...priming(context, GRIPS, 240), ...colourCoats(context)]),
  },
  E: {
    id: 'E',
    name: said('step.knotty-softwood-or-bleeding-dye'),
    outline: said('step.clean-key-clean-shellac-knots-once'),
    fits: said('step.pine-and-spruce-with-knots-cherry'),
    notFor: said('step.closed-surfaces-and-rooms-where-alcohol'),
    defaults: { ...COMMON, primerKey: 'shellac-block-primer' },
    generate: (context) =>
      build(
        context,
        [
          ...opening(context, 180),
          dustStep('dust-knots'),
          coatStep(
            'seal-knots',
            said('step.seal-knots'),
            context.sealer,
            { ...context.setting, wanted: 'brush' },
            'primed',
            said('step.spots-first-resin-comes-through-two'),
            { isEdgesOnly: true, resultingSurface: null, labour: YARDSTICKS.spots },
          ),
        ],
        [...priming(context, said('step.shellac-holds-resin-and-dye-that'), 240), ...colourCoats(context)],
      ),
  },
  F: {
    id: 'F',
    name: said('step.new-mdf-sprayed'),
    outline: said('step.ease-edges-seal-edges-build-primer'),
    fits: said('step.new-mdf-doors-and-panels-straight'),
    notFor: said('step.anything-with-an-old-finish-on'),
    defaults: { ...COMMON, primerKey: 'build-primer' },
    generate: (context) => [
      ...rawMdf(),
      hangStep(),
      ...edgeSealing(context),
      ...priming(context, said('step.builds-a-film-that-sands-flat'), 320, said('step.flat-before-colour')),
      ...colourCoats(context),
      ...closingSteps(),
    ],
  },
  G: {
    id: 'G',
    name: said('step.rolled-any-sound-ground'),
    outline: said('step.clean-key-clean-primer-rolled-colour'),
    fits: said('step.any-sound-or-new-ground-where'),
    notFor: said('step.a-dead-flat-look-and-closed'),
    defaults: {
      ...COMMON,
      applicator: 'roller',
      primerCoats: 2,
      colourCoats: 3,
      primerKey: 'acrylic-primer',
    },
    generate: (context) =>
      build(context, opening(context, 180), [
        ...priming(context, said('step.evens-what-drinks-and-what-does'), 240),
        ...colourCoats(context, finerAsItGoes(context.options.colourCoats), {
          why: said('step.more-thin-coats-and-finer-paper'),
        }),
      ]),
  },
  H: {
    id: 'H',
    name: said('step.laminate-foil-and-metal'),
    outline: said('step.degrease-twice-fine-pad-adhesion-primer'),
    fits: said('step.closed-surfaces-that-hold-nothing-by'),
    notFor: said('step.foil-that-peels-and-wood-which'),
    defaults: { ...COMMON, primerCoats: 1 },
    generate: (context) =>
      build(context, context.bare === null ? [removal(), ...cleanAndPad()] : opening(context, 240), [
        ...priming(context, said('step.bites-where-nothing-soaks-in-all'), 320),
        ...colourCoats(context),
      ]),
  },
  I: {
    id: 'I',
    name: said('step.hand-painted-in-place'),
    outline: said('step.clean-key-clean-bonding-primer-conditioned'),
    fits: said('step.fitted-woodwork-that-stays-where-it'),
    notFor: said('step.a-dead-flat-look-and-short'),
    defaults: { ...COMMON, applicator: 'brush', colourKey: 'alkyd-enamel-satin', conditionerPct: 5 },
    generate: (context) =>
      build(context, opening(context, 180), [
        ...priming(context, GRIPS, 240),
        ...overnight(colourCoats(context, [320], { why: laidOff(context) })),
      ]),
  },
  J: {
    id: 'J',
    name: said('step.mineral-paint-sealed'),
    outline: said('step.clean-key-clean-mineral-paint-clear'),
    fits: said('step.a-soft-dead-matt-look-on'),
    notFor: said('step.hard-use-and-wet-rooms-unless'),
    defaults: {
      ...COMMON,
      applicator: 'roller',
      primerCoats: 0,
      colourCoats: 2,
      clearCoats: 2,
      primerKey: 'shellac-block-primer',
      colourKey: 'mineral-paint',
    },
    generate: (context) =>
      build(context, opening(context, 180), [
        ...priming(context, said('step.a-blocker-first-where-the-wood'), 240),
        ...colourCoats(context, [220]),
        ...clearCoats(context, false),
      ]),
  },
  K: {
    id: 'K',
    name: said('step.clear-over-stain-or-natural'),
    outline: said('step.raw-sanded-stain-clear-thin-to'),
    fits: said('step.wood-that-is-to-be-seen'),
    notFor: said('step.anything-that-is-to-be-painted'),
    defaults: { ...COMMON, primerCoats: 0, colourCoats: 0, clearCoats: 3, fillCoats: 1 },
    generate: (context) => [
      ...rawWood(180),
      hangStep(),
      coatStep(
        'stain',
        said('word.stain'),
        context.stain,
        { ...context.setting, wanted: 'brush' },
        'colour',
        said('step.wiped-on-and-off-along-the'),
        { resultingSurface: 'filled' },
      ),
      ...clearCoats(context, false),
      ...closingSteps(),
    ],
  },
  L: {
    id: 'L',
    name: said('step.fast-production-lacquer'),
    outline: said('step.sealer-two-light-coats-back-to'),
    fits: said('step.many-pieces-in-few-days-in'),
    notFor: said('step.any-place-without-such-a-booth'),
    defaults: { ...COMMON, primerKey: 'vinyl-sealer', colourKey: 'precat-lacquer-satin' },
    generate: (context) =>
      build(context, opening(context, 220), [
        ...light(
          priming(
            context,
            said('step.light-and-back-to-back-dry'),
            320,
            said('step.a-light-scuff-is-enough'),
          ),
          context.primer,
        ),
        ...light(colourCoats(context), context.colour),
      ]),
  },
  M: {
    id: 'M',
    name: said('step.soft-texture-new-pieces'),
    outline: said('step.raw-wood-generous-primer-by-hand'),
    fits: said('step.new-wooden-pieces-that-shall-keep'),
    notFor: said('step.old-finishes-and-a-dead-flat'),
    defaults: { ...COMMON, primerCoats: 1, colourCoats: 3, laying: 'hung', primerKey: 'build-primer' },
    generate: (context) => [
      ...rawWood(150),
      hangStep(),
      ...primerFill({ ...context, options: { ...context.options, fillCoats: 1 } }),
      ...priming(context, said('step.a-second-film-so-that-the'), 240),
      ...light(
        colourCoats(context, [320], {
          why: said('step.several-thin-coats-upright-a-thicker'),
        }),
        context.colour,
      ),
      ...closingSteps(),
    ],
  },
  N: {
    id: 'N',
    name: said('step.solvent-enamel-brushed'),
    outline: said('step.clean-key-clean-solvent-primer-solvent'),
    fits: said('step.traditional-brushed-woodwork-where-days-do'),
    notFor: said('step.occupied-homes-with-sensitive-people-whites'),
    defaults: {
      ...COMMON,
      applicator: 'brush',
      primerCoats: 1,
      primerKey: 'alkyd-block-primer',
      colourKey: 'solvent-enamel-satin',
    },
    generate: (context) =>
      build(context, opening(context, 180), [
        ...priming(context, said('step.solvent-under-solvent-seals-fills-a'), 240),
        ...colourCoats(context),
      ]),
  },
  O: {
    id: 'O',
    name: said('step.refresh-same-colour'),
    outline: said('step.clean-key-clean-spot-prime-bare'),
    fits: said('step.sound-paint-that-stays-near-its'),
    notFor: said('step.new-colours-clear-finishes-anything-that'),
    defaults: { ...COMMON, primerCoats: 0, colourCoats: 2 },
    generate: (context) =>
      build(
        context,
        [
          ...opening(context, 220),
          benchStep(
            'spot-prime',
            said('step.spot-prime-bare-places'),
            'repair',
            YARDSTICKS.spots,
            said('step.bare-wood-and-filler-drink-paint'),
            { resultingSurface: 'primed' },
          ),
        ],
        colourCoats(context),
      ),
  },
  P: {
    id: 'P',
    name: said('step.blocked-and-cleared'),
    outline: said('step.clean-key-clean-blocker-waterborne-enamel'),
    fits: said('step.bleeding-or-doubtful-ground-that-hands'),
    notFor: said('step.quiet-rooms-and-short-dates-where'),
    defaults: { ...COMMON, primerKey: 'shellac-block-primer', clearCoats: 1 },
    generate: (context) =>
      build(context, opening(context, 180), [
        ...priming(context, BLOCKS, 240),
        ...colourCoats(context),
        ...clearCoats(context, true),
      ]),
  },
};
