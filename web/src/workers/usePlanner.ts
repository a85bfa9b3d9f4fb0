import type { JobDetail, ShopContext } from '@upholder/core/api';
import {
  type PlanFacts,
  type PlanOptions,
  type PlanRequest,
  questionOf,
  type Unblocker,
} from '@upholder/core/planning';
import { toInstant } from '@upholder/core/shop';
import * as Comlink from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import { refusalOf, upholder } from '../api/upholder.ts';
import { toPlanningShop } from '../job/useJobContext.ts';
import type { Planner, SearchNews } from './planner.worker.ts';

/** Tries of one search; a press goes on for as many more. */
const TRIES = 1500;

/** So many pieces and tasks go over to a worker at once: handing over a long job in one go would hold the page up. */
const SLICE = 120;

/** The question that planning a job asks now, with what other jobs have taken. */
export function useQuestion(detail: JobDetail, shop: ShopContext): () => Promise<PlanRequest> {
  const [ask] = upholder.useLazyPlanningContextQuery();
  return useCallback(async () => {
    const { now, ...taken } = await ask(detail.job.id).unwrap();
    return questionOf(
      detail,
      { ...toPlanningShop(shop), ...taken },
      toInstant(now),
      detail.plan?.planOptions,
    );
  }, [ask, detail, shop]);
}

/** A planner beside the page, asked what planning a job asks now. Beginning again ends what it did before. */
export function usePlanner(detail: JobDetail, shop: ShopContext) {
  const question = useQuestion(detail, shop);
  const worker = useRef<Worker | null>(null);
  const end = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
  }, []);
  useEffect(() => end, [end]);
  const begin = useCallback(
    async (again?: PlanRequest) => {
      end();
      const own = new Worker(new URL('./planner.worker.ts', import.meta.url), { type: 'module' });
      worker.current = own;
      const planner = Comlink.wrap<Planner>(own);
      const asked = again ?? (await question());
      const { pieces } = asked.input;
      const { ops } = asked.earlier;
      await planner.aim({
        ...asked,
        input: { ...asked.input, pieces: [] },
        earlier: { ...asked.earlier, ops: [] },
      });
      for (let from = 0; from < Math.max(pieces.length, ops.length); from += SLICE)
        await planner.more(pieces.slice(from, from + SLICE), [...ops.slice(from, from + SLICE)]);
      return { planner, asked };
    },
    [question, end],
  );
  return { begin, end };
}

/** A search for a better plan beside the page: how it stands, and the ways to begin and end it. */
export function usePlanSearch(detail: JobDetail, shop: ShopContext) {
  const { begin } = usePlanner(detail, shop);
  const [news, setNews] = useState<SearchNews | null>(null);
  const [isRunning, setRunning] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const current = useRef<Comlink.Remote<Planner> | null>(null);
  async function start(planOptions: PlanOptions): Promise<void> {
    setProblem(null);
    setNews(null);
    setRunning(true);
    try {
      const { planner } = await begin();
      current.current = planner;
      const outcome = await planner.search(planOptions, TRIES, Comlink.proxy(setNews));
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
    stop: () => void current.current?.stop(),
    forget: () => setNews(null),
  };
}

/** What each thing that could help would come to; fills up as it is worked out. */
export function useImprovements(detail: JobDetail, shop: ShopContext) {
  const { begin } = usePlanner(detail, shop);
  const [asked, setAsked] = useState<PlanRequest | null>(null);
  const [facts, setFacts] = useState<Record<string, PlanFacts | null>>({});
  const [isRunning, setRunning] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const objective = detail.plan?.planOptions.objective ?? 'earliest';
  async function start(): Promise<void> {
    setFacts({});
    setProblem(null);
    setRunning(true);
    try {
      const { planner, asked: wanted } = await begin();
      setAsked(wanted);
      await planner.improvements(
        objective,
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
    const { planner } = await begin(asked);
    return planner.together(objective, keys, facts['']?.standing ?? null);
  }
  return { asked, facts, isRunning, problem, start, together };
}

/** What would free a plan that is not possible as it is wished. */
export function useFreeings(detail: JobDetail, shop: ShopContext, planOptions: PlanOptions) {
  const { begin } = usePlanner(detail, shop);
  const [found, setFound] = useState<Unblocker[] | null>(null);
  const [isRunning, setRunning] = useState(false);
  async function start(): Promise<void> {
    setFound([]);
    setRunning(true);
    try {
      const { planner } = await begin();
      await planner.unblockersFor(
        planOptions,
        Comlink.proxy((one: Unblocker) => setFound((known) => [...(known ?? []), one])),
      );
    } catch {
      // Then nothing more is found; what is wrong has been said already.
    }
    setRunning(false);
  }
  return { found, isRunning, start };
}
