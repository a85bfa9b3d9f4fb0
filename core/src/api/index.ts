export * from './contract.ts';
