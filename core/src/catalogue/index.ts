export { APPLICATOR_TRAITS, isRolled, meantBy } from './applicators.ts';
export { cautionWords } from './cautions.ts';
export * from './generic.ts';
export * from './genericSupplies.ts';
export * from './layers.ts';
export * from './sheet.ts';
export * from './sheetChecks.ts';
export * from './substrates.ts';
export * from './supplies.ts';
