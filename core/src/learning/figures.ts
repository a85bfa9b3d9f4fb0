import { APPLICATOR_TRAITS, type Applicator } from '../catalogue/applicators.ts';
import {
  afterMeasuring,
  type Belief,
  type CountedRole,
  isDoubtful,
  type LearnedFigures,
  seededPerSide,
} from '../estimating/index.ts';
import type { YardstickKey } from '../systems/index.ts';
import type { MixSeen, Seen, WorkSeen } from './observations.ts';

/** How far a tool of a class is off its usual transfer, as a share of it: a gun and the hand on it, and brush or roller. */
const CLASS_OFF = { sprayed: 0.15, byHand: 0.04 };
/** How far a shop is off the count that a standard door gives. */
const COUNT_CLASS_OFF = 0.25;
/** How far a shop is off a yardstick, and a single task off the shop's own pace. */
const PACE_OFF = { shop: 0.3, task: 0.25 };

/** What was seen of one figure, and what is believed of it. */
export interface Figure<T extends Seen> {
  /** Before anything was seen. */
  prior: Belief;
  belief: Belief;
  /** Those that count. */
  count: number;
  /** All of them, the latest first; whether each is too far from the others, and why it is left out where it is. */
  seen: { one: T; isDoubtful: boolean; excluded: string | null }[];
}

export interface TransferFigure extends Figure<MixSeen> {
  applicator: Applicator;
  gun: string;
  productKey: string;
}
export interface PerSideFigure extends Figure<MixSeen> {
  role: CountedRole;
}
export interface PaceFigure extends Figure<WorkSeen> {
  yardstick: YardstickKey;
}

/** Reasons by the id of what is left out. */
export type Exclusions = ReadonlyMap<string, string>;

/**
 * What is believed of a figure. Each measurement is doubtful where it is too far from what all the others say.
 * @param measured value and deviation of each.
 */
function figureOf<T extends Seen>(
  prior: Belief,
  seen: readonly T[],
  measured: (one: T) => Belief,
  exclusions: Exclusions,
): Figure<T> {
  const counting = seen.filter(({ id }) => !exclusions.has(id));
  return {
    prior,
    belief: afterMeasuring(prior, counting.map(measured)),
    count: counting.length,
    seen: [...seen]
      .sort((a, b) => b.at.localeCompare(a.at))
      .map((one) => {
        const others = counting.filter(({ id }) => id !== one.id).map(measured);
        return {
          one,
          isDoubtful: isDoubtful(afterMeasuring(prior, others), measured(one)),
          excluded: exclusions.get(one.id) ?? null,
        };
      }),
  };
}

function grouped<T>(all: readonly T[], keyOf: (one: T) => string): T[][] {
  const groups = new Map<string, T[]>();
  for (const one of all) groups.set(keyOf(one), [...(groups.get(keyOf(one)) ?? []), one]);
  return [...groups.values()];
}

const isMix = (one: Seen): one is MixSeen => one.kind === 'mix';
const isWork = (one: Seen): one is WorkSeen => one.kind === 'work';

/** Transfer of each tool with each product: the class of the tool first, then every mix. */
export function transferFigures(seen: readonly Seen[], exclusions: Exclusions): TransferFigure[] {
  return grouped(seen.filter(isMix), ({ applicator, gun, productKey }) =>
    [applicator, gun, productKey].join('|'),
  ).flatMap((own) => {
    const [first] = own;
    if (!first) return [];
    const { applicator, gun, productKey } = first;
    const { transfer, isSprayed } = APPLICATOR_TRAITS[applicator];
    const prior = { mean: transfer, sd: transfer * (isSprayed ? CLASS_OFF.sprayed : CLASS_OFF.byHand) };
    const measured = ({ transfer: mean, transferSd: sd }: MixSeen) => ({ mean, sd });
    return { applicator, gun, productKey, ...figureOf(prior, own, measured, exclusions) };
  });
}

/** Paint for a side of a door equivalent: a standard door with the tool of the mixes first, then every mix. */
export function perSideFigures(seen: readonly Seen[], exclusions: Exclusions): PerSideFigure[] {
  const counted = seen.filter(isMix).filter(({ role, perSideMl }) => role !== null && perSideMl !== null);
  return grouped(counted, ({ role }) => role ?? '').flatMap((own) => {
    const [first] = own;
    if (!first?.role) return [];
    const mean = seededPerSide(first.role, first.applicator);
    const measured = ({ perSideMl, perSideSd: sd }: MixSeen) => ({ mean: perSideMl ?? 0, sd });
    const prior = { mean, sd: mean * COUNT_CLASS_OFF };
    return { role: first.role, ...figureOf(prior, own, measured, exclusions) };
  });
}

/** How much longer or shorter the shop takes than its yardsticks say: 1 as they say, 1.2 a fifth longer. */
export function paceFigures(seen: readonly Seen[], exclusions: Exclusions): PaceFigure[] {
  return grouped(seen.filter(isWork), ({ yardstick }) => yardstick).flatMap((own) => {
    const [first] = own;
    if (!first) return [];
    const measured = ({ tookMin, reckonedMin }: WorkSeen) => ({
      mean: tookMin / reckonedMin,
      sd: PACE_OFF.task,
    });
    const prior = { mean: 1, sd: PACE_OFF.shop };
    return { yardstick: first.yardstick, ...figureOf(prior, own, measured, exclusions) };
  });
}

/** What estimates go by of all that was learned; where a tool was seen with several guns, the one that was seen most. */
export function learnedFigures(seen: readonly Seen[], exclusions: Exclusions): LearnedFigures {
  const transfer = new Map<string, { belief: Belief; count: number }>();
  for (const { applicator, productKey, belief, count } of transferFigures(seen, exclusions)) {
    const key = `${applicator}|${productKey}`;
    if (count > (transfer.get(key)?.count ?? 0)) transfer.set(key, { belief, count });
  }
  const perSide = new Map(
    perSideFigures(seen, exclusions)
      .filter(({ count }) => count > 0)
      .map(({ role, belief, count }) => [role, { belief, count }]),
  );
  return { transfer, perSide };
}
