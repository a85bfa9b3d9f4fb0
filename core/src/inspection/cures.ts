import type { Applicator, ProductSheet, Supply } from '../catalogue/index.ts';
import { coatAmounts } from '../mixing/index.ts';
import type { Piece } from '../pieces/index.ts';
import { freeKey, LARGEST_CLIMB, type SequenceEdit } from '../rules/index.ts';
import { said } from '../said/index.ts';
import {
  benchStep,
  coatStepOf,
  dustStep,
  handsOnMinutes,
  type StepDraft,
  sandStep,
  sideOf,
  stepAppliesTo,
  withSupplies,
  YARDSTICKS,
} from '../systems/index.ts';
import { does } from '../systems/operations.ts';
import type { Cure } from './cureNames.ts';
import { DEFECT_TRAITS, type Defect } from './defects.ts';
import type { Finding } from './finding.ts';

// Longer than other files: every cure, beside what they share.

/** The piece on which something was found, in the sequence that its zone goes through. */
export interface CureCase {
  finding: Pick<Finding, 'defect' | 'severity' | 'spot'>;
  piece: Piece;
  /** The steps of the zone, in their order. */
  steps: readonly StepDraft[];
  /** Key of the last step that the piece has had; null before the first. */
  lastDone: string | null;
  sheets: Readonly<Record<string, ProductSheet>>;
  supplies: Readonly<Record<string, Supply>>;
  /** The film that shows it has had all the time that it takes to harden: waiting gains nothing. */
  isHardened?: boolean;
  /** What the piece is made of, as far as it decides how it may be sanded. */
  ground: {
    /** Laminate, foil, metal: coarse grit leaves furrows that nothing fills. */
    isClosed: boolean;
    /** Veneer or foil that grit cuts through. */
    isThinFace: boolean;
  };
}

/** A way to make it good: what is done, and what it takes. */
export interface CureOption {
  cure: Cure;
  /** What it comes to, and why. */
  why: string;
  /** The steps that it puts in, in their order; none where what is still to come does it. */
  steps: StepDraft[];
  /** The same as changes of the sequence. */
  edits: SequenceEdit[];
  /** Products that it takes, each once, in mL of paint as it comes out of the tin. */
  materials: { productKey: string; name: string; paintMl: number }[];
  /** Work on the piece alone, in minutes, without waiting. */
  minutes: number;
  /** A coat goes over the spot afterwards that the sequence has anyway. */
  isCoveredLater: boolean;
}

/** A cure in a few words. @param isRecoated a film is laid on again as part of it. */
export function cureName(cure: Cure, isRecoated: boolean): string {
  return cure === 'level-recoat' && !isRecoated ? said('inspect.cure-level') : CURE_WORDS[cure];
}

const CURE_WORDS: Record<Cure, string> = {
  denib: said('inspect.cure-denib'),
  'level-recoat': said('inspect.cure-level-recoat'),
  'block-spot': said('inspect.cure-block-spot'),
  'block-whole': said('inspect.cure-block-whole'),
  'spot-prime': said('inspect.cure-spot-prime'),
  barrier: said('inspect.cure-barrier'),
  'one-more-coat': said('inspect.cure-one-more-coat'),
  strip: said('inspect.cure-strip'),
  'fill-spot': said('inspect.cure-fill-spot'),
  'hard-topcoat': said('inspect.cure-hard-topcoat'),
  wait: said('inspect.cure-wait'),
};

type Ways = readonly [first: Cure, ...others: Cure[]];

/** What is done about a defect, the best way first; a bad case may want another one than a slight one. */
const WAYS: Record<Defect, Ways | { slight: Ways; serious: Ways }> = {
  run: ['level-recoat'],
  'orange-peel': ['level-recoat'],
  'dry-spray': ['level-recoat'],
  fisheye: { slight: ['level-recoat', 'barrier'], serious: ['barrier', 'strip'] },
  pop: ['level-recoat', 'strip'],
  blush: ['level-recoat', 'wait'],
  stripes: ['one-more-coat', 'level-recoat'],
  lap: ['level-recoat', 'one-more-coat'],
  grain: ['fill-spot', 'one-more-coat'],
  bleed: { slight: ['block-spot', 'block-whole'], serious: ['block-whole', 'block-spot'] },
  flashing: ['one-more-coat'],
  wrinkle: ['strip'],
  nibs: ['denib', 'level-recoat'],
  'sand-through': ['spot-prime'],
  scratches: ['level-recoat'],
  holiday: ['one-more-coat', 'spot-prime'],
  blocking: ['level-recoat', 'wait'],
  soft: { slight: ['wait', 'hard-topcoat', 'strip'], serious: ['strip', 'hard-topcoat', 'wait'] },
  crack: ['fill-spot', 'level-recoat'],
  chip: { slight: ['fill-spot', 'strip'], serious: ['strip', 'fill-spot'] },
  'thin-cover': ['one-more-coat'],
  sheen: ['one-more-coat'],
  crater: ['fill-spot'],
};

/** Primers that hold stain back, the surest first. */
const BLOCKERS = ['shellac-block-primer', 'alkyd-block-primer', 'waterborne-block-primer'];
/** Primer for spots where the zone has none of its own. */
const SPOT_PRIMER = 'bonding-primer';
/** Grit that levels a film, and the one that keys it for the next. */
const LEVELLING = 320;
const GRITS = [120, 150, 180, 220, 240, 320];
const STRIPPING = 120;
const AFTER_STRIPPING = 180;

interface Ground extends CureCase {
  /** The step before which a cure stands; null: at the end. */
  before: string | null;
  /** What the piece has had, and what is still to come for it. */
  done: StepDraft[];
  later: StepDraft[];
  /** The whole film that shows the defect; undefined before the first. */
  shown: StepDraft | undefined;
  /** The next whole film that is still to come over the spot. */
  next: StepDraft | undefined;
  /** Steps of the piece between now and that film. */
  between: StepDraft[];
}

const isWhole = (step: StepDraft) => does(step, 'laysFilm') && !step.isEdgesOnly;

function groundOf(question: CureCase): Ground {
  const { steps, piece, lastDone, finding } = question;
  let at = lastDone === null ? -1 : steps.findIndex(({ key }) => key === lastDone);
  const isFilm = (step: StepDraft) =>
    isWhole(step) && (step.faces === 'both' || step.faces === finding.spot.side);
  const shown = steps.slice(0, at + 1).findLast((step) => isFilm(step) && stepAppliesTo(step, piece));
  // Hooks are screwed in before the films: what lays one waits for them.
  const hooks = steps.findIndex(
    (step, index) => index > at && does(step, 'hangs') && stepAppliesTo(step, piece),
  );
  if (shown && hooks > at) at = hooks;
  const mine = (from: number, to?: number) =>
    steps.slice(from, to).filter((step) => stepAppliesTo(step, piece));
  const later = mine(at + 1);
  const nextAt = later.findIndex(isFilm);
  return {
    ...question,
    before: steps[at + 1]?.key ?? null,
    done: mine(0, at + 1),
    later,
    shown,
    next: later[nextAt],
    between: nextAt < 0 ? [] : later.slice(0, nextAt),
  };
}

const own = ({ piece }: Ground): Pick<StepDraft, 'pieceIds' | 'appliesTo' | 'loadFilter' | 'repeat'> => ({
  pieceIds: [piece.id],
  appliesTo: 'any',
  loadFilter: 'all',
  repeat: null,
});

/** The face that the spot is on, where the piece has two. */
function facesOf({ piece, finding }: Ground): StepDraft['faces'] {
  return piece.finishFront && piece.finishBack ? finding.spot.side : 'both';
}

/** The grit that levels: as fine as a film wants it, but no finer than takes out the scratches below it. */
function levellingGrit({ shown, done }: Ground): number {
  const last = done.findLast((step) => does(step, 'abrades') && step.grit !== null)?.grit;
  if (shown || !last) return LEVELLING;
  return GRITS.findLast((grit) => grit <= last * LARGEST_CLIMB) ?? LEVELLING;
}

function level(ground: Ground, why: string, part: Partial<StepDraft> = {}): StepDraft {
  const grit = levellingGrit(ground);
  return sandStep('mend-level', grit, said('inspect.level'), YARDSTICKS.spots, why, {
    name: said('inspect.level-p', { grit }),
    ...own(ground),
    ...part,
  });
}

function scuff(ground: Ground, key: string): StepDraft {
  return sandStep(
    key,
    LEVELLING,
    said('step.between-coats'),
    YARDSTICKS.scuff,
    said('inspect.key-for-the-coat'),
    { name: said('step.scuff-p', { grit: LEVELLING }), ...own(ground) },
  );
}

const dust = (ground: Ground, key: string) => dustStep(key, own(ground));

const keyed = (ground: Ground, number: '' | '-2' | '-3' = ''): StepDraft[] => [
  scuff(ground, `mend-scuff${number}`),
  dust(ground, `mend-dust${number}`),
];

/** Dusting, unless the sequence dusts before its next film anyway. */
function dustBefore({ later, ...ground }: Ground): StepDraft[] {
  const film = later.findIndex((step) => does(step, 'laysFilm'));
  const isDusted = film >= 0 && later.slice(0, film).some((step) => does(step, 'leavesNoDust'));
  return isDusted ? [] : [dust({ later, ...ground }, 'mend-dust')];
}

/** Key and dusting for the next film of the sequence, where the sequence itself has none between now and then. */
function keyedForNext(ground: Ground): StepDraft[] {
  return ground.next && !ground.between.some((step) => does(step, 'flattens')) ? keyed(ground, '-3') : [];
}

/** A film or a sanding once more, for this piece. */
function copied(ground: Ground, step: StepDraft, key: string): StepDraft {
  return { ...step, ...own(ground), key, mixCount: 1 };
}

/** The film once more, on the face of the spot. */
function again(ground: Ground, film: StepDraft, why: string): StepDraft {
  return {
    ...copied(ground, film, 'mend-coat'),
    name: said('inspect.again', { name: film.name }),
    faces: facesOf(ground),
    waitFor: 'recoat',
    why,
  };
}

/** One piece is not worth a gun, nor solvent mist. */
const byHand = ({ applicators }: ProductSheet): Applicator =>
  applicators.find((one) => one === 'brush' || one === 'roller') ?? applicators[0] ?? 'brush';

/** A primer on spots, laid on by hand. */
function spot(ground: Ground, key: string, product: Product, why: string): StepDraft {
  return {
    ...coatStepOf(key, said('inspect.spot-prime'), product.key, product.sheet, byHand(product.sheet), why),
    ...own(ground),
    isEdgesOnly: true,
    resultingSurface: null,
    labour: YARDSTICKS.spots,
  };
}

/** What closes a cure that left the film whole: the film once more, unless another one is still to come over it. */
function closing(ground: Ground): StepDraft[] {
  return ground.next || !ground.shown ? [] : [again(ground, ground.shown, said('inspect.recoat-face'))];
}

/**
 * What covers a primer: nothing where colour is still to come, else all from the last coat of colour on.
 * @returns null where the finish has no colour that would hide it.
 */
function covering(ground: Ground): StepDraft[] | null {
  const isColour = (step: StepDraft) =>
    isWhole(step) && ground.sheets[step.productKey ?? '']?.role === 'colour';
  if (ground.later.some(isColour)) return keyedForNext(ground);
  const from = ground.done.findLastIndex(isColour);
  if (from < 0) return null;
  const films = ground.done
    .slice(from)
    .filter((step) => isWhole(step) || does(step, 'flattens') || does(step, 'takesDust'))
    .map((step) => copied(ground, step, `mend-${step.key.replace(/^mend-/, '')}`));
  const last = films.findLastIndex(isWhole);
  return [...keyed(ground, '-2'), ...films.slice(0, last + 1), ...keyedForNext(ground)];
}

interface Product {
  key: string;
  sheet: ProductSheet;
}

/** The first of these that the shop has. */
function productOf({ sheets }: Ground, keys: readonly string[]): Product | null {
  for (const key of keys) {
    const sheet = sheets[key];
    if (sheet) return { key, sheet };
  }
  return null;
}

/** The primer of the zone that touches wood: the first one that the piece had or will have, else one for spots. */
function primerOf(ground: Ground): Product | null {
  const first = [...ground.done, ...ground.later].find(
    (step) => isWhole(step) && ground.sheets[step.productKey ?? '']?.role === 'primer',
  );
  return productOf(ground, [...(first?.productKey ? [first.productKey] : []), SPOT_PRIMER]);
}

type Make = (ground: Ground) => StepDraft[] | null;

const denib: Make = (ground) => {
  // A sanding that is still to come before the next film takes nibs off.
  if (ground.between.some((step) => does(step, 'flattens'))) return [];
  return [scuff(ground, 'mend-denib'), ...dustBefore(ground), ...closing(ground)];
};

const levelRecoat: Make = (ground) => {
  // A run is thicker than its film and dries more slowly: it waits until the film can be handled.
  const part = ground.finding.defect === 'run' && ground.shown ? ({ waitFor: 'handle' } as const) : {};
  return [level(ground, said('inspect.level-why'), part), ...dustBefore(ground), ...closing(ground)];
};

/** Steps that end in a primer, and what covers it. */
function primed(ground: Ground, steps: readonly StepDraft[]): StepDraft[] | null {
  const cover = covering(ground);
  return cover && [...steps, ...cover];
}

const blockSpot: Make = (ground) => {
  const blocker = productOf(ground, BLOCKERS);
  return (
    blocker &&
    primed(ground, [...keyed(ground), spot(ground, 'mend-block', blocker, said('inspect.block-why'))])
  );
};

/** Sealing the whole piece with what holds stain and silicone back. */
function sealed(ground: Ground, first: readonly StepDraft[], why: string): StepDraft[] | null {
  const blocker = productOf(ground, BLOCKERS);
  if (!blocker) return null;
  const seal: StepDraft = {
    ...coatStepOf(
      'mend-prime',
      said('inspect.prime-whole'),
      blocker.key,
      blocker.sheet,
      byHand(blocker.sheet),
      why,
    ),
    ...own(ground),
    resultingSurface: 'primed',
  };
  return primed(ground, [...first, ...keyed(ground), seal]);
}

const blockWhole: Make = (ground) => sealed(ground, [], said('inspect.block-whole-why'));

const barrier: Make = (ground) => {
  const wash = benchStep(
    'mend-clean',
    said('inspect.clean-off'),
    'clean',
    YARDSTICKS.wipe,
    said('inspect.clean-off-why'),
    {
      ...own(ground),
      waitFor: 'sand',
      supplyKey: ground.supplies['cleaner-spirit'] ? 'cleaner-spirit' : null,
    },
  );
  return sealed(ground, [wash], said('inspect.barrier-why'));
};

const spotPrime: Make = (ground) => {
  const primer = primerOf(ground);
  return (
    primer &&
    primed(ground, [
      dust(ground, 'mend-dust'),
      spot(ground, 'spot-prime-mend', primer, said('inspect.spot-prime-why')),
    ])
  );
};

const oneMoreCoat: Make = (ground) =>
  ground.shown
    ? [...keyed(ground), again(ground, ground.shown, said('inspect.one-more-why')), ...keyedForNext(ground)]
    : null;

const strip: Make = (ground) => {
  const { done, ground: stock, supplies } = ground;
  const first = done.findIndex(isWhole);
  if (first < 0 || stock.isThinFace) return null;
  const rebuilt = done
    .slice(does(done[first - 1], 'takesDust') ? first - 1 : first)
    .filter(
      (step) => !does(step, 'hangs') && !does(step, 'looksOver') && !/^(mend|spot-prime)-/.test(step.key),
    )
    .map((step) => copied(ground, step, `mend-${step.key}`));
  const grits: [string, number][] = stock.isClosed
    ? [['mend-strip', AFTER_STRIPPING]]
    : [
        ['mend-strip', STRIPPING],
        ['mend-strip-2', AFTER_STRIPPING],
      ];
  return [
    ...grits.map(([key, grit]) =>
      sandStep(key, grit, said('inspect.to-bare'), YARDSTICKS.keyMachine, said('inspect.strip-why'), {
        name: said('inspect.strip-p', { grit }),
        operation: 'key',
        resultingSurface: 'bare',
        ...own(ground),
        cautions: [said('step.dust-mask-and-extraction-while-sanding'), said('inspect.lead-below')],
      }),
    ),
    benchStep(
      'mend-wipe',
      said('inspect.wipe-bare'),
      'clean',
      YARDSTICKS.wipe,
      said('inspect.wipe-bare-why'),
      { ...own(ground), supplyKey: supplies['cleaner-alcohol'] ? 'cleaner-alcohol' : null },
    ),
    ...(rebuilt[0] && does(rebuilt[0], 'leavesNoDust') ? [] : [dust(ground, 'mend-dust')]),
    ...rebuilt,
  ];
};

const fillSpot: Make = (ground) => {
  const primer = primerOf(ground);
  const grit = 240;
  const steps = [
    benchStep('mend-fill', said('inspect.fill'), 'repair', YARDSTICKS.repair, said('inspect.fill-why'), {
      ...own(ground),
      waitFor: 'sand',
      supplyKey: ground.supplies['filler-two-part'] ? 'filler-two-part' : null,
      dryingMin: 60,
    }),
    sandStep('mend-flush', grit, said('inspect.fill'), YARDSTICKS.spots, said('inspect.flush-why'), {
      name: said('inspect.flush-p', { grit }),
      ...own(ground),
    }),
    dust(ground, 'mend-dust'),
  ];
  return (
    primer &&
    primed(ground, [...steps, spot(ground, 'spot-prime-mend', primer, said('inspect.filler-drinks'))])
  );
};

/** A film of the same kind that stands up to hands, the same sheen before others; null where the shop has none. */
function hardProductFor({ sheets, shown }: Ground): Product | null {
  const sheet = sheets[shown?.productKey ?? ''];
  if (!sheet) return null;
  const fits = Object.entries(sheets)
    .filter(
      ([, one]) =>
        one.role === sheet.role &&
        one.base === sheet.base &&
        one.resistsSkinOil &&
        !one.isIsocyanate &&
        one.applicators.some((applicator) => applicator === 'brush' || applicator === 'roller'),
    )
    .sort(
      ([a, one], [b, other]) =>
        Number(other.sheen === sheet.sheen) - Number(one.sheen === sheet.sheen) || a.localeCompare(b),
    );
  const [first] = fits;
  return first ? { key: first[0], sheet: first[1] } : null;
}

/** Skin oil washed out, keyed, and a harder film of the same kind over it. */
const hardTopcoat: Make = (ground) => {
  const product = hardProductFor(ground);
  if (!product || !ground.shown || ground.next) return null;
  return [
    benchStep(
      'mend-wash',
      said('step.degrease-and-rinse'),
      'clean',
      YARDSTICKS.degrease,
      said('inspect.wash-why'),
      {
        ...own(ground),
        supplyKey: ground.supplies['cleaner-mild'] ? 'cleaner-mild' : null,
        isRinsed: true,
      },
    ),
    ...keyed(ground),
    {
      ...coatStepOf(
        'mend-coat',
        said('inspect.hard-coat'),
        product.key,
        product.sheet,
        byHand(product.sheet),
        said('inspect.hard-coat-why'),
      ),
      ...own(ground),
      faces: facesOf(ground),
      resultingSurface: 'colour',
    },
  ];
};

const wait: Make = (ground) =>
  ground.shown && !ground.isHardened
    ? [
        benchStep(
          'mend-look',
          said('inspect.look-again'),
          'inspect',
          YARDSTICKS.inspect,
          said('inspect.wait-why'),
          { ...own(ground), waitFor: 'refit' },
        ),
      ]
    : null;

const MAKE: Record<Cure, Make> = {
  denib,
  'level-recoat': levelRecoat,
  'block-spot': blockSpot,
  'block-whole': blockWhole,
  'spot-prime': spotPrime,
  barrier,
  'one-more-coat': oneMoreCoat,
  strip,
  'fill-spot': fillSpot,
  'hard-topcoat': hardTopcoat,
  wait,
};

const WHY: Record<Cure, string> = {
  denib: said('inspect.denib-why'),
  'level-recoat': said('inspect.level-recoat-why'),
  'block-spot': said('inspect.block-spot-why'),
  'block-whole': said('inspect.block-whole-why'),
  'spot-prime': said('inspect.spot-prime-why'),
  barrier: said('inspect.barrier-why'),
  'one-more-coat': said('inspect.one-more-why'),
  strip: said('inspect.strip-why'),
  'fill-spot': said('inspect.fill-spot-why'),
  'hard-topcoat': said('inspect.hard-topcoat-why'),
  wait: said('inspect.wait-why'),
};

function materialsOf(steps: readonly StepDraft[], { sheets, piece }: CureCase): CureOption['materials'] {
  const needed = new Map<string, number>();
  for (const step of steps) {
    const sheet = sheets[step.productKey ?? ''];
    const amounts = sheet && coatAmounts(step, sheet, [piece], sideOf(step), false);
    if (step.productKey !== null && amounts)
      needed.set(step.productKey, (needed.get(step.productKey) ?? 0) + amounts.paintMl);
  }
  return [...needed].map(([productKey, paintMl]) => ({
    productKey,
    name: sheets[productKey]?.name ?? productKey,
    paintMl,
  }));
}

/** The cures that are thought of for a finding, the best first. */
export function waysFor({ defect, severity }: Pick<Finding, 'defect' | 'severity'>): readonly Cure[] {
  const ways = WAYS[defect];
  if (!('slight' in ways)) return ways;
  return severity === 'serious' ? ways.serious : ways.slight;
}

/**
 * What can be done about a finding at this point of the sequence, the best first. The steps name the piece, so that no
 * other one goes through them; they stand right behind what the piece has had.
 * @returns nothing for a way that the products of the shop, or the state of the piece, do not allow.
 */
export function curesFor(question: CureCase): CureOption[] {
  const ground = groundOf(question);
  if (DEFECT_TRAITS[question.finding.defect].needsFilm && !ground.shown) return [];
  const { before } = ground;
  return waysFor(question.finding).flatMap((cure): CureOption[] => {
    const made = MAKE[cure](ground);
    if (made === null) return [];
    const taken = [...question.steps];
    const steps = withSupplies(made, question.supplies).map((step) => {
      const named = { ...step, key: freeKey(taken, step.key) };
      taken.push(named);
      return named;
    });
    const minutes = steps.reduce(
      (sum, step) =>
        sum +
        step.labour.setupMin +
        step.labour.cleanupMin +
        handsOnMinutes(step.labour, [question.piece], sideOf(step)),
      0,
    );
    return [
      {
        cure,
        why: WHY[cure],
        steps,
        edits: steps.map((step) => ({ kind: 'insert', before, step })),
        materials: materialsOf(steps, question),
        minutes: Math.round(minutes),
        isCoveredLater: ground.next !== undefined,
      },
    ];
  });
}

/**
 * Whether a finding may be left alone: it is slight, goes away under a coat, and such a coat is still to come.
 * @returns the name of the step that takes it away; null where nothing does.
 */
export function vanishesUnder(question: CureCase): string | null {
  const { defect, severity } = question.finding;
  if (!DEFECT_TRAITS[defect].vanishes || severity === 'serious') return null;
  const { next, between } = groundOf(question);
  if (!next) return null;
  const sanding = defect === 'nibs' ? between.find((step) => does(step, 'flattens')) : undefined;
  return (sanding ?? next).name;
}
