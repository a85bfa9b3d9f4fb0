import type { PlannedJob, ShopContext } from '@upholder/core/api';
import { formatDuration } from '@upholder/core/units';
import { useState } from 'react';
import { Link } from 'react-router';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { whenWords } from '../../app/times.ts';
import { Button, Notice } from '../../parts/controls.tsx';

/** What planning all jobs came to for one of them, in words. */
function outcomeWords({ before, handOver, message }: PlannedJob, at: (minute: number) => string): string {
  if (handOver === null) return message ?? 'no plan';
  const moved = before === null ? 0 : handOver - before;
  if (before === null) return `${at(handOver)}, planned for the first time`;
  if (moved === 0) return `${at(handOver)}, as before`;
  return `${at(handOver)}, ${formatDuration(Math.abs(moved))} ${moved < 0 ? 'sooner' : 'later'} than before`;
}

/** Plans all open jobs one after the other, whichever is needed first before the others, and says what came of each. */
export function PlanAll({ shop, now }: { shop: ShopContext; now: number }) {
  const [planAll, { isLoading }] = upholder.usePlanAllMutation();
  const [jobs, setJobs] = useState<PlannedJob[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const at = (minute: number) => whenWords(minute, now, shop.timeZone);
  async function run(): Promise<void> {
    const outcome = await planAll();
    if ('error' in outcome) return setProblem(refusalOf(outcome.error).message);
    setProblem(null);
    setJobs(outcome.data.jobs);
  }
  return (
    <>
      <Button disabled={isLoading} onClick={() => void run()}>
        {isLoading ? 'Planning all of them …' : 'Plan all jobs anew'}
      </Button>
      {(problem || jobs) && (
        <div className="order-last basis-full">
          {problem && <Notice kind="stop">{problem}</Notice>}
          {jobs && (
            <section aria-label="All planned anew" className="bg-sheet px-5 py-3">
              <p className="text-quiet">
                In the order in which they are needed: each has what the ones before it leave of people and
                places.
              </p>
              <ul className="mt-1">
                {jobs.map((job) => (
                  <li key={job.jobId} className="flex items-baseline gap-3 border-line border-t py-1.5">
                    <Link to={`/jobs/${job.jobId}/days`} className="tape font-semibold">
                      {job.code}
                    </Link>
                    <span className={job.handOver === null || job.isLate ? 'font-semibold text-stop' : ''}>
                      {outcomeWords(job, at)}
                      {job.isLate && '; too late'}
                    </span>
                  </li>
                ))}
              </ul>
              <Button kind="quiet" className="mt-1" onClick={() => setJobs(null)}>
                Close
              </Button>
            </section>
          )}
        </div>
      )}
    </>
  );
}
