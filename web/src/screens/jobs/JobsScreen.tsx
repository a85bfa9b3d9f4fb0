import type { JobSummary } from '@upholder/core/api';
import { localDate } from '@upholder/core/shop';
import { lazy, Suspense, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { v7 as uuid } from 'uuid';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { useMay } from '../../api/useMay.ts';
import { useNowMinute } from '../../base/useNow.ts';
import { Button, Notice, Skeleton } from '../../parts/controls.tsx';
import { FileButton } from '../../parts/FileButton.tsx';
import { FirstSteps } from './FirstSteps.tsx';
import { ImportProgress } from './ImportProgress.tsx';
import { JobLine } from './JobLine.tsx';
import { PlanAll } from './PlanAll.tsx';

/** What comes after a handover is loaded where there was one. */
const FollowUpsDue = lazy(async () => ({ default: (await import('./Aftermath.tsx')).FollowUpsDue }));

/** With more open jobs than this only those that are being worked on, or soon will be, are drawn with their pieces. */
const MOST_DRAWN = 20;

/** The work of the open jobs, or of many of them of those on the floor. */
function useWorks(jobs: readonly JobSummary[] | undefined) {
  const areMany = jobs && jobs.filter(({ job }) => job.status === 'open').length > MOST_DRAWN;
  const open = upholder.useOpenJobsQuery(undefined, { skip: areMany !== false });
  const floor = upholder.useFloorQuery(undefined, { skip: areMany !== true });
  return areMany ? floor : open;
}

/** A file without the mark that some editors put before its text. */
async function withoutMark(file: File): Promise<Blob> {
  const [first, second, third] = new Uint8Array(await file.slice(0, 3).arrayBuffer());
  return first === 0xef && second === 0xbb && third === 0xbf ? file.slice(3) : file;
}

/** Closed jobs beyond those that the list has: read some at a time, as they are asked for. */
function useOlderJobs(
  list: { jobs: JobSummary[]; older: number } | undefined,
  tell: (problem: string) => void,
) {
  const [read, { isFetching }] = upholder.useLazyOlderJobsQuery();
  const lastClosed = list?.jobs.findLast(({ job }) => job.status === 'closed')?.job.id;
  const [known, setKnown] = useState<{ after: string; jobs: JobSummary[]; older: number } | null>(null);
  // Once the list ends with another one there would be a gap: they are asked for again.
  const current = known?.after === lastClosed ? known : null;
  const jobs = current?.jobs ?? [];
  async function more(): Promise<void> {
    const before = jobs.at(-1)?.job.id ?? lastClosed;
    if (!before || !lastClosed) return;
    const outcome = await read(before);
    if (outcome.data)
      setKnown({ after: lastClosed, jobs: [...jobs, ...outcome.data.jobs], older: outcome.data.older });
    else tell(refusalOf(outcome.error).message);
  }
  return { jobs, older: current?.older ?? list?.older ?? 0, isReading: isFetching, more };
}

/** Jobs, each with its pieces as they stand now; of the closed ones the latest, and older ones when asked for. */
export function JobsScreen() {
  const { data: shop } = upholder.useShopQuery();
  const list = upholder.useJobsQuery();
  const works = useWorks(list.data?.jobs);
  const [addJob] = upholder.useAddJobMutation();
  const [importJob, { isLoading: isBringingIn }] = upholder.useImportJobMutation();
  const mayChange = useMay('addJob');
  const navigate = useNavigate();
  const now = useNowMinute();
  const [problem, setProblem] = useState<string | null>(null);
  const past = useOlderJobs(list.data, setProblem);
  // The pieces of a job make its row taller: shown only when they are known, nothing moves under a finger.
  const isWhole = works.data !== undefined || works.isError;
  if (!shop || !list.data || !isWhole)
    return list.error ? <Notice kind="stop">{refusalOf(list.error).message}</Notice> : <Skeleton />;
  const details = new Map(works.data?.details.map((detail) => [detail.job.id, detail]));
  const { jobs } = list.data;
  const count = jobs.length + list.data.older;

  async function startJob(): Promise<void> {
    const id = uuid();
    const today = localDate(now, shop?.timeZone ?? 'UTC');
    const outcome = await addJob({
      id,
      code: `JOB-${count + 1}`,
      name: 'New job',
      client: '',
      addressNote: '',
      startOn: today,
      neededBy: null,
      place: 'shop',
      status: 'open',
    });
    if ('error' in outcome) setProblem(refusalOf(outcome.error).message);
    else navigate(`/jobs/${id}/brief`);
  }

  async function bringIn(file: File | undefined): Promise<void> {
    setProblem(null);
    if (!file) return;
    try {
      const job = await importJob(await withoutMark(file)).unwrap();
      navigate(`/jobs/${job.id}/brief`);
    } catch (error) {
      const { code, message } = refusalOf(error);
      setProblem(
        code === 'bad-json'
          ? `“${file.name}” is not a job file.`
          : `“${file.name}” could not be imported. ${message}`,
      );
    }
  }

  /** The sample begins today, whenever that is. */
  async function bringSample(): Promise<void> {
    setProblem(null);
    try {
      const file = (await (await fetch('/sample-job.json')).json()) as { job: object };
      const startOn = localDate(now, shop?.timeZone ?? 'UTC');
      const sample = JSON.stringify({ ...file, job: { ...file.job, startOn } });
      const job = await importJob(new Blob([sample])).unwrap();
      navigate(`/jobs/${job.id}/brief`);
    } catch (error) {
      setProblem(`The sample job could not be brought in. ${refusalOf(error).message}`);
    }
  }

  return (
    <main className="mx-auto w-full max-w-[1240px] px-5 py-6">
      <div className="flex flex-wrap items-center gap-3">
        <h1 className="flex-1">{shop.name}</h1>
        {jobs.length > 0 && (
          <Link
            to="/week"
            className="press-h-9 press-w-9 inline-flex items-center font-semibold text-act underline underline-offset-2"
          >
            Week
          </Link>
        )}
        {mayChange && jobs.length > 1 && <PlanAll shop={shop} now={now} />}
        {mayChange && (
          <>
            <FileButton
              label="Job file"
              accept="application/json,.json"
              onFile={(file) => void bringIn(file)}
            >
              Import job file
            </FileButton>
            {jobs.length > 0 && (
              <Button kind="act" onClick={() => void startJob()}>
                Start a job
              </Button>
            )}
          </>
        )}
      </div>
      {isBringingIn && (
        <div className="mt-4">
          <ImportProgress />
        </div>
      )}
      {problem && (
        <div className="mt-4">
          <Notice kind="stop">{problem}</Notice>
        </div>
      )}
      {jobs.some(({ job }) => job.status === 'handed-over') && (
        <Suspense fallback={null}>
          <FollowUpsDue jobs={jobs} shop={shop} now={now} />
        </Suspense>
      )}
      <FirstSteps
        shop={shop}
        jobs={jobs}
        mayChange={mayChange}
        isBusy={isBringingIn}
        onStart={() => void startJob()}
        onSample={() => void bringSample()}
      />
      <ol className="mt-5 flex flex-col gap-4">
        {[...jobs, ...past.jobs].map((summary) => (
          <JobLine
            key={summary.job.id}
            summary={summary}
            detail={details.get(summary.job.id)}
            shop={shop}
            now={now}
          />
        ))}
      </ol>
      {past.older > 0 && (
        <div className="mt-4">
          <Button disabled={past.isReading} onClick={() => void past.more()}>
            Show older closed jobs ({past.older} more)
          </Button>
        </div>
      )}
    </main>
  );
}
