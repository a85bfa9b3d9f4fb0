import { APPLICATOR_TRAITS } from '../catalogue/index.ts';
import { type SprayCase, solveSetting, USUAL_CASE } from '../film/index.ts';
import type { Gun, SetUpCard } from '../mixing/index.ts';
import { readTip, TIP_REFERENCE_MM } from './reckoning.ts';
import { flowOfGun, offeredSetUp } from './setUps.ts';

/**
 * Where a gun starts for a wet film: its transfer and flow, the fan of its tip, and the hand speed that gives the film. A usual turbine gun where
 * there is none.
 * @param wftUm wanted, > 0.
 */
export function startingCase(gun: Gun | undefined, productKey: string | undefined, wftUm: number): SprayCase {
  const tip = gun ? readTip(gun.tip) : null;
  const setting = gun
    ? {
        ...USUAL_CASE.setting,
        transfer: APPLICATOR_TRAITS[gun.applicator].transfer,
        flowMlMin: Math.round(flowOfGun(gun, productKey).flowMlMin),
        ...(tip && { fanMm: Math.round(tip.fanMm) }),
      }
    : USUAL_CASE.setting;
  const base: SprayCase = {
    ...USUAL_CASE,
    setting,
    ...(tip && { distanceMm: TIP_REFERENCE_MM, referenceMm: TIP_REFERENCE_MM }),
  };
  return atFilm(base, wftUm);
}

/** The same with the hand speed that gives a film, to the millimetre a second; as it was where none does. */
function atFilm(one: SprayCase, wftUm: number): SprayCase {
  const solved = solveSetting(one.setting, 'speed', wftUm);
  return solved
    ? { ...one, setting: { ...one.setting, speedCmS: Math.round(solved.speedCmS * 10) / 10 } }
    : one;
}

/**
 * How a step is sprayed with a gun: as it was set up last for this product with this tip or needle where that went well, at the speed that gives the wet
 * film of the step; else as {@link startingCase} says.
 */
export function caseOfStep(
  gun: Gun | undefined,
  { productKey, stepId, wftUm }: { productKey: string; stepId: string; wftUm: number },
  now: Date,
): SprayCase {
  const start = startingCase(gun, productKey, wftUm);
  const offered = gun ? offeredSetUp(gun, { productKey, stepId, cupSeconds: null, now }) : null;
  if (!offered || offered.trust === 'low') return start;
  return atFilm(asOnCard(start, offered.card), wftUm);
}

/** A case with flow, fan, overlap, speed and distance as a card says them. */
export function asOnCard(
  one: SprayCase,
  { flowMlMin, transfer, fanMm, overlap, speedCmS, distanceMm }: SetUpCard,
): SprayCase {
  return { ...one, distanceMm, setting: { flowMlMin, transfer, fanMm, overlap, speedCmS } };
}
