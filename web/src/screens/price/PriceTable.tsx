import type { ShopContext } from '@upholder/core/api';
import { marginOf, type Price, type Terms } from '@upholder/core/pricing';
import type { ReactNode } from 'react';
import { exactMoney } from '../../base/voice.ts';
import { Card } from '../../parts/controls.tsx';
import { SideScroll } from '../../parts/SideScroll.tsx';

const percent = (share: number | null) => (share === null ? 'not entered' : `${share} %`);

function Row({
  name,
  how,
  amount,
  isSum,
}: {
  name: string;
  how: string;
  amount: ReactNode;
  isSum?: boolean;
}) {
  return (
    <tr className={isSum ? 'border-quiet border-t-[1.5px] font-semibold' : 'border-line border-t'}>
      <th scope="row" className={`py-1.5 ${isSum ? 'font-semibold' : 'font-normal'}`}>
        {name}
        <span className="hidden font-normal text-quiet text-small max-md:block">{how}</span>
      </th>
      <td className="py-1.5 pl-4 text-quiet max-md:hidden">{how}</td>
      <td className="quantity py-1.5 pl-4 text-right">{amount}</td>
    </tr>
  );
}

/** Every line of a price with where it comes from, from the first cost to what the client pays. */
export function PriceTable({ price, terms, shop }: { price: Price; terms: Terms; shop: ShopContext }) {
  const { taxName } = shop.settings.rates;
  const atLeast = (amount: number, isAtLeast: boolean) =>
    `${isAtLeast ? 'at least ' : ''}${exactMoney(amount)}`;
  const own = marginOf(price.net, price.cost.amount);
  return (
    <Card className="p-4" aria-label="How the price is made">
      <h2>How the price is made</h2>
      <SideScroll label="Price, part by part" className="mt-2">
        <table className="w-full min-w-[34rem] text-left max-md:min-w-0">
          <tbody>
            {price.lines.map(({ part, words, source, amount }) => (
              <Row
                key={`${part} ${words}`}
                name={words}
                how={source}
                amount={
                  amount === null ? (
                    <span className="font-normal text-quiet">unknown</span>
                  ) : (
                    exactMoney(amount)
                  )
                }
              />
            ))}
            <Row isSum name="Costs" how="" amount={atLeast(price.direct.amount, price.direct.isAtLeast)} />
            <Row name="Overhead" how={percent(terms.overheadPct)} amount={exactMoney(price.overhead)} />
            <Row
              isSum
              name="Cost to the shop"
              how=""
              amount={atLeast(price.cost.amount, price.cost.isAtLeast)}
            />
            <Row
              name="Margin"
              how={terms.marginPct === null ? 'not entered' : `${terms.marginPct} % of the price before tax`}
              amount={exactMoney(price.margin)}
            />
            {price.rounding > 0 && (
              <Row
                name="Rounding up"
                how={`to ${exactMoney(terms.roundTo)}`}
                amount={exactMoney(price.rounding)}
              />
            )}
            <Row
              isSum
              name="Price before tax"
              how={own === null || price.isAtLeast ? '' : `${own.toFixed(1)} % stays with the shop`}
              amount={atLeast(price.net, price.isAtLeast)}
            />
            <Row name={taxName || 'Tax'} how={percent(terms.taxPct)} amount={exactMoney(price.tax)} />
            <Row isSum name="The client pays" how="" amount={atLeast(price.gross, price.isAtLeast)} />
          </tbody>
        </table>
      </SideScroll>
    </Card>
  );
}
