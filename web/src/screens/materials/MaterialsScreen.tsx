import type { JobDetail, ShopContext } from '@upholder/core/api';
import { coatNeeds, productNeeds, supplyTotals } from '@upholder/core/estimating';
import { totalAreas } from '@upholder/core/pieces';
import { supplyWords } from '@upholder/core/systems';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { show, voice } from '../../base/voice.ts';
import { MaterialsTabs } from '../../job/MaterialsTabs.tsx';
import { sheetsOf, shelvesOf, suppliesOf } from '../../job/productLookups.ts';
import { useJobContext } from '../../job/useJobContext.ts';
import { useLearnedFigures } from '../../job/useLearned.ts';
import { Card } from '../../parts/controls.tsx';
import { BuyTable } from './BuyTable.tsx';
import { CoatTable } from './CoatTable.tsx';
import { PerSideFields } from './PerSideFields.tsx';

/** Everything that a job takes, reckoned from its steps, its pieces and the stores. */
function useMaterials(detail: JobDetail, shop: ShopContext) {
  const learned = useLearnedFigures();
  return useMemo(() => {
    const sheets = sheetsOf(shop);
    const input = {
      steps: [...detail.steps].sort((a, b) => a.position - b.position),
      zones: detail.zones,
      pieces: detail.pieces,
      sheets,
      supplies: suppliesOf(shop),
      isOnSite: detail.job.place === 'client',
      doorMeasure: shop.settings.doorMeasure,
      perSideMl: shop.settings.perSideMl,
      log: detail.log,
      ...(learned && { learned }),
    };
    const coats = coatNeeds(input);
    return { coats, products: productNeeds(coats, sheets, shelvesOf(shop)), supplies: supplyTotals(input) };
  }, [detail, shop, learned]);
}

/** What a job takes of coatings and consumables, by film and by count, and what is to be bought for it. */
export function MaterialsScreen() {
  const { detail, shop } = useJobContext();
  const { coats, products, supplies } = useMaterials(detail, shop);
  if (coats.length === 0)
    return (
      <main className="flex flex-col gap-4 p-5 max-md:p-3">
        <MaterialsTabs />
        <Card className="p-5">
          <h1>Materials &amp; price</h1>
          <p className="mt-1 max-w-prose">
            Amounts follow from pieces and steps, and there is nothing to count yet.{' '}
            <Link to="../sequence" className="font-semibold underline underline-offset-2">
              Choose a system under Sequence
            </Link>{' '}
            and list the pieces.
          </p>
        </Card>
      </main>
    );
  const { totalMm2 } = totalAreas(detail.pieces);
  return (
    <main className="flex flex-col gap-4 p-5 max-md:p-3">
      <MaterialsTabs />
      <div className="flex flex-wrap items-baseline gap-x-5">
        <h1>Materials &amp; price</h1>
        <p className="text-quiet">
          <span className="quantity text-ink">{detail.pieces.length}</span> pieces,{' '}
          <span className="quantity text-ink">{show('area', totalMm2 / 1e6)}</span> to finish
        </p>
      </div>
      <BuyTable jobId={detail.job.id} products={products} shop={shop} />
      {detail.zones.map((zone) => (
        <CoatTable
          key={zone.id}
          zone={zone}
          pieces={detail.pieces.filter(({ zoneId }) => zoneId === zone.id)}
          coats={coats.filter(({ zoneId }) => zoneId === zone.id)}
          shop={shop}
        />
      ))}
      <PerSideFields shop={shop} />
      <Card className="p-4" aria-label="Consumables">
        <h2>Consumables</h2>
        <ul className="mt-2 grid grid-cols-3 gap-x-8 gap-y-1 max-lg:grid-cols-2 max-md:grid-cols-1">
          {supplies.map(({ key, supply, need }) => (
            <li key={key} className="flex items-baseline justify-between gap-3 border-line border-b py-1">
              <span>{supply.name}</span>
              <span className="quantity">
                {need ? supplyWords(need, voice().units) : <span className="text-quiet">not counted</span>}
              </span>
            </li>
          ))}
        </ul>
      </Card>
    </main>
  );
}
