import { type CompareInput, type MethodZone, methodEffects, outlooksOf } from '@upholder/core/estimating';
import type { Methods } from '@upholder/core/systems';
import * as Comlink from 'comlink';

const comparison = {
  outlooks: (input: CompareInput) => outlooksOf(input),
  choices: (zones: MethodZone[], methods: Methods) => methodEffects(zones, methods),
};
export type Comparison = typeof comparison;

Comlink.expose(comparison);
