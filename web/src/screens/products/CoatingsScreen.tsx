import type { ShopContext } from '@upholder/core/api';
import { regional } from '@upholder/core/said';
import { useOutletContext, useSearchParams } from 'react-router';
import { ItemList } from './ItemList.tsx';
import { SheetEditor } from './SheetEditor.tsx';

const ROLES = {
  filler: 'Grain fillers',
  primer: 'Primers',
  stain: 'Stains',
  colour: regional('Colours'),
  decor: 'Glazes and waxes',
  clear: 'Clear coats',
} as const;

/** The coatings on the shelf and their data sheets. */
export function CoatingsScreen() {
  const shop = useOutletContext<ShopContext>();
  const [search, setSearch] = useSearchParams();
  const chosen = shop.products.find(({ id }) => id === search.get('product')) ?? shop.products[0];
  return (
    <main className="grid grid-cols-[16rem_minmax(0,1fr)] items-start gap-5 px-5 py-4 max-md:grid-cols-1 max-md:px-3">
      <ItemList
        label="Products"
        groups={(Object.keys(ROLES) as (keyof typeof ROLES)[]).map((role) => ({
          name: ROLES[role],
          items: shop.products
            .filter(({ sheet }) => sheet.role === role)
            .map(({ id, sheet }) => ({ id, name: sheet.name })),
        }))}
        openId={chosen?.id}
        onOpen={(id) => setSearch({ product: id })}
      />
      {chosen && <SheetEditor key={chosen.id} product={chosen} shop={shop} />}
    </main>
  );
}
