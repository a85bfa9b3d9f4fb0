export * from './calendar.ts';
export * from './shop.ts';
