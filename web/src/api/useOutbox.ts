import { useEffect, useRef } from 'react';
import { useApp, useAppDispatch } from '../app/store.ts';
import { delivered, refused } from './outbox.ts';
import { refusalOf, upholder } from './upholder.ts';

const RETRY_MS = 1500;

/** Sends waiting log entries one after another, in order, as often as it takes; ids make sure each is written once. */
export function useOutbox(): void {
  const dispatch = useAppDispatch();
  const first = useApp(({ outbox }) => outbox.waiting[0]);
  const [send] = upholder.useLogMutation();
  const sending = useRef<string | null>(null);
  useEffect(() => {
    if (!first || sending.current === first.id) return;
    sending.current = first.id;
    let timer: ReturnType<typeof setTimeout> | null = null;
    let isGone = false;
    async function attempt(): Promise<void> {
      if (!first || isGone) return;
      try {
        await send(first).unwrap();
        dispatch(delivered(first.id));
      } catch (error) {
        const refusal = refusalOf(error);
        const isWorthWaiting =
          refusal.status === 'unreachable' || refusal.status >= 500 || refusal.status === 401;
        if (isWorthWaiting) timer = setTimeout(() => void attempt(), RETRY_MS);
        else dispatch(refused({ id: first.id, message: refusal.message }));
      }
    }
    void attempt();
    return () => {
      isGone = true;
      sending.current = null;
      if (timer) clearTimeout(timer);
    };
  }, [dispatch, first, send]);
}
