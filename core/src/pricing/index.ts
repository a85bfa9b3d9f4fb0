export * from './jobPrice.ts';
export * from './offer.ts';
export * from './price.ts';
