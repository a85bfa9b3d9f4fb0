export * from './agenda.ts';
export * from './states.ts';
