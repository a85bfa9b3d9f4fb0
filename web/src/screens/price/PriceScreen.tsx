import { termsOf } from '@upholder/core/pricing';
import { Link } from 'react-router';
import { exactMoney } from '../../base/voice.ts';
import { MaterialsTabs } from '../../job/MaterialsTabs.tsx';
import { useJobContext } from '../../job/useJobContext.ts';
import { useJobPrice } from '../../job/useJobPrice.ts';
import { Card, Notice } from '../../parts/controls.tsx';
import { MayNote } from '../../parts/MayNote.tsx';
import { CompareCard } from './CompareCard.tsx';
import { HoursTable } from './HoursTable.tsx';
import { OwnTerms } from './OwnTerms.tsx';
import { PriceTable } from './PriceTable.tsx';
import { ResultCard, useResult } from './ResultCard.tsx';
import { RiskCard } from './RiskCard.tsx';

/** What a job costs the shop and what it asks for it, line by line. */
export function PriceScreen() {
  const { detail, shop } = useJobContext();
  const { price, why } = useJobPrice(detail, shop);
  const result = useResult(detail, price, shop);
  const terms = termsOf(shop.settings, detail.job.pricing);
  const { gross, net, isAtLeast } = price.price;
  const isEmpty = price.minutes === 0;
  const { hour } = shop.settings.rates;
  const hasRates = Object.values(hour).some((rate) => rate !== null);
  return (
    <>
      <MayNote call="changePricing" />
      <main className="flex flex-col gap-4 p-5 max-md:p-3">
        <MaterialsTabs />
        {isEmpty ? (
          <Card className="p-5">
            <h1>Price</h1>
            <p className="mt-1 max-w-prose">
              Nothing to price yet.{' '}
              <Link to="../sequence" className="font-semibold underline underline-offset-2">
                Choose a system under Sequence
              </Link>{' '}
              and list the pieces.
            </p>
          </Card>
        ) : (
          <>
            <div className="flex flex-wrap items-baseline gap-x-6 gap-y-1">
              <h1>
                Price{' '}
                <span className="quantity">
                  {isAtLeast && 'at least '}
                  {exactMoney(gross)}
                </span>
              </h1>
              <p className="text-quiet">
                <span className="quantity text-ink">{exactMoney(net)}</span> before tax,{' '}
                <span className="quantity text-ink">{(price.minutes / 60).toFixed(1)} h</span> of work on{' '}
                <span className="quantity text-ink">{price.span.days}</span>{' '}
                {price.span.days === 1 ? 'day' : 'days'}
              </p>
            </div>
            {!hasRates && (
              <Notice
                action={
                  <Link to="/shop/rates" className="font-semibold underline underline-offset-2">
                    Enter rates
                  </Link>
                }
              >
                No rate for an hour of work is entered, so work is not in the price.
              </Notice>
            )}
            <div className="grid grid-cols-[minmax(0,3fr)_minmax(0,2fr)] items-start gap-4 max-lg:grid-cols-1">
              <div className="flex flex-col gap-4">
                <PriceTable price={price.price} terms={terms} shop={shop} />
                <HoursTable price={price} why={why} logged={result?.work ?? null} />
              </div>
              <div className="flex flex-col gap-4">
                <OwnTerms key={detail.job.id} job={detail.job} shop={shop} />
                {result && <ResultCard detail={detail} price={price} result={result} />}
                <RiskCard detail={detail} price={price} shop={shop} />
              </div>
            </div>
            <CompareCard detail={detail} shop={shop} />
          </>
        )}
      </main>
    </>
  );
}
