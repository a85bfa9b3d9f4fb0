import type { JobDetail, ShopContext } from '@upholder/core/api';
import { formatDuration } from '@upholder/core/units';
import { Link } from 'react-router';
import { dateWords } from '../../base/times.ts';
import { useAtRisk } from '../../job/useSlip.ts';

/** The jobs that will not be done when they are needed, as things stand; nothing at all when there are none. */
export function AtRisk({
  details,
  shop,
  now,
}: {
  details: readonly JobDetail[];
  shop: ShopContext;
  now: number;
}) {
  const jobs = useAtRisk(details, shop, now);
  if (jobs.length === 0) return null;
  return (
    <section
      aria-label="At risk"
      className="border-stop border-l-[6px] bg-stop-wash px-4 py-2.5 leading-snug"
    >
      {jobs.map(({ detail: { job }, behind }) => (
        <p key={job.id}>
          <Link to={`/jobs/${job.id}/days`} className="font-semibold underline underline-offset-2">
            {job.code}
          </Link>{' '}
          {job.neededBy !== null && `is needed by ${dateWords(job.neededBy)} and `}
          {behind?.isAtRisk
            ? `at least ${formatDuration(behind.minutes)} behind its plan.`
            : 'its plan is too late.'}
        </p>
      ))}
    </section>
  );
}
