import type { JobSummary, ShopContext } from '@upholder/core/api';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { Button } from '../../parts/controls.tsx';

interface Step {
  name: string;
  words: string;
  isDone: boolean;
  action: ReactNode;
}

const LINK = 'inline-flex press-h-12 items-center font-semibold text-act underline underline-offset-2';

/** Where a shop begins: its own figures, a first job, a first plan. Gone once a job has been planned. */
export function FirstSteps({
  shop,
  jobs,
  mayChange,
  isBusy,
  onStart,
  onSample,
}: {
  shop: ShopContext;
  jobs: readonly JobSummary[];
  mayChange: boolean;
  isBusy: boolean;
  onStart(): void;
  /** Brings in a made-up job to try things on. */
  onSample(): void;
}) {
  const [job] = jobs;
  if (jobs.some(({ completion, job: { status } }) => completion !== null || status !== 'open')) return null;
  const steps: Step[] = [
    {
      name: 'Your shop',
      words: 'Hours, booth, rail, rack and who does what. Every plan and every price goes by them.',
      isDone: shop.version > 1,
      action: (
        <Link to="/shop" className={LINK}>
          Check the shop
        </Link>
      ),
    },
    {
      name: 'First job',
      words: 'A name and a date, then its doors and fronts: typed, pasted or imported.',
      isDone: job !== undefined,
      action: mayChange && !job && (
        <span className="flex flex-wrap items-center gap-x-4 gap-y-2">
          <Button kind="act" disabled={isBusy} onClick={onStart}>
            Start a job
          </Button>
          <Button disabled={isBusy} onClick={onSample}>
            Try a sample job
          </Button>
        </span>
      ),
    },
    {
      name: 'First plan',
      words:
        'Answer the survey, choose a system for each zone, and plan the days. Then the floor shows what to do now.',
      isDone: false,
      action: job && (
        <Link to={`/jobs/${job.job.id}/${job.pieces === 0 ? 'pieces' : 'days'}`} className={LINK}>
          {job.pieces === 0 ? `Pieces of ${job.job.code}` : `Days of ${job.job.code}`}
        </Link>
      ),
    },
  ];
  const next = steps.findIndex(({ isDone }) => !isDone);
  return (
    <section aria-label="First steps" className="mt-5 bg-sheet px-5 py-4">
      <h2>Three steps to your first day</h2>
      <ol className="mt-3 grid gap-5 md:grid-cols-3">
        {steps.map(({ name, words, isDone, action }, index) => (
          <li
            key={name}
            className={`border-t-[5px] pt-2.5 ${isDone ? 'border-closed' : index === next ? 'border-act' : 'border-line'}`}
          >
            <h3>
              {index + 1} {name} {isDone && <span className="font-normal text-quiet">done</span>}
            </h3>
            <p className="mt-1 mb-2.5 text-quiet">{words}</p>
            {action}
          </li>
        ))}
      </ol>
      {job?.job.code === 'SAMPLE' && (
        <p className="mt-3 text-note text-quiet">
          The sample job is yours to spoil. Delete it under its Brief when you are done with it.
        </p>
      )}
    </section>
  );
}
