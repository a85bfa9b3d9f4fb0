import { toMinute } from '@upholder/core/shop';
import { useEffect, useState } from 'react';
import { useApp } from './store.ts';

/** The server's time on this device: a tablet whose clock is wrong still counts down right. */
export function useServerDate(everyMs = 1000): Date {
  const offset = useApp(({ face }) => face.clockOffsetMs);
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), everyMs);
    return () => clearInterval(timer);
  }, [everyMs]);
  return new Date(now + offset);
}

/** The server's present minute; whoever uses it is drawn anew once a minute, not once a second. */
export function useNowMinute(): number {
  const offset = useApp(({ face }) => face.clockOffsetMs);
  const [minute, setMinute] = useState(() => toMinute(new Date(Date.now() + offset)));
  useEffect(() => {
    const tick = () => setMinute(toMinute(new Date(Date.now() + offset)));
    tick();
    const timer = setInterval(tick, 1000);
    return () => clearInterval(timer);
  }, [offset]);
  return minute;
}
