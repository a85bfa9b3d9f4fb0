import type { ShopContext } from '@upholder/core/api';
import { type ProductNeed, reserveReason } from '@upholder/core/estimating';
import { dayMinutes, litrePrice } from '@upholder/core/pricing';
import { regional } from '@upholder/core/said';
import { Link } from 'react-router';
import { money, show, showAll } from '../../base/voice.ts';
import { Card } from '../../parts/controls.tsx';
import { SideScroll } from '../../parts/SideScroll.tsx';
import { CELL, HEAD } from './cells.ts';

/** What to buy of a product, in containers where their sizes are known. */
function Buy({ need: { missingMl, purchase } }: { need: ProductNeed }) {
  if (missingMl <= 0) return <span className="text-quiet">nothing</span>;
  if (!purchase) return <>{show('volume', missingMl)}</>;
  return (
    <>
      {purchase.containers.map(({ ml, count }) => `${count} × ${show('volume', ml)}`).join(' + ')}
      <span className="block font-normal text-quiet text-small">
        {show('volume', purchase.leftMl)} left over
      </span>
    </>
  );
}

/** What a purchase costs, as far as that is known. */
function costOf({ missingMl, purchase, pricedByLitre }: ProductNeed): number | null {
  if (missingMl <= 0) return 0;
  return purchase?.cost ?? pricedByLitre;
}

function costWords(cost: number | null) {
  if (cost === null) return <span className="font-normal text-quiet">price unknown</span>;
  return cost === 0 ? '–' : money(cost);
}

/** What to buy for a job, product by product, over all its coats and zones. */
export function BuyTable({
  jobId,
  products,
  shop,
}: {
  jobId: string;
  products: readonly ProductNeed[];
  shop: Pick<ShopContext, 'products' | 'settings'>;
}) {
  const idOf = (key: string) => shop.products.find((product) => product.key === key)?.id ?? '';
  const rows = products.map((need) => ({ need, cost: costOf(need) }));
  const { hour, placeDay } = shop.settings.rates;
  const dayCost = hour.prep === null ? null : (hour.prep * dayMinutes(shop.settings)) / 60 + (placeDay ?? 0);
  const reasons = products
    .filter(({ missingMl }) => missingMl > 0)
    .map((need) => reserveReason(need, dayCost, litrePrice(need)));
  const reserve = reasons.every(({ reserveCost }) => reserveCost !== null)
    ? reasons.reduce((sum, { reserveCost }) => sum + (reserveCost ?? 0), 0)
    : null;
  const shorts = reasons.flatMap(({ shortCost }) => shortCost ?? []);
  const short = shorts.length > 0 ? Math.max(...shorts) : null;
  const isWhole = rows.every(({ cost }) => cost !== null);
  const sum = rows.reduce((total, { cost }) => total + (cost ?? 0), 0);
  return (
    <Card className="p-4" aria-label="What to buy">
      <div className="flex flex-wrap items-baseline gap-x-5">
        <h2 className="flex-1">What to buy</h2>
        <Link to={`/products/shopping?jobs=${jobId}`} className="font-semibold underline underline-offset-2">
          Shopping list with consumables
        </Link>
      </div>
      <p className="max-w-prose text-quiet">
        {regional(
          'Enough with 90 % confidence, and a little of each colour for touching up. Running out in the middle of a coat costs a day, a second batch and a risk to the colour; a leftover costs its price.',
        )}{' '}
        {reserve !== null && short !== null && (
          <>
            Here the reserve costs <span className="quantity text-ink">{money(reserve)}</span>, running short
            once about <span className="quantity text-ink">{money(short)}</span>.
          </>
        )}
      </p>
      <SideScroll label="What to buy, product by product" className="mt-2">
        <table className="w-full min-w-[52rem] text-left max-md:min-w-0">
          <thead>
            <tr className="border-quiet border-b">
              <th className="py-1.5 font-semibold">Product</th>
              <th className={`${HEAD} max-md:hidden`}>Whole job</th>
              <th className={HEAD}>Still needed</th>
              <th className={`${HEAD} max-md:hidden`}>In stock</th>
              <th className={HEAD}>Buy</th>
              <th className={HEAD}>Cost</th>
            </tr>
          </thead>
          <tbody>
            {rows.map(({ need, cost }) => (
              <tr key={`${need.productKey} ${need.colour}`} className="border-line border-b">
                <th scope="row" className="py-1.5 font-normal">
                  <Link
                    to={`/products?product=${idOf(need.productKey)}`}
                    className="underline underline-offset-2"
                  >
                    {need.sheet.name}
                  </Link>
                  {need.zones.length > 0 && (
                    <span className="block text-quiet text-small">
                      <span
                        className="mr-1.5 inline-block size-3 border border-line"
                        style={{ background: need.colour ?? undefined }}
                      />
                      {need.zones.join(', ')}
                    </span>
                  )}
                </th>
                <td className={`${CELL} quantity max-md:hidden`}>{show('volume', need.wholeMl)}</td>
                <td className={`${CELL} quantity`}>
                  {need.paintMl <= 0 ? (
                    <span className="font-normal text-quiet">nothing</span>
                  ) : (
                    <>
                      {show('volume', need.safeMl)}
                      <span className="block font-normal text-quiet text-small max-md:hidden">
                        expected {show('volume', need.paintMl)}, {showAll('volume', need.interval, ' to ')}
                      </span>
                    </>
                  )}
                </td>
                <td className={`${CELL} quantity max-md:hidden`}>
                  {need.stockMl === null ? (
                    <span className="font-normal text-quiet">not counted yet</span>
                  ) : (
                    show('volume', need.stockMl)
                  )}
                </td>
                <td className={`${CELL} quantity`}>
                  <Buy need={need} />
                </td>
                <td className={`${CELL} quantity`}>{costWords(cost)}</td>
              </tr>
            ))}
          </tbody>
          <tfoot>
            <tr>
              <th scope="row" colSpan={3} className="py-2 font-semibold">
                Coatings together
              </th>
              <td className="max-md:hidden" colSpan={2} />
              <td className={`${CELL} quantity`}>{isWhole ? money(sum) : `at least ${money(sum)}`}</td>
            </tr>
          </tfoot>
        </table>
      </SideScroll>
    </Card>
  );
}
