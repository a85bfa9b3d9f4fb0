import { Outlet } from 'react-router';
import { upholder } from '../../api/upholder.ts';
import { Skeleton } from '../../parts/controls.tsx';
import { MayNote } from '../../parts/MayNote.tsx';
import { SubNav } from '../../parts/SubNav.tsx';

const SHELVES = [
  { to: '/products', name: 'Coatings' },
  { to: '/products/supplies', name: 'Consumables' },
  { to: '/products/shopping', name: 'Shopping list' },
  { to: '/products/bench', name: 'Cups and guns' },
  { to: '/products/layers', name: 'Recoat compatibility' },
  { to: '/products/systems', name: 'Systems' },
];

/** The stores: what is on the shelves, what is known of layers, and the systems made of them. */
export function ProductsFrame() {
  const { data: shop } = upholder.useShopQuery();
  return (
    <>
      <SubNav label="Shelves" pages={SHELVES} />
      <MayNote call="changeProduct" />
      {shop ? <Outlet context={shop} /> : <Skeleton />}
    </>
  );
}
