export * from './generic.ts';
export * from './sheet.ts';
