import type { JobDetail, ShopContext } from '@upholder/core/api';
import { agreedOf, quotesOf } from '@upholder/core/handover';
import { type JobPrice, type JobResult, resultOf, termsOf } from '@upholder/core/pricing';
import { useMemo } from 'react';
import { today } from '../../base/times.ts';
import { money } from '../../base/voice.ts';
import { sheetsOf } from '../../job/productLookups.ts';
import { Card } from '../../parts/controls.tsx';
import { SideScroll } from '../../parts/SideScroll.tsx';
import { CELL, HEAD } from '../materials/cells.ts';

/** What a job took so far, as it is logged; null while nothing is. */
export function useResult(
  detail: JobDetail,
  price: JobPrice,
  shop: ShopContext,
): (JobResult & { quoted: { hours: number; days: number; cost: number } | null }) | null {
  return useMemo(() => {
    if (detail.log.length === 0) return null;
    const agreed = agreedOf(quotesOf(detail.events, today()));
    const result = resultOf({
      steps: detail.steps,
      pieces: detail.pieces,
      yardsticks: shop.settings.yardsticks,
      log: detail.log,
      sheets: sheetsOf(shop),
      rates: shop.settings.rates,
      terms: termsOf(shop.settings, detail.job.pricing),
      timeZone: shop.timeZone,
      price,
      agreed,
    });
    const days = agreed ? Math.max(agreed.base.quote.days, 0) : 0;
    return { ...result, quoted: agreed && { hours: agreed.hours, days, cost: agreed.cost } };
  }, [detail, price, shop]);
}

/** Quoted, priced now, and logged, side by side. */
export function ResultCard({
  detail,
  price,
  result,
}: {
  detail: JobDetail;
  price: JobPrice;
  result: NonNullable<ReturnType<typeof useResult>>;
}) {
  const { quoted, agreedNet, marginPct } = result;
  const hours = (minutes: number) => `${(minutes / 60).toFixed(1)} h`;
  const isOpen = detail.job.status === 'open';
  const rows: [name: string, quoted: string, now: string, logged: string][] = [
    ['Work', quoted ? `${quoted.hours.toFixed(1)} h` : '–', hours(price.minutes), hours(result.minutes)],
    ['Days', quoted ? String(quoted.days) : '–', String(price.span.days), String(result.days)],
    [
      'Cost to the shop',
      quoted ? money(quoted.cost) : '–',
      money(price.price.cost.amount),
      `${result.cost.isAtLeast ? 'at least ' : ''}${money(result.cost.amount)}`,
    ],
  ];
  return (
    <Card className="p-4" aria-label="How it turned out">
      <h2>{isOpen ? 'How it is turning out' : 'How it turned out'}</h2>
      <SideScroll label="Quoted, priced and logged">
        <table className="mt-1 w-full text-left">
          <thead>
            <tr className="border-quiet border-b">
              <th>
                <span className="sr-only">What</span>
              </th>
              <th className={HEAD}>Quoted</th>
              <th className={HEAD}>Priced now</th>
              <th className={HEAD}>Logged</th>
            </tr>
          </thead>
          <tbody>
            {rows.map(([name, ...cells]) => (
              <tr key={name} className="border-line border-b">
                <th scope="row" className="py-1.5 font-normal">
                  {name}
                </th>
                {cells.map((cell, at) => (
                  <td key={['quoted', 'now', 'logged'][at]} className={`${CELL} quantity`}>
                    {cell}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </SideScroll>
      <p className="mt-2 text-note text-quiet">
        {hours(result.timedMinutes)} of {hours(result.minutes)} were timed; the rest counts by the yardsticks.
        {agreedNet !== null && marginPct !== null && !isOpen && (
          <>
            {' '}
            Of {money(agreedNet)} agreed, <span className="font-semibold">{marginPct.toFixed(0)} %</span>{' '}
            stayed.
          </>
        )}
      </p>
    </Card>
  );
}
