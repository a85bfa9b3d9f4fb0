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
  unfold(context: SystemContext): StepDraft[];
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
  steps.map((step) => (step.productKey === null ? step : { ...step, restMin: 12 * 60 }));

/** How an enamel is laid off by hand, with its conditioner where the sheet has one. */
function laidOff({ colour: { sheet } }: SystemContext): string {
  const { conditionerName, conditionerMaxPct } = sheet;
  const added =
    conditionerName === ''
      ? ''
      : ` With ${conditionerName}, at most ${conditionerMaxPct ?? 0} %, for a longer wet edge.`;
  return `Member by member, laid off along the grain, overnight between.${added}`;
}

const BLOCKS = 'Blocks tannin and old stain, which would come through a pale waterborne coat.';
const GRIPS = 'Grips sound old lacquer that an ordinary primer would let go of.';

/** All systems that ship, by letter. */
export const FINISHING_SYSTEMS: Record<SystemId, FinishingSystem> = {
  A: {
    id: 'A',
    name: 'Filled open grain, pale',
    outline: 'clean, key, clean · grain fill · solvent stain-block primer · waterborne enamel',
    fits: 'A pale colour on oak, ash, elm or chestnut that must look flat: the pores are filled, the stain is blocked.',
    notFor: 'Dark colours, which hide the pores anyway, and closed grain, which has none to fill.',
    defaults: { ...COMMON, primerKey: 'alkyd-block-primer' },
    unfold: (context) =>
      build(
        context,
        [...opening(context, 180), ...grainFill(context)],
        [...priming(context, BLOCKS, 220), ...colourCoats(context)],
      ),
  },
  B: {
    id: 'B',
    name: 'Primer-filled open grain, pale',
    outline: 'clean, key, clean · heavy primer into the pores · high-build primer · waterborne enamel',
    fits: 'A pale colour on open grain when a trace of grain may stay: less work than filler, less flat.',
    notFor: 'Glass-flat work, strong tannin under white, and dark colours.',
    defaults: { ...COMMON, fillCoats: 2, primerCoats: 1, primerKey: 'build-primer' },
    unfold: (context) =>
      build(
        context,
        [...opening(context, 180), ...primerFill(context)],
        [
          ...priming(context, 'Builds over the filled pores until raking light finds none.', 320),
          ...colourCoats(context),
        ],
      ),
  },
  C: {
    id: 'C',
    name: 'Open grain, dark, no fill',
    outline: 'clean, key, clean · waterborne stain-block primer · waterborne enamel',
    fits: 'Dark colours on open grain: they hide the pores, so filling would be wasted hours.',
    notFor: 'Pale colours, which draw every pore as a dark line.',
    defaults: { ...COMMON, primerCoats: 1, primerKey: 'waterborne-block-primer' },
    unfold: (context) =>
      build(context, opening(context, 220), [
        ...priming(context, 'Holds back what bleeds and gives the colour an even ground.', 240),
        ...colourCoats(context),
      ]),
  },
  D: {
    id: 'D',
    name: 'Closed grain or old lacquer',
    outline: 'clean, key, clean · bonding primer · waterborne enamel',
    fits: 'Maple, birch, beech, cherry or any sound old lacquer, and dark colours where pores may stay.',
    notFor: 'Pale colours over open pores, bleeding stain under pale colours, flaking finishes.',
    defaults: { ...COMMON, primerCoats: 1 },
    unfold: (context) =>
      build(context, opening(context, 220), [...priming(context, GRIPS, 240), ...colourCoats(context)]),
  },
  E: {
    id: 'E',
    name: 'Knotty softwood or bleeding dye',
    outline: 'clean, key, clean · shellac, knots once more · waterborne enamel',
    fits: 'Pine and spruce with knots, cherry, red stain: what bleeds is sealed by shellac, the surest block.',
    notFor: 'Closed surfaces, and rooms where alcohol vapour cannot be kept from a flame.',
    defaults: { ...COMMON, primerKey: 'shellac-block-primer' },
    unfold: (context) =>
      build(
        context,
        [
          ...opening(context, 180),
          dustStep('dust-knots'),
          coatStep(
            'seal-knots',
            'Seal knots',
            context.sealer,
            { ...context.setting, wanted: 'brush' },
            'primed',
            'Spots first: resin comes through two coats, seldom through three.',
            { isEdgesOnly: true, leaves: null, labour: YARDSTICKS.spots },
          ),
        ],
        [
          ...priming(context, 'Shellac holds resin and dye that every waterborne primer lets through.', 240),
          ...colourCoats(context),
        ],
      ),
  },
  F: {
    id: 'F',
    name: 'New MDF, sprayed',
    outline: 'ease edges · seal edges · build primer · waterborne enamel',
    fits: 'New MDF doors and panels, straight from the joiner.',
    notFor: 'Anything with an old finish on it.',
    defaults: { ...COMMON, primerKey: 'build-primer' },
    unfold: (context) => [
      ...rawMdf(),
      hangStep(),
      ...edgeSealing(context),
      ...priming(
        context,
        'Builds a film that sands flat and evens face and edge.',
        320,
        'Flat before colour.',
      ),
      ...colourCoats(context),
      ...closingSteps(),
    ],
  },
  G: {
    id: 'G',
    name: 'Rolled, any sound ground',
    outline: 'clean, key, clean · primer rolled · colour rolled, finer between',
    fits: 'Any sound or new ground where nobody sprays: a fine even stipple that can be touched up later.',
    notFor: 'A dead flat look, and closed surfaces without an adhesion primer.',
    defaults: {
      ...COMMON,
      applicator: 'roller',
      primerCoats: 2,
      colourCoats: 3,
      primerKey: 'acrylic-primer',
    },
    unfold: (context) =>
      build(context, opening(context, 180), [
        ...priming(context, 'Evens what drinks and what does not before the roller shows it.', 240),
        ...colourCoats(context, finerAsItGoes(context.options.colourCoats), {
          why: 'More thin coats and finer paper between: that is what makes a rolled face even.',
        }),
      ]),
  },
  H: {
    id: 'H',
    name: 'Laminate, foil and metal',
    outline: 'degrease twice · fine pad · adhesion primer · waterborne enamel',
    fits: 'Closed surfaces that hold nothing by suction: laminate, melamine, sound foil, metal.',
    notFor: 'Foil that peels, and wood, which does not need it.',
    defaults: { ...COMMON, primerCoats: 1 },
    unfold: (context) =>
      build(context, context.bare === null ? [removal(), ...cleanAndPad()] : opening(context, 240), [
        ...priming(context, 'Bites where nothing soaks in; all that follows hangs on this coat.', 320),
        ...colourCoats(context),
      ]),
  },
  I: {
    id: 'I',
    name: 'Hand-painted in place',
    outline: 'clean, key, clean · bonding primer · conditioned enamel laid off by hand, overnight between',
    fits: 'Fitted woodwork that stays where it is, and clients who want to see a hand in it.',
    notFor: 'A dead flat look and short absences from the room.',
    defaults: { ...COMMON, applicator: 'brush', colourKey: 'alkyd-enamel-satin' },
    unfold: (context) =>
      build(context, opening(context, 180), [
        ...priming(context, GRIPS, 240),
        ...overnight(colourCoats(context, [320], { why: laidOff(context) })),
      ]),
  },
  J: {
    id: 'J',
    name: 'Mineral paint, sealed',
    outline: 'clean, key, clean · mineral paint · clear sealer',
    fits: 'A soft, dead matt look on clean, sound wood or paint.',
    notFor: 'Hard use and wet rooms unless it is sealed; bleeding wood without a blocker.',
    defaults: {
      ...COMMON,
      applicator: 'roller',
      primerCoats: 0,
      colourCoats: 2,
      clearCoats: 2,
      primerKey: 'shellac-block-primer',
      colourKey: 'mineral-paint',
    },
    unfold: (context) =>
      build(context, opening(context, 180), [
        ...priming(context, 'A blocker first where the wood bleeds.', 240),
        ...colourCoats(context, [220]),
        ...clearCoats(context, false),
      ]),
  },
  K: {
    id: 'K',
    name: 'Clear over stain or natural',
    outline: 'raw sanded · stain · clear, thin to full',
    fits: 'Wood that is to be seen: raw, or stripped back to raw.',
    notFor: 'Anything that is to be painted, MDF and laminate.',
    defaults: { ...COMMON, primerCoats: 0, colourCoats: 0, clearCoats: 3, fillCoats: 1 },
    unfold: (context) => [
      ...rawWood(180),
      hangStep(),
      coatStep(
        'stain',
        'Stain',
        context.stain,
        { ...context.setting, wanted: 'brush' },
        'colour',
        'Wiped on and off along the grain; what shows now stays.',
        { leaves: 'filled' },
      ),
      ...clearCoats(context, false),
      ...closingSteps(),
    ],
  },
  L: {
    id: 'L',
    name: 'Fast production lacquer',
    outline: 'sealer, two light coats back to back · scuff · pre-catalysed colour, two light coats',
    fits: 'Many pieces in few days, in a booth rated for solvent, by people who know two-part work.',
    notFor: 'Any place without such a booth, old oil or young enamel under it, brush and roller.',
    defaults: { ...COMMON, primerKey: 'vinyl-sealer', colourKey: 'precat-lacquer-satin' },
    unfold: (context) =>
      build(context, opening(context, 220), [
        ...light(
          priming(
            context,
            'Light and back to back: dry to sand within the hour.',
            320,
            'A light scuff is enough.',
          ),
          context.primer,
        ),
        ...light(colourCoats(context), context.colour),
      ]),
  },
  M: {
    id: 'M',
    name: 'Soft texture, new pieces',
    outline: 'raw wood · generous primer by hand, sanded · several thin colours, upright',
    fits: 'New wooden pieces that shall keep a soft hand-worked surface.',
    notFor: 'Old finishes and a dead flat look.',
    defaults: { ...COMMON, primerCoats: 1, colourCoats: 3, laying: 'hung', primerKey: 'build-primer' },
    unfold: (context) => [
      ...rawWood(150),
      hangStep(),
      ...primerFill({ ...context, options: { ...context.options, fillCoats: 1 } }),
      ...priming(context, 'A second film, so that the texture is paint and not raised fibre.', 240),
      ...light(
        colourCoats(context, [320], {
          why: 'Several thin coats, upright; a thicker mix or less air leaves the soft texture.',
        }),
        context.colour,
      ),
      ...closingSteps(),
    ],
  },
  N: {
    id: 'N',
    name: 'Solvent enamel, brushed',
    outline: 'clean, key, clean · solvent primer · solvent enamel, brushed, a day between',
    fits: 'Traditional brushed woodwork, where days do not matter and the room can be aired.',
    notFor: 'Occupied homes with sensitive people, whites that must not yellow, short dates.',
    defaults: {
      ...COMMON,
      applicator: 'brush',
      primerCoats: 1,
      primerKey: 'alkyd-block-primer',
      colourKey: 'solvent-enamel-satin',
    },
    unfold: (context) =>
      build(context, opening(context, 180), [
        ...priming(context, 'Solvent under solvent: seals, fills a little, blocks stain.', 240),
        ...colourCoats(context),
      ]),
  },
  O: {
    id: 'O',
    name: 'Refresh, same colour',
    outline: 'clean, key, clean · spot-prime bare places · colour',
    fits: 'Sound paint that stays near its colour and only wants a new face.',
    notFor: 'New colours, clear finishes, anything that lifts or bleeds.',
    defaults: { ...COMMON, primerCoats: 0, colourCoats: 2 },
    unfold: (context) =>
      build(
        context,
        [
          ...opening(context, 220),
          benchStep(
            'spot-prime',
            'Spot-prime bare places',
            'repair',
            YARDSTICKS.spots,
            'Bare wood and filler drink paint and would show as dull spots.',
            { leaves: 'primed' },
          ),
        ],
        colourCoats(context),
      ),
  },
  P: {
    id: 'P',
    name: 'Blocked and cleared',
    outline: 'clean, key, clean · blocker · waterborne enamel · clear',
    fits: 'Bleeding or doubtful ground that hands will use hard: blocked below, cleared above.',
    notFor: 'Quiet rooms and short dates, where two films less do as well.',
    defaults: { ...COMMON, primerKey: 'shellac-block-primer', clearCoats: 1 },
    unfold: (context) =>
      build(context, opening(context, 180), [
        ...priming(context, BLOCKS, 240),
        ...colourCoats(context),
        ...clearCoats(context, true),
      ]),
  },
};
