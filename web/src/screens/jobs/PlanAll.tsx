import type { PlannedJob, ShopContext } from '@upholder/core/api';
import { regional } from '@upholder/core/said';
import { formatDuration } from '@upholder/core/units';
import { useState } from 'react';
import { Link } from 'react-router';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { whenWords } from '../../base/times.ts';
import { Button, Notice } from '../../parts/controls.tsx';

/** What planning all jobs came to for one of them, in words. */
function outcomeWords({ before, completion, message }: PlannedJob, at: (minute: number) => string): string {
  if (completion === null) return message ?? 'no plan';
  const moved = before === null ? 0 : completion - before;
  if (before === null) return `${at(completion)}, planned for the first time`;
  if (moved === 0) return `${at(completion)}, as before`;
  return `${at(completion)}, ${formatDuration(Math.abs(moved))} ${moved < 0 ? 'sooner' : 'later'} than before`;
}

/** The list with one of its rows exchanged with its neighbour. */
function moved<T>(list: readonly T[], at: number, by: -1 | 1): T[] {
  const changed = [...list];
  const [one] = changed.splice(at, 1);
  if (one !== undefined) changed.splice(at + by, 0, one);
  return changed;
}

/**
 * Plans all open jobs one after the other, whichever is needed first before the others, or in an order that somebody sets,
 * and says what came of each.
 */
export function PlanAll({ shop, now }: { shop: ShopContext; now: number }) {
  const [planAll, { isLoading }] = upholder.usePlanAllMutation();
  const [jobs, setJobs] = useState<PlannedJob[] | null>(null);
  const [isMoved, setMoved] = useState(false);
  const [isOwnOrder, setOwnOrder] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const at = (minute: number) => whenWords(minute, now, shop.timeZone);
  async function run(order?: string[]): Promise<void> {
    const outcome = await planAll(order ? { order } : {});
    if ('error' in outcome) return setProblem(refusalOf(outcome.error).message);
    setProblem(null);
    setJobs(outcome.data.jobs);
    setMoved(false);
    setOwnOrder(outcome.data.isOwnOrder);
  }
  return (
    <>
      <Button disabled={isLoading} onClick={() => void run()}>
        {isLoading ? 'Planning all jobs …' : 'Replan all jobs'}
      </Button>
      {(problem || jobs) && (
        <div className="order-last basis-full">
          {problem && <Notice kind="stop">{problem}</Notice>}
          {jobs && (
            <section aria-label="All replanned" className="bg-sheet px-5 py-3">
              <p className="text-quiet">
                {isOwnOrder ? 'In your order' : 'By needed-by date, or in your order'}: each uses the capacity
                left by those before it.
              </p>
              <ul className="mt-1">
                {jobs.map((job, index) => (
                  <li key={job.jobId} className="flex items-center gap-3 border-line border-t py-1.5">
                    <span className="flex gap-1">
                      {([-1, 1] as const).map((by) => (
                        <button
                          key={by}
                          type="button"
                          aria-label={`${job.code} ${by < 0 ? 'before' : 'after'} ${regional('its neighbour')}`}
                          className="size-8 rounded-[3px] border border-line bg-raised disabled:opacity-30"
                          disabled={index + by < 0 || index + by >= jobs.length}
                          onClick={() => {
                            setJobs(moved(jobs, index, by));
                            setMoved(true);
                          }}
                        >
                          {by < 0 ? '↑' : '↓'}
                        </button>
                      ))}
                    </span>
                    <Link to={`/jobs/${job.jobId}/days`} className="tape whitespace-nowrap font-semibold">
                      {job.code}
                    </Link>
                    <span className={job.completion === null || job.isLate ? 'font-semibold text-stop' : ''}>
                      {outcomeWords(job, at)}
                      {job.isLate && '; too late'}
                    </span>
                  </li>
                ))}
              </ul>
              <div className="mt-2 flex flex-wrap items-center gap-3">
                {isMoved && (
                  <Button
                    kind="act"
                    disabled={isLoading}
                    onClick={() => void run(jobs.map(({ jobId }) => jobId))}
                  >
                    Plan in this order
                  </Button>
                )}
                {isOwnOrder && !isMoved && (
                  <Button disabled={isLoading} onClick={() => void run([])}>
                    Back to needed-by order
                  </Button>
                )}
                <Button kind="quiet" onClick={() => setJobs(null)}>
                  Close
                </Button>
              </div>
            </section>
          )}
        </div>
      )}
    </>
  );
}
