import type { Dossier, ShopContext } from '@upholder/core/api';
import {
  type Freeing,
  type PlanFacts,
  type PlanQuestion,
  questionOf,
  type Wish,
} from '@upholder/core/planning';
import { toInstant } from '@upholder/core/shop';
import * as Comlink from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import { refusalOf, upholder } from '../api/upholder.ts';
import { planningShop } from '../job/useJobContext.ts';
import type { Planner, SearchNews } from './planner.worker.ts';

/** Tries of one search; a press goes on for as many more. */
const TRIES = 1500;

/** So many pieces and visits go over to a worker at once: handing over a long job in one go would hold the page up. */
const SLICE = 120;

/** The question that planning a job asks now, with what other jobs have taken. */
function useQuestion(dossier: Dossier, shop: ShopContext): () => Promise<PlanQuestion> {
  const [ask] = upholder.useLazyPlanSurroundingsQuery();
  return useCallback(async () => {
    const { now, ...taken } = await ask(dossier.job.id).unwrap();
    return questionOf(dossier, { ...planningShop(shop), ...taken }, toInstant(now), dossier.plan?.wish);
  }, [ask, dossier, shop]);
}

/** A planner beside the page, asked what planning a job asks now. Beginning anew ends what it did before. */
export function usePlanner(dossier: Dossier, shop: ShopContext) {
  const question = useQuestion(dossier, shop);
  const worker = useRef<Worker | null>(null);
  const end = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
  }, []);
  useEffect(() => end, [end]);
  const begin = useCallback(
    async (again?: PlanQuestion) => {
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
export function usePlanSearch(dossier: Dossier, shop: ShopContext) {
  const { begin } = usePlanner(dossier, shop);
  const [news, setNews] = useState<SearchNews | null>(null);
  const [isRunning, setRunning] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const current = useRef<Comlink.Remote<Planner> | null>(null);
  async function start(wish: Wish): Promise<void> {
    setProblem(null);
    setNews(null);
    setRunning(true);
    try {
      const { planner } = await begin();
      current.current = planner;
      const outcome = await planner.search(wish, TRIES, Comlink.proxy(setNews));
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
export function useReliefs(dossier: Dossier, shop: ShopContext) {
  const { begin } = usePlanner(dossier, shop);
  const [asked, setAsked] = useState<PlanQuestion | null>(null);
  const [facts, setFacts] = useState<Record<string, PlanFacts | null>>({});
  const [isRunning, setRunning] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const objective = dossier.plan?.wish.objective ?? 'earliest';
  async function start(): Promise<void> {
    setFacts({});
    setProblem(null);
    setRunning(true);
    try {
      const { planner, asked: wanted } = await begin();
      setAsked(wanted);
      await planner.reliefs(
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
    return planner.together(objective, keys, facts['']?.recipe ?? null);
  }
  return { asked, facts, isRunning, problem, start, together };
}

/** What would free a plan that is not possible as it is wished. */
export function useFreeings(dossier: Dossier, shop: ShopContext, wish: Wish) {
  const { begin } = usePlanner(dossier, shop);
  const [found, setFound] = useState<Freeing[] | null>(null);
  const [isRunning, setRunning] = useState(false);
  async function start(): Promise<void> {
    setFound([]);
    setRunning(true);
    try {
      const { planner } = await begin();
      await planner.freeings(
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
