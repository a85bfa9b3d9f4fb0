export * from './generic.ts';
export * from './layers.ts';
export * from './sheet.ts';
