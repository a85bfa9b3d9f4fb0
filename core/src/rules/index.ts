import { NO_EXPERIENCE } from '../causes/index.ts';
import { CLEANING_RULES } from './cleaning.ts';
import { FILM_RULES } from './films.ts';
import { GEAR_RULES } from './gear.ts';
import { GROUND_RULES } from './ground.ts';
import { HANDLING_RULES } from './handling.ts';
import { KEYING_RULES } from './keying.ts';
import { LAYER_RULES } from './layers.ts';
import type { Finding, Rule, RuleContext, Severity } from './model.ts';
import { MOVE_RULES } from './moves.ts';
import { PASS_RULES } from './passes.ts';
import { PLACE_RULES } from './place.ts';
import { raisedBy } from './raised.ts';
import { SITE_RULES } from './sites.ts';
import { WINDOW_RULES } from './windows.ts';

export { type BuiltFilm, builtUp, type SandedStep, takenOffUm } from './buildUp.ts';
export * from './deviations.ts';
export { LARGEST_CLIMB } from './keying.ts';
export * from './model.ts';
export { anotherRepeat, type Loop, loopEdits, loopsOf, roundsEdits, unloopEdits } from './repeats.ts';
export { planningStops } from './sites.ts';

/** All rules, family by family. */
export const RULES: readonly Rule[] = [
  ...CLEANING_RULES,
  ...KEYING_RULES,
  ...GROUND_RULES,
  ...LAYER_RULES,
  ...FILM_RULES,
  ...MOVE_RULES,
  ...PASS_RULES,
  ...WINDOW_RULES,
  ...PLACE_RULES,
  ...SITE_RULES,
  ...GEAR_RULES,
  ...HANDLING_RULES,
];

const RANK: Record<Severity, number> = { stop: 0, warn: 1, advise: 2 };

/**
 * Checks a sequence in its surroundings. A pure function, quick enough for every keystroke.
 * @returns what a master would object to: stops first, then in the order of the steps.
 */
export function checkSequence(context: RuleContext): Finding[] {
  const order = new Map(context.steps.map(({ key }, index) => [key, index]));
  return RULES.flatMap(({ code, family, severity: usual, check }) => {
    const { severity, raised } = raisedBy(code, usual, context.experience ?? NO_EXPERIENCE);
    return check(context).map(
      ({ at, why, fixes, testPanel, goTo }): Finding => ({
        code,
        family,
        severity,
        at,
        why,
        fixes: fixes ?? [],
        ...(raised && { raised }),
        ...(testPanel ? { testPanel } : {}),
        ...(goTo ? { goTo } : {}),
      }),
    );
  }).sort(
    (a, b) =>
      RANK[a.severity] - RANK[b.severity] || (order.get(a.at ?? '') ?? -1) - (order.get(b.at ?? '') ?? -1),
  );
}
