import { toMinute } from '@upholder/core/shop';
import { useEffect, useState } from 'react';
import { deviceClock } from './deviceClock.ts';

/** The server's time on this device: a tablet whose clock is wrong, or is set while the page is open, still counts down right. */
export function useServerDate(everyMs = 1000): Date {
  const [now, setNow] = useState(() => deviceClock.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(deviceClock.now()), everyMs);
    return () => clearInterval(timer);
  }, [everyMs]);
  return new Date(now);
}

/** The server's present minute; whoever uses it is drawn again once a minute, not once a second. */
export function useNowMinute(): number {
  const [minute, setMinute] = useState(() => toMinute(new Date(deviceClock.now())));
  useEffect(() => {
    const tick = () => setMinute(toMinute(new Date(deviceClock.now())));
    tick();
    const timer = setInterval(tick, 1000);
    return () => clearInterval(timer);
  }, []);
  return minute;
}
