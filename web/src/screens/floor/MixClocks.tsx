import type { ShopContext } from '@upholder/core/api';
import { formatDuration } from '@upholder/core/units';
import { Link } from 'react-router';
import { useMixClocks } from '../../job/useMixClocks.ts';

const LOOKS = {
  good: 'border-line bg-sheet',
  short: 'border-act bg-act-wash',
  over: 'border-stop bg-stop-wash text-stop',
} as const;

/** The mixes with hardener in them, each with what is left of its life. */
export function MixClocks({ shop }: { shop: ShopContext }) {
  const ticking = useMixClocks(shop);
  if (ticking.length === 0) return null;
  return (
    <section aria-label="Pot life running" className="flex flex-wrap gap-2">
      {ticking.map(({ mix, sheet, clock, now }) => (
        <Link
          key={mix.id}
          to={`/bench/${mix.id}`}
          role={clock.phase === 'good' ? undefined : 'alert'}
          className={`flex min-h-16 flex-1 items-center gap-4 border-l-[10px] px-4 ${LOOKS[clock.phase]}`}
        >
          <span className="min-w-0 flex-1 text-lead leading-snug">
            <span className="font-semibold">{sheet.name}</span>
            <span className="block text-quiet">{mix.purpose || 'unassigned mix'}</span>
          </span>
          <span className="quantity text-arm">
            {clock.phase === 'over' ? 'do not use' : formatDuration((clock.until - now) / 60_000)}
          </span>
        </Link>
      ))}
    </section>
  );
}
