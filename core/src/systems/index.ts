export { handsOnMinutes } from './labour.ts';
export { FINISHING_SYSTEMS, type FinishingSystem } from './library.ts';
export * from './options.ts';
export * from './step.ts';
export { applicatorLabour, benchStep, dustStep, sandStep } from './steps.ts';
export { applicatorInPlace, sprayObstacle, type UnfoldInput, unfoldSystem } from './unfold.ts';
export { YARDSTICKS } from './yardsticks.ts';
