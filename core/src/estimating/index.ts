export * from './compare.ts';
export * from './compareWays.ts';
export * from './containers.ts';
export * from './learned.ts';
export * from './materials.ts';
export * from './methods.ts';
export { type Around, previewedDays } from './preview.ts';
export * from './rough.ts';
export * from './work.ts';
