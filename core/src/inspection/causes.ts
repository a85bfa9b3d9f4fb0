import type { Cause } from '../causes/index.ts';
import type { CauseFacts } from './causeFacts.ts';
import type { Defect } from './defects.ts';
import { EVIDENCE, type Evidence } from './evidence.ts';

/** How often each cause stands behind a defect, before anything is known: 3 mostly, 2 often, 1 now and then. */
const USUAL: Record<Defect, Partial<Record<Cause, 1 | 2 | 3>>> = {
  run: { 'film-too-wet': 3, 'mix-too-thin': 2, 'hand-too-slow': 2, 'material-cold': 1, 'air-cold': 1 },
  'orange-peel': {
    'mix-too-thick': 3,
    'hand-too-far': 2,
    'air-low': 1,
    'material-cold': 2,
    'film-too-thin': 1,
    'air-hot-dry': 1,
  },
  'dry-spray': { 'hand-too-far': 3, 'air-hot-dry': 2, 'film-too-thin': 2, 'mix-too-thick': 1 },
  fisheye: { silicone: 3, 'not-cleaned': 3 },
  pop: { 'heavy-coat-trapped': 3, 'air-hot-dry': 2, 'mix-shaken': 2, 'recoat-early': 1 },
  blush: { 'air-humid': 3, 'surface-near-dew': 2, 'air-cold': 1 },
  stripes: { 'overlap-uneven': 3, 'air-low': 1, 'mix-too-thick': 1 },
  lap: { 'wet-edge-lost': 3, 'air-hot-dry': 2, 'mix-too-thick': 1 },
  grain: { 'pores-open': 3, 'film-too-thin': 1, 'coats-too-few': 1 },
  bleed: { 'stain-not-blocked': 3, 'recoat-early': 1, 'film-too-thin': 1 },
  flashing: { 'ground-uneven': 3, 'film-too-thin': 1, 'not-stirred': 1, 'coats-too-few': 2 },
  wrinkle: { 'pair-incompatible': 3, 'recoat-early': 3, 'film-too-thick': 2 },
  nibs: { 'not-dusted': 3, 'dust-in-air': 2 },
  'sand-through': { 'sanded-hard': 3, 'film-too-thin': 2, 'grit-too-coarse': 1 },
  scratches: { 'grit-jump': 3, 'grit-too-coarse': 3, 'film-too-thin': 1 },
  holiday: { 'place-missed': 3, 'film-too-thin': 2 },
  blocking: { 'stacked-early': 3, 'air-cold': 1, 'film-too-thick': 1, 'no-hardener': 1 },
  soft: {
    'skin-oil': 2,
    'film-too-thick': 2,
    'air-cold': 2,
    'no-hardener': 2,
    'pot-life-past': 1,
    'recoat-early': 2,
    'stacked-early': 1,
  },
  crack: { 'joint-moves': 3, 'film-too-thick': 2, 'recoat-early': 2, 'pair-incompatible': 1 },
  chip: {
    'no-key': 3,
    'not-cleaned': 2,
    'primer-unfit': 2,
    'heavy-coat-trapped': 1,
    'recoat-late': 2,
    damage: 2,
  },
  'thin-cover': { 'coats-too-few': 3, 'film-too-thin': 3, 'mix-too-thin': 1, 'not-stirred': 1 },
  sheen: { 'not-stirred': 3, 'film-too-thin': 1, 'air-humid': 1, 'recoat-early': 1 },
  crater: { 'place-missed': 3, damage: 2, 'pores-open': 2, 'heavy-coat-trapped': 1 },
};

/** How often the shop itself confirmed a cause of a defect. */
export interface Confirmed {
  defect: Defect;
  cause: Cause;
  count: number;
}

/** A cause with what speaks for it. */
export interface RankedCause {
  cause: Cause;
  /** What it is ranked by: how usual it is, what the records say, and what the shop found before. */
  points: number;
  /** How usual it is by itself. */
  usual: number;
  evidence: Evidence;
  /** How often the shop confirmed it, and of how many findings of this defect. */
  confirmed: { count: number; of: number };
}

/** So many findings of the trade at large weigh as much as one of the shop's own: few cases move little. */
const PRIOR_FINDINGS = 4;
/** What the shop's own experience may move at most. */
const MOST_LEARNED = 3;

/**
 * What the shop's own confirmed causes add to one: the share of its findings of this defect that came from it, drawn
 * towards an even share while there are few (add-k smoothing), up to ±3.
 * @param shares causes that are thought of for the defect.
 */
function learned(count: number, of: number, shares: number): number {
  if (of === 0) return 0;
  const even = 1 / shares;
  const share = (count + PRIOR_FINDINGS * even) / (of + PRIOR_FINDINGS);
  return Math.max(-MOST_LEARNED, Math.min(MOST_LEARNED, Math.log(share / even) * 2));
}

/**
 * The likely causes of a finding, the likeliest first. A pure function of what is known: every cause names what speaks for
 * it or that nothing is recorded.
 * @param confirmed causes that people of this shop found to be true before.
 */
export function rankCauses(facts: CauseFacts, confirmed: readonly Confirmed[] = []): RankedCause[] {
  const usual = Object.entries(USUAL[facts.defect]) as [Cause, number][];
  const own = confirmed.filter(({ defect }) => defect === facts.defect);
  const of = own.reduce((sum, { count }) => sum + count, 0);
  const ranked = usual.map(([cause, often]): RankedCause => {
    const evidence = EVIDENCE[cause](facts);
    const count = own.filter((one) => one.cause === cause).reduce((sum, one) => sum + one.count, 0);
    const points = often + evidence.weight + learned(count, of, usual.length);
    return { cause, points, usual: often, evidence, confirmed: { count, of } };
  });
  return ranked.sort((a, b) => b.points - a.points || b.usual - a.usual || a.cause.localeCompare(b.cause));
}

/** Causes that are thought of for a defect. */
export function causesOf(defect: Defect): Cause[] {
  return Object.keys(USUAL[defect]) as Cause[];
}
