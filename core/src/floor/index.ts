export * from './agenda.ts';
export * from './demand.ts';
export * from './implausible.ts';
export * from './states.ts';
