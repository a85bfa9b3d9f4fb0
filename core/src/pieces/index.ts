export * from './area.ts';
export * from './fastEntry.ts';
export * from './fields.ts';
export * from './figure.ts';
export * from './kinds.ts';
export * from './model.ts';
export * from './tags.ts';
export * from './words.ts';
