export * from './pricing.ts';
export * from './rates.ts';
