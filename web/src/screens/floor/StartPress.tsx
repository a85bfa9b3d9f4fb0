import { formatDuration } from '@upholder/core/units';
import { useState } from 'react';
import { useMay } from '../../api/useMay.ts';
import { deviceClock } from '../../base/deviceClock.ts';
import { clockWords } from '../../base/times.ts';
import { Button } from '../../parts/controls.tsx';
import { keepStart, startedAt, workedMinutes } from './startedAt.ts';
import type { NowItem } from './useNowLog.ts';

/** Starts the clock of a task, so that its log teaches how long such work takes. Logging without it works as well. */
export function StartPress({ item: { jobId, op }, shop, now }: Pick<NowItem, 'item' | 'shop' | 'now'>) {
  const may = useMay('log');
  const [at, setAt] = useState(() => startedAt(jobId, op.id));
  const set = (wanted: number | null) => {
    keepStart(jobId, op.id, wanted);
    setAt(wanted);
  };
  if (at === null)
    return (
      <Button posture="floor" disabled={!may} onClick={() => set(deviceClock.now())}>
        Start
      </Button>
    );
  const from = Math.floor(at / 60_000);
  const minutes = workedMinutes(from, Math.max(from, now), shop.settings, shop.timeZone);
  return (
    <span className="flex min-h-14 items-center gap-3 text-lead">
      <span>
        Started {clockWords(from, shop.timeZone)}, <span className="quantity">{formatDuration(minutes)}</span>
      </span>
      <Button kind="quiet" posture="floor" onClick={() => set(null)}>
        Do not time it
      </Button>
    </span>
  );
}
