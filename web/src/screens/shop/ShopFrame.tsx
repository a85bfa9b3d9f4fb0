import { mayCall } from '@upholder/core/api';
import { Outlet } from 'react-router';
import { upholder } from '../../api/upholder.ts';
import { SubNav } from '../../parts/SubNav.tsx';

const PAGES = [
  { to: '/shop', name: 'Hours and places', call: 'shop' },
  { to: '/shop/places', name: 'Places and racks', call: 'shop' },
  { to: '/shop/yardsticks', name: 'Yardsticks', call: 'shop' },
  { to: '/shop/rates', name: 'Rates', call: 'shop' },
  { to: '/shop/results', name: 'Job results', call: 'results' },
  { to: '/shop/learned', name: 'Learned figures', call: 'learned' },
  { to: '/shop/lessons', name: 'What our work taught us', call: 'lessons' },
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
      {pages.length > 1 && <SubNav label="The shop" pages={pages} />}
      <Outlet />
    </>
  );
}
