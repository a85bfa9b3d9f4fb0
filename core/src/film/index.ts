export * from './spray.ts';
