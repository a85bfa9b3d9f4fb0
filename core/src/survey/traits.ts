import type { Look } from '../answers/answers.ts';
import type { SystemId } from '../systems/options.ts';

/** What a finishing system can and cannot do, as far as the choice between systems depends on it. */
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
};
const BY_HAND: Partial<SystemTraits> = { applied: 'brushed', looks: looks(-30, 25, 5, -10) };

/** Traits of the systems that ship. */
export const SYSTEM_TRAITS: Record<SystemId, SystemTraits> = {
  A: { ...SPRAYED, fills: 'flat', blocks: 'yes', solvent: true, looks: looks(25, -15, -40, -10) },
  B: { ...SPRAYED, fills: 'mostly', blocks: 'partly', looks: looks(0, 10, -25, -10) },
  C: { ...SPRAYED, blocks: 'partly', looks: looks(10, -10, 25, -10) },
  D: { ...SPRAYED, bites: 'with care' },
  E: { ...SPRAYED, blocks: 'yes', solvent: true, looks: looks(10, -10, 5, -10) },
  F: { ...SPRAYED, raw: 'MDF', looks: looks(20, -10, 0, -10) },
  G: { ...SPRAYED, applied: 'rolled', looks: looks(-25, 20, 5, 5) },
  H: { ...SPRAYED, bites: 'made for it' },
  I: { ...SPRAYED, ...BY_HAND, bites: 'with care' },
  J: { ...SPRAYED, applied: 'rolled', wear: 'soft', looks: looks(-30, 5, -10, 40) },
  K: { ...SPRAYED, raw: 'wood', isClear: true, solvent: true },
  L: {
    ...SPRAYED,
    blocks: 'partly',
    solvent: true,
    needsRatedBooth: true,
    wear: 'hard',
    looks: looks(25, -20, 0, -15),
  },
  M: { ...SPRAYED, raw: 'wood', looks: looks(-40, 35, 10, 5) },
  N: { ...SPRAYED, ...BY_HAND, blocks: 'yes', solvent: true, looks: looks(-20, 15, 0, -15) },
  O: { ...SPRAYED, looks: looks(5, 0, 5, 0) },
  P: { ...SPRAYED, blocks: 'yes', solvent: true, wear: 'hard', looks: looks(10, -10, 0, -15) },
};
