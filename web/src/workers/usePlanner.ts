import type { Dossier, ShopContext } from '@upholder/core/api';
import {
  type Freeing,
  PLAIN_WISH,
  type PlanFacts,
  type PlanQuestion,
  type Wish,
} from '@upholder/core/planning';
import * as Comlink from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import { refusalOf, upholder } from '../api/upholder.ts';
import { planningShop } from '../screens/useJobContext.ts';
import type { Planner, SearchNews } from './planner.worker.ts';

/** Tries of one search; a press goes on for as many more. */
const TRIES = 1500;

export function startPlanner(): { worker: Worker; planner: Comlink.Remote<Planner> } {
  const worker = new Worker(new URL('./planner.worker.ts', import.meta.url), { type: 'module' });
  return { worker, planner: Comlink.wrap<Planner>(worker) };
}

/** The question that planning a job asks now, with what other jobs have taken. */
export function useQuestion(dossier: Dossier, shop: ShopContext): () => Promise<PlanQuestion> {
  const [ask] = upholder.useLazyPlanSurroundingsQuery();
  return useCallback(async () => {
    const { roomClosed } = dossier.plan?.wish ?? PLAIN_WISH;
    const { reserved, climate, forecast, guns, now } = await ask(dossier.job.id).unwrap();
    return {
      input: {
        job: dossier.job,
        zones: dossier.zones,
        steps: dossier.steps,
        pieces: dossier.pieces,
        log: dossier.log,
      },
      shop: { ...planningShop(shop), climate, forecast, guns, reserved },
      now,
      earlier: dossier.plan ? { loads: dossier.plan.loads, ops: dossier.plan.ops } : { loads: [], ops: [] },
      roomClosed,
    };
  }, [ask, dossier, shop]);
}

/** A search for a better plan beside the page: how it stands, and the ways to begin and end it. */
export function usePlanSearch(dossier: Dossier, shop: ShopContext) {
  const question = useQuestion(dossier, shop);
  const [news, setNews] = useState<SearchNews | null>(null);
  const [isRunning, setRunning] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const current = useRef<{ worker: Worker; planner: Comlink.Remote<Planner> } | null>(null);
  useEffect(() => () => current.current?.worker.terminate(), []);
  async function start(wish: Wish): Promise<void> {
    current.current ??= startPlanner();
    const { planner } = current.current;
    setProblem(null);
    setNews(null);
    setRunning(true);
    try {
      const outcome = await planner.search(await question(), wish, TRIES, Comlink.proxy(setNews));
      if (outcome.ok) setNews(outcome.value);
      else setProblem(outcome.message);
    } catch (error) {
      setProblem(refusalOf(error).message);
    }
    setRunning(false);
  }
  return {
    news,
    isRunning,
    problem,
    start,
    stop: () => void current.current?.planner.stop(),
    forget: () => setNews(null),
  };
}

/** What each thing that could help would come to; fills up as it is worked out. */
export function useReliefs(dossier: Dossier, shop: ShopContext) {
  const question = useQuestion(dossier, shop);
  const [asked, setAsked] = useState<PlanQuestion | null>(null);
  const [facts, setFacts] = useState<Record<string, PlanFacts | null>>({});
  const [isRunning, setRunning] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const worker = useRef<Worker | null>(null);
  useEffect(() => () => worker.current?.terminate(), []);
  async function start(): Promise<void> {
    worker.current?.terminate();
    const { worker: own, planner } = startPlanner();
    worker.current = own;
    setFacts({});
    setProblem(null);
    setRunning(true);
    try {
      const wanted = await question();
      setAsked(wanted);
      await planner.reliefs(
        wanted,
        dossier.plan?.wish.objective ?? 'earliest',
        Comlink.proxy((key: string, found: PlanFacts | null) =>
          setFacts((known) => ({ ...known, [key]: found })),
        ),
      );
    } catch (error) {
      setProblem(refusalOf(error).message);
    }
    setRunning(false);
  }
  /** What several of them come to when all are done; null when there is no such plan. */
  async function together(keys: readonly string[]): Promise<PlanFacts | null> {
    if (!asked) return null;
    worker.current?.terminate();
    const { worker: own, planner } = startPlanner();
    worker.current = own;
    return planner.together(
      asked,
      dossier.plan?.wish.objective ?? 'earliest',
      keys,
      facts['']?.recipe ?? null,
    );
  }
  return { asked, facts, isRunning, problem, start, together };
}

/** What would free a plan that is not possible as it is wished. */
export function useFreeings(dossier: Dossier, shop: ShopContext, wish: Wish) {
  const question = useQuestion(dossier, shop);
  const [found, setFound] = useState<Freeing[] | null>(null);
  const [isRunning, setRunning] = useState(false);
  const worker = useRef<Worker | null>(null);
  useEffect(() => () => worker.current?.terminate(), []);
  async function start(): Promise<void> {
    worker.current?.terminate();
    const { worker: own, planner } = startPlanner();
    worker.current = own;
    setFound([]);
    setRunning(true);
    try {
      await planner.freeings(
        await question(),
        wish,
        Comlink.proxy((one: Freeing) => setFound((known) => [...(known ?? []), one])),
      );
    } catch {
      // Then nothing more is found; what is wrong has been said already.
    }
    setRunning(false);
  }
  return { found, isRunning, start };
}
