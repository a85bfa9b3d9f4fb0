import type { SurveyAnswers } from '../answers/answers.ts';
import type { Job, Substrate, Zone } from '../jobs/model.ts';
import type { ShopSettings } from '../shop/shop.ts';
import { deltaE76, labOf, toneOf } from './colour.ts';

/** Everything that ranking and cautions look at, as found out or as known of job and shop. Absent is unknown. */
export interface SurveyFacts extends SurveyAnswers {
  substrate?: Substrate;
  oldColour: string;
  newColour: string;
  place: Job['place'];
  hasBooth: boolean;
  boothRatedForSolvent: boolean;
  /** Pieces with each treatment. */
  repairs: number;
  replacements: number;
  /** Calendar days from the start to the agreed date, both counted; null when nothing is agreed. */
  daysAgreed: number | null;
}

/** What follows from the facts. */
export interface Findings {
  tone: 'pale' | 'middle' | 'dark';
  deltaE: number;
  isOpenGrain: boolean | undefined;
  /** Nothing soaks in. */
  isClosedSurface: boolean | undefined;
  isRaw: boolean | undefined;
  isPainted: boolean | undefined;
  bleeds: boolean | undefined;
  isLoose: boolean;
  canSpray: boolean;
  isWorkedInRoom: boolean;
}

/** Adhesion grades from here on mean that the old film does not hold (ISO 2409: more than 15 % comes off). */
export const LOOSE_FROM_GRADE = 3;

function known<T, R>(value: T | undefined, of: (value: T) => R): R | undefined {
  return value === undefined ? undefined : of(value);
}

/** Draws the conclusions that several rules share. */
export function findingsOf(facts: SurveyFacts): Findings {
  const isWorkedInRoom = facts.place === 'client' || facts.canLeave === false;
  const isWood = known(
    facts.substrate,
    (substrate) => substrate !== 'MDF' && substrate !== 'foil or laminate' && substrate !== 'metal',
  );
  return {
    tone: toneOf(facts.newColour),
    deltaE: deltaE76(labOf(facts.oldColour), labOf(facts.newColour)),
    isOpenGrain: known(facts.substrate, (substrate) => substrate === 'open-grain hardwood'),
    isClosedSurface: known(
      facts.substrate,
      (substrate) => substrate === 'foil or laminate' || substrate === 'metal',
    ),
    isRaw: known(facts.existing, (existing) => existing === 'raw'),
    isPainted: known(
      facts.existing,
      (existing) => existing === 'solvent paint' || existing === 'water paint',
    ),
    // Board, foil and metal have nothing that bleeds, whatever was answered for the wood before.
    bleeds: isWood === false ? false : known(facts.bleed, (bleed) => bleed !== 'none'),
    isLoose:
      facts.soundness === 'failing' ||
      facts.flaking === true ||
      (facts.adhesionGrade ?? 0) >= LOOSE_FROM_GRADE,
    canSpray: facts.hasBooth && !isWorkedInRoom,
    isWorkedInRoom,
  };
}

/** The facts of a zone, from its answers, its job and its shop. */
export function factsOf(
  zone: Pick<Zone, 'substrate' | 'survey' | 'oldColour' | 'newColour'>,
  job: Pick<Job, 'place' | 'startOn' | 'neededBy'>,
  shop: Pick<ShopSettings, 'hasBooth' | 'boothRatedForSolvent'>,
  treatments: readonly string[],
): SurveyFacts {
  const days = (date: string) => Math.round(Date.parse(date) / 86_400_000);
  return {
    ...zone.survey,
    ...(zone.substrate === null ? {} : { substrate: zone.substrate }),
    oldColour: zone.oldColour,
    newColour: zone.newColour,
    place: job.place,
    hasBooth: shop.hasBooth,
    boothRatedForSolvent: shop.boothRatedForSolvent,
    repairs: treatments.filter((treatment) => treatment === 'repair').length,
    replacements: treatments.filter((treatment) => treatment === 'replace').length,
    daysAgreed: job.neededBy === null ? null : days(job.neededBy) - days(job.startOn) + 1,
  };
}

const PASSES = { light: 1, kitchen: 2, heavy: 3 } as const;

/**
 * Degreasing passes that the soil asks for before the first film, those before and after keying together: the survey and the
 * rules count by this alone.
 */
export function degreasingPasses(soil: NonNullable<SurveyFacts['soil']>, hasNicotine: boolean): number {
  return PASSES[soil] + Number(hasNicotine);
}
