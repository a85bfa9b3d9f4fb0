import type { Cause } from './names.ts';

/** How often a shop confirmed each cause on its own pieces; what it never did is left out. */
export type Experience = Readonly<Partial<Record<Cause, number>>>;

/** Nothing confirmed yet, or nothing to be learned from. */
export const NO_EXPERIENCE: Experience = {};

/** So many cases of its own weigh as much for a shop as all that the trade says. */
const HALF_WEIGHT_CASES = 3;

/** A shop's experience from its confirmed causes, whatever defect they showed as. */
export function experienceOf(confirmed: readonly { cause: Cause; count: number }[]): Experience {
  const all: Partial<Record<Cause, number>> = {};
  for (const { cause, count } of confirmed) all[cause] = (all[cause] ?? 0) + count;
  return all;
}

/** How often any of some causes was confirmed. */
export function casesOf(experience: Experience, causes: readonly Cause[]): number {
  return causes.reduce((sum, cause) => sum + (experience[cause] ?? 0), 0);
}

/**
 * How far so many cases may move what the trade says, from 0 to 1: n / (n + 3), the weight of n own observations against a
 * prior that is worth three (as in the mean of a gamma-Poisson model).
 */
export function trust(cases: number): number {
  return cases / (cases + HALF_WEIGHT_CASES);
}
