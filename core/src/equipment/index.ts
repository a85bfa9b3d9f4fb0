export * from './onCoat.ts';
export * from './reckoning.ts';
export * from './wear.ts';
