import type { ZoneRow } from '@upholder/core/api';
import type { ZoneSpec } from '@upholder/core/jobs';
import { useCallback, useRef } from 'react';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { zoneSpecOf } from '../../job/zoneSpec.ts';

/**
 * Changes of a zone, one after the other: choices may be made faster than answers come, and each starts from the one before.
 * @param onProblem told why a change was refused, and null when one was taken.
 */
export function useZoneChoices(jobId: string, zone: ZoneRow, onProblem: (message: string | null) => void) {
  const [save] = upholder.useChangeZoneMutation();
  const known = useRef(zone);
  if (zone.id !== known.current.id || zone.version >= known.current.version) known.current = zone;
  const queue = useRef<Promise<void>>(Promise.resolve());
  return useCallback(
    (change: (spec: ZoneSpec) => ZoneSpec): void => {
      queue.current = queue.current.then(async () => {
        const { id, version } = known.current;
        const outcome = await save({ jobId, id, version, spec: change(zoneSpecOf(known.current)) });
        if ('error' in outcome) return onProblem(refusalOf(outcome.error).message);
        known.current = outcome.data;
        onProblem(null);
      });
    },
    [save, jobId, onProblem],
  );
}
