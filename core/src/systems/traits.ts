import type { Look } from '../answers/answers.ts';

/** Finishing systems that ship. */
export const SYSTEM_IDS = [
  'A',
  'B',
  'C',
  'D',
  'E',
  'F',
  'G',
  'H',
  'I',
  'J',
  'K',
  'L',
  'M',
  'N',
  'O',
  'P',
] as const;
export type SystemId = (typeof SYSTEM_IDS)[number];

/** What a finishing system is made for, can and cannot do. Whoever adds one answers all of it. */
export interface SystemTraits {
  /** How flat it fills open pores. */
  fills: 'flat' | 'mostly' | 'no';
  /** Whether it keeps tannin, dye and resin back. */
  blocks: 'yes' | 'partly' | 'no';
  /** Whether it bites on laminate, foil and metal. */
  bites: 'made for it' | 'with care' | 'no';
  /** Raw stock it is made for; null when it goes over an old finish. */
  raw: 'MDF' | 'wood' | null;
  applied: 'sprayed' | 'rolled' | 'brushed';
  /** Gives off solvent or alcohol vapour. */
  solvent: boolean;
  needsRatedBooth: boolean;
  isClear: boolean;
  wear: 'hard' | 'normal' | 'soft';
  looks: Record<Look, number>;
  /** Shellac in its build-up: as the primer, or as a barrier with more primer over it. */
  shellac: 'primer' | 'barrier' | null;
  /** What its clear coats lie over; null where it has none to count. */
  clearOver: 'colour' | 'soft paint' | 'wood' | null;
  /** Its bonding primer is meant for sound lacquer, and takes sound paint as well. */
  isForLacquer: boolean;
  /** A dark colour over open pores is what it is made for. */
  isForDarkGrain: boolean;
  /** Refreshes sound paint in a colour like its own, without a primer over all. */
  refreshesPaint: boolean;
  /** Rolled where others would be sprayed, for a face nearly as flat. */
  standsInForSpraying: boolean;
  /** Meant for woodwork that stays in its room. */
  isForFixedWork: boolean;
  /** Oil: a day between coats, and it yellows. */
  isOil: boolean;
}

const looks = (
  deadFlat: number,
  handTexture: number,
  grainShowing: number,
  softMatt: number,
): Record<Look, number> => ({
  'dead flat': deadFlat,
  'hand texture': handTexture,
  'grain showing': grainShowing,
  'soft matt': softMatt,
  'clear wood': 0,
});

const SPRAYED: SystemTraits = {
  fills: 'no',
  blocks: 'no',
  bites: 'no',
  raw: null,
  applied: 'sprayed',
  solvent: false,
  needsRatedBooth: false,
  isClear: false,
  wear: 'normal',
  looks: looks(15, -10, 5, -10),
  shellac: null,
  clearOver: null,
  isForLacquer: false,
  isForDarkGrain: false,
  refreshesPaint: false,
  standsInForSpraying: false,
  isForFixedWork: false,
  isOil: false,
};
const BY_HAND: Partial<SystemTraits> = { applied: 'brushed', looks: looks(-30, 25, 5, -10) };

/** Traits of the systems that ship. */
export const SYSTEM_TRAITS: Record<SystemId, SystemTraits> = {
  A: { ...SPRAYED, fills: 'flat', blocks: 'yes', solvent: true, looks: looks(25, -15, -40, -10) },
  B: { ...SPRAYED, fills: 'mostly', blocks: 'partly', looks: looks(0, 10, -25, -10) },
  C: { ...SPRAYED, blocks: 'partly', isForDarkGrain: true, looks: looks(10, -10, 25, -10) },
  D: { ...SPRAYED, bites: 'with care', isForLacquer: true },
  E: { ...SPRAYED, blocks: 'yes', solvent: true, shellac: 'primer', looks: looks(10, -10, 5, -10) },
  F: { ...SPRAYED, raw: 'MDF', looks: looks(20, -10, 0, -10) },
  G: { ...SPRAYED, applied: 'rolled', standsInForSpraying: true, looks: looks(-25, 20, 5, 5) },
  H: { ...SPRAYED, bites: 'made for it' },
  I: { ...SPRAYED, ...BY_HAND, bites: 'with care', isForFixedWork: true },
  J: { ...SPRAYED, applied: 'rolled', wear: 'soft', clearOver: 'soft paint', looks: looks(-30, 5, -10, 40) },
  K: { ...SPRAYED, raw: 'wood', isClear: true, solvent: true, clearOver: 'wood' },
  L: {
    ...SPRAYED,
    blocks: 'partly',
    solvent: true,
    needsRatedBooth: true,
    wear: 'hard',
    looks: looks(25, -20, 0, -15),
  },
  M: { ...SPRAYED, raw: 'wood', looks: looks(-40, 35, 10, 5) },
  N: { ...SPRAYED, ...BY_HAND, blocks: 'yes', solvent: true, isOil: true, looks: looks(-20, 15, 0, -15) },
  O: { ...SPRAYED, refreshesPaint: true, looks: looks(5, 0, 5, 0) },
  P: {
    ...SPRAYED,
    blocks: 'yes',
    solvent: true,
    wear: 'hard',
    shellac: 'barrier',
    clearOver: 'colour',
    looks: looks(10, -10, 0, -15),
  },
};
