export * from './area.ts';
export * from './model.ts';
export * from './tags.ts';
