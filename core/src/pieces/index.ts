export * from './area.ts';
export * from './fastEntry.ts';
export * from './model.ts';
export * from './tags.ts';
export * from './words.ts';
