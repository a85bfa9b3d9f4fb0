import {
  type CompareInput,
  compareWays,
  type MethodZone,
  methodEffects,
  outlooksOf,
} from '@upholder/core/estimating';
import { cureEffects } from '@upholder/core/inspection';
import type { PlanRequest } from '@upholder/core/planning';
import { outlookOf, type RiskInput, riskOf, type Scenario, type ScenarioInput } from '@upholder/core/pricing';
import type { SequenceEdit } from '@upholder/core/rules';
import type { Methods } from '@upholder/core/systems';
import * as Comlink from 'comlink';

const comparison = {
  outlooks: (input: CompareInput) => outlooksOf(input),
  cures: (question: PlanRequest, zoneId: string, pieceId: string, edits: SequenceEdit[][]) =>
    cureEffects(question, zoneId, pieceId, edits),
  ways: (question: PlanRequest, methods: Methods) => compareWays(question, methods),
  risk: (input: RiskInput, draws: number, seed: number) => riskOf(input, draws, seed),
  scenario: (scenario: Scenario, input: ScenarioInput) => outlookOf(scenario, input),
  choices: (zones: MethodZone[], methods: Methods) => methodEffects(zones, methods),
};
export type Comparison = typeof comparison;

Comlink.expose(comparison);
