export * from './compare.ts';
export * from './rough.ts';
