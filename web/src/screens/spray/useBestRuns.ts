import {
  type GunPath,
  type GunSample,
  type PracticeRun,
  PracticeRunSchema,
  packedPath,
  type SprayLesson,
  unpackedPath,
} from '@upholder/core/film';
import { useCallback, useEffect, useMemo, useRef } from 'react';
import { upholder } from '../../api/upholder.ts';
import { deviceClock } from '../../base/deviceClock.ts';

const WAITING = 'upholder.practice-waiting';

/** Best runs of a person, by lesson. */
export interface BestRuns {
  scores: Partial<Record<SprayLesson, number>>;
  pathOf(lesson: SprayLesson): GunSample[] | null;
  /** Keeps a run where it is better than the one before. */
  keep(lesson: SprayLesson, score: number, path: GunPath): void;
}

/** Runs that could not be sent yet, such as without a network; kept on this device for the member who made them. */
function waitingRuns(memberId: string): PracticeRun[] {
  try {
    const found: unknown = JSON.parse(localStorage.getItem(`${WAITING}.${memberId}`) ?? '[]');
    return Array.isArray(found)
      ? found.flatMap((one) => {
          const run = PracticeRunSchema.safeParse(one);
          return run.success ? [run.data] : [];
        })
      : [];
  } catch {
    return [];
  }
}

function setWaiting(memberId: string, runs: readonly PracticeRun[]): void {
  try {
    if (runs.length === 0) localStorage.removeItem(`${WAITING}.${memberId}`);
    else localStorage.setItem(`${WAITING}.${memberId}`, JSON.stringify(runs));
  } catch {
    // A full or locked store keeps no best; the run itself is not lost by it.
  }
}

/** Best runs of a member, kept with the shop; what could not be sent waits on the device. */
export function useBestRuns(memberId: string): BestRuns {
  const { data } = upholder.usePracticeRunsQuery(undefined, { skip: memberId === '' });
  const [send] = upholder.useKeepPracticeRunMutation();
  const runs = useMemo(() => data?.runs ?? [], [data]);
  const isSent = useRef(false);
  useEffect(() => {
    if (!data || isSent.current || memberId === '') return;
    isSent.current = true;
    const waiting = waitingRuns(memberId);
    setWaiting(memberId, []);
    for (const run of waiting)
      void send({ lesson: run.lesson, score: run.score, path: run.path }).then((outcome) => {
        if ('error' in outcome) setWaiting(memberId, [...waitingRuns(memberId), run]);
      });
  }, [data, memberId, send]);
  const keep = useCallback(
    (lesson: SprayLesson, score: number, path: GunPath) => {
      const before = runs.find((run) => run.lesson === lesson)?.score ?? -1;
      if (memberId === '' || score <= before) return;
      const run: PracticeRun = {
        lesson,
        score,
        at: new Date(deviceClock.now()).toISOString(),
        path: packedPath(path),
      };
      void send({ lesson, score, path: run.path }).then((outcome) => {
        if ('error' in outcome) setWaiting(memberId, [...waitingRuns(memberId), run]);
      });
    },
    [memberId, runs, send],
  );
  return {
    scores: Object.fromEntries(runs.map(({ lesson, score }) => [lesson, score])),
    pathOf(lesson) {
      const run = runs.find((one) => one.lesson === lesson);
      return run ? unpackedPath(run.path) : null;
    },
    keep,
  };
}
