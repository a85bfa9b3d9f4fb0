import type { Session, Touched } from '@upholder/core/api';
import { useEffect, useRef } from 'react';
import { useStore } from 'react-redux';
import { PAGE_ID } from '../base/pageId.ts';
import { type Cache, keepChanges, keptHere, renewAroundTouched, renewWhole } from './cache.ts';
import { connectionChanged, keptShown, type store as ourStore, ownWrites, useAppDispatch } from './store.ts';
import { backoffMs } from './sync/drain.ts';
import { upholder } from './upholder.ts';
import { Watcher } from './watcher.ts';

/** What a shop works with. */
const OF_THE_SHOP = [
  'Shop',
  'Systems',
  'Jobs',
  'Floor',
  'OpenJobs',
  'Job',
  'Mixes',
  'MixCoats',
  'Surroundings',
] as const;
const OF_THE_REST = ['Mappings', 'Learned', 'Practice'] as const;

/** A change that a hundred pages hear of at once is asked for over this time, in ms. */
const MOST_PAUSE_MS = 300;
/** What all pages read again, as after a server was started again, over this. */
const MOST_RESYNC_MS = 2000;

/** One line of the server: look at everything again, nothing is missing so far, or what a page touched. */
type Heard = { resync: true } | { goesOn: true } | { page: string; touched: Touched };

function watcherOf(cache: Cache): Watcher {
  return new Watcher({
    keptHere: (touched) => keptHere(cache, touched),
    ask: (touched) => cache.dispatch(upholder.endpoints.changes.initiate(touched, { track: false })).unwrap(),
    keep: (changes) => keepChanges(cache, changes),
    renewWhole: (touched) => renewWhole(cache, touched),
    pause: () => new Promise((resolve) => setTimeout(resolve, Math.random() * MOST_PAUSE_MS)),
    writes: ownWrites,
  });
}

/**
 * Hears the server's changes and renews what is on screen; finds its way back after a break.
 * @param session who is signed in, and up to where what is read now holds all changes.
 */
export function useLive(session: Session | undefined): void {
  const isSignedIn = session?.member != null;
  // What was read before a sign-in ran out is still kept here: it goes on from what was heard, not from the new sign-in.
  const heardUpTo = useRef('');
  useEffect(() => {
    if (heardUpTo.current === '') heardUpTo.current = session?.changesUpTo ?? '';
  }, [session]);
  const dispatch = useAppDispatch();
  const store = useStore() as typeof ourStore;
  useEffect(() => {
    if (!isSignedIn) return;
    const cache: Cache = { dispatch, getState: store.getState };
    const watcher = watcherOf(cache);
    let source: EventSource | null = null;
    let tries = 0;
    let timer: ReturnType<typeof setTimeout> | null = null;
    let resync: ReturnType<typeof setTimeout> | undefined;
    function hear(text: string): void {
      const heard = JSON.parse(text) as Heard;
      if ('resync' in heard) {
        resync = setTimeout(
          () => dispatch(upholder.util.invalidateTags([...OF_THE_SHOP])),
          Math.random() * MOST_RESYNC_MS,
        );
        return;
      }
      // What this page wrote came back as the answer to it.
      if ('goesOn' in heard || heard.page === PAGE_ID) return;
      renewAroundTouched(cache, heard.touched);
      void watcher.hear(heard.touched);
    }
    function open(): void {
      source = new EventSource(`/api/live?since=${encodeURIComponent(heardUpTo.current)}`);
      source.onopen = () => {
        tries = 0;
        dispatch(connectionChanged(true));
        // What this device kept was shown meanwhile: now the server is asked for all of it, and for the time.
        if (store.getState().deviceSettings.keptSince === null) return;
        dispatch(keptShown(null));
        dispatch(upholder.util.invalidateTags(['Session', ...OF_THE_SHOP, ...OF_THE_REST]));
      };
      source.onmessage = ({ data, lastEventId }) => {
        heardUpTo.current = lastEventId;
        hear(String(data));
      };
      source.onerror = () => {
        dispatch(connectionChanged(false));
        // A refusal closes the stream for good; a lost line is retried by the browser itself.
        if (source?.readyState !== EventSource.CLOSED) return;
        // Most likely the session has ended: then whoever is here is asked to sign in.
        dispatch(upholder.util.invalidateTags(['Session']));
        timer = setTimeout(open, backoffMs(++tries, Math.random()));
      };
    }
    open();
    return () => {
      source?.close();
      if (timer) clearTimeout(timer);
      clearTimeout(resync);
    };
  }, [dispatch, store, isSignedIn]);
}
