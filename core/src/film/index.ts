export * from './sanding.ts';
export * from './spray.ts';
