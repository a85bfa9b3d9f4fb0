import { fillsOf } from '../mixing/index.ts';

/** Distance at which the fan of a tip is said, in mm. */
export const TIP_REFERENCE_MM = 300;

/** What a code of three digits says of an airless tip. */
export interface Tip {
  /** Width of the fan at 30 cm, in mm. */
  fanMm: number;
  /** Diameter of the orifice, in mm. */
  orificeMm: number;
}

const MM_PER_INCH = 25.4;
export const PSI_PER_BAR = 14.5038;
const ML_PER_US_GALLON = 3785.41;
/** Paint runs through a tip at about so much of the rate of water. */
export const PAINT_FACTOR = 0.8;

/**
 * Reads a tip code `abc`: the fan is 2·a inches wide at 30 cm, the orifice bc thousandths of an inch.
 * @returns null where the text is no such code.
 */
export function readTip(code: string): Tip | null {
  const match = /^\s*([1-9])(\d{2})\s*$/.exec(code);
  if (!match || Number(match[2]) === 0) return null;
  return {
    fanMm: 2 * Number(match[1]) * MM_PER_INCH,
    orificeMm: (Number(match[2]) / 1000) * MM_PER_INCH,
  };
}

/**
 * Flow through an airless tip in mL/min: `1040·d²·√(P/2000)` US gallons of water a minute, d in inches and P in psi (fits makers'
 * tables to about 5 %), times what paint runs of it.
 * @param pressureBar at the tip, > 0; @param factor 1 for water.
 */
export function tipFlowMlMin({ orificeMm }: Tip, pressureBar: number, factor: number = PAINT_FACTOR): number {
  const inches = orificeMm / MM_PER_INCH;
  const gallons = 1040 * inches ** 2 * Math.sqrt((pressureBar * PSI_PER_BAR) / 2000);
  return gallons * ML_PER_US_GALLON * factor;
}

/** Flow by the bucket: what was sprayed into a bag, weighed. @param grams of paint; @param seconds > 0; @param density in g/mL. */
export function bucketFlowMlMin(grams: number, seconds: number, density: number): number {
  return (grams / density) * (60 / seconds);
}

/** What a compressor gives. */
export interface AirSupply {
  /** Free air at working pressure, in L/min. */
  freeAirLMin: number;
  tankL: number;
  /** Where it stops and where it starts again, in bar. */
  cutOutBar: number;
  cutInBar: number;
}

/** Whether a gun may be held open, or how long it may before the tank has to fill again. */
export type AirVerdict =
  | { kind: 'continuous' }
  | { kind: 'tight' }
  | { kind: 'bursts'; burstS: number; restS: number };

/** A gun may be held open from so much more free air than it asks for. */
const AIR_MARGIN = 1.25;

/**
 * What a gun may do on a compressor. Continuous from 1.25 times its demand; between 1 and that it runs, and the compressor never
 * stops; below, in bursts: `tank·(p_out − p_in)/(demand − free air)`, and a rest of `tank·(p_out − p_in)/free air`.
 */
export function airVerdict(demandLMin: number, supply: AirSupply): AirVerdict {
  const { freeAirLMin, tankL, cutOutBar, cutInBar } = supply;
  if (freeAirLMin >= AIR_MARGIN * demandLMin) return { kind: 'continuous' };
  if (freeAirLMin >= demandLMin) return { kind: 'tight' };
  const store = tankL * Math.max(0, cutOutBar - cutInBar);
  return {
    kind: 'bursts',
    burstS: (60 * store) / (demandLMin - freeAirLMin),
    restS: freeAirLMin > 0 ? (60 * store) / freeAirLMin : Number.POSITIVE_INFINITY,
  };
}

/** From so many grams on in one hand the wrist suffers. */
export const HEAVY_G = 1300;

/** How a cup is filled for so much mix, and what it weighs in the hand. */
export interface CupReckoning {
  fills: number;
  /** In the last fill, in mL. */
  lastMl: number;
  /** Gun and full cup, in grams; null where the empty gun was never weighed. */
  heldG: number | null;
  isHeavy: boolean;
}

/**
 * Fills of a cup: the mix over what a cup gives, its volume less what stays in it. The gun was weighed with a full cup: for less
 * mix than that it is lighter by what is missing.
 * @param fullG gun and full cup, in grams; null where nobody weighed it. @param density of the mix in g/mL.
 */
export function cupReckoning(
  mixMl: number,
  { cupMl, residueMl }: { cupMl: number; residueMl: number },
  fullG: number | null,
  density: number,
): CupReckoning {
  const { fills, lastMl } = fillsOf(mixMl, Math.max(1, cupMl - residueMl));
  const filledMl = Math.min(cupMl, mixMl <= 0 ? cupMl : mixMl + residueMl);
  const heldG = fullG === null ? null : Math.max(0, fullG - (cupMl - filledMl) * density);
  return { fills, lastMl, heldG, isHeavy: heldG !== null && heldG > HEAVY_G };
}

/** Hours that a wear part has left, and whether it is due. */
export function wearLeft({ hoursLife, hoursUsed }: { hoursLife: number; hoursUsed: number }): {
  hours: number;
  isDue: boolean;
} {
  const hours = Math.max(0, hoursLife - hoursUsed);
  return { hours, isDue: hours <= 0 };
}
