export * from '../answers/answers.ts';
export * from './advice.ts';
export * from './cautions.ts';
export * from './colour.ts';
export * from './facts.ts';
export * from './hiding.ts';
export * from './ranking.ts';
