export * from './coatAmounts.ts';
export * from './cups.ts';
export * from './memory.ts';
export * from './pot.ts';
export * from './potRecord.ts';
export * from './scale.ts';
export * from './thinning.ts';
export * from './viscosity.ts';
