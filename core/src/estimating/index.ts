export * from './compare.ts';
export * from './rough.ts';
export { type Around, previewedDays } from './preview.ts';
export * from './methods.ts';
