export * from './experience.ts';
export * from './names.ts';
