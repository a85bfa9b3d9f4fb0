import type { JobSummary, ShopContext } from '@upholder/core/api';
import {
  type DueFollowUp,
  followUpsOf,
  JOB_STATE_WORDS,
  jobStateOf,
  lastHandover,
} from '@upholder/core/handover';
import { localDate, toMinute } from '@upholder/core/shop';
import { Link } from 'react-router';
import { dateWords } from '../../base/times.ts';
import { FOLLOW_UP_WORDS } from '../../job/handover/words.ts';

/** The first question to the client that is due today or was before; null where none is. */
function dueNow({ job, events }: JobSummary, { timeZone }: ShopContext, now: number): DueFollowUp | null {
  const handover = lastHandover(events);
  if (job.status !== 'handed-over' || !handover) return null;
  const due = followUpsOf(events, localDate(toMinute(handover.at), timeZone));
  return due.find(({ dueOn }) => dueOn <= localDate(now, timeZone)) ?? null;
}

/** Where a job that left the floor stands. */
export function Aftermath({ summary, shop, now }: { summary: JobSummary; shop: ShopContext; now: number }) {
  const { job, events } = summary;
  const due = dueNow(summary, shop, now);
  return (
    <>
      <span className="inline-block text-quiet first-letter:uppercase">
        {JOB_STATE_WORDS[jobStateOf(job, events, true)]}
      </span>
      {due && <span className="font-semibold text-act"> · follow-up due</span>}
    </>
  );
}

/** Clients who should be asked how the finish holds. */
export function FollowUpsDue({
  jobs,
  shop,
  now,
}: {
  jobs: readonly JobSummary[];
  shop: ShopContext;
  now: number;
}) {
  const all = jobs.flatMap((summary) => {
    const due = dueNow(summary, shop, now);
    return due ? [{ job: summary.job, due }] : [];
  });
  if (all.length === 0) return null;
  return (
    <section aria-label="Follow-ups due" className="mt-4 border-act border-l-[6px] bg-act-wash px-4 py-2.5">
      <h2 className="text-note">Ask how the finish holds</h2>
      <ul>
        {all.map(({ job, due }) => (
          <li key={job.id} className="flex flex-wrap items-baseline gap-x-3">
            <Link
              to={`/jobs/${job.id}/handover`}
              className="press-h-11 font-semibold text-act leading-[2.75rem] underline underline-offset-2"
            >
              {job.client || job.name}
            </Link>
            <span className="text-quiet">
              {FOLLOW_UP_WORDS[due.which].toLowerCase()}, due since {dateWords(due.dueOn, true)}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
