import { tagsOf } from '@upholder/core/pieces';
import { formatDuration } from '@upholder/core/units';
import { Link } from 'react-router';
import { whenWords } from '../../base/times.ts';
import { holderWords, placeAt } from '../../job/placeWords.ts';
import { useOpenStops } from '../../job/steps/useOpenStops.ts';
import { Notice } from '../../parts/controls.tsx';
import type { NowItem } from './useNowLog.ts';

/** When it was planned for, in words. */
function plannedWords({ item, shop, now }: NowItem, isDue: boolean): string {
  if (isDue) return 'Do now';
  const isOpen = item.openAt <= now;
  const at = item.plannedStart ?? (isOpen ? now : item.openAt);
  return `Planned for ${whenWords(at, now, shop.timeZone)}${isOpen ? '; can start now' : ''}`;
}

/** What it is, where, for what, and what stands in its way or hurries it. */
export function NowHead({ isDue, ...props }: NowItem & { isDue: boolean }) {
  const { item, detail, shop, now } = props;
  const { op, plannedEnd, shutsAt } = item;
  const when = (minute: number) => whenWords(minute, now, shop.timeZone);
  const zone = detail.zones.find(({ id }) => id === op.zoneId);
  const dries = holderWords(detail.plan?.loads.find(({ id }) => id === item.loadId)?.holderId, shop);
  const stops = useOpenStops(detail, shop).filter(({ step }) => step?.id === op.stepId);
  return (
    <>
      <p className="text-lead text-quiet">
        {plannedWords(props, isDue)}, {placeAt(op, shop)}
        {op.hold && dries !== '' && `, then ${dries}`} · {detail.job.code}
        {plannedEnd !== null && plannedEnd < now && (
          <span className="font-semibold text-act"> · was due {when(plannedEnd)}</span>
        )}
      </p>
      <h1 className="mt-1 text-arm leading-[1.1]">{op.name}</h1>
      <p className="mt-1 text-lead">
        {item.loadLabel} <span className="font-semibold">{tagsOf(detail.pieces, op.pieceIds)}</span>
      </p>
      {item.openAt > now && (
        <div className="mt-2">
          <Notice kind="stop">
            Not yet: {item.heldBy?.name ?? 'the film under it'} must dry until {when(item.openAt)}, another{' '}
            {formatDuration(item.openAt - now)}. Only log it if it has really been done.
          </Notice>
        </div>
      )}
      {stops.map(({ finding }) => (
        <div key={finding.code} className="mt-2">
          <Notice kind="stop">
            {finding.why}{' '}
            <Link
              to={`/jobs/${detail.job.id}/sequence?zone=${zone?.id ?? ''}`}
              className="font-semibold underline underline-offset-2"
            >
              Fix or override it under Sequence
            </Link>
          </Notice>
        </div>
      ))}
      {shutsAt !== null && (
        <p className={`mt-1 text-lead ${shutsAt < now ? 'font-semibold text-stop' : ''}`}>
          {shutsAt < now
            ? 'The recoat window has closed: scuff and tack off first, or replan.'
            : `Recoat window closes ${when(shutsAt)}, in ${formatDuration(shutsAt - now)}.`}
        </p>
      )}
    </>
  );
}
