import { z } from 'zod';
import { nameField } from '../fields/index.ts';

/** What was settled: a stop taken on or cleared, or a system chosen. */
export const DECISION_KINDS = ['acknowledged', 'chosen'] as const;

const fields = {
  zoneId: z.uuid(),
  kind: z.enum(DECISION_KINDS),
  /** Code of the caution, or letter of the system. */
  code: z.string().trim().min(1).max(160),
  /** The reason, in the words of whoever decided. */
  reason: nameField('reason', 500, 3),
};

/** A decision as a client sends it. */
export const NewDecisionSchema = z.object({ id: z.uuid(), ...fields });
export type NewDecision = z.infer<typeof NewDecisionSchema>;

/** A decision as it is kept; it is never changed. */
export const DecisionSchema = z.object({
  id: z.uuid(),
  ...fields,
  reason: z.string(),
  memberId: z.uuid().nullable(),
  memberName: z.string(),
  at: z.iso.datetime(),
});
export type Decision = z.infer<typeof DecisionSchema>;

/** Codes of the cautions of a zone that somebody has taken on. */
export function acknowledgedCodes(decisions: readonly Decision[], zoneId: string): Set<string> {
  return new Set(
    decisions
      .filter((decision) => decision.kind === 'acknowledged' && decision.zoneId === zoneId)
      .map(({ code }) => code),
  );
}
