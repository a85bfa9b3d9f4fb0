import type { JobDetail, JobSummary, ShopContext } from '@upholder/core/api';
import { plural } from '@upholder/core/said';
import { isPastDate } from '@upholder/core/shop';
import { lazy, Suspense } from 'react';
import { Link } from 'react-router';
import { dateWords, dayWords, whenWords } from '../../base/times.ts';
import { useNowMinute } from '../../base/useNow.ts';
import { finishedOf } from '../../job/finishedOf.ts';
import { useCurrentDetail, usePieceStates } from '../../job/useJobContext.ts';
import { useSlip } from '../../job/useSlip.ts';
import { GlyphStrip } from '../../parts/GlyphStrip.tsx';

/** What comes after a handover is loaded where there was one. */
const Aftermath = lazy(async () => ({ default: (await import('./Aftermath.tsx')).Aftermath }));

const MOST_GLYPHS = 80;
const PX_PER_METRE = 54;
const TALLEST_PX = 84;

function Completion({
  summary,
  detail,
  shop,
  now,
}: {
  summary: JobSummary;
  detail: JobDetail | undefined;
  shop: ShopContext;
  now: number;
}) {
  const isAtRisk = useSlip(detail, shop, now)?.isAtRisk ?? false;
  const { job, completion } = summary;
  const wanted =
    job.neededBy === null ? null : <span className="text-quiet">needed by {dateWords(job.neededBy)}</span>;
  if (job.status !== 'open')
    return (
      <Suspense fallback={null}>
        <Aftermath summary={summary} shop={shop} now={now} />
      </Suspense>
    );
  if (completion === null) {
    const missing =
      summary.pieces === 0
        ? 'no pieces yet'
        : summary.zonesWithoutSystem > 0
          ? `${summary.zonesWithoutSystem} zone without a system`
          : 'not planned yet';
    return (
      <>
        <span className="font-semibold">{missing}</span> {wanted}
      </>
    );
  }
  const finished = detail ? finishedOf(detail) : null;
  if (finished !== null)
    return (
      <>
        <span className="font-semibold">all work logged {whenWords(finished, now, shop.timeZone)}</span>{' '}
        {wanted}
      </>
    );
  const isLate = isPastDate(completion, job.neededBy, shop.timeZone);
  return (
    <>
      <span className={`font-semibold ${isLate || isAtRisk ? 'text-stop' : ''}`}>
        {completion < now ? 'was due to finish' : 'ends'} {dayWords(completion, shop.timeZone)}
        {isLate ? ', too late' : isAtRisk && ', at risk: behind the plan'}
      </span>{' '}
      {wanted}
    </>
  );
}

function PiecesNow({ detail, shop }: { detail: JobDetail; shop: ShopContext }) {
  const current = useCurrentDetail(detail);
  const states = usePieceStates(current, shop);
  const now = useNowMinute();
  const shown = detail.pieces.slice(0, MOST_GLYPHS);
  const tallestMm = Math.max(1, ...shown.map(({ heightMm }) => heightMm));
  const size = Math.min(PX_PER_METRE, (TALLEST_PX * 1000) / tallestMm);
  return (
    <>
      <GlyphStrip pieces={shown} states={states} zones={detail.zones} size={size} perMetre now={now} />
      {detail.pieces.length > MOST_GLYPHS && (
        <p className="mt-1 text-quiet">and {detail.pieces.length - MOST_GLYPHS} more</p>
      )}
    </>
  );
}

/** The stage of a job that is most likely wanted. */
function startOf({ job, completion, pieces }: JobSummary): string {
  if (job.status !== 'open') return 'handover';
  return completion !== null ? 'days' : pieces === 0 ? 'brief' : 'pieces';
}

/** A job in the list, with its pieces as they stand now where they are known. */
export function JobLine({
  summary,
  detail,
  shop,
  now,
}: {
  summary: JobSummary;
  detail: JobDetail | undefined;
  shop: ShopContext;
  now: number;
}) {
  const { job } = summary;
  return (
    <li>
      <Link to={`/jobs/${job.id}/${startOf(summary)}`} className="block bg-sheet px-5 py-4 hover:bg-raised">
        <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
          <span className="tape shrink-0 whitespace-nowrap">{job.code}</span>
          <h2>{job.name}</h2>
          <span className="text-quiet">{job.client}</span>
          <span className="flex-1" />
          <span className="text-right">
            <Completion summary={summary} shop={shop} now={now} detail={detail} />
          </span>
        </div>
        {detail && detail.pieces.length > 0 && (
          <div className="mt-3">
            <PiecesNow detail={detail} shop={shop} />
          </div>
        )}
        {!detail && job.status === 'open' && summary.pieces > 0 && (
          <p className="mt-1.5 text-quiet">{plural(summary.pieces, 'piece', 'pieces')}</p>
        )}
        {!detail && job.addressNote !== '' && <p className="mt-1.5 text-quiet">{job.addressNote}</p>}
      </Link>
    </li>
  );
}
