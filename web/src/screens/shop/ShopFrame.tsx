import { mayCall } from '@upholder/core/api';
import { NavLink, Outlet } from 'react-router';
import { upholder } from '../../api/upholder.ts';

const PAGES = [
  { to: '/shop', name: 'Hours and places', call: 'shop' },
  { to: '/shop/people', name: 'People', call: 'members' },
  { to: '/shop/backups', name: 'Backups', call: 'backups' },
] as const;

/** The shop: how it works, who works in it, how it is kept. */
export function ShopFrame() {
  const { data: session } = upholder.useSessionQuery();
  const member = session?.member;
  const pages = PAGES.filter(({ call }) => member && mayCall(member.role, call));
  return (
    <>
      {pages.length > 1 && (
        <nav aria-label="The shop" className="no-print flex gap-1 px-5 pt-3">
          {pages.map(({ to, name }) => (
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
      )}
      <Outlet />
    </>
  );
}
