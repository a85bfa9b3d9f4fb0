import { NavLink, Outlet } from 'react-router';
import { upholder } from '../../api/upholder.ts';
import { Skeleton } from '../../parts/controls.tsx';
import { MayNote } from '../../parts/MayNote.tsx';

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
      <nav aria-label="Shelves" className="no-print flex gap-1 px-5 pt-3">
        {SHELVES.map(({ to, name }) => (
          <NavLink
            key={to}
            to={to}
            end
            className={({ isActive }) =>
              `min-h-9 px-3 py-1.5 font-semibold ${isActive ? 'tape' : 'hover:underline'}`
            }
          >
            {name}
          </NavLink>
        ))}
      </nav>
      <MayNote call="changeProduct" />
      {shop ? <Outlet context={shop} /> : <Skeleton />}
    </>
  );
}
