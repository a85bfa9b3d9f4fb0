import { type CompareInput, outlooksOf } from '@upholder/core/estimating';
import * as Comlink from 'comlink';

const comparison = {
  outlooks: (input: CompareInput) => outlooksOf(input),
};
export type Comparison = typeof comparison;

Comlink.expose(comparison);
