export { CAUSE_WORDS, CAUSES, type Cause } from '../causes/index.ts';
export * from './causeFacts.ts';
export * from './causes.ts';
export { type CombChart, combCharts, type Drift, driftOf } from './control.ts';
export * from './cureNames.ts';
export * from './cures.ts';
export * from './defects.ts';
export { type CureEffect, type CureEffects, cureEffects } from './effect.ts';
export type { Evidence } from './evidence.ts';
export {
  causeFactsOf,
  cureCaseOf,
  type FilmFacts,
  type FindingSurroundings,
  filmsOfPiece,
  lastDoneKey,
  workOnPiece,
} from './facts.ts';
export * from './finding.ts';
export { lookFor } from './lookFor.ts';
export { partAt } from './spot.ts';
