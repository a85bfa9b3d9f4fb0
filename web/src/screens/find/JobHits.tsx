import type { JobSummary } from '@upholder/core/api';
import { JOB_STATE_WORDS, jobStateOf } from '@upholder/core/handover';
import { Link } from 'react-router';
import { Card } from '../../parts/controls.tsx';

/** A name is looked for from so many letters on. */
export const SHORTEST_NAME = 2;

/** Jobs whose code, name or client holds a text; open ones first, as the list has them. */
export function jobsNamed(jobs: readonly JobSummary[], text: string): JobSummary[] {
  const wanted = text.trim().toLowerCase();
  if (wanted.length < SHORTEST_NAME) return [];
  return jobs.filter(({ job }) =>
    [job.code, job.name, job.client].some((one) => one.toLowerCase().includes(wanted)),
  );
}

/** Jobs that were found by name or client, each with where it stands. */
export function JobHits({ jobs }: { jobs: readonly JobSummary[] }) {
  return (
    <Card className="p-4" aria-label="Jobs found">
      <ul className="flex flex-col gap-2">
        {jobs.map(({ job, events }) => (
          <li key={job.id}>
            <Link
              to={`/jobs/${job.id}/${job.status === 'open' ? 'pieces' : 'handover'}`}
              className="flex min-h-14 flex-wrap items-center gap-x-3 rounded-[3px] border-[1.5px] border-ink bg-raised px-4 py-1.5"
            >
              <span className="tape shrink-0 whitespace-nowrap text-note">{job.code}</span>
              <span className="font-semibold">{job.name}</span>
              <span className="min-w-0 flex-1 text-quiet max-md:order-last max-md:flex-none max-md:basis-full">
                {job.client}
              </span>
              <span className="ml-auto text-note text-quiet">
                {JOB_STATE_WORDS[jobStateOf(job, events, false)]}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </Card>
  );
}
