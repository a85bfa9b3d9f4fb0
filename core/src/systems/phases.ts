import { does } from './operations.ts';
import type { ZoneOptions } from './options.ts';
import type { StepDraft, Stock } from './step.ts';
import {
  benchStep,
  type CoatSetting,
  type CoatSlot,
  coatStep,
  dustStep,
  hangStep,
  sandStep,
} from './steps.ts';
import { YARDSTICKS } from './yardsticks.ts';

// Longer than other files: the phases that systems are put together from, side by side.

/** What a system needs to unfold: the zone's choices, its products and the place. */
export interface SystemContext {
  options: ZoneOptions;
  filler: CoatSlot;
  sealer: CoatSlot;
  primer: CoatSlot;
  colour: CoatSlot;
  stain: CoatSlot;
  clear: CoatSlot;
  setting: CoatSetting;
  /** What all pieces of the zone are made of where no finish is on them yet; null over an old finish. */
  bare: 'MDF' | 'wood' | null;
  /** Stock of the replaced pieces; null when the zone has none. */
  replacement: 'MDF' | 'wood' | null;
  hasRepairs: boolean;
}

/** Limits steps to some of the pieces of a zone. */
export function forStock(stock: Stock, steps: readonly StepDraft[]): StepDraft[] {
  return steps.map((step) => ({ ...step, stock }));
}

/** Off the carcase, tagged and bagged. */
export function removal(): StepDraft {
  return benchStep(
    'remove',
    'Remove, tag and bag',
    'remove',
    YARDSTICKS.remove,
    'Tag where no paint goes; hardware in a bag per opening.',
    { place: 'room', leaves: 'bare', tagAt: 'hinge bore' },
  );
}

/** Degrease, key, degrease again: the opening of every system over an old finish. */
export function cleanKeyClean(grit: number): StepDraft[] {
  return [
    benchStep(
      'clean-1',
      'Degrease and rinse',
      'clean',
      YARDSTICKS.degrease,
      'Before any abrasive: sanding first grinds the grease in.',
      { leaves: 'clean' },
    ),
    sandStep(
      'key',
      grit,
      'to key',
      YARDSTICKS.keyMachine,
      'Dull everywhere, bare nowhere: the coat needs a tooth, not furrows.',
      { operation: 'key', name: `Key P${grit}`, waitFor: 'none', leaves: 'keyed' },
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

/** Laminate, foil and metal: degreased twice, scratched only by hand with a fine pad. */
export function cleanAndPad(): StepDraft[] {
  return [
    benchStep(
      'clean-1',
      'Degrease and rinse',
      'clean',
      YARDSTICKS.degrease,
      'A closed surface holds grease as a film that no primer bites through.',
      { leaves: 'clean' },
    ),
    benchStep(
      'clean-1b',
      'Degrease again',
      'clean',
      YARDSTICKS.degrease,
      'The second cloth shows whether the first pass was enough.',
    ),
    sandStep(
      'key',
      320,
      'to key',
      YARDSTICKS.keyHand,
      'By hand with a fine pad: a machine cuts through foil and leaves furrows in laminate.',
      { operation: 'key', name: 'Key with a fine pad', waitFor: 'none', leaves: 'keyed' },
    ),
    benchStep(
      'clean-2',
      'Wipe clean again',
      'clean',
      YARDSTICKS.wipe,
      'Padding leaves dust and opens old dirt.',
    ),
  ];
}

function unpack(): StepDraft {
  return benchStep(
    'unpack',
    'Unpack, check and tag',
    'remove',
    YARDSTICKS.unpack,
    'Count against the take-off before the first scratch; brush the dust off. Bare stock is not washed: spirit only where hands or glue left marks.',
    { leaves: 'bare', tagAt: 'hinge bore' },
  );
}

/** Raw MDF: edges eased, everything fine-sanded. Edges are sealed later, off the bench. */
export function rawMdf(): StepDraft[] {
  return [
    unpack(),
    sandStep(
      'ease',
      150,
      'edges',
      YARDSTICKS.easeEdges,
      'Paint pulls away from a knife edge and chips there first.',
      { operation: 'ease', name: 'Ease edges P150', waitFor: 'none', isEdgesOnly: true },
    ),
    sandStep('key', 240, 'faces and edges', YARDSTICKS.keyMachine, 'Closes what the coarser grit opened.', {
      operation: 'key',
      waitFor: 'none',
      leaves: 'keyed',
    }),
  ];
}

/** Raw wood from the joiner. */
export function rawWood(grit: number): StepDraft[] {
  return [
    unpack(),
    sandStep(
      'ease',
      grit <= 150 ? 120 : 150,
      'raw wood',
      YARDSTICKS.keyMachine,
      'Planer marks out, sharp edges eased.',
      {
        operation: 'ease',
        waitFor: 'none',
      },
    ),
    sandStep(
      'key',
      grit,
      'raw wood',
      YARDSTICKS.keyMachine,
      'With the grain; the last scratches are the ones that show.',
      {
        operation: 'key',
        waitFor: 'none',
        leaves: 'keyed',
      },
    ),
    dustStep('dust-raw', { leaves: 'clean', waitFor: 'none' }),
  ];
}

/**
 * How a system opens, up to its first film: what comes off the carcase is cleaned, keyed and cleaned again; what was never
 * finished is neither washed nor keyed, but eased and sanded.
 */
export function opening({ bare }: SystemContext, grit: number): StepDraft[] {
  if (bare === null) return [removal(), ...cleanKeyClean(grit)];
  return bare === 'MDF' ? rawMdf() : rawWood(grit);
}

/** Cut edges closed before anything watery touches them. */
export function edgeSealing(context: SystemContext): StepDraft[] {
  return [
    dustStep('dust-seal', { leaves: 'clean' }),
    coatStep(
      'seal-edges',
      'Seal edges',
      context.sealer,
      { ...context.setting, wanted: 'brush' },
      'primed',
      'Cut edges drink water, swell and fur; alcohol-borne sealer closes them.',
      { isEdgesOnly: true, leaves: null },
    ),
    sandStep('sand-seal', 240, 'edges', YARDSTICKS.scuff, 'Until the edge feels like the face.', {
      isEdgesOnly: true,
    }),
  ];
}

/** Dents, old holes and chipped edges of the pieces that need it. */
export function repairs(): StepDraft[] {
  return [
    benchStep(
      'repair',
      'Fill and repair',
      'repair',
      YARDSTICKS.repair,
      'Two-part filler for edges and old holes, then flush; it drinks paint, so it is spot-primed.',
      { stock: 'repaired', waitFor: 'none' },
    ),
  ];
}

/** A loop's rounds that are expected, and one more at most where the raking light still finds pits. */
function inRounds(loop: string, number: number, expected: number, steps: readonly StepDraft[]): StepDraft[] {
  return steps.map((step) => ({ ...step, round: { loop, number, most: expected + 1 } }));
}

/** Grain filler across the pores, sanded level after each application. */
export function grainFill(context: SystemContext): StepDraft[] {
  return Array.from({ length: context.options.fillCoats }, (_, index) => {
    const number = index + 1;
    const isLast = number === context.options.fillCoats;
    return inRounds('filling', number, context.options.fillCoats, [
      coatStep(
        `fill-${number}`,
        `Grain fill ${number}`,
        context.filler,
        { ...context.setting, wanted: 'blade' },
        'filled',
        'Across the pores, surplus off before it sets.',
        // The next application needs the last one sanded, not its full wait before primer.
        { waitFor: index === 0 ? 'recoat' : 'sand' },
      ),
      sandStep(
        `sand-fill-${number}`,
        isLast ? 240 : 220,
        'filler',
        YARDSTICKS.sandFiller,
        'Level under raking light; pits that show now show for ever.',
      ),
    ]);
  }).flat();
}

/** Heavy primer brushed into the pores, flatted after each pass. */
export function primerFill(context: SystemContext): StepDraft[] {
  return Array.from({ length: context.options.fillCoats }, (_, index) => {
    const number = index + 1;
    return inRounds('filling', number, context.options.fillCoats, [
      dustStep(`dust-fill-${number}`),
      coatStep(
        `fill-${number}`,
        `Work primer into the pores ${number}`,
        context.primer,
        { ...context.setting, wanted: 'brush' },
        'filled',
        'Brushed across the grain and along it, so that the pores take it.',
      ),
      sandStep(
        `sand-fill-${number}`,
        220,
        'primer',
        YARDSTICKS.sandFiller,
        'Down to the wood between the pores; look under raking light before going on.',
      ),
    ]);
  }).flat();
}

/** Coats of primer, back to back. */
export function primerCoats(context: SystemContext, why: string): StepDraft[] {
  return Array.from({ length: context.options.primerCoats }, (_, index) =>
    coatStep(`prime-${index + 1}`, `Prime ${index + 1}`, context.primer, context.setting, 'primed', why),
  );
}

/** The whole primer phase: dusted, primed, flatted. Without primer it is nothing. */
export function priming(context: SystemContext, why: string, grit: number, sandWhy?: string): StepDraft[] {
  if (context.options.primerCoats === 0) return [];
  return [
    dustStep('dust-prime'),
    ...primerCoats(context, why),
    sandStep(
      'sand-prime',
      grit,
      'primer',
      YARDSTICKS.sandPrimer,
      sandWhy ?? 'Flat before colour; fill and spot-prime what shows.',
    ),
  ];
}

/** Hooks in, for pieces that hang. */
export { hangStep };

/**
 * What replaced pieces go through instead of the old ones' preparation, up to the coat that all share: eased, sanded,
 * edges sealed on MDF, primed once more than an old film would need.
 */
export function rawPreparation(context: SystemContext): StepDraft[] {
  if (context.replacement === null) return [];
  const isMdf = context.replacement === 'MDF';
  const steps: StepDraft[] = [
    ...(isMdf ? rawMdf() : rawWood(180)),
    hangStep(),
    ...(isMdf ? edgeSealing(context) : []),
    dustStep('dust-first'),
    coatStep(
      'first-prime',
      'First primer on raw stock',
      context.primer,
      context.setting,
      'primed',
      'Raw stock drinks the first coat; this one brings it level with its neighbours.',
    ),
    sandStep('sand-first', 220, 'primer', YARDSTICKS.sandPrimer, 'Raised fibres off.'),
  ];
  return forStock(
    'new',
    steps.map((step) => ({ ...step, key: `raw-${step.key}` })),
  );
}

/** Whether some pieces of the zone go another way than the old ones. */
export function hasPreparationOfItsOwn(context: SystemContext): boolean {
  return context.replacement !== null || context.hasRepairs;
}

/**
 * Puts the ways of replaced and repaired pieces into a finished sequence: what lies before the first whole film (and
 * its dusting) is the old pieces' preparation, what follows is shared.
 */
export function withRawPieces(steps: readonly StepDraft[], context: SystemContext): StepDraft[] {
  const film = steps.findIndex(({ operation, isEdgesOnly }) => does(operation, 'laysFilm') && !isEdgesOnly);
  const at = film > 0 && does(steps[film - 1], 'takesDust') ? film - 1 : Math.max(film, 0);
  const raw = rawPreparation(context);
  const old = steps.slice(0, at);
  return [
    ...(raw.length > 0 ? forStock('old', old) : old),
    ...(context.hasRepairs ? repairs() : []),
    ...raw,
    ...steps.slice(at),
  ];
}
