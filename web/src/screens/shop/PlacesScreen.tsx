import type { Place } from '@upholder/core/shop';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { upholder } from '../../api/upholder.ts';
import { useMay } from '../../api/useMay.ts';
import { Button, Skeleton } from '../../parts/controls.tsx';
import { MayNote } from '../../parts/MayNote.tsx';
import { PlaceCard } from './PlaceCard.tsx';
import { newPlace } from './placeDraft.ts';

/** Where pieces are worked besides the shop: garages, tents, second booths; and every rail and rack. */
export function PlacesScreen() {
  const { data: shop } = upholder.useShopQuery();
  const mayChange = useMay('changeShop');
  const [added, setAdded] = useState<Place | null>(null);
  if (!shop) return <Skeleton />;
  const { places } = shop.settings;
  const fresh = added && !places.some(({ id }) => id === added.id) ? added : null;
  return (
    <>
      <MayNote call="changeShop" />
      <main className="flex flex-col gap-5 p-5 max-md:p-3">
        <div className="flex flex-wrap items-center gap-4">
          <h1>Places and racks</h1>
          <p className="flex-1 text-quiet">
            A garage, a tent or a second booth has its own rating, size and air. Choose the place for pieces
            in the take-off.
          </p>
          <Button
            kind="act"
            disabled={!mayChange || fresh !== null}
            onClick={() => setAdded(newPlace(uuid().slice(-12)))}
          >
            Add place
          </Button>
        </div>
        {fresh && <PlaceCard key={fresh.id} shop={shop} place={fresh} isNew onGone={() => setAdded(null)} />}
        {places.map((place) => (
          <PlaceCard key={place.id} shop={shop} place={place} isNew={false} onGone={() => undefined} />
        ))}
        <PlaceCard shop={shop} place={null} isNew={false} onGone={() => undefined} />
      </main>
    </>
  );
}
