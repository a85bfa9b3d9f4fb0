export * from './coatAmounts.ts';
export * from './thinning.ts';
