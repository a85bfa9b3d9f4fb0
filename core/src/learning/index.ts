export * from './figures.ts';
export * from './observations.ts';
