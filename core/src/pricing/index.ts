export * from './jobPrice.ts';
export * from './offer.ts';
export * from './price.ts';
export * from './result.ts';
export * from './risk.ts';
export * from './scenarios.ts';
