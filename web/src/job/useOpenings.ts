import type { JobDetail, OpeningRow } from '@upholder/core/api';
import { useMemo, useRef, useState } from 'react';
import { type Refusal, refusalOf, upholder } from '../api/upholder.ts';

/**
 * A job detail with its openings as they are meant, and the way to change them. What is pressed shows at once and goes on showing
 * until the openings that hold it have come back from the server; the next press starts from it. Changes wait for each
 * other, each with the version that the one before gave, since keys may repeat faster than the server answers. What is
 * refused goes back.
 */
export function useOpenings(served: JobDetail): {
  detail: JobDetail;
  change(openings: OpeningRow[]): Promise<Refusal | null>;
} {
  const [changeOpenings] = upholder.useChangeOpeningsMutation();
  const [meant, setMeant] = useState<ReadonlyMap<string, OpeningRow>>(new Map());
  const queue = useRef(Promise.resolve());
  const versions = useRef(new Map<string, number>());
  const detail = useMemo(
    () => ({
      ...served,
      openings: served.openings.map((opening) => {
        const wanted = meant.get(opening.id);
        return wanted && wanted.version >= opening.version ? wanted : opening;
      }),
    }),
    [served, meant],
  );
  function change(openings: OpeningRow[]): Promise<Refusal | null> {
    setMeant((all) => new Map([...all, ...openings.map((opening) => [opening.id, opening] as const)]));
    const answer = queue.current.then(async () => {
      const current = openings.map((opening) => ({
        ...opening,
        version: Math.max(opening.version, versions.current.get(opening.id) ?? 0),
      }));
      const outcome = await changeOpenings({ jobId: served.job.id, openings: current });
      const answered = 'error' in outcome ? [] : outcome.data.openings;
      for (const { id, version } of answered) versions.current.set(id, version);
      setMeant((all) => {
        const rest = new Map(all);
        for (const opening of openings) {
          // A later press means something else by now; what was refused goes back.
          if (rest.get(opening.id) !== opening) continue;
          const kept = answered.find(({ id }) => id === opening.id);
          if (kept) rest.set(opening.id, kept);
          else rest.delete(opening.id);
        }
        return rest;
      });
      return 'error' in outcome ? refusalOf(outcome.error) : null;
    });
    queue.current = answer.then(() => undefined);
    return answer;
  }
  return { detail, change };
}
