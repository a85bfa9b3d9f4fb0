import { BLEEDS, EXISTING_FINISHES, LOOKS, PULLS, ROOMS, type SurveyAnswers } from '../answers/answers.ts';
import { type Experience, NO_EXPERIENCE } from '../causes/index.ts';
import { SUBSTRATES } from '../jobs/model.ts';
import { SYSTEM_IDS, SYSTEM_TRAITS, type SystemId } from '../systems/traits.ts';
import { findingsOf, type SurveyFacts } from './facts.ts';
import { consider, type Term } from './rules.ts';

/** Points that every system starts from. */
const STARTING_POINTS = 50;
/** Systems this close to the best are worth a look, up to four. */
const SHORTLIST_WITHIN = 35;
const SHORTLIST_MOST = 4;

/** Questions whose answer can change the ranking, with the answers they can have. */
const OPEN_QUESTIONS = {
  substrate: SUBSTRATES,
  bleed: BLEEDS,
  existing: EXISTING_FINISHES,
  look: LOOKS,
  canLeave: [true, false],
  pulls: PULLS,
  room: ROOMS,
  vulnerable: [true, false],
} as const satisfies Partial<Record<keyof SurveyAnswers | 'substrate', readonly unknown[]>>;
export type OpenQuestion = keyof typeof OPEN_QUESTIONS;

/** What an unanswered question would do to a system. */
export interface OpenEffect {
  question: OpenQuestion;
  /** Answers that would rule it out. */
  ruledOutBy: string[];
  /** Points that the answers could take away and add. */
  lowest: number;
  highest: number;
}

/** A system as it stands for a zone. */
export interface RankedSystem {
  systemId: SystemId;
  /** Sum of 50 and all terms. */
  points: number;
  /** Where the points would lie once the open questions are answered. */
  range: [lowest: number, highest: number];
  terms: Term[];
  /** Why it is out of the question; empty when it fits. */
  exclusions: string[];
  open: OpenEffect[];
  isShortlisted: boolean;
}

/** Rough calendar days of each system, where they are known. */
export type RoughDays = Partial<Record<SystemId, number>>;

function judge(id: SystemId, facts: SurveyFacts, days: RoughDays, experience: Experience) {
  const said = consider({
    id,
    traits: SYSTEM_TRAITS[id],
    facts,
    findings: findingsOf(facts),
    roughDays: days[id] ?? null,
    experience,
  });
  return { ...said, points: said.terms.reduce((sum, { points }) => sum + points, STARTING_POINTS) };
}

function openEffects(
  id: SystemId,
  facts: SurveyFacts,
  days: RoughDays,
  experience: Experience,
): OpenEffect[] {
  const now = judge(id, facts, days, experience);
  return (Object.keys(OPEN_QUESTIONS) as OpenQuestion[])
    .filter((question) => facts[question] === undefined)
    .map((question) => {
      const effect: OpenEffect = { question, ruledOutBy: [], lowest: 0, highest: 0 };
      for (const answer of OPEN_QUESTIONS[question]) {
        const then = judge(id, { ...facts, [question]: answer }, days, experience);
        if (then.exclusions.length > now.exclusions.length) {
          effect.ruledOutBy.push(answer === true ? 'yes' : answer === false ? 'no' : String(answer));
          continue;
        }
        effect.lowest = Math.min(effect.lowest, then.points - now.points);
        effect.highest = Math.max(effect.highest, then.points - now.points);
      }
      return effect;
    })
    .filter(({ ruledOutBy, lowest, highest }) => ruledOutBy.length > 0 || lowest !== 0 || highest !== 0);
}

/**
 * Ranks all finishing systems for a zone, best first; those that are out of the question come last, with the reason.
 * A pure function of the facts: every point is a term with its sentence. What nobody answered widens the range of
 * points and names the answers that would rule a system out.
 * @param experience causes that the shop confirmed, where they are to weigh.
 */
export function rankSystems(
  facts: SurveyFacts,
  days: RoughDays = {},
  experience: Experience = NO_EXPERIENCE,
): RankedSystem[] {
  const all = SYSTEM_IDS.map((systemId): RankedSystem => {
    const { terms, exclusions, points } = judge(systemId, facts, days, experience);
    const open = exclusions.length > 0 ? [] : openEffects(systemId, facts, days, experience);
    const range: [number, number] = [
      points + open.reduce((sum, { lowest }) => sum + lowest, 0),
      points + open.reduce((sum, { highest }) => sum + highest, 0),
    ];
    return { systemId, points, range, terms, exclusions, open, isShortlisted: false };
  });
  const fitting = all
    .filter(({ exclusions }) => exclusions.length === 0)
    .sort((a, b) => b.points - a.points || a.systemId.localeCompare(b.systemId));
  const best = fitting[0]?.points ?? 0;
  fitting.forEach((system, index) => {
    system.isShortlisted = index < 2 || (index < SHORTLIST_MOST && system.points >= best - SHORTLIST_WITHIN);
  });
  return [...fitting, ...all.filter(({ exclusions }) => exclusions.length > 0)];
}
