import type { JobDetail, ShopContext } from '@upholder/core/api';
import { effectiveLog } from '@upholder/core/jobs';
import { tagsOf } from '@upholder/core/pieces';
import { loggedEnd } from '@upholder/core/planning';
import { localDate } from '@upholder/core/shop';
import { Link } from 'react-router';
import { dateWords, whenWords } from '../../base/times.ts';

/** The rest of today in words; on a closed day, what comes first after it. */
export function Today({
  detail,
  shop,
  now,
  onSelect,
}: {
  detail: JobDetail;
  shop: ShopContext;
  now: number;
  onSelect(id: string): void;
}) {
  const entries = effectiveLog(detail.log);
  const open = (detail.plan?.ops ?? [])
    .filter((op) => op.personId !== null && loggedEnd(op, entries) === null)
    .sort((a, b) => a.start - b.start);
  const labels = new Map(detail.plan?.loads.map(({ id, label }) => [id, label]));
  const today = localDate(Math.max(now, open[0]?.start ?? now), shop.timeZone);
  const list = open.filter(({ start }) => localDate(start, shop.timeZone) <= today);
  return (
    <div>
      <h2>
        {open.length === 0
          ? 'All work is logged'
          : `To do ${today === localDate(now, shop.timeZone) ? 'today' : dateWords(today)}`}
      </h2>
      <ol className="mt-1">
        {list.map((op) => (
          <li key={op.id}>
            <button
              type="button"
              onClick={() => onSelect(op.id)}
              className="block w-full py-1 text-left leading-snug hover:underline"
            >
              <span className="quantity">{whenWords(op.start, now, shop.timeZone)}</span>{' '}
              <span className="font-semibold">{op.name}</span>
              <span className="block text-note text-quiet">
                {labels.get(op.loadId)} {tagsOf(detail.pieces, op.pieceIds)} ·{' '}
                {shop.crew.find(({ id }) => id === op.personId)?.name}
              </span>
            </button>
          </li>
        ))}
      </ol>
      <Link
        to={`/wall?day=${today}`}
        className="mt-2 inline-block font-semibold text-act underline underline-offset-2"
      >
        Daily worksheet
      </Link>
      <p className="mt-3 text-note text-quiet">Select a line, a block or a strip to see why it waits.</p>
    </div>
  );
}
