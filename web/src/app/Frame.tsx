import { localClock, toMinute } from '@upholder/core/shop';
import { Keyboard, Moon, Sun } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { NavLink, Outlet, useLocation, useNavigate } from 'react-router';
import { keepChoice, themeChosen, useApp, useAppDispatch } from '../api/store.ts';
import { backoffMs } from '../api/sync/drain.ts';
import { refusalOf, upholder } from '../api/upholder.ts';
import { useLive } from '../api/useLive.ts';
import { sender, useSync } from '../api/useSync.ts';
import { dayWords } from '../base/times.ts';
import { useServerDate } from '../base/useNow.ts';
import { Notice, Skeleton } from '../parts/controls.tsx';
import { ErrorBoundary } from '../parts/ErrorBoundary.tsx';
import { GlyphPatterns } from '../parts/glyphParts.tsx';
import { PotAlarm } from '../screens/bench/PotAlarm.tsx';
import { SignInScreen } from '../screens/sign-in/SignInScreen.tsx';
import { KeyOverlay } from './KeyOverlay.tsx';
import { Troubles } from './Troubles.tsx';

function useTheme(): void {
  const theme = useApp(({ face }) => face.theme);
  useEffect(() => {
    document.documentElement.dataset.theme = theme;
    keepChoice('theme', theme);
  }, [theme]);
}

/** Shop, clock and air: what a refinisher glances at all day. */
function Glance() {
  const { data: shop } = upholder.useShopQuery();
  const now = useServerDate(1000);
  if (!shop) return null;
  const minute = toMinute(now);
  const { reading } = shop;
  return (
    <p className="flex items-baseline gap-4 whitespace-nowrap">
      {reading && (
        <span title={`Air in the shop, ${reading.source === 'station' ? 'from the station' : 'typed in'}`}>
          <span className="quantity">{reading.airC.toFixed(1)} °C</span>{' '}
          <span className="quantity">{Math.round(reading.rhPct)} %</span>
        </span>
      )}
      <time dateTime={now.toISOString()}>
        <span className="text-quiet">{dayWords(minute, shop.timeZone)}</span>{' '}
        <span className="quantity">{localClock(minute, shop.timeZone)}</span>
      </time>
    </p>
  );
}

const NAV = [
  { to: '/jobs', name: 'Jobs' },
  { to: '/find', name: 'Find' },
  { to: '/stores', name: 'Stores' },
  { to: '/shop', name: 'Shop' },
];

/** The frame round every screen: sign-in, top line, what is wrong, keys. */
export function Frame() {
  useTheme();
  useSync(useApp(({ face }) => face.isConnected));
  const dispatch = useAppDispatch();
  const location = useLocation();
  const navigate = useNavigate();
  const [areKeysShown, showKeys] = useState(false);
  const session = upholder.useSessionQuery();
  const { data, error, refetch } = session;
  const tries = useRef(0);
  const [signOut] = upholder.useSignOutMutation();
  const theme = useApp(({ face }) => face.theme);
  const isBench = location.pathname.startsWith('/bench');
  const isFloor = isBench || location.pathname.startsWith('/floor');
  useLive(data);

  useEffect(() => {
    if (!error) {
      tries.current = 0;
      return;
    }
    // Each try that fails gives a new error, and with it the next, longer wait.
    tries.current += 1;
    const timer = setTimeout(() => void refetch(), backoffMs(tries.current, Math.random()));
    return () => clearTimeout(timer);
  }, [error, refetch]);

  useEffect(() => {
    function press(event: KeyboardEvent): void {
      const { target, key } = event;
      const isTyping =
        target instanceof HTMLElement &&
        (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));
      if (isTyping || event.ctrlKey || event.metaKey || event.altKey) return;
      if (key === '?') showKeys(true);
      else if (key === 'f') navigate('/floor');
      else if (key === 'j') navigate('/jobs');
      else if (key === 'p') navigate('/find');
      else if (key === 'm') navigate('/bench');
      else if (key === 'b') dispatch(themeChosen(theme === 'light' ? 'booth' : 'light'));
    }
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [dispatch, navigate, theme]);

  if (!data) {
    return error ? (
      <main className="p-8">
        <Notice kind="stop">{refusalOf(error).message} Trying again…</Notice>
      </main>
    ) : (
      <Skeleton />
    );
  }
  if (!data.member)
    return (
      <>
        <SignInScreen
          session={data}
          onDone={() => {
            void refetch();
            sender().tellSession();
          }}
        />
        <Troubles session={data} posture="desk" />
      </>
    );

  const tab = ({ isActive }: { isActive: boolean }) =>
    `px-3 py-1 font-semibold ${isActive ? 'tape' : 'hover:underline underline-offset-4'}`;
  return (
    <div className="flex min-h-screen flex-col">
      <GlyphPatterns />
      <PotAlarm />
      <header className="no-print flex min-h-13 flex-wrap items-center gap-x-5 gap-y-1 border-line border-b bg-sheet px-5 max-xl:gap-x-2.5 max-md:py-1.5">
        <NavLink to="/jobs" className="flex items-center gap-2 font-extrabold text-lead [font-stretch:122%]">
          <img src="/mark.svg" alt="" className="h-6" />
          Upholder
        </NavLink>
        {!isFloor && (
          <nav aria-label="Main" className="flex gap-1">
            {NAV.map(({ to, name }) => (
              <NavLink key={to} to={to} className={tab}>
                {name}
              </NavLink>
            ))}
          </nav>
        )}
        <div className="flex-1" />
        <Glance />
        <div className="flex rounded-[3px] border-[1.5px] border-ink" role="group" aria-label="Posture">
          <NavLink to="/jobs" className={`px-3 py-1 font-semibold ${isFloor ? '' : 'bg-ink text-sheet'}`}>
            Desk
          </NavLink>
          <NavLink
            to="/floor"
            className={`px-3 py-1 font-semibold ${isFloor && !isBench ? 'bg-ink text-sheet' : ''}`}
          >
            Floor
          </NavLink>
          <NavLink to="/bench" className={`px-3 py-1 font-semibold ${isBench ? 'bg-ink text-sheet' : ''}`}>
            Bench
          </NavLink>
        </div>
        <div className="flex items-center">
          <button
            type="button"
            className="grid size-9 place-items-center rounded-[3px] hover:bg-closed"
            onClick={() => dispatch(themeChosen(theme === 'light' ? 'booth' : 'light'))}
            aria-label={theme === 'light' ? 'Dim for the booth' : 'Light theme'}
          >
            {theme === 'light' ? <Moon size={18} /> : <Sun size={18} />}
          </button>
          {!isFloor && (
            <button
              type="button"
              className="grid size-9 place-items-center rounded-[3px] hover:bg-closed"
              onClick={() => showKeys(true)}
              aria-label="Keys"
            >
              <Keyboard size={18} />
            </button>
          )}
        </div>
        <button
          type="button"
          className="font-semibold hover:underline"
          title="Sign out"
          onClick={() => {
            void signOut().then(() => {
              dispatch(upholder.util.resetApiState());
              sender().tellSession();
            });
          }}
        >
          {data.member.name}
          <span className="sr-only">, sign out</span>
        </button>
      </header>
      <Troubles session={data} posture={isFloor ? 'floor' : 'desk'} />
      <ErrorBoundary place={location.pathname}>
        <Outlet />
      </ErrorBoundary>
      <KeyOverlay isOpen={areKeysShown} onClose={() => showKeys(false)} />
    </div>
  );
}
