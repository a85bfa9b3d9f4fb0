import type { JobDetail, ShopContext } from '@upholder/core/api';
import { effectiveLog } from '@upholder/core/jobs';
import { tagsOf } from '@upholder/core/pieces';
import { blockMinutes, loggedEnd, workBlocks } from '@upholder/core/planning';
import { addDays, localDate, minuteAt } from '@upholder/core/shop';
import { formatDuration } from '@upholder/core/units';
import { Link } from 'react-router';
import { clockWords, dateWords, whenWords } from '../../base/times.ts';
import { blockLoads, blockName, piecesOf } from './blockWords.ts';
import { mixWords } from './mixWords.ts';
import { Overnight } from './Overnight.tsx';

function MixLine({ mix }: { mix: string }) {
  return mix === '' ? null : <span className="block">Mix {mix}</span>;
}

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
  const within = { start: 0, end: minuteAt(addDays(today, 1), '00:00', shop.timeZone) };
  const blocks = workBlocks(open, within);
  const closing = blocks.reduce((latest, { end }) => Math.max(latest, end), 0);
  return (
    <div>
      <h2>
        {open.length === 0
          ? 'All work is logged'
          : `To do ${today === localDate(now, shop.timeZone) ? 'today' : dateWords(today)}`}
      </h2>
      <ol className="mt-1">
        {blocks.map((block) => (
          <li key={`${block.personId} ${block.start}`}>
            <button
              type="button"
              onClick={() => onSelect(block.ops[0]?.id ?? '')}
              className="block w-full py-1 text-left leading-snug hover:underline"
            >
              <span className="quantity">{whenWords(block.start, now, shop.timeZone)}</span>{' '}
              <span className="font-semibold">{blockName(block)}</span>
              <span className="block text-note text-quiet">
                {blockLoads(block, labels)} {tagsOf(detail.pieces, piecesOf(block))} ·{' '}
                {shop.crew.find(({ id }) => id === block.personId)?.name} ·{' '}
                <span className="whitespace-nowrap">{formatDuration(blockMinutes(block))}</span>
                <MixLine mix={mixWords(block.ops, [detail], shop)} />
              </span>
            </button>
          </li>
        ))}
      </ol>
      {closing > 0 && (
        <section aria-label="Overnight" className="mt-3">
          <h3>Overnight, from {clockWords(closing, shop.timeZone)}</h3>
          <Overnight
            details={[detail]}
            at={closing}
            timeZone={shop.timeZone}
            stackingPieces={shop.settings.stackingPieces}
          />
        </section>
      )}
      <Link
        to={`/wall?day=${today}`}
        className="press-h-6 mt-2 inline-flex items-center font-semibold text-act underline underline-offset-2"
      >
        Daily worksheet
      </Link>
      <p className="mt-3 text-note text-quiet">Select a line, a block or a strip to see why it waits.</p>
    </div>
  );
}
