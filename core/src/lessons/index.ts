export * from './lessons.ts';
export * from './rates.ts';
