import type { SystemId, ZoneOptions } from './options.ts';
import type { StepDraft } from './step.ts';
import {
  benchStep,
  type CoatSetting,
  type CoatSlot,
  closingSteps,
  coatStep,
  dustStep,
  hangStep,
  sandStep,
} from './steps.ts';
import { YARDSTICKS } from './yardsticks.ts';

/** What a system needs to unfold: the zone's choices, its products and the place. */
export interface SystemContext {
  options: ZoneOptions;
  filler: CoatSlot;
  sealer: CoatSlot;
  primer: CoatSlot;
  colour: CoatSlot;
  setting: CoatSetting;
}

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

function cleanKeyClean(grit: number): StepDraft[] {
  return [
    benchStep(
      'remove',
      'Remove, tag and bag',
      'remove',
      YARDSTICKS.remove,
      'Tag where no paint goes; hardware in a bag per opening.',
      {
        place: 'room',
        leaves: 'bare',
      },
    ),
    benchStep(
      'clean-1',
      'Degrease and rinse',
      'clean',
      YARDSTICKS.degrease,
      'Before any abrasive: sanding first grinds the grease in.',
      {
        leaves: 'clean',
      },
    ),
    sandStep(
      'key',
      grit,
      'to key',
      YARDSTICKS.keyMachine,
      'Dull everywhere, bare nowhere: the coat needs a tooth, not furrows.',
      {
        operation: 'key',
        name: `Key P${grit}`,
        waitFor: 'none',
        leaves: 'keyed',
      },
    ),
    benchStep(
      'clean-2',
      'Wipe clean again',
      'clean',
      YARDSTICKS.wipe,
      'Sanding opens old dirt and leaves dust.',
    ),
  ];
}

function primerCoats(context: SystemContext, why: string): StepDraft[] {
  return Array.from({ length: context.options.primerCoats }, (_, index) =>
    coatStep(`prime-${index + 1}`, `Prime ${index + 1}`, context.primer, context.setting, 'primed', why),
  );
}

function colourCoats(context: SystemContext): StepDraft[] {
  return Array.from({ length: context.options.colourCoats }, (_, index) => {
    const number = index + 1;
    const coat = coatStep(
      `colour-${number}`,
      `Colour ${number}`,
      context.colour,
      context.setting,
      'colour',
      'Two light coats beat one heavy coat: less sag, faster dry.',
    );
    if (index === 0) return [dustStep('dust-colour-1'), coat];
    return [
      sandStep(
        `sand-colour-${index}`,
        320,
        'between coats',
        YARDSTICKS.scuff,
        'Nibs off and a fresh key; the scratches of P320 vanish under the next coat.',
        {
          name: 'Scuff P320',
          place: 'rest',
        },
      ),
      dustStep(`dust-colour-${number}`, { place: 'rest' }),
      coat,
    ];
  }).flat();
}

function grainFill(context: SystemContext): StepDraft[] {
  return Array.from({ length: context.options.fillCoats }, (_, index) => {
    const number = index + 1;
    const isLast = number === context.options.fillCoats;
    return [
      coatStep(
        `fill-${number}`,
        `Grain fill ${number}`,
        context.filler,
        { ...context.setting, wanted: 'blade' },
        'filled',
        'Across the pores, surplus off before it sets.',
        {
          // The next application needs the last one sanded, not its full wait before primer.
          waitFor: index === 0 ? 'recoat' : 'sand',
        },
      ),
      sandStep(
        `sand-fill-${number}`,
        isLast ? 240 : 220,
        'filler',
        YARDSTICKS.sandFiller,
        'Level under raking light; pits that show now show for ever.',
      ),
    ];
  }).flat();
}

const COMMON: ZoneOptions = {
  laying: 'by-kind',
  applicator: 'turbine',
  fillCoats: 2,
  primerCoats: 2,
  colourCoats: 2,
  primerKey: 'bonding-primer',
  colourKey: 'urethane-enamel-satin',
};

/** A: pale colour over open pores, filled flat. */
const filledOpenGrain: FinishingSystem = {
  id: 'A',
  name: 'Filled open grain, pale',
  outline: 'clean, key, clean · grain fill · solvent stain-block primer · waterborne enamel',
  fits: 'A pale colour on oak, ash, elm or chestnut that must look flat: the pores are filled, the stain is blocked.',
  notFor: 'Dark colours, which hide the pores anyway, and closed grain, which has none to fill.',
  defaults: { ...COMMON, primerKey: 'alkyd-block-primer' },
  unfold: (context) => [
    ...cleanKeyClean(180),
    ...grainFill(context),
    hangStep(),
    dustStep('dust-prime'),
    ...primerCoats(context, 'Blocks tannin and old stain, which would come through a pale waterborne coat.'),
    sandStep(
      'sand-prime',
      220,
      'primer',
      YARDSTICKS.sandPrimer,
      'Flat before colour; fill and spot-prime what shows.',
    ),
    ...colourCoats(context),
    ...closingSteps(),
  ],
};

/** D: smooth wood or sound old lacquer. */
const closedGrain: FinishingSystem = {
  id: 'D',
  name: 'Closed grain or old lacquer',
  outline: 'clean, key, clean · bonding primer · waterborne enamel',
  fits: 'Maple, birch, beech, cherry or any sound old lacquer, and dark colours where pores may stay.',
  notFor: 'Pale colours over open pores, bleeding stain under pale colours, flaking finishes.',
  defaults: { ...COMMON, primerCoats: 1 },
  unfold: (context) => [
    ...cleanKeyClean(220),
    hangStep(),
    dustStep('dust-prime'),
    ...primerCoats(context, 'Grips sound old lacquer that an ordinary primer would let go of.'),
    sandStep(
      'sand-prime',
      240,
      'primer',
      YARDSTICKS.sandPrimer,
      'Flat before colour; fill and spot-prime what shows.',
    ),
    ...colourCoats(context),
    ...closingSteps(),
  ],
};

/** F: raw MDF from the joiner. */
const newMdf: FinishingSystem = {
  id: 'F',
  name: 'New MDF, sprayed',
  outline: 'ease edges · seal edges · build primer · waterborne enamel',
  fits: 'New MDF doors and panels, straight from the joiner.',
  notFor: 'Anything with an old finish on it.',
  defaults: { ...COMMON, primerKey: 'build-primer' },
  unfold: (context) => [
    benchStep(
      'unpack',
      'Unpack, check and tag',
      'remove',
      YARDSTICKS.unpack,
      'Count against the take-off before the first scratch.',
      { leaves: 'bare' },
    ),
    sandStep(
      'ease',
      150,
      'edges',
      YARDSTICKS.easeEdges,
      'Paint pulls away from a knife edge and chips there first.',
      {
        operation: 'ease',
        name: 'Ease edges P150',
        waitFor: 'none',
      },
    ),
    sandStep('key', 240, 'faces and edges', YARDSTICKS.keyMachine, 'Closes what the coarser grit opened.', {
      operation: 'key',
      waitFor: 'none',
      leaves: 'keyed',
    }),
    hangStep(),
    dustStep('dust-seal', { leaves: 'clean' }),
    coatStep(
      'seal-edges',
      'Seal edges',
      context.sealer,
      { ...context.setting, wanted: 'brush' },
      'primed',
      'Cut edges drink water, swell and fur; alcohol-borne sealer closes them.',
      {
        isEdgesOnly: true,
        leaves: null,
      },
    ),
    sandStep('sand-seal', 240, 'edges', YARDSTICKS.scuff, 'Until the edge feels like the face.'),
    dustStep('dust-prime'),
    ...primerCoats(context, 'Builds a film that sands flat and evens face and edge.'),
    sandStep('sand-prime', 320, 'primer', YARDSTICKS.sandPrimer, 'Flat before colour.'),
    ...colourCoats(context),
    ...closingSteps(),
  ],
};

/** All systems that ship, by letter. */
export const FINISHING_SYSTEMS: Record<SystemId, FinishingSystem> = {
  A: filledOpenGrain,
  D: closedGrain,
  F: newMdf,
};
