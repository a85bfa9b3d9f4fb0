export * from './calendar.ts';
export * from './clock.ts';
export * from './places.ts';
export * from './shop.ts';
