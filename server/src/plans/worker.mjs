// A thread of its own knows nothing of TypeScript until it is told.
import { register } from 'tsx/esm/api';

register();
export const { one, inTurn } = await import('./worker.ts');
