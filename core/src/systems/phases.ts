import { said } from '../said/index.ts';
import { does } from './operations.ts';
import type { ZoneOptions } from './options.ts';
import type { AppliesTo, StepDraft } from './step.ts';
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

/** What a system needs to generate: the zone's choices, its products and the place. */
export interface SystemContext {
  options: ZoneOptions;
  filler: CoatSlot;
  sealer: CoatSlot;
  primer: CoatSlot;
  colour: CoatSlot;
  stain: CoatSlot;
  clear: CoatSlot;
  /** Glaze or wax over it; null where none is wanted. */
  decor: CoatSlot | null;
  setting: CoatSetting;
  /** What all pieces of the zone are made of where no finish is on them yet; null over an old finish. */
  bare: 'MDF' | 'wood' | null;
  /** Stock of the replaced pieces; null when the zone has none. */
  replacement: 'MDF' | 'wood' | null;
  hasRepairs: boolean;
}

/** Limits steps to some of the pieces of a zone. */
export function forStock(appliesTo: AppliesTo, steps: readonly StepDraft[]): StepDraft[] {
  return steps.map((step) => ({ ...step, appliesTo }));
}

/** Off the carcase, tagged and bagged. */
export function removal(): StepDraft {
  return benchStep(
    'remove',
    said('step.remove-tag-and-bag'),
    'remove',
    YARDSTICKS.remove,
    said('step.tag-where-no-paint-goes-hardware'),
    { place: 'room', resultingSurface: 'bare', tagAt: 'hinge bore' },
  );
}

/** Degrease, key, degrease again: the opening of every system over an old finish. */
export function cleanKeyClean(grit: number): StepDraft[] {
  return [
    benchStep(
      'clean-1',
      said('step.degrease-and-rinse'),
      'clean',
      YARDSTICKS.degrease,
      said('step.before-any-abrasive-sanding-first-grinds'),
      { resultingSurface: 'clean' },
    ),
    sandStep(
      'key',
      grit,
      said('step.to-key'),
      YARDSTICKS.keyMachine,
      said('step.dull-everywhere-bare-nowhere-the-coat'),
      { operation: 'key', name: said('step.key-p', { grit }), waitFor: 'none', resultingSurface: 'keyed' },
    ),
    benchStep(
      'clean-2',
      said('step.wipe-clean-again'),
      'clean',
      YARDSTICKS.wipe,
      said('step.sanding-opens-old-dirt-and-leaves'),
    ),
  ];
}

/** Laminate, foil and metal: degreased twice, scratched only by hand with a fine pad. */
export function cleanAndPad(): StepDraft[] {
  return [
    benchStep(
      'clean-1',
      said('step.degrease-and-rinse'),
      'clean',
      YARDSTICKS.degrease,
      said('step.a-closed-surface-holds-grease-as'),
      { resultingSurface: 'clean' },
    ),
    benchStep(
      'clean-1b',
      said('step.degrease-again'),
      'clean',
      YARDSTICKS.degrease,
      said('step.the-second-cloth-shows-whether-the'),
    ),
    sandStep('key', 320, said('step.to-key'), YARDSTICKS.keyHand, said('step.by-hand-with-a-fine-pad'), {
      operation: 'key',
      name: said('step.key-with-a-fine-pad'),
      waitFor: 'none',
      resultingSurface: 'keyed',
    }),
    benchStep(
      'clean-2',
      said('step.wipe-clean-again'),
      'clean',
      YARDSTICKS.wipe,
      said('step.padding-leaves-dust-and-opens-old'),
    ),
  ];
}

function unpack(): StepDraft {
  return benchStep(
    'unpack',
    said('step.unpack-check-and-tag'),
    'remove',
    YARDSTICKS.unpack,
    said('step.count-against-the-take-off-before'),
    { resultingSurface: 'bare', tagAt: 'hinge bore' },
  );
}

/** Raw MDF: edges eased, everything fine-sanded. Edges are sealed later, off the bench. */
export function rawMdf(): StepDraft[] {
  return [
    unpack(),
    sandStep('ease', 150, 'edges', YARDSTICKS.easeEdges, said('step.paint-pulls-away-from-a-knife'), {
      operation: 'ease',
      name: said('step.ease-edges-p', { grit: 150 }),
      waitFor: 'none',
      isEdgesOnly: true,
    }),
    sandStep(
      'key',
      240,
      said('step.faces-and-edges'),
      YARDSTICKS.keyMachine,
      said('step.closes-what-the-coarser-grit-opened'),
      {
        operation: 'key',
        waitFor: 'none',
        resultingSurface: 'keyed',
      },
    ),
  ];
}

/** Raw wood from the joiner. */
export function rawWood(grit: number): StepDraft[] {
  return [
    unpack(),
    sandStep(
      'ease',
      grit <= 150 ? 120 : 150,
      said('step.raw-wood'),
      YARDSTICKS.keyMachine,
      said('step.planer-marks-out-sharp-edges-eased'),
      {
        operation: 'ease',
        waitFor: 'none',
      },
    ),
    sandStep(
      'key',
      grit,
      said('step.raw-wood'),
      YARDSTICKS.keyMachine,
      said('step.with-the-grain-the-last-scratches'),
      {
        operation: 'key',
        waitFor: 'none',
        resultingSurface: 'keyed',
      },
    ),
    dustStep('dust-raw', { resultingSurface: 'clean', waitFor: 'none' }),
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
    dustStep('dust-seal', { resultingSurface: 'clean' }),
    coatStep(
      'seal-edges',
      said('step.seal-edges'),
      context.sealer,
      { ...context.setting, wanted: 'brush' },
      'primed',
      said('step.cut-edges-drink-water-swell-and'),
      { isEdgesOnly: true, resultingSurface: null },
    ),
    sandStep('sand-seal', 240, 'edges', YARDSTICKS.scuff, said('step.until-the-edge-feels-like-the'), {
      isEdgesOnly: true,
    }),
  ];
}

/** Dents, old holes and chipped edges of the pieces that need it. */
export function repairs(): StepDraft[] {
  return [
    benchStep(
      'repair',
      said('step.fill-and-repair'),
      'repair',
      YARDSTICKS.repair,
      said('step.two-part-filler-for-edges-and'),
      { appliesTo: 'repaired', waitFor: 'none' },
    ),
  ];
}

/** A loop's rounds that are expected, and one more at most where the raking light still finds pits. */
function repeated(group: string, number: number, expected: number, steps: readonly StepDraft[]): StepDraft[] {
  return steps.map((step) => ({ ...step, repeat: { group, number, max: expected + 1 } }));
}

/** Grain filler across the pores, sanded level after each application. */
export function grainFill(context: SystemContext): StepDraft[] {
  return Array.from({ length: context.options.fillCoats }, (_, index) => {
    const number = index + 1;
    const isLast = number === context.options.fillCoats;
    return repeated('filling', number, context.options.fillCoats, [
      coatStep(
        `fill-${number}`,
        said('step.grain-fill', { number }),
        context.filler,
        { ...context.setting, wanted: 'blade' },
        'filled',
        said('step.across-the-pores-surplus-off-before'),
        // The next application needs the last one sanded, not its full wait before primer.
        { waitFor: index === 0 ? 'recoat' : 'sand' },
      ),
      sandStep(
        `sand-fill-${number}`,
        isLast ? 240 : 220,
        'filler',
        YARDSTICKS.sandFiller,
        said('step.level-under-raking-light-pits-that'),
      ),
    ]);
  }).flat();
}

/** Heavy primer brushed into the pores, flatted after each pass. */
export function primerFill(context: SystemContext): StepDraft[] {
  return Array.from({ length: context.options.fillCoats }, (_, index) => {
    const number = index + 1;
    return repeated('filling', number, context.options.fillCoats, [
      dustStep(`dust-fill-${number}`),
      coatStep(
        `fill-${number}`,
        said('step.work-primer-into-the-pores', { number }),
        context.primer,
        { ...context.setting, wanted: 'brush' },
        'filled',
        said('step.brushed-across-the-grain-and-along'),
      ),
      sandStep(
        `sand-fill-${number}`,
        220,
        'primer',
        YARDSTICKS.sandFiller,
        said('step.down-to-the-wood-between-the'),
      ),
    ]);
  }).flat();
}

/** Coats of primer, back to back. */
export function primerCoats(context: SystemContext, why: string): StepDraft[] {
  return Array.from({ length: context.options.primerCoats }, (_, index) =>
    coatStep(
      `prime-${index + 1}`,
      said('word.prime', { number: index + 1 }),
      context.primer,
      context.setting,
      'primed',
      why,
      { tintPct: context.options.primerTintPct },
    ),
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
      sandWhy ?? said('step.flat-before-colour-fill-and-spot'),
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
      said('step.first-primer-on-raw-stock'),
      context.primer,
      context.setting,
      'primed',
      said('step.raw-stock-drinks-the-first-coat'),
    ),
    sandStep('sand-first', 220, 'primer', YARDSTICKS.sandPrimer, said('step.raised-fibres-off')),
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
