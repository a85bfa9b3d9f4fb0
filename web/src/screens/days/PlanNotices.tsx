import type { JobDetail, ShopContext } from '@upholder/core/api';
import { isPastDate } from '@upholder/core/shop';
import { Link } from 'react-router';
import { finishedOf } from '../../job/finishedOf.ts';
import { useOpenStops } from '../../job/steps/useOpenStops.ts';
import type { SlipWords } from '../../job/useSlip.ts';
import { Button, Notice } from '../../parts/controls.tsx';
import { SlipNotice } from './SlipNotice.tsx';

/** What is wrong with the plan, or keeps the job from having one, each with the way out beside it. */
export function PlanNotices({
  detail,
  shop,
  behind,
  isStale,
  isHelpOpen,
  onHelp,
}: {
  detail: JobDetail;
  shop: ShopContext;
  behind: SlipWords | null;
  isStale: boolean;
  isHelpOpen: boolean;
  onHelp(): void;
}) {
  const { plan } = detail;
  const stops = useOpenStops(detail, shop);
  const isDone = finishedOf(detail) !== null;
  const isLate = plan !== null && !isDone && isPastDate(plan.completion, detail.job.neededBy, shop.timeZone);
  return (
    <>
      {isLate && !isHelpOpen && (
        <Notice kind="stop" action={<Button onClick={onHelp}>Ways to finish sooner</Button>}>
          This plan misses the needed-by date.
        </Notice>
      )}
      <SlipNotice behind={behind} neededBy={detail.job.neededBy} onHelp={onHelp} />
      {!isDone && stops.length > 0 && (
        <Notice
          kind="stop"
          action={
            <Link
              to={`/jobs/${detail.job.id}/sequence?zone=${stops[0]?.zone.id}`}
              className="font-semibold underline underline-offset-2"
            >
              To the sequence
            </Link>
          }
        >
          {stops.slice(0, 3).map(({ zone, step, finding }) => (
            <span key={`${zone.id} ${finding.code} ${finding.at}`} className="block">
              {zone.name}
              {step && `, ${step.name}`}: {finding.why}
            </span>
          ))}
          {stops.length > 3 && `And ${stops.length - 3} more.`}
        </Notice>
      )}
      {isStale && (
        <Notice kind="act">
          Pieces or steps have changed since this plan was made. Replan to include them.
        </Notice>
      )}
    </>
  );
}
