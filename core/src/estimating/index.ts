export * from './compare.ts';
export * from './rough.ts';
export { type Around, sketchedDays } from './sketch.ts';
export * from './ways.ts';
