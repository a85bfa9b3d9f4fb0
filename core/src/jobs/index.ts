export * from './log.ts';
export * from './model.ts';
