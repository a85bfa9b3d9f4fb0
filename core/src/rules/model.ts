import type { ProductSheet, ShopLayer, Supply } from '../catalogue/index.ts';
import type { Experience } from '../causes/index.ts';
import type { Climate } from '../drying/index.ts';
import type { Room } from '../jobs/index.ts';
import type { StoredItem } from '../mixing/index.ts';
import type { Piece } from '../pieces/index.ts';
import type { ShopSettings } from '../shop/index.ts';
import type { SurveyFacts } from '../survey/index.ts';
import {
  type Application,
  ApplicationSchema,
  inMoves,
  type StepDraft,
  type ZoneOptions,
} from '../systems/index.ts';

export const RULE_FAMILIES = [
  'cleaning',
  'keying',
  'ground',
  'layers',
  'films',
  'place',
  'safety',
  'handling',
] as const;
export type RuleFamily = (typeof RULE_FAMILIES)[number];

/** `stop`: goes on only with a written reason. `warn`: will probably cost a piece. `advise`: could be better. */
export type Severity = 'stop' | 'warn' | 'advise';

/** A change of a sequence. Steps are named by their keys. */
export type SequenceEdit =
  | { kind: 'insert'; before: string | null; step: StepDraft }
  | { kind: 'remove'; key: string }
  | { kind: 'move'; key: string; before: string | null }
  | { kind: 'change'; key: string; part: Partial<StepDraft> }
  /** One move of a step changed, or a further one behind the last; `null` takes it out. */
  | { kind: 'application'; key: string; at: number; part: Partial<Application> | null }
  /** A move of a step before the one that came before it. */
  | { kind: 'earlier-application'; key: string; at: number };

/** A way out that is applied by a press. */
export interface Fix {
  label: string;
  edits: SequenceEdit[];
}

/** A fix that changes one step. */
export function changeFix(label: string, key: string, part: Partial<StepDraft>): Fix {
  return { label, edits: [{ kind: 'change', key, part }] };
}

/** How a rule is raised by what a shop confirmed. */
export interface Raised {
  from: Severity;
  cases: number;
}

/** Something in a sequence that a master would object to. */
export interface Finding {
  code: string;
  family: RuleFamily;
  severity: Severity;
  /** One sentence, in plain words. */
  why: string;
  /** Key of the step it points at; null for the sequence as a whole. */
  at: string | null;
  fixes: Fix[];
  /** What the shop found on its own pieces made it more serious than it is by itself. */
  raised?: Raised;
  /** Products of which nobody knows how they get on; a logged test piece settles it. */
  testPanel?: { under: string; over: string };
  /** Where else it is settled: the client's room, the places of the shop, or its guns and gear. */
  goTo?: 'room' | 'places' | 'gear';
}

/** What of a step decides whether a rule objects: another product or value is another question. */
function fingerprint(step: StepDraft | undefined, why: string): string {
  const said = step
    ? JSON.stringify([
        step.productKey,
        step.supplyKey,
        step.grit,
        step.applicator,
        step.wftUm,
        step.thinning,
        step.thinnerName,
        step.waitFor,
        step.faces,
        step.tagAt,
        step.isRinsed,
        step.dryingMin,
        // Only where there are any: what was overridden before there were moves stays so.
        ...(step.applications.length > 0 ? [step.applications] : []),
        ...(step.conditionerPct > 0 ? [step.conditionerPct] : []),
        ...(step.passes > 1 ? [step.passes, step.flashMin] : []),
      ])
    : why;
  // FNV-1a, 32 bits (Fowler, Noll, Vo).
  let hash = 0x811c9dc5;
  for (const letter of said) hash = Math.imul(hash ^ (letter.codePointAt(0) ?? 0), 0x01000193) >>> 0;
  return hash.toString(36);
}

/**
 * Under which code a stop is overridden: for this rule at this step with its product and values. It lapses when one of
 * them changes, and says nothing of any other step.
 */
export function overrideCode({ code, at, why }: Finding, steps: readonly StepDraft[]): string {
  const step = steps.find(({ key }) => key === at);
  return `rule:${code}@${at ?? '-'}#${fingerprint(step, why)}`;
}

/** Everything that rules look at. */
export interface RuleContext {
  steps: readonly StepDraft[];
  sheets: Readonly<Record<string, ProductSheet>>;
  facts: SurveyFacts;
  pieces: readonly Piece[];
  options: ZoneOptions;
  /** Cleaners, abrasives, fillers and the like by key. */
  supplies: Readonly<Record<string, Supply>>;
  /** What the shop knows better than the layer table. */
  layers: readonly ShopLayer[];
  settings: Pick<ShopSettings, 'hasBooth' | 'boothRatedForSolvent' | 'hasSuppliedAir' | 'places'> &
    Partial<Pick<ShopSettings, 'sandedOff'>>;
  climate: Climate;
  isOnSite: boolean;
  /** The client's room; left out where nobody said anything of it. */
  room?: Room | null;
  /** Guns and compressors of the shop; left out where they are not to weigh. */
  gear?: readonly StoredItem[];
  /** What the shop confirmed as causes; left out where it is not to weigh. */
  experience?: Experience;
}

/** A rule: a pure function from a sequence in its surroundings to what is wrong with it. */
export interface Rule {
  code: string;
  family: RuleFamily;
  severity: Severity;
  check(context: RuleContext): {
    at: string | null;
    why: string;
    fixes?: Fix[];
    testPanel?: Finding['testPanel'];
    goTo?: Finding['goTo'];
  }[];
}

/**
 * Applies edits one after the other. An edit that names a step which is not there leaves the sequence as it is; an
 * inserted step whose key is taken gets a number behind it.
 */
export function applyEdits(steps: readonly StepDraft[], edits: readonly SequenceEdit[]): StepDraft[] {
  return edits.reduce<StepDraft[]>((now, edit) => applyEdit(now, edit), [...steps]);
}

function placeOf(steps: readonly StepDraft[], before: string | null): number {
  const at = before === null ? -1 : steps.findIndex(({ key }) => key === before);
  return at === -1 ? steps.length : at;
}

/** A key like the wanted one that no step has. */
export function freeKey(steps: readonly Pick<StepDraft, 'key'>[], wanted: string): string {
  const taken = new Set(steps.map(({ key }) => key));
  if (!taken.has(wanted)) return wanted;
  // A copy of a copy counts on instead of growing a tail.
  const stem = wanted.replace(/~\d+$/, '');
  for (let number = 2; ; number += 1) {
    const key = `${stem}~${number}`;
    if (!taken.has(key)) return key;
  }
}

function applyEdit(steps: StepDraft[], edit: SequenceEdit): StepDraft[] {
  switch (edit.kind) {
    case 'insert': {
      const step = { ...edit.step, key: freeKey(steps, edit.step.key) };
      return steps.toSpliced(placeOf(steps, edit.before), 0, step);
    }
    case 'remove':
      return steps.filter(({ key }) => key !== edit.key);
    case 'move': {
      const step = steps.find(({ key }) => key === edit.key);
      if (!step || edit.before === edit.key) return steps;
      const rest = steps.filter(({ key }) => key !== edit.key);
      return rest.toSpliced(placeOf(rest, edit.before), 0, step);
    }
    case 'change':
      return steps.map((step) => (step.key === edit.key ? { ...step, ...edit.part, key: step.key } : step));
    case 'application':
      return steps.map((step) => {
        if (step.key !== edit.key) return step;
        const { part, at } = edit;
        const moves = step.applications;
        if (part === null) return { ...step, ...inMoves(step, moves.toSpliced(at, 1)) };
        const changed = ApplicationSchema.parse({ parts: ['flats'], ...moves[at], ...part });
        return { ...step, ...inMoves(step, moves.toSpliced(at, 1, changed)) };
      });
    case 'earlier-application':
      return steps.map((step) => {
        const move = step.applications[edit.at];
        if (step.key !== edit.key || !move || edit.at === 0) return step;
        const moves = step.applications.toSpliced(edit.at, 1).toSpliced(edit.at - 1, 0, move);
        return { ...step, ...inMoves(step, moves) };
      });
  }
}
