export * from './row.ts';
