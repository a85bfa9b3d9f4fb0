import type { JobDetail, ShopContext } from '@upholder/core/api';
import { JOB_STATE_WORDS } from '@upholder/core/handover';
import { isPastDate, localDate } from '@upholder/core/shop';
import { Download } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useEffect, useRef } from 'react';
import { Link, NavLink, Outlet, useLocation, useParams } from 'react-router';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { dateWords } from '../../base/times.ts';
import { useNowMinute } from '../../base/useNow.ts';
import { stateOfJob } from '../../job/handover/stateOfJob.ts';
import { rememberJob } from '../../job/lastJob.ts';
import type { JobContext } from '../../job/useJobContext.ts';
import { useCurrentDetail } from '../../job/useJobContext.ts';
import { useSlip } from '../../job/useSlip.ts';
import { Button, Notice, Skeleton } from '../../parts/controls.tsx';
import { MayNote } from '../../parts/MayNote.tsx';
import { stagesOf } from './stages.ts';

function AgreedDate({
  detail,
  shop,
  now,
  isAtRisk,
}: {
  detail: JobDetail;
  shop: ShopContext;
  now: number;
  isAtRisk: boolean;
}) {
  const { job, plan } = detail;
  const state = stateOfJob(detail);
  if (job.status !== 'open')
    return <p className="text-quiet first-letter:uppercase">{JOB_STATE_WORDS[state]}</p>;
  if (state === 'reopened')
    return (
      <Link to="handover" className="font-semibold text-act underline">
        reopened by a call-back
      </Link>
    );
  if (state === 'work-done')
    return (
      <p className="text-right leading-tight max-md:text-left">
        all work is logged
        <br />
        <Link to="handover" className="font-semibold text-act underline">
          hand it over
        </Link>
      </p>
    );
  if (job.neededBy === null) return <p className="text-quiet">no date agreed</p>;
  const isPast = job.neededBy < localDate(now, shop.timeZone);
  const isLate = plan !== null && isPastDate(plan.completion, job.neededBy, shop.timeZone);
  return (
    <p
      className={`text-right leading-tight max-md:text-left ${isPast || isLate || isAtRisk ? 'font-semibold text-stop' : ''}`}
    >
      needed by {dateWords(job.neededBy)}
      <br />
      <span className={isPast || isLate || isAtRisk ? '' : 'text-quiet'}>
        {isPast
          ? 'already past: agree a new date'
          : plan === null
            ? 'not planned yet'
            : isLate
              ? 'the plan is too late'
              : isAtRisk
                ? 'at risk: behind the plan'
                : 'on schedule'}
      </span>
    </p>
  );
}

const TAKE_AWAY = [
  { path: 'job.json', name: 'Job file (JSON)' },
  { path: 'take-off.csv', name: 'Take-off (CSV)' },
  { path: 'order.csv', name: 'Order for new pieces (CSV)' },
  { path: 'plan.ics', name: 'Plan for a calendar (iCalendar)' },
  { path: 'care.ics', name: 'Care dates for a calendar (iCalendar)' },
];

/** Whether a job has what a file would hold. */
function isThere(path: string, { plan, pieces }: JobDetail): boolean {
  if (path === 'plan.ics') return plan !== null;
  return path !== 'order.csv' || pieces.some(({ treatment }) => treatment === 'replace');
}

function TakeAway({ detail }: { detail: JobDetail }) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <Button>
          <Download size={16} aria-hidden="true" /> Export
        </Button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          className="z-30 min-w-64 rounded-[3px] border border-line bg-raised p-1 shadow-xl"
        >
          {TAKE_AWAY.filter(({ path }) => isThere(path, detail)).map(({ path, name }) => (
            <DropdownMenu.Item key={path} asChild>
              <a
                href={`/api/jobs/${detail.job.id}/export/${path}`}
                download
                className="press-h-9 flex items-center rounded-[3px] px-3 py-2 data-highlighted:bg-act-wash"
              >
                {name}
              </a>
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

/** One job: its name, its stages in the order of the work, and the stage that is open. */
export function JobScreen() {
  const { jobId = '' } = useParams();
  const job = upholder.useJobQuery(jobId);
  const { data: shop } = upholder.useShopQuery();
  if (!job.data || !shop) {
    return job.error ? (
      <main className="p-6">
        <Notice kind="stop">{refusalOf(job.error).message}</Notice>
      </main>
    ) : (
      <Skeleton />
    );
  }
  return <OpenJob detail={job.data} shop={shop} />;
}

function OpenJob({ detail: served, shop }: { detail: JobDetail; shop: ShopContext }) {
  const detail = useCurrentDetail(served);
  const now = useNowMinute();
  const { job } = detail;
  const behind = useSlip(detail, shop, now);
  useEffect(() => rememberJob(job.id), [job.id]);
  // Where not all stages fit, the open one is in sight.
  const stages = useRef<HTMLElement>(null);
  const { pathname } = useLocation();
  // biome-ignore lint/correctness/useExhaustiveDependencies: it follows the address
  useEffect(() => {
    const line = stages.current;
    const open = line?.querySelector('[aria-current]')?.getBoundingClientRect();
    // Not by scrollIntoView: Tab would go on from there, and pass over all that is before it.
    if (line && open)
      line.scrollLeft +=
        open.left + open.width / 2 - (line.getBoundingClientRect().left + line.clientWidth / 2);
  }, [pathname]);
  return (
    <>
      <div className="no-print bg-sheet px-5 pt-3.5">
        <div className="flex flex-wrap items-start gap-x-4 gap-y-1">
          <div className="min-w-0 flex-1 max-md:basis-full">
            <div className="flex items-baseline gap-3">
              <span className="tape shrink-0 whitespace-nowrap text-note">{job.code}</span>
              <h1 className="truncate">{job.name}</h1>
            </div>
          </div>
          <AgreedDate detail={detail} shop={shop} now={now} isAtRisk={behind?.isAtRisk ?? false} />
          <TakeAway detail={detail} />
        </div>
        <nav ref={stages} data-stages aria-label="Stages of the job" className="mt-2 flex overflow-x-auto">
          {stagesOf(detail, shop, now).map(({ to, name, phrase, isMissing }, index) => (
            <NavLink
              key={to}
              to={to}
              className={({ isActive }) =>
                `group relative min-w-32 shrink-0 border-b-[5px] py-1.5 pr-5 ${isActive ? 'border-ink' : 'border-line hover:border-quiet'}`
              }
            >
              <span className="font-semibold">
                <span className="mr-1.5 font-normal text-quiet">{index + 1}</span>
                {name}
              </span>
              <span className={`block text-small ${isMissing ? 'font-semibold text-act' : 'text-quiet'}`}>
                {phrase}
              </span>
            </NavLink>
          ))}
          <span className="flex-1 border-line border-b-[5px]" />
        </nav>
      </div>
      <MayNote call="changeJob" />
      <Outlet context={{ detail, shop, behind } satisfies JobContext} />
    </>
  );
}
