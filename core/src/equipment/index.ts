export * from './reckoning.ts';
