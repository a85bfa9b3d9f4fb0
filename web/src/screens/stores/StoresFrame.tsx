import { Outlet } from 'react-router';
import { upholder } from '../../api/upholder.ts';
import { Skeleton } from '../../parts/controls.tsx';
import { MayNote } from '../../parts/MayNote.tsx';
import { SubNav } from '../../parts/SubNav.tsx';

const SHELVES = [
  { to: '/stores', name: 'Coatings' },
  { to: '/stores/supplies', name: 'Consumables' },
  { to: '/stores/bench', name: 'Cups and guns' },
  { to: '/stores/layers', name: 'Recoat compatibility' },
  { to: '/stores/systems', name: 'Systems' },
];

/** The stores: what is on the shelves, what is known of layers, and the systems made of them. */
export function StoresFrame() {
  const { data: shop } = upholder.useShopQuery();
  return (
    <>
      <SubNav label="Shelves" pages={SHELVES} />
      <MayNote call="changeProduct" />
      {shop ? <Outlet context={shop} /> : <Skeleton />}
    </>
  );
}
