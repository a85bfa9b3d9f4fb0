import { APPLICATOR_TRAITS, isRolled } from '../catalogue/applicators.ts';
import {
  type Applicator,
  isListed,
  isSprayed,
  type ProductSheet,
  type Thinning,
} from '../catalogue/sheet.ts';
import { said } from '../said/index.ts';
import { does } from './operations.ts';
import type { Labour, StepDraft, Surface } from './step.ts';
import { YARDSTICKS } from './yardsticks.ts';

const SANDING = [said('step.dust-mask-and-extraction-while-sanding')];
const CLEANER = [said('step.gloves-and-goggles-with-alkaline-cleaners')];

/** What a step is where nothing is said of it; also how steps are read that were written before these were known. */
export const STEP_DEFAULTS = {
  appliesTo: 'any',
  note: '',
  faces: 'both',
  ways: [],
  pieceIds: [],
  supplyKey: null,
  dryingMin: 0,
  isRinsed: true,
  mixCount: 1,
  passes: 1,
  flashMin: 0,
  thinnerName: '',
  extraLossPct: 0,
  tintPct: 0,
  conditionerPct: 0,
  applications: [],
  repeat: null,
  tagAt: null,
  goesAlone: false,
} satisfies Partial<StepDraft>;

/** A step with only its name, operation, labour and reason; all else is none, or as usual. */
export function draft(
  part: Pick<StepDraft, 'key' | 'name' | 'operation' | 'labour' | 'why'> & Partial<StepDraft>,
): StepDraft {
  return {
    productKey: null,
    grit: null,
    applicator: null,
    wftUm: null,
    thinning: null,
    loadFilter: 'all',
    isEdgesOnly: false,
    waitFor: 'none',
    place: 'bench',
    resultingSurface: null,
    cautions: [],
    ...STEP_DEFAULTS,
    ...part,
  };
}

/** A simple step at the bench. */
export function benchStep(
  key: string,
  name: string,
  operation: StepDraft['operation'],
  labour: Labour,
  why: string,
  part: Partial<StepDraft> = {},
): StepDraft {
  const cautions = does(operation, 'washes') ? CLEANER : [];
  return draft({ key, name, operation, labour, why, cautions, ...part });
}

/** Sanding to a grit; waits until the film under it is dry to sand. */
export function sandStep(
  key: string,
  grit: number,
  what: string,
  labour: Labour,
  why: string,
  part: Partial<StepDraft> = {},
): StepDraft {
  return draft({
    key,
    name: said('step.sand-p', { what, grit }),
    operation: 'sand',
    grit,
    labour,
    why,
    waitFor: 'sand',
    cautions: SANDING,
    ...part,
  });
}

/** Removing dust before a coat. */
export function dustStep(key: string, part: Partial<StepDraft> = {}): StepDraft {
  return draft({
    key,
    name: said('step.dust-off'),
    operation: 'dust',
    labour: YARDSTICKS.dust,
    waitFor: 'sand',
    why: said('step.soft-vacuum-air-into-the-corners-2'),
    ...part,
  });
}

/** Drilling and hooking pieces that hang. */
export function hangStep(): StepDraft {
  return draft({
    key: 'hang',
    name: said('step.drill-and-hook'),
    operation: 'hang',
    labour: YARDSTICKS.drillAndHook,
    loadFilter: 'hung',
    why: said('step.two-hooks-in-an-edge-that'),
  });
}

/** A product slot of a system, filled. */
export interface CoatSlot {
  productKey: string;
  sheet: ProductSheet;
}

/** Where and with what coats may be laid on. */
export interface CoatSetting {
  wanted: Applicator;
  /** Why spraying is not possible here for a product, as the end of a sentence, or null. */
  sprayObstacle: (sheet: ProductSheet) => string | null;
}

/**
 * Chooses the applicator for a product: the wanted one where its sheet and the place allow, else roller, else whatever
 * the sheet lists first. The reason is null when the wish came true.
 */
export function chooseApplicator(
  setting: CoatSetting,
  sheet: ProductSheet,
): { applicator: Applicator; reason: string | null } {
  const obstacle = isSprayed(setting.wanted) ? setting.sprayObstacle(sheet) : null;
  if (obstacle === null && isListed(sheet.applicators, setting.wanted)) {
    return { applicator: setting.wanted, reason: null };
  }
  const byHand = sheet.applicators.find((candidate) => candidate === 'roller' || candidate === 'brush');
  const applicator = byHand ?? sheet.applicators[0] ?? 'brush';
  if (obstacle === null)
    return {
      applicator,
      reason: said('step.the-sheet-does-not-list-the', { wanted: APPLICATOR_TRAITS[setting.wanted].short }),
    };
  const how = isSprayed(applicator)
    ? said('step.sprayed-since-its-sheet-lists-nothing')
    : said('step.not-sprayed', { is: isRolled(applicator) });
  return { applicator, reason: `${how} ${obstacle}` };
}

/**
 * Thinning to start from: guns on air want about half of what the sheet allows, small electric ones all of it; everything else goes
 * on as supplied.
 */
export function startingThinning(applicator: Applicator, { maxThinning }: ProductSheet): Thinning {
  const { convention, value } = maxThinning;
  const { thins } = APPLICATOR_TRAITS[applicator];
  if (thins === 'no') return { convention, value: 0 };
  if (thins === 'all') return { convention, value };
  return { convention, value: convention === 'parts' ? value * 2 : value / 2 };
}

/** Labour yardstick of laying a coat on with an applicator. */
export function applicatorLabour(applicator: Applicator): Labour {
  return applicator === 'blade' ? YARDSTICKS.grainFill : YARDSTICKS[applicator];
}

/** Where a coat is laid on with an applicator, and what that takes. */
export function placeAndLabourOf(applicator: Applicator): Pick<StepDraft, 'place' | 'labour'> {
  return { place: isSprayed(applicator) ? 'booth' : 'bench', labour: applicatorLabour(applicator) };
}

/** The sentence that a step carries when it is not laid on as it was wished. */
const OTHERWISE = / ⟦step\.(?:not-sprayed|sprayed-since|the-sheet-does-not-list)[^⟧]*⟧(?: ⟦[^⟧]*⟧)?$/;

/** A step laid on with another applicator by hand: its place and labour follow, and it no longer says why it was not that. */
export function laidOnBy(
  step: Pick<StepDraft, 'why' | 'applicator' | 'applications'>,
  applicator: Applicator,
): Pick<StepDraft, 'applicator' | 'applications' | 'place' | 'labour' | 'why'> {
  return {
    applicator,
    // In several moves it takes the place of the tool that led them.
    applications: step.applications.map((move) =>
      move.applicator === step.applicator ? { ...move, applicator } : move,
    ),
    ...placeAndLabourOf(applicator),
    why: step.why.replace(OTHERWISE, ''),
  };
}

/** A coat of a product: filler, sealer, primer or colour. */
export function coatStep(
  key: string,
  name: string,
  slot: CoatSlot,
  setting: CoatSetting,
  resultingSurface: Surface,
  why: string,
  part: Partial<StepDraft> = {},
): StepDraft {
  const { applicator, reason } = chooseApplicator(setting, slot.sheet);
  return draft({
    key,
    name,
    operation: applicator === 'blade' ? 'fill' : 'coat',
    productKey: slot.productKey,
    applicator,
    wftUm: slot.sheet.wftTypUm,
    thinning: startingThinning(applicator, slot.sheet),
    ...placeAndLabourOf(applicator),
    waitFor: 'recoat',
    resultingSurface,
    why: reason === null ? why : `${why} ${reason}`,
    cautions: slot.sheet.cautions,
    ...part,
  });
}

/** A coat put in by hand: unthinned, at the typical film, by a given applicator. */
export function coatStepOf(
  key: string,
  name: string,
  productKey: string,
  sheet: ProductSheet,
  applicator: Applicator,
  why: string,
): StepDraft {
  return draft({
    key,
    name,
    operation: 'coat',
    productKey,
    applicator,
    wftUm: sheet.wftTypUm,
    thinning: { convention: sheet.maxThinning.convention, value: 0 },
    ...placeAndLabourOf(applicator),
    waitFor: 'recoat',
    resultingSurface: sheet.role === 'primer' ? 'primed' : 'colour',
    why,
    cautions: sheet.cautions,
  });
}

/** The end of every sequence: look over, pack, refit. */
export function closingSteps(): StepDraft[] {
  return [
    draft({
      key: 'inspect',
      name: said('step.final-look-over'),
      operation: 'inspect',
      labour: YARDSTICKS.inspect,
      waitFor: 'handle',
      why: said('step.at-arms-length-in-room-light'),
    }),
    draft({
      key: 'pack',
      name: said('step.pack'),
      operation: 'pack',
      labour: YARDSTICKS.pack,
      waitFor: 'pack',
      why: said('step.foam-between-the-pieces-never-face'),
    }),
    draft({
      key: 'refit',
      name: said('step.refit'),
      operation: 'refit',
      labour: YARDSTICKS.refit,
      waitFor: 'refit',
      place: 'room',
      why: said('step.by-tag-one-opening-after-another'),
    }),
  ];
}
