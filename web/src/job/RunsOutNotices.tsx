import type { JobDetail, ShopContext } from '@upholder/core/api';
import { NOTHING_LEARNED, thirstOf } from '@upholder/core/estimating';
import { plannedPaint, type RunsOut, stockForecast } from '@upholder/core/floor';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { whenWords } from '../base/times.ts';
import { show } from '../base/voice.ts';
import { Notice } from '../parts/controls.tsx';
import { sheetsOf, shelvesOf } from './productLookups.ts';
import { useLearnedFigures } from './useLearned.ts';

const MOST = 3;

/** Products that run out while the plans of the open jobs still need them. */
function useRunsOut(details: readonly JobDetail[] | undefined, shop: ShopContext): RunsOut[] {
  const learned = useLearnedFigures();
  return useMemo(() => {
    if (!details) return [];
    const planned = plannedPaint(details, sheetsOf(shop), (key) => thirstOf(key, learned ?? NOTHING_LEARNED));
    return stockForecast(planned, shelvesOf(shop));
  }, [details, shop, learned]);
}

/** Says which paint runs out on which planned day, early enough to buy it. @param jobCode only what this job uses; all open jobs where it is left out. */
export function RunsOutNotices({
  details,
  shop,
  now,
  jobCode,
}: {
  details: readonly JobDetail[] | undefined;
  shop: ShopContext;
  now: number;
  jobCode?: string;
}) {
  const all = useRunsOut(details, shop).filter((one) => jobCode === undefined || one.jobCode === jobCode);
  const nameOf = (key: string) => shop.products.find((product) => product.key === key)?.sheet.name ?? key;
  return all.slice(0, MOST).map(({ productKey, colour, at, name, jobCode: code, shortMl }) => (
    <Notice
      key={`${productKey} ${colour}`}
      kind={at - now < 2 * 1440 ? 'stop' : 'plain'}
      action={
        <Link
          to="/products/shopping"
          className="inline-flex press-h-12 items-center font-semibold underline underline-offset-2"
        >
          Shopping list
        </Link>
      }
    >
      {nameOf(productKey)} runs out{' '}
      <span className="font-semibold">{whenWords(Math.max(at, now), now, shop.timeZone)}</span>, at {name} of{' '}
      {code}: <span className="quantity">{show('volume', shortMl)}</span> short for what is planned.
    </Notice>
  ));
}
