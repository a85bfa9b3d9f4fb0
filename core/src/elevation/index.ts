export * from './checks.ts';
export * from './layout.ts';
export * from './model.ts';
export * from './neighbours.ts';
export * from './tagScheme.ts';
