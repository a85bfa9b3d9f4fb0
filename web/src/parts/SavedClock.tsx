import { toMinute } from '@upholder/core/shop';
import { clockWords } from '../base/times.ts';
import { useNowMinute } from '../base/useNow.ts';

/** The quiet “saved 10:42” of screens that save each change at once; nothing before the first one. */
export function SavedClock({ at, timeZone }: { at: Date | null; timeZone: string }) {
  const now = useNowMinute();
  return (
    <span role="status" className="text-small text-quiet">
      {at && `saved ${clockWords(toMinute(at) + now - toMinute(new Date()), timeZone)}`}
    </span>
  );
}
