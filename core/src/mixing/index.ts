export * from './thinning.ts';
