import type { Applicator } from '../catalogue/index.ts';
import {
  type BucketTest,
  type Gun,
  MOST_BUCKET_TESTS,
  MOST_SET_UPS,
  type SetUpCard,
} from '../mixing/index.ts';
import { bucketFlowMlMin, readTip, tipFlowMlMin } from './reckoning.ts';

/** What guns give on fine work where nobody measured it, in mL/min. */
const USUAL_FLOW: Partial<Record<Applicator, number>> = {
  turbine: 220,
  compressor: 250,
  airless: 360,
  'air-assisted': 450,
  handheld: 220,
  aerosol: 45,
};
const FLOW_ELSEWHERE = 220;

/** Whether a gun still has the tip or needle that something was recorded with; unknown counts as yes. */
function hasSameOpening(gun: Gun, then: Pick<BucketTest, 'tip' | 'orificeUm'>): boolean {
  if (then.tip !== '') return then.tip === gun.tip;
  return then.orificeUm === null || gun.orificeUm === null || then.orificeUm === gun.orificeUm;
}

/**
 * Flow of a gun in mL/min: by the last bucket test with this tip or needle, this product before any other; else by its tip and pressure; else
 * what guns of its kind give.
 */
export function flowOfGun(
  gun: Gun,
  productKey: string | undefined,
): { flowMlMin: number; by: 'bucket' | 'tip' | 'kind' } {
  const tests = gun.bucketTests
    .filter((test) => hasSameOpening(gun, test))
    .toSorted((a, b) => a.at.localeCompare(b.at));
  const test = tests.findLast((one) => one.productKey === productKey) ?? tests.at(-1);
  if (test) return { flowMlMin: bucketFlowMlMin(test.grams, test.seconds, test.density), by: 'bucket' };
  const tip = readTip(gun.tip);
  if (tip && gun.pressureBar) return { flowMlMin: tipFlowMlMin(tip, gun.pressureBar), by: 'tip' };
  return { flowMlMin: USUAL_FLOW[gun.applicator] ?? FLOW_ELSEWHERE, by: 'kind' };
}

/** What a set-up is wanted for. */
export interface SetUpWish {
  productKey: string;
  stepId: string | null;
  /** Of the mix as it is now; null where nobody timed it. */
  cupSeconds: number | null;
  now: Date;
}

/** Why a kept set-up may not fit today. */
export type SetUpDoubt = 'product' | 'opening' | 'pressure' | 'viscosity' | 'only-fair' | 'once' | 'old';

/** A kept set-up with how far it can be trusted. */
export interface OfferedSetUp {
  card: SetUpCard;
  /** On how many days it went well so, for this product and tip or needle: two cards of one day say the same thing. */
  times: number;
  doubts: SetUpDoubt[];
  trust: 'high' | 'fair' | 'low';
}

const DAY_MS = 86_400_000;
/** A card is old after so many days: needles wear, tins change. */
const OLD_DAYS = 180;
/** So much off in cup time or pressure is another one. */
const SECONDS_OFF = 0.15;
const PRESSURE_OFF = 0.1;
/** Speeds and flows within this are the same set-up. */
const ALIKE = 0.15;

const isOff = (a: number | null, b: number | null, share: number) =>
  a !== null && b !== null && Math.abs(a - b) > share * Math.max(a, b);
const isAlike = (a: SetUpCard, b: SetUpCard) =>
  !isOff(a.flowMlMin, b.flowMlMin, ALIKE) && !isOff(a.speedCmS, b.speedCmS, ALIKE);

/** Doubts that make a card a mere start: what it says is about something else. */
const HEAVY: readonly SetUpDoubt[] = ['product', 'opening'];

/**
 * The set-up of a gun that is offered for a wish: of those that did not go badly, the one for this very step before one for this product, before
 * any; with this tip or needle before another; the latest of these. With what speaks against it: low trust where it is for another product, tip or needle,
 * or where three things speak against it; high where nothing does.
 * @returns null where none is kept.
 */
export function offeredSetUp(gun: Gun, wish: SetUpWish): OfferedSetUp | null {
  const rank = (card: SetUpCard) =>
    (card.productKey === wish.productKey ? 4 : 0) +
    (hasSameOpening(gun, card) ? 2 : 0) +
    (wish.stepId !== null && card.stepId === wish.stepId ? 1 : 0);
  const [card] = gun.setUps
    .filter(({ outcome }) => outcome !== 'badly')
    .toSorted((a, b) => rank(b) - rank(a) || b.at.localeCompare(a.at));
  if (!card) return null;
  const alike = gun.setUps.filter(
    (one) =>
      one.outcome === 'well' &&
      one.productKey === card.productKey &&
      one.tip === card.tip &&
      one.orificeUm === card.orificeUm &&
      isAlike(one, card),
  );
  const times = new Set(alike.map(({ at }) => at.slice(0, 10))).size;
  const doubts: SetUpDoubt[] = [];
  if (card.productKey !== wish.productKey) doubts.push('product');
  if (!hasSameOpening(gun, card)) doubts.push('opening');
  if (isOff(card.pressureBar, gun.pressureBar, PRESSURE_OFF)) doubts.push('pressure');
  if (isOff(card.cupSeconds, wish.cupSeconds, SECONDS_OFF)) doubts.push('viscosity');
  if (card.outcome === 'fair') doubts.push('only-fair');
  else if (times < 2) doubts.push('once');
  if (wish.now.getTime() - Date.parse(card.at) > OLD_DAYS * DAY_MS) doubts.push('old');
  const isLow = doubts.some((doubt) => HEAVY.includes(doubt)) || doubts.length > 2;
  return { card, times, doubts, trust: isLow ? 'low' : doubts.length > 0 ? 'fair' : 'high' };
}

/** A gun with one more card; beyond {@link MOST_SET_UPS} the oldest goes. */
export function withSetUp(gun: Gun, card: SetUpCard): Gun {
  const setUps = [...gun.setUps, card].toSorted((a, b) => a.at.localeCompare(b.at));
  return { ...gun, setUps: setUps.slice(-MOST_SET_UPS) };
}

/** A gun with one more bucket test; beyond {@link MOST_BUCKET_TESTS} the oldest goes. */
export function withBucketTest(gun: Gun, test: BucketTest): Gun {
  return { ...gun, bucketTests: [...gun.bucketTests, test].slice(-MOST_BUCKET_TESTS) };
}
