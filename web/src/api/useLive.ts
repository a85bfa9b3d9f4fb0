import { useEffect } from 'react';
import { connectionChanged, useAppDispatch } from './store.ts';
import { backoffMs } from './sync/drain.ts';
import { upholder } from './upholder.ts';

/** Hears the server's changes and renews what is on screen; finds its way back after a break. */
export function useLive(isSignedIn: boolean): void {
  const dispatch = useAppDispatch();
  useEffect(() => {
    if (!isSignedIn) return;
    let source: EventSource | null = null;
    let tries = 0;
    let timer: ReturnType<typeof setTimeout> | null = null;
    function renew(text: string): void {
      const { topic, id } = JSON.parse(text) as { topic: string; id?: string };
      switch (topic) {
        case 'job':
          dispatch(upholder.util.invalidateTags([{ type: 'Job', id }, 'Jobs']));
          break;
        case 'jobs':
          dispatch(upholder.util.invalidateTags(['Jobs']));
          break;
        case 'shop':
        case 'climate':
          dispatch(upholder.util.invalidateTags(['Shop']));
          break;
        case 'pots':
          dispatch(upholder.util.invalidateTags(['Pots']));
          break;
        default:
          dispatch(upholder.util.invalidateTags(['Shop', 'Jobs', 'Job', 'Pots']));
      }
    }
    function open(): void {
      source = new EventSource('/api/live');
      source.onopen = () => {
        tries = 0;
        dispatch(connectionChanged(true));
      };
      source.onmessage = ({ data }) => renew(String(data));
      source.onerror = () => {
        dispatch(connectionChanged(false));
        // A refusal closes the stream for good; a lost line is retried by the browser itself.
        if (source?.readyState === EventSource.CLOSED)
          timer = setTimeout(open, backoffMs(++tries, Math.random()));
      };
    }
    open();
    return () => {
      source?.close();
      if (timer) clearTimeout(timer);
    };
  }, [dispatch, isSignedIn]);
}
