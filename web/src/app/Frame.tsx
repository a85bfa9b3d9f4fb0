import type { Session } from '@upholder/core/api';
import { lazy, Suspense, useCallback, useEffect, useRef, useState } from 'react';
import { Navigate, Outlet, useLocation } from 'react-router';
import { useSentences } from '../api/sentences.ts';
import { savePreference, useApp } from '../api/store.ts';
import { backoffMs } from '../api/sync/drain.ts';
import { refusalOf, upholder } from '../api/upholder.ts';
import { useLive } from '../api/useLive.ts';
import { sender, useSync } from '../api/useSync.ts';
import { useVoiceKey } from '../api/useVoice.ts';
import { useLater } from '../base/useLater.ts';
import { Notice, Skeleton } from '../parts/controls.tsx';
import { ErrorBoundary } from '../parts/ErrorBoundary.tsx';
import { GlyphPatterns } from '../parts/glyphParts.tsx';
import { MayNote } from '../parts/MayNote.tsx';
import { PaperSize } from '../parts/PaperSize.tsx';
import { MixAlarm } from '../screens/bench/MixAlarm.tsx';
import { ConfirmPassword } from './ConfirmPassword.tsx';
import { DemoStrip } from './DemoStrip.tsx';
import { SyncNotices } from './SyncNotices.tsx';
import { TopLine } from './TopLine.tsx';
import { useShortcuts } from './useShortcuts.ts';

const SignInScreen = lazy(async () => ({
  default: (await import('../screens/sign-in/SignInScreen.tsx')).SignInScreen,
}));
const TabletScreen = lazy(async () => ({
  default: (await import('../screens/sign-in/TabletScreen.tsx')).TabletScreen,
}));

/** What a press opens on nearly every screen. */
const AT_A_PRESS = [() => import('../parts/ModalWindow.tsx'), () => import('../parts/CalendarPopover.tsx')];

const KeyOverlay = lazy(async () => ({ default: (await import('./KeyOverlay.tsx')).KeyOverlay }));

function useTheme(): void {
  const theme = useApp(({ deviceSettings }) => deviceSettings.theme);
  useEffect(() => {
    document.documentElement.dataset.theme = theme;
    savePreference('theme', theme);
  }, [theme]);
}

/** Asks again, each time after a longer wait, for as long as nobody answers who is signed in. */
function useSession() {
  const session = upholder.useSessionQuery();
  const { error, refetch } = session;
  const tries = useRef(0);
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
  return session;
}

/** Nobody is signed in: a browser asks for name and password, the shop's tablet who it is. */
function Door({ session, onDone }: { session: Session; onDone(): void }) {
  const [isByPassword, setByPassword] = useState(false);
  return (
    <Suspense fallback={<Skeleton />}>
      {session.tablet && !isByPassword ? (
        <TabletScreen tablet={session.tablet} onDone={onDone} onPassword={() => setByPassword(true)} />
      ) : (
        <SignInScreen
          session={session}
          onDone={onDone}
          onBack={session.tablet && (() => setByPassword(false))}
        />
      )}
    </Suspense>
  );
}

/** The frame round every screen: sign-in, top line, what is wrong, keys. */
export function Frame() {
  useTheme();
  useLater(AT_A_PRESS);
  useSync(useApp(({ deviceSettings }) => deviceSettings.isConnected));
  const { pathname } = useLocation();
  const [areKeysShown, setKeysShown] = useState(false);
  const showKeys = useCallback(() => setKeysShown(true), []);
  const { data, error, refetch } = useSession();
  useLive(data);
  useShortcuts(showKeys);
  const voiceKey = useVoiceKey();
  // Until the shop is known, nothing can be said in its units.
  const shop = upholder.useShopQuery(undefined, { skip: !data?.member });
  const canSpeak = useSentences(Boolean(data?.member) && pathname !== '/' && pathname !== '/jobs');
  // The jobs say nothing by code that has to be looked up.
  const isKnown =
    (shop.data !== undefined || shop.isError) && (canSpeak || pathname === '/' || pathname === '/jobs');

  if (!data) {
    return error ? (
      <main className="p-8">
        <Notice kind="stop">{refusalOf(error).message} Trying again…</Notice>
      </main>
    ) : (
      <Skeleton />
    );
  }
  if (data.needsSetup) return <Navigate to="/first-run" replace />;
  const strip = data.isDemo && <DemoStrip />;
  if (!data.member)
    return (
      <>
        {strip}
        <Door
          session={data}
          onDone={() => {
            void refetch();
            sender().tellSession();
          }}
        />
        <SyncNotices session={data} posture="desk" />
      </>
    );
  const isFloor = pathname.startsWith('/bench') || pathname.startsWith('/floor');
  return (
    <div className="flex min-h-screen flex-col">
      <GlyphPatterns />
      <MixAlarm />
      <PaperSize />
      {strip}
      <TopLine session={data} onHelp={showKeys} />
      <SyncNotices session={data} posture={isFloor ? 'floor' : 'desk'} />
      <ErrorBoundary place={pathname}>
        {isFloor && <MayNote call="log" />}
        <Suspense fallback={<Skeleton />}>{isKnown ? <Outlet key={voiceKey} /> : <Skeleton />}</Suspense>
      </ErrorBoundary>
      <Suspense fallback={null}>
        {areKeysShown && <KeyOverlay isOpen onClose={() => setKeysShown(false)} />}
        {canSpeak && <ConfirmPassword />}
      </Suspense>
    </div>
  );
}
