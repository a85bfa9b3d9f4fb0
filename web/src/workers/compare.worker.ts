import {
  type CompareInput,
  compareWays,
  type MethodZone,
  methodEffects,
  outlooksOf,
} from '@upholder/core/estimating';
import { cureEffects } from '@upholder/core/inspection';
import type { PlanRequest } from '@upholder/core/planning';
import type { SequenceEdit } from '@upholder/core/rules';
import type { Methods } from '@upholder/core/systems';
import * as Comlink from 'comlink';

const comparison = {
  outlooks: (input: CompareInput) => outlooksOf(input),
  cures: (question: PlanRequest, zoneId: string, pieceId: string, edits: SequenceEdit[][]) =>
    cureEffects(question, zoneId, pieceId, edits),
  ways: (question: PlanRequest, methods: Methods) => compareWays(question, methods),
  choices: (zones: MethodZone[], methods: Methods) => methodEffects(zones, methods),
};
export type Comparison = typeof comparison;

Comlink.expose(comparison);
