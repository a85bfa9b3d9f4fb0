import type { JobDetail, ShopContext } from '@upholder/core/api';
import { deliveriesOf, finishedAt, type Slip, scheduleSlip } from '@upholder/core/planning';
import { isPastDate, workIntervals } from '@upholder/core/shop';
import { useMemo } from 'react';

/** Less than this is not worth a word: somebody is just washing their hands. */
const WORTH_MIN = 45;

/** How far behind, on what, and whether the date agreed is at risk by it. */
export interface SlipWords extends Slip {
  isAtRisk: boolean;
  name: string;
}

/** How far a job has fallen behind its plan, and whether its date is at risk by that; null while it keeps up. */
function behindOf(
  { plan, log, job, zones, pieces }: JobDetail,
  { settings, timeZone }: ShopContext,
  now: number,
): SlipWords | null {
  if (!plan || job.status !== 'open' || finishedAt(plan, log) !== null) return null;
  const first = Math.min(now, ...plan.ops.map(({ start }) => start));
  const open = workIntervals(settings, timeZone, first, now);
  const behind = scheduleSlip(plan, log, open, now, deliveriesOf(zones, pieces, timeZone));
  if (!behind || behind.minutes < WORTH_MIN) return null;
  const op = plan.ops.find(({ id }) => id === behind.opId);
  const load = plan.loads.find(({ id }) => id === op?.loadId);
  return {
    ...behind,
    isAtRisk: isPastDate(plan.completion + behind.minutes, job.neededBy, timeZone),
    name: `${op?.name ?? ''}, ${load?.label ?? ''}`,
  };
}

/** How far a job has fallen behind its plan by now; nothing is known of a job that is not here yet. */
export function useSlip(detail: JobDetail | undefined, shop: ShopContext, now: number): SlipWords | null {
  return useMemo(() => (detail ? behindOf(detail, shop, now) : null), [detail, shop, now]);
}

/** Jobs whose dates are at risk, because the work has fallen behind their plans or because the plans are too late. */
export function useAtRisk(
  details: readonly JobDetail[],
  shop: ShopContext,
  now: number,
): { detail: JobDetail; behind: SlipWords | null }[] {
  return useMemo(
    () =>
      details.flatMap((detail) => {
        const { plan, job } = detail;
        const behind = behindOf(detail, shop, now);
        const isLate =
          plan !== null &&
          finishedAt(plan, detail.log) === null &&
          isPastDate(plan.completion, job.neededBy, shop.timeZone);
        return job.status === 'open' && (isLate || behind?.isAtRisk) ? [{ detail, behind }] : [];
      }),
    [details, shop, now],
  );
}
