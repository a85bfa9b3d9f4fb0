import type { Session } from '@upholder/core/api';
import { ROLE_WORDS } from '@upholder/core/people';
import { toMinute } from '@upholder/core/shop';
import { CircleHelp, Moon, Sun } from 'lucide-react';
import { NavLink, useLocation } from 'react-router';
import { themeChosen, useApp, useAppDispatch } from '../api/store.ts';
import { upholder } from '../api/upholder.ts';
import { sender } from '../api/useSync.ts';
import { clockWords, dayWords } from '../base/times.ts';
import { useServerDate } from '../base/useNow.ts';
import { show } from '../base/voice.ts';

/** Shop, clock and air: what a refinisher glances at all day. */
function ShopStatus({ isFloor }: { isFloor: boolean }) {
  const { data: shop } = upholder.useShopQuery();
  const now = useServerDate(1000);
  if (!shop) return null;
  const minute = toMinute(now);
  const { reading } = shop;
  return (
    <p className="flex items-baseline gap-4 whitespace-nowrap max-md:order-6 max-md:ml-auto">
      {reading && (
        <span title={`Air in the shop, ${reading.source === 'station' ? 'from the station' : 'typed in'}`}>
          <span className="quantity">{show('temperature', reading.airC)}</span>{' '}
          <span className="quantity">{Math.round(reading.rhPct)} %</span>
        </span>
      )}
      <time dateTime={now.toISOString()}>
        <span className={`text-quiet max-md:hidden ${isFloor ? '' : 'max-xl:hidden'}`}>
          {dayWords(minute, shop.timeZone)}
        </span>{' '}
        <span className="quantity">{clockWords(minute, shop.timeZone)}</span>
      </time>
    </p>
  );
}

function ThemeAndHelp({ onHelp }: { onHelp(): void }) {
  const dispatch = useAppDispatch();
  const theme = useApp(({ deviceSettings }) => deviceSettings.theme);
  return (
    <div className="flex items-center max-md:order-2 max-md:ml-auto">
      <button
        type="button"
        className="grid size-9 place-items-center rounded-[3px] hover:bg-closed max-md:size-[48px]"
        onClick={() => dispatch(themeChosen(theme === 'light' ? 'booth' : 'light'))}
        aria-label={theme === 'light' ? 'Booth (dark) theme' : 'Light theme'}
      >
        {theme === 'light' ? <Moon size={18} /> : <Sun size={18} />}
      </button>
      <button
        type="button"
        className="grid size-9 place-items-center rounded-[3px] hover:bg-closed max-md:size-[48px]"
        onClick={onHelp}
        aria-label="Help and keyboard shortcuts"
      >
        <CircleHelp size={18} />
      </button>
    </div>
  );
}

/** Who is signed in, and the way out; on the shop's tablet the way to whoever is next. */
function Who({ session }: { session: Session }) {
  const dispatch = useAppDispatch();
  const [signOut] = upholder.useSignOutMutation();
  const { member, tablet } = session;
  if (!member) return null;
  async function leave(): Promise<void> {
    await signOut();
    if (tablet) await dispatch(upholder.endpoints.session.initiate(undefined, { forceRefetch: true }));
    else dispatch(upholder.util.resetApiState());
    sender().tellSession();
  }
  return (
    <div className="flex items-center gap-x-3 max-md:order-3 max-md:gap-x-1.5">
      {!tablet && (
        <NavLink
          to="/me"
          className="font-semibold hover:underline max-md:inline-flex max-md:min-h-[48px] max-md:min-w-[48px] max-md:items-center"
          title="Password, PIN, where you are signed in"
        >
          {member.name}
          {member.role !== 'owner' && (
            <span className="font-normal text-quiet lowercase"> {ROLE_WORDS[member.role].name}</span>
          )}
        </NavLink>
      )}
      <button
        type="button"
        className={
          tablet
            ? 'press-h-12 rounded-[3px] border-[1.5px] border-ink px-3 font-semibold'
            : 'hover:underline max-md:min-h-[48px] max-md:min-w-[48px]'
        }
        onClick={() => void leave()}
      >
        {tablet ? `${member.name} – switch` : 'Sign out'}
      </button>
    </div>
  );
}

const NAV = [
  { to: '/jobs', name: 'Jobs' },
  { to: '/find', name: 'Find' },
  { to: '/spray', name: 'Spray' },
  { to: '/products', name: 'Products & stock' },
  { to: '/shop', name: 'Shop' },
];

/** The line on top of every screen. @param onHelp explains the screen. */
export function TopLine({ session, onHelp }: { session: Session; onHelp(): void }) {
  const { pathname } = useLocation();
  const isBench = pathname.startsWith('/bench');
  const isFloor = isBench || pathname.startsWith('/floor');
  const tab = ({ isActive }: { isActive: boolean }) =>
    `px-3 py-1 font-semibold max-xl:px-2 max-md:inline-flex max-md:min-h-[48px] max-md:min-w-[48px] max-md:items-center ${isActive ? 'tape' : 'hover:underline underline-offset-4'}`;
  const posture = (isOn: boolean) =>
    `px-3 py-1 font-semibold max-md:inline-flex max-md:min-h-[48px] max-md:min-w-[48px] max-md:items-center ${isOn ? 'bg-ink text-sheet' : ''}`;
  return (
    <header className="no-print flex min-h-13 flex-wrap items-center gap-x-5 gap-y-1 border-line border-b bg-sheet px-5 py-1.5 max-xl:gap-x-2.5 max-md:gap-x-1">
      <NavLink
        to="/jobs"
        className="flex items-center gap-2 font-extrabold text-lead [font-stretch:122%] max-md:min-h-[48px] max-md:min-w-[48px]"
      >
        <img src="/mark.svg" alt="" className="h-6" />
        {/* Five ways, the air and the modes fit beside each other on a tablet only without the name. */}
        <span className={isFloor ? '' : 'md:max-xl:sr-only'}>Upholder</span>
      </NavLink>
      {!isFloor && (
        <nav aria-label="Main" className="flex flex-wrap gap-1 max-md:order-4 max-md:w-full max-md:gap-x-0">
          {NAV.map(({ to, name }) => (
            <NavLink key={to} to={to} className={tab}>
              {name}
            </NavLink>
          ))}
        </nav>
      )}
      <div className="flex-1 max-md:hidden" />
      <ShopStatus isFloor={isFloor} />
      <div
        className="flex rounded-[3px] border-[1.5px] border-ink max-md:order-5"
        role="group"
        aria-label="Mode"
      >
        <NavLink to="/jobs" className={posture(!isFloor)}>
          Desk
        </NavLink>
        <NavLink to="/floor" className={posture(isFloor && !isBench)}>
          Floor
        </NavLink>
        <NavLink to="/bench" className={posture(isBench)}>
          Bench
        </NavLink>
      </div>
      <ThemeAndHelp onHelp={onHelp} />
      <Who session={session} />
    </header>
  );
}
