export * from './list.ts';
export * from './needs.ts';
