import type { ProductSheet } from '../src/catalogue/index.ts';
import { applyEdits, loopEdits, type RuleContext } from '../src/rules/index.ts';
import { type Application, ApplicationSchema, type StepDraft, YARDSTICKS } from '../src/systems/index.ts';
import { type Case, D } from './ruleCases.ts';
import { changed, contextOf, inserted, without } from './ruleContext.ts';

// Light passes, what sanding takes off, loops, the station and translucent coats.

const ENAMEL = 'urethane-enamel-satin';

/** The first colour coat in so many light passes. */
const inPasses = (part: Partial<StepDraft>, sheet: Partial<ProductSheet> = {}): RuleContext =>
  changed(D({ sheets: { [ENAMEL]: sheet } }), 'colour-1', { passes: 2, ...part });

/** The primer sanded in moves. */
function sandedIn(moves: Partial<Application>[]): RuleContext {
  const context = contextOf('D', { pieces: [{ construction: 'five-piece', recessMm: 8 }] });
  return changed(context, 'sand-prime', {
    applications: moves.map((move) => ApplicationSchema.parse(move)),
  });
}

/** The grain fillings of A as they are, or with another most. */
const looped = (most: number): RuleContext => {
  const context = contextOf('A');
  return {
    ...context,
    steps: context.steps.map((step) =>
      step.repeat ? { ...step, repeat: { ...step.repeat, max: most } } : step,
    ),
  };
};

/** Scuffing between the colour coats at a station, dusted after it or not. */
function atStation(isDusted: boolean): RuleContext {
  const station = changed(D(), 'sand-colour-1', {
    operation: 'station',
    name: 'Sand, vacuum and look, P320',
    labour: YARDSTICKS.station,
  });
  return isDusted ? station : without(station, 'dust-colour-2');
}

/** A translucent paint right over old wood, with or without filled spots. */
function translucent(isMended: boolean): RuleContext {
  const context = contextOf('O', { sheets: { [ENAMEL]: { isTranslucent: true } } });
  return isMended ? context : without(context, 'spot-prime');
}

export const PASS_CASES: Case[] = [
  {
    code: 'flash-window',
    trips: () => inPasses({ flashMin: 21 }, { wetOnWetMaxMin: 20 }),
    spares: () => inPasses({ flashMin: 20 }, { wetOnWetMaxMin: 20 }),
    isFixed: true,
  },
  {
    // Where the sheet states no window the film is wet until it is touch dry; one pass has nothing to wait for.
    code: 'flash-window',
    trips: () => inPasses({ flashMin: 600 }),
    spares: () => inPasses({ flashMin: 600, passes: 1 }),
    isFixed: true,
  },
  {
    code: 'passes-by-hand',
    trips: () => inPasses({ applicator: 'brush' }),
    spares: () => inPasses({ applicator: 'turbine' }),
    isFixed: true,
  },
  {
    // Passes with paper are passes with paper.
    code: 'passes-by-hand',
    trips: () => inPasses({ applicator: 'roller' }),
    spares: () => changed(D(), 'sand-prime', { passes: 2 }),
    isFixed: true,
  },
  {
    code: 'sanded-through',
    trips: () => changed(D(), 'sand-prime', { grit: 80, passes: 2 }),
    spares: () => changed(D(), 'sand-prime', { grit: 220, passes: 2 }),
    isFixed: true,
  },
  {
    // Filler in the pores is no film that could be gone; the filler stands above it.
    code: 'sanded-through',
    trips: () => changed(D(), 'sand-colour-1', { grit: 80, passes: 6 }),
    spares: () => changed(contextOf('A'), 'sand-fill-1', { grit: 80, passes: 6 }),
    isFixed: true,
  },
  {
    // What a shop has measured goes before the rule of thumb.
    code: 'sanded-through',
    trips: () => {
      const context = changed(D(), 'sand-prime', { passes: 3 });
      return {
        ...context,
        settings: {
          ...context.settings,
          sandedOff: [
            { grit: 240, um: 14 },
            { grit: 400, um: 2 },
          ],
        },
      };
    },
    spares: () => changed(D(), 'sand-prime', { passes: 3 }),
    isFixed: true,
  },
  {
    code: 'machine-on-profiles',
    trips: () => sandedIn([{ parts: ['profiles', 'flats'], byMachine: true }, { parts: ['edges'] }]),
    spares: () =>
      sandedIn([{ parts: ['flats'], byMachine: true }, { parts: ['edges', 'profiles', 'corners'] }]),
    isFixed: true,
  },
  {
    code: 'loop-full',
    trips: () => looped(2),
    spares: () => looped(3),
    isFixed: true,
  },
  {
    // Nine rounds are the end of every loop.
    code: 'loop-full',
    trips: () => nineRounds(8, 8),
    spares: () => nineRounds(9, 9),
    isFixed: true,
  },
  {
    code: 'station-then-dust',
    trips: () => atStation(true),
    spares: () => atStation(false),
    isFixed: true,
  },
  {
    code: 'patch-shows',
    trips: () => translucent(true),
    spares: () => translucent(false),
    isFixed: true,
  },
  {
    // Primed all over, no patch is seen; nor through a coat that hides.
    code: 'patch-shows',
    trips: () => translucent(true),
    spares: () => contextOf('O'),
    isFixed: true,
  },
];

/** Primer, filled, sanded and primed again, so many times. */
function nineRounds(rounds: number, most: number): RuleContext {
  const context = inserted(contextOf('D'), 'sand-prime', {
    key: 'look',
    name: 'Look',
    operation: 'inspect',
    waitFor: 'sand',
  });
  const edits = loopEdits(context.steps, { from: 'look', to: 'sand-prime' }, { rounds, most });
  return { ...context, steps: applyEdits(context.steps, edits) };
}
