export * from './climate.ts';
export * from './clocks.ts';
