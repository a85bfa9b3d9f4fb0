import type { ShopContext } from '@upholder/core/api';
import { useMemo } from 'react';
import { whenWords } from '../../base/times.ts';
import { type FullRow, occupancy, type Taken } from './chartRows.ts';
import type { FilmItem } from './dayItems.ts';
import type { TimeScale } from './timeScale.ts';

export const OCCUPANCY_PX = 46;

/** How full rail or rack is, as steps from empty to full, hour by hour. */
export function Occupancy({
  place: { key, name, capacity },
  films,
  scale,
  shop,
  now,
}: {
  place: FullRow;
  films: readonly FilmItem[];
  scale: TimeScale;
  shop: ShopContext;
  now: number;
}) {
  const steps = useMemo(() => occupancy(films, key), [films, key]);
  const most = steps.reduce<Taken | null>((top, one) => (top && top.amount >= one.amount ? top : one), null);
  const high = OCCUPANCY_PX - 12;
  const heightOf = (amount: number) => (capacity <= 0 ? 0 : Math.min(1, amount / capacity) * high);
  const words = most
    ? `${name} at most ${Math.round((100 * most.amount) / Math.max(1, capacity))} % full, ${whenWords(most.at, now, shop.timeZone)}`
    : `${name} empty`;
  return (
    <svg
      width={scale.width}
      height={OCCUPANCY_PX}
      className="absolute top-0 left-0"
      role="img"
      aria-label={words}
    >
      <title>{words}</title>
      <line x1={0} x2={scale.width} y1={8} y2={8} stroke="var(--stop)" strokeDasharray="4 4" opacity={0.7} />
      {steps.map(({ at, amount }, index) => {
        const until = steps[index + 1]?.at ?? at;
        const height = heightOf(amount);
        return (
          <rect
            key={at}
            x={scale.x(at)}
            width={Math.max(0, scale.x(until) - scale.x(at))}
            y={8 + high - height}
            height={height}
            fill={amount > capacity ? 'var(--stop)' : 'var(--act)'}
            opacity={0.55}
          />
        );
      })}
    </svg>
  );
}
