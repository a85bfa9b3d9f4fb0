import type { Outcome } from '@upholder/core/outcome';
import {
  type Bound,
  duePins,
  type Freeing,
  freeings,
  type Objective,
  type PlanFacts,
  type PlanQuestion,
  type PlanRecipe,
  reliefsFor,
  searchPlan,
  sketchPlan,
  type Wish,
  weigh,
  withReliefs,
} from '@upholder/core/planning';
import * as Comlink from 'comlink';

/** How a search stands. */
export interface SearchNews {
  tries: number;
  handOver: number;
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
export interface Sketch {
  handOver: number;
  /** When each visit would be. */
  spans: Map<string, { start: number; end: number }>;
}

let running = 0;
let aimed: PlanQuestion | null = null;

const breathe = () => new Promise<void>((done) => setTimeout(done, 0));

function asked(): PlanQuestion {
  if (!aimed) throw new Error('nothing was asked');
  return aimed;
}

const planner = {
  /** What everything else is asked of; pieces and visits of a long job follow in parts. */
  aim(question: PlanQuestion): void {
    aimed = question;
  },

  /** More pieces of the job, and more visits of its earlier plan. */
  more(pieces: PlanQuestion['input']['pieces'], ops: PlanQuestion['earlier']['ops']): void {
    const { input, earlier, ...rest } = asked();
    aimed = {
      ...rest,
      input: { ...input, pieces: [...input.pieces, ...pieces] },
      earlier: { ...earlier, ops: [...earlier.ops, ...ops] },
    };
  },

  /** Looks for a better plan until it has tried so often, or another search begins, or it is told to stop. */
  async search(wish: Wish, tries: number, tell: (news: SearchNews) => void): Promise<Outcome<SearchNews>> {
    running += 1;
    const own = running;
    const question = asked();
    const pins = duePins(wish, question.now);
    const made = searchPlan(question, { objective: wish.objective, seed: 1, pins });
    if (!made.ok) return made;
    const search = made.value;
    const news = (): SearchNews => {
      const { found, bound, isProven, tries: done } = search;
      if (!found) throw new Error('a search without a plan');
      const { plan, recipe, score } = found;
      return { tries: done, handOver: plan.handOver, bound, isProven, score, recipe };
    };
    while (running === own && search.tries < tries && !search.isProven) {
      const until = performance.now() + CHUNK_MS;
      while (performance.now() < until && search.tries < tries && !search.isProven) search.step();
      tell(news());
      await breathe();
    }
    return { ok: true, value: news() };
  },

  stop(): void {
    running += 1;
  },

  /** Looks for what would make a plan possible where there is none, one by one. */
  async freeings(wish: Wish, tell: (freeing: Freeing) => void): Promise<void> {
    for (const freeing of freeings(asked(), wish)) {
      tell(freeing);
      await breathe();
    }
  },

  /** Weighs everything that could help, one by one; the plan as it is comes first, under an empty key. */
  async reliefs(objective: Objective, tell: (key: string, facts: PlanFacts | null) => void): Promise<void> {
    const question = asked();
    const base = weigh(question, objective, RELIEF_TRIES);
    tell('', base);
    for (const relief of reliefsFor(question)) {
      await breathe();
      tell(relief.key, weigh(relief.question, objective, RELIEF_TRIES, base?.recipe));
    }
  },

  /** When the visits would start with these pins, and the hand-over; or why it does not hold. */
  sketch(pins: ReadonlyMap<string, number>, objective: Objective): Outcome<Sketch> {
    const made = sketchPlan(asked(), pins, objective);
    if (!made.ok) return made;
    const { ops, handOver } = made.value;
    const spans = ops
      .filter(({ personId }) => personId !== null)
      .map(({ op, start, end }): [string, { start: number; end: number }] => [op.id, { start, end }]);
    return { ok: true, value: { handOver, spans: new Map(spans) } };
  },

  /** Weighs several of them done together. */
  together(objective: Objective, keys: readonly string[], base: PlanRecipe | null): PlanFacts | null {
    return weigh(withReliefs(asked(), keys), objective, RELIEF_TRIES, base);
  },
};
export type Planner = typeof planner;

Comlink.expose(planner);
