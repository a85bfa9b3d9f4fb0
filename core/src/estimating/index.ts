export * from './compare.ts';
export * from './rough.ts';
export * from './ways.ts';
