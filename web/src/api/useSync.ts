import { useEffect } from 'react';
import { useStore } from 'react-redux';
import { deviceClock } from '../base/deviceClock.ts';
import { Sender } from './sender.ts';
import { clockDoubted } from './sync/queueSlice.ts';
import { upholder } from './upholder.ts';

let only: Sender | null = null;

/** The sender of this page. @throws before the frame has started it. */
export function sender(): Sender {
  if (!only) throw new Error('the sender is started by useSync');
  return only;
}

/** Starts the queue of this page, and wakes it whenever something might get through. */
export function useSync(isConnected: boolean): void {
  const store = useStore();
  const { data } = upholder.useSessionQuery();
  const memberId = data?.member?.id;
  const csrfToken = data?.csrfToken;
  if (!only) only = new Sender(store);
  useEffect(() => {
    void sender().open();
    const wake = () => sender().kick(true);
    // The clocks are compared every second, so that a jump is known before the next press.
    const timer = setInterval(() => deviceClock.isSure(), 1000);
    window.addEventListener('online', wake);
    document.addEventListener('visibilitychange', wake);
    return () => {
      clearInterval(timer);
      window.removeEventListener('online', wake);
      document.removeEventListener('visibilitychange', wake);
    };
  }, []);
  // biome-ignore lint/correctness/useExhaustiveDependencies: any of these may let something through
  useEffect(() => {
    if (memberId && isConnected) sender().kick(true);
  }, [memberId, csrfToken, isConnected]);
  useEffect(() => {
    if (!data) return;
    store.dispatch(clockDoubted(false));
    sender().kick();
  }, [data, store]);
}
