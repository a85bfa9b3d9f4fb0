export * from './agenda.ts';
export * from './demand.ts';
export { type FloorLogJob, floorLog } from './floorLog.ts';
export * from './implausible.ts';
export { normalNow } from './normal.ts';
export * from './progress.ts';
export * from './states.ts';
