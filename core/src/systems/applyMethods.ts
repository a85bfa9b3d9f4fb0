import { isSprayed } from '../catalogue/sheet.ts';
import { said } from '../said/index.ts';
import { atStation, backsWholly } from './faceRuns.ts';
import { clearSkipped, fillGrainAnyway } from './methodSteps.ts';
import { DEFAULT_METHODS, type Methods } from './methods.ts';
import { does } from './operations.ts';
import type { SystemContext } from './phases.ts';
import { isWholeFilm, type StepDraft } from './step.ts';
import { benchStep, draft, sandStep } from './steps.ts';
import { YARDSTICKS } from './yardsticks.ts';

// Longer than other files: one table of ways with what each changes in a sequence.

type Change = (steps: StepDraft[], context: SystemContext) => StepDraft[];

const each =
  (test: (step: StepDraft) => boolean, part: (step: StepDraft) => Partial<StepDraft>): Change =>
  (steps) =>
    steps.map((step) => (test(step) ? { ...step, ...part(step) } : step));

/** Puts steps in after the first step that fits; the sequence stays as it is where none does. */
function after(
  steps: StepDraft[],
  test: (step: StepDraft) => boolean,
  added: (at: StepDraft) => StepDraft[],
): StepDraft[] {
  const at = steps.findIndex(test);
  const step = steps[at];
  return step ? steps.toSpliced(at + 1, 0, ...added(step)) : steps;
}

const roleOf = (step: StepDraft, context: SystemContext) => {
  const slots = [
    context.primer,
    context.colour,
    context.clear,
    context.stain,
    context.sealer,
    context.filler,
  ];
  return slots.find(({ productKey }) => productKey === step.productKey)?.sheet.role;
};
const isScuff = (step: StepDraft) => /^sand-(colour|clear)-|^sand-before-clear/.test(step.key);
const sprays = (step: StepDraft) => isSprayed(step.applicator);

const caulkStep = (name: string, why: string): StepDraft =>
  benchStep('caulk', name, 'caulk', YARDSTICKS.caulk, why, {
    supplyKey: 'caulk-acrylic',
    waitFor: 'sand',
    dryingMin: 4 * 60,
  });

const sandFirst: Change = (steps) => steps.filter(({ key }) => key !== 'clean-1' && key !== 'clean-1b');

const cleanRaw: Change = (steps) => {
  const raw = steps.filter(({ key }) => /^(raw-)?unpack$/.test(key));
  return raw.reduce(
    (now, step) =>
      after(
        now,
        ({ key }) => key === step.key,
        ({ appliesTo }) => [
          benchStep(
            step.key.replace('unpack', 'clean-stock'),
            said('step.wipe-raw-stock-clean'),
            'clean',
            YARDSTICKS.wipe,
            said('step.hands-glue-and-machine-oil-off'),
            { appliesTo, supplyKey: 'cleaner-spirit' },
          ),
        ],
      ),
    steps,
  );
};

/** A ladder of grits opens an old finish; bare stock has its own, from the easing on. */
const climb: Change = (steps, { bare }) =>
  steps.flatMap((step) => {
    if (bare !== null || steps.some(({ key }) => key === 'unpack')) return [step];
    if (!does(step, 'keysGround') || step.key !== 'key' || (step.grit ?? 0) > 220) return [step];
    const grit = 120;
    return [
      {
        ...step,
        key: 'key-coarse',
        name: said('step.key-p', { grit }),
        grit,
        resultingSurface: null,
        supplyKey: 'disc-120',
      },
      { ...step, name: said('step.key-p', { grit: 180 }), grit: 180, supplyKey: 'disc-180' },
    ];
  });

const degloss: Change = (steps) => {
  const key = steps.find((step) => step.key === 'key' && does(step, 'keysGround'));
  // Filler wants the furrows of an abrasive, and raw stock has no gloss.
  const isOld =
    steps.some((step) => step.key === 'clean-1') &&
    !steps.some(({ resultingSurface }) => resultingSurface === 'filled');
  const film = steps.findIndex((step) => isWholeFilm(step) || does(step, 'fillsPores'));
  const first = steps[film];
  if (!key || !isOld || !first) return steps;
  // It has to sit right before the coat: its window is short.
  const dust = steps.slice(0, film).findLastIndex((step) => does(step, 'takesDust'));
  const at = dust === film - 1 ? dust : film;
  const wipe = draft({
    key: 'degloss',
    name: said('step.wipe-with-deglosser'),
    operation: 'degloss',
    labour: YARDSTICKS.degrease,
    why: said('step.softens-the-gloss-chemically-in-deep'),
    supplyKey: 'deglosser-liquid',
    resultingSurface: 'keyed',
    appliesTo: key.appliesTo,
    cautions: [said('step.gloves-goggles-and-air-deglosser-is')],
  });
  return steps.toSpliced(at, 0, wipe).filter((step) => step.key !== 'key' && step.key !== 'clean-2');
};

const neverFill: Change = (steps) => steps.filter(({ key }) => !/^(dust-fill|fill|sand-fill)-/.test(key));

const caulkAfterPrimer: Change = (steps, context) => {
  const added = () => [caulkStep(said('step.caulk-frame-gaps'), said('step.thin-gaps-that-show-after-the'))];
  const isPrimer = (step: StepDraft) =>
    isWholeFilm(step) && roleOf(step, context) === 'primer' && step.appliesTo !== 'new';
  return after(steps, isPrimer, added);
};

const caulkBefore: Change = (steps, context) => {
  const at = steps.findIndex(
    (step) => isWholeFilm(step) && roleOf(step, context) === 'primer' && step.appliesTo !== 'new',
  );
  if (at === -1) return steps;
  const dust = does(steps[at - 1], 'takesDust') ? at - 1 : at;
  return steps.toSpliced(
    dust,
    0,
    caulkStep(said('step.caulk-frame-gaps'), said('step.before-the-primer-which-then-covers')),
  );
};

const caulkJoints: Change = (steps, context) =>
  after(
    steps,
    (step) => isWholeFilm(step) && roleOf(step, context) === 'primer' && step.appliesTo !== 'new',
    () => [
      {
        ...caulkStep(said('step.caulk-panel-joints'), said('step.for-a-closed-line-it-cracks')),
        key: 'caulk-joints',
      },
    ],
  );

const scuffWith = (grit: number): Change =>
  each(isScuff, () => ({
    grit,
    name: said('step.scuff-p', { grit }),
    why: said('step.nibs-off-and-a-fresh-key', { grit }),
  }));

/** Soft paint loads a fine paper, a hard or glossy film shows a coarse one. */
const scuffByFilm: Change = (steps, context) =>
  steps.map((step, index) => {
    if (!isScuff(step)) return step;
    const under = steps.slice(0, index).findLast(isWholeFilm);
    const slot = [context.colour, context.clear].find(({ productKey }) => productKey === under?.productKey);
    const sheet = slot?.sheet;
    const isGloss = sheet?.sheen === 'gloss' || sheet?.sheen === 'semi-gloss';
    const grit =
      sheet?.role === 'clear' || isGloss ? 400 : sheet?.layerClass === 'mineral' ? 220 : (step.grit ?? 320);
    return grit === step.grit ? step : { ...step, grit, name: said('step.scuff-p', { grit }) };
  });

/** Pairs of coats become one at the thickest film of the sheet; what lay between them goes. */
const oneFull: Change = (steps, context) => {
  const coats = steps.filter(({ key }) => /^colour-\d+$/.test(key));
  const keep = Math.ceil(coats.length / 2);
  const isGone = ({ key }: StepDraft) => {
    const number = Number(
      /^(?:colour|dust-colour)-(\d+)$/.exec(key)?.[1] ?? /^sand-colour-(\d+)$/.exec(key)?.[1] ?? 0,
    );
    return /^sand-colour-/.test(key) ? number >= keep : number > keep;
  };
  return steps
    .filter((step) => !isGone(step))
    .map((step) =>
      /^colour-\d+$/.test(step.key)
        ? {
            ...step,
            wftUm: context.colour.sheet.wftMaxUm,
            why: said('step.one-full-coat-at-the-thickest'),
          }
        : step,
    );
};

const overlapTo = (overlap: number): Change =>
  each(sprays, ({ labour }) => ({
    // Strokes per face go with 1 / (1 − overlap); the yardstick counts half.
    labour: { ...labour, perM2Min: Math.round(labour.perM2Min * (0.5 / (1 - overlap)) * 100) / 100 },
  }));

const farther = each(sprays, () => ({ extraLossPct: 13 }));

const edgesByOverspray = each(sprays, ({ labour }) => ({
  labour: { ...labour, perPieceMin: Math.round(labour.perPieceMin * 0.6 * 100) / 100 },
}));

/** Ten percent on the paint, in the sheet's own convention, or its maximum where that is less. */
const thinByRatio: Change = (steps, context) =>
  steps.map((step) => {
    if (!sprays(step) || !step.thinning) return step;
    const slot = [context.primer, context.colour, context.clear].find(
      ({ productKey }) => productKey === step.productKey,
    );
    const most = slot?.sheet.maxThinning;
    if (most?.convention !== 'on-paint') return step;
    return { ...step, thinning: { ...most, value: Math.min(10, most.value) } };
  });

const unthinned: Change = (steps) =>
  steps.map((step) =>
    step.thinning && step.thinning.convention !== 'parts'
      ? { ...step, thinning: { ...step.thinning, value: 0 } }
      : step,
  );

const shakeAndRest = each(
  (step) => step.productKey !== null && does(step, 'laysFilm'),
  (step) => ({
    labour: { ...step.labour, setupMin: step.labour.setupMin + 10 },
    note: step.note || said('step.shaken-let-the-mix-rest-until'),
  }),
);

const dampCloth = each(
  ({ operation }) => does(operation, 'takesDust'),
  () => ({
    why: said('step.soft-vacuum-air-into-the-corners'),
    supplyKey: 'cloth-lint-free',
    labour: { ...YARDSTICKS.dust, perM2Min: 1.7 },
  }),
);

/** A sealed cup saves cleaning the gun and setting it up again, where the same waterborne product follows within hours. */
const SEALED_REST = { longestMin: 2 * 60, cleanupMin: 8, setupMin: 15 };

const sealedRest: Change = (steps, context) => {
  const slots = [context.primer, context.colour, context.clear];
  const films = steps.filter((step) => step.productKey !== null);
  const isPair = (step: StepDraft | undefined, next: StepDraft | undefined) => {
    const sheet = slots.find(({ productKey }) => productKey === step?.productKey)?.sheet;
    if (!step || !next || !sheet || !sprays(step) || !sprays(next)) return false;
    const isSame = step.productKey === next.productKey && step.appliesTo === next.appliesTo;
    return (
      isSame &&
      sheet.base === 'water' &&
      !sheet.hardener &&
      sheet.clocks.recoatMinMin <= SEALED_REST.longestMin
    );
  };
  return steps.map((step) => {
    const at = films.indexOf(step);
    if (at === -1) return step;
    const { cleanupMin, setupMin } = step.labour;
    const rests = isPair(step, films[at + 1]);
    const goesOn = isPair(films[at - 1], step);
    if (!rests && !goesOn) return step;
    return {
      ...step,
      labour: {
        ...step.labour,
        cleanupMin: rests ? Math.min(cleanupMin, SEALED_REST.cleanupMin) : cleanupMin,
        setupMin: goesOn ? Math.min(setupMin, SEALED_REST.setupMin) : setupMin,
      },
    };
  });
};

const hingesOn: Change = (steps) => {
  const lighter = steps.map((step) => {
    const saved = { remove: 2, refit: 3 }[step.key] ?? 0;
    return saved === 0
      ? step
      : { ...step, labour: { ...step.labour, perPieceMin: step.labour.perPieceMin - saved } };
  });
  // Tape does not hold on grease.
  return after(
    lighter,
    ({ key }) => key === 'clean-1',
    ({ appliesTo }) => [
      draft({
        key: 'mask-hinges',
        name: said('step.mask-the-hinges'),
        operation: 'mask',
        labour: YARDSTICKS.maskHinges,
        why: said('step.they-stay-on-and-are-replaced'),
        supplyKey: 'tape-delicate',
        appliesTo,
      }),
    ],
  );
};

const rubOut: Change = (steps, context) => {
  const last = steps.findLastIndex((step) => isWholeFilm(step));
  const step = steps[last];
  if (!step || roleOf(step, context) !== 'clear') return steps;
  return steps.toSpliced(
    last + 1,
    0,
    sandStep(
      'rub-out',
      2000,
      said('step.clear-coat'),
      YARDSTICKS.rubOut,
      said('step.very-fine-and-almost-without-pressure'),
      {
        name: said('step.rub-out-p', { grit: 2000 }),
        waitFor: 'pack',
        supplyKey: 'pad-2000',
        resultingSurface: 'colour',
      },
    ),
  );
};

/** What each way does to a sequence; ways that are not named leave it as the system generates it. */
const CHANGES: { [K in keyof Methods]?: Partial<Record<Methods[K], Change>> } = {
  cleaning: { 'sand-first': sandFirst, 'raw-too': cleanRaw },
  fill: { always: fillGrainAnyway, never: neverFill },
  firstKey: { climb, degloss },
  caulk: { 'after-primer': caulkAfterPrimer, 'before-primer': caulkBefore },
  joint: { caulk: caulkJoints },
  coats: { 'one-full': oneFull },
  betweenGrit: {
    'by-film': scuffByFilm,
    '180': scuffWith(180),
    '220': scuffWith(220),
    '320': scuffWith(320),
    '400': scuffWith(400),
  },
  smooth: { skip: clearSkipped },
  overlap: { '40': overlapTo(0.4), '30': overlapTo(0.3) },
  hold: { far: farther },
  edges: { overspray: edgesByOverspray },
  thinning: { ratio: thinByRatio, none: unthinned },
  cup: { rest: sealedRest },
  stir: { shake: shakeAndRest },
  tack: { damp: dampCloth },
  hinges: { on: hingesOn },
  afterLast: { 'rub-out': rubOut },
  between: { station: atStation },
  // Hung pieces get both faces in one visit.
  faces: {
    'backs-first': (steps, context) =>
      context.options.laying === 'flat' ? backsWholly(steps, context) : steps,
  },
};

/**
 * Changes an generated sequence to a shop's or a job's ways. Pure; questions are applied in a fixed order, so the same
 * ways give the same steps. How loose pieces lie is a choice of the zone and changes nothing here.
 */
export function applyMethods(
  steps: readonly StepDraft[],
  methods: Methods,
  context: SystemContext,
): StepDraft[] {
  return (Object.keys(CHANGES) as (keyof Methods)[]).reduce<StepDraft[]>(
    (now, question) => {
      const choices = CHANGES[question] as Partial<Record<string, Change>> | undefined;
      const change = choices?.[methods[question] ?? DEFAULT_METHODS[question]];
      return change ? change(now, context) : now;
    },
    [...steps],
  );
}
