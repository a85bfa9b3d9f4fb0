export * from './quote.ts';
