export * from './agenda.ts';
export * from './demand.ts';
export * from './states.ts';
