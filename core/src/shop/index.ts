export * from '../places/index.ts';
export * from './calendar.ts';
export * from './clock.ts';
export * from './shop.ts';
