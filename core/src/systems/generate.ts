import type { SurveyAnswers } from '../answers/answers.ts';
import { failure, type Outcome, success } from '../base/outcome.ts';
import { GENERIC_SUPPLIES } from '../catalogue/genericSupplies.ts';
import { isSprayed, type ProductSheet } from '../catalogue/sheet.ts';
import type { Substrate } from '../catalogue/substrates.ts';
import type { Supply } from '../catalogue/supplies.ts';
import type { Treatment } from '../pieces/model.ts';
import { isWorkedInRoom, workedWay } from '../pieces/ways.ts';
import { said } from '../said/index.ts';
import { applyMethods } from './applyMethods.ts';
import { type CustomSystem, generateCustomSteps } from './customSystem.ts';
import { withDecor } from './decor.ts';
import { FINISHING_SYSTEMS } from './library.ts';
import { DEFAULT_METHODS, type Methods } from './methods.ts';
import { does } from './operations.ts';
import type { ZoneOptions } from './options.ts';
import type { SystemContext } from './phases.ts';
import { type Booth, sprayObstacle } from './sites.ts';
import type { StepDraft } from './step.ts';
import { applicatorLabour, type CoatSlot } from './steps.ts';
import type { SystemId } from './traits.ts';
import { type SitePart, withWays } from './waySteps.ts';
import { withSupplies } from './withSupplies.ts';

/** What generating needs to know besides the system. */
export interface GenerateInput {
  systemId: SystemId;
  options: ZoneOptions;
  /** The shop's sheets by key. */
  sheets: Readonly<Record<string, ProductSheet>>;
  shop: Booth;
  /** Work in the client's room instead of the shop. */
  isOnSite: boolean;
  /** What the survey decided for the zone's pieces. */
  treatments?: readonly Treatment[];
  /** Of which kinds the zone's pieces are and how they are worked, each once; all as the job says where it is left out. */
  parts?: readonly SitePart[];
  /** What the pieces are made of and what is on them; wood with an old finish where absent. */
  ground?: Ground;
  /** The ways of shop and job; what ships where absent. */
  methods?: Methods;
  /** A system of the shop's own, in place of the shipped one. */
  own?: CustomSystem;
  /** Cleaners, abrasives, fillers and the like by key; what ships where absent. */
  supplies?: Readonly<Record<string, Supply>>;
}

/** What a sequence has to know of the survey: the material, whether a finish is on it, and what replaced pieces are made of. */
export interface Ground {
  substrate: Substrate | null;
  survey: Pick<SurveyAnswers, 'existing' | 'replacementStock'>;
}

/**
 * What a zone's pieces are made of where nothing was ever laid on them. Null over an old finish, where nobody said, and for
 * laminate, foil and metal, which hold grease and are cleaned like an old finish.
 */
export function bareStock({ substrate, survey }: Ground): SystemContext['bare'] {
  if (survey.existing !== 'raw' || substrate === 'foil or laminate' || substrate === 'metal') return null;
  return substrate === 'MDF' ? 'MDF' : 'wood';
}

const FILLER_KEY = 'grain-filler-water';
const SEALER_KEY = 'shellac-block-primer';
const STAIN_KEY = 'wiping-stain';

/**
 * Generates a finishing system into the ordered steps of a zone. The same input gives the same steps.
 * @returns the steps, or which product the shop's stores lack.
 */
export function generateSteps(input: GenerateInput): Outcome<StepDraft[]> {
  const missing: string[] = [];
  const slot = (productKey: string): CoatSlot => {
    const sheet = input.sheets[productKey];
    if (!sheet) missing.push(productKey);
    return { productKey, sheet: sheet as ProductSheet };
  };
  const slots = {
    filler: slot(FILLER_KEY),
    sealer: slot(SEALER_KEY),
    primer: slot(input.options.primerKey),
    colour: slot(input.options.colourKey),
    // Zones chosen before there was a choice of stains have none written down.
    stain: slot(input.options.stainKey ?? STAIN_KEY),
    clear: slot(input.options.clearKey),
    decor: input.options.decorKey ? slot(input.options.decorKey) : null,
  };
  const treatments = input.treatments ?? [];
  const parts = input.parts ?? [];
  if (missing.length > 0)
    return failure(said('step.the-stores-have-no-product-add', { missing: missing.join('”, “') }));
  const bare = input.ground ? bareStock(input.ground) : null;
  const replacement = input.ground?.survey.replacementStock ?? 'MDF';
  const context: SystemContext = {
    options: input.options,
    ...slots,
    bare,
    // Replaced pieces of the same bare stock go the way of all others.
    replacement: treatments.includes('replace') && replacement !== bare ? replacement : null,
    hasRepairs: treatments.includes('repair'),
    setting: {
      wanted: input.options.applicator,
      sprayObstacle: (sheet) => sprayObstacle(sheet, input.shop, input.isOnSite, parts),
    },
  };
  // Whoever made a system wrote its ways into it; only a shipped one bends to the shop's.
  const steps = input.own
    ? generateCustomSteps(input.own, context)
    : applyMethods(
        FINISHING_SYSTEMS[input.systemId].generate(context),
        input.methods ?? DEFAULT_METHODS,
        context,
      );
  const decorated = withDecor(steps, context);
  const isFlat = input.options.laying === 'flat';
  const isAllInRoom =
    input.isOnSite && parts.every((part) => isWorkedInRoom(workedWay(part, input.isOnSite)));
  // In the client's room nothing hangs on hooks or is packed; what lies flat needs no hooks anywhere.
  const done = decorated.filter(
    (step) => !(isAllInRoom && does(step, 'isForTheRoad')) && !(isFlat && does(step, 'hangs')),
  );
  return success(withSupplies(withWays(done, context, parts), input.supplies ?? GENERIC_SUPPLIES));
}

/**
 * How a step is laid on pieces that stay where they are while the shop's booth has the loose ones: nobody takes the gun to a
 * room for a frame, so what is sprayed is rolled there. Where all work is in the client's room the step means what it says.
 */
export function applicatorInPlace(step: Pick<StepDraft, 'applicator'>, isLeftInRoom: boolean) {
  return isLeftInRoom && isSprayed(step.applicator) ? 'roller' : step.applicator;
}

/** A step as it is done there: in one go with the other tool, and by the yardstick of that. The step itself where nothing is other. */
export function stepInPlace<S extends StepDraft>(step: S, isLeftInRoom: boolean): S {
  const applicator = applicatorInPlace(step, isLeftInRoom);
  if (applicator === null || applicator === step.applicator) return step;
  return { ...step, applicator, applications: [], labour: applicatorLabour(applicator) };
}

/** Choices as they are to begin with in a place: by hand in the client's room, until somebody wants it sprayed there. */
export function optionsInPlace(options: ZoneOptions, isOnSite: boolean): ZoneOptions {
  return isOnSite && isSprayed(options.applicator) ? { ...options, applicator: 'roller' } : options;
}
