export * from './places.ts';
