import type { Outcome } from '@upholder/core/outcome';
import {
  activePins,
  applyImprovements,
  type Bound,
  improvementsFor,
  type Objective,
  type PlanFacts,
  type PlanOptions,
  type PlanRecipe,
  type PlanRequest,
  previewPlan,
  type StandingPlan,
  searchPlan,
  standingIn,
  type Unblocker,
  unblockersFor,
  weigh,
} from '@upholder/core/planning';
import * as Comlink from 'comlink';

/** How a search stands. */
export interface SearchNews {
  tries: number;
  completion: number;
  bound: Bound;
  isProven: boolean;
  score: number[];
  /** Of the best plan so far. */
  recipe: PlanRecipe;
}

/** So long the search goes on before it listens again. */
const CHUNK_MS = 120;
/** Tries for each thing that could help; as many for the plan as it is. */
const RELIEF_TRIES = 30;

/** A plan that is only looked at while something is moved about. */
export interface PlanPreview {
  completion: number;
  /** When each task would be. */
  spans: Map<string, { start: number; end: number }>;
}

let running = 0;
let aimed: PlanRequest | null = null;

const yieldToEventLoop = () => new Promise<void>((done) => setTimeout(done, 0));

function asked(): PlanRequest {
  if (!aimed) throw new Error('nothing was asked');
  return aimed;
}

const planner = {
  /** What everything else is asked of; pieces and tasks of a long job follow in parts. */
  aim(question: PlanRequest): void {
    aimed = question;
  },

  /** More pieces of the job, and more tasks of its earlier plan. */
  more(pieces: PlanRequest['input']['pieces'], ops: PlanRequest['earlier']['ops']): void {
    const { input, earlier, ...rest } = asked();
    aimed = {
      ...rest,
      input: { ...input, pieces: [...input.pieces, ...pieces] },
      earlier: { ...earlier, ops: [...earlier.ops, ...ops] },
    };
  },

  /** Looks for a better plan until it has tried so often, or another search begins, or it is told to stop. */
  async search(
    planOptions: PlanOptions,
    tries: number,
    tell: (news: SearchNews) => void,
  ): Promise<Outcome<SearchNews>> {
    running += 1;
    const own = running;
    const question = asked();
    const pins = activePins(planOptions, question.now);
    const made = searchPlan(question, { objective: planOptions.objective, seed: 1, pins });
    if (!made.ok) return made;
    const search = made.value;
    const news = (): SearchNews => {
      const { found, bound, isProven, tries: done } = search;
      if (!found) throw new Error('a search without a plan');
      const { plan, recipe, score } = found;
      return { tries: done, completion: plan.completion, bound, isProven, score, recipe };
    };
    while (running === own && search.tries < tries && !search.isProven) {
      const until = performance.now() + CHUNK_MS;
      while (performance.now() < until && search.tries < tries && !search.isProven) search.step();
      tell(news());
      await yieldToEventLoop();
    }
    return { ok: true, value: news() };
  },

  stop(): void {
    running += 1;
  },

  /** Looks for what would make a plan possible where there is none, one by one. */
  async unblockersFor(planOptions: PlanOptions, tell: (freeing: Unblocker) => void): Promise<void> {
    for (const freeing of unblockersFor(asked(), planOptions)) {
      tell(freeing);
      await yieldToEventLoop();
    }
  },

  /** Weighs everything that could help, one by one; the plan as it is comes first, under an empty key. */
  async improvements(
    objective: Objective,
    tell: (key: string, facts: PlanFacts | null) => void,
  ): Promise<void> {
    const question = asked();
    const base = weigh(question, objective, RELIEF_TRIES, standingIn(question));
    tell('', base);
    for (const improvement of improvementsFor(question)) {
      await yieldToEventLoop();
      tell(improvement.key, weigh(improvement.question, objective, RELIEF_TRIES, base?.standing));
    }
  },

  /** When the tasks would start with these pins, and the handover; or why it does not hold. */
  preview(pins: ReadonlyMap<string, number>, objective: Objective): Outcome<PlanPreview> {
    const made = previewPlan(asked(), pins, objective);
    if (!made.ok) return made;
    const { ops, completion } = made.value;
    const spans = ops
      .filter(({ personId }) => personId !== null)
      .map(({ op, start, end }): [string, { start: number; end: number }] => [op.id, { start, end }]);
    return { ok: true, value: { completion, spans: new Map(spans) } };
  },

  /** Weighs several of them done together. */
  together(objective: Objective, keys: readonly string[], base: StandingPlan | null): PlanFacts | null {
    return weigh(applyImprovements(asked(), keys), objective, RELIEF_TRIES, base);
  },
};
export type Planner = typeof planner;

Comlink.expose(planner);
