export * from './climate.ts';
export * from './clocks.ts';
export * from './outdoors.ts';
export * from './through.ts';
