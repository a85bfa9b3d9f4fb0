export * from './onCoat.ts';
export * from './reckoning.ts';
export * from './setUps.ts';
export * from './sprayCase.ts';
export * from './wear.ts';
