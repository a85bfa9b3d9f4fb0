export * from './onCoat.ts';
export * from './reckoning.ts';
