import { APPLICATORS, type Applicator } from '../catalogue/sheet.ts';
import { withdrawnIds } from './withdrawn.ts';

/** Why pieces went on with another tool than their step names. */
export const SWITCH_REASONS = ['failed', 'ran-out', 'other'] as const;
export type SwitchReason = (typeof SWITCH_REASONS)[number];

/** What happened to a job, as far as tools have to do with it. */
interface SwitchEvent {
  id: string;
  what: {
    kind: string;
    stepId?: unknown;
    pieceIds?: unknown;
    to?: unknown;
    eventId?: unknown;
  };
}

/** The tool that each piece has for a step, where it is another than the step says: by step, then by piece. */
export type ToolSwitches = ReadonlyMap<string, ReadonlyMap<string, Applicator>>;

/** Tools that pieces went on with, by the job's events in order; the last word on a piece counts. */
export function toolSwitches(events: readonly SwitchEvent[]): ToolSwitches {
  const gone = withdrawnIds(events);
  const switches = new Map<string, Map<string, Applicator>>();
  for (const { id, what } of events) {
    if (what.kind !== 'tool' || gone.has(id) || typeof what.stepId !== 'string') continue;
    const to = APPLICATORS.find((one) => one === what.to);
    if (to === undefined || !Array.isArray(what.pieceIds)) continue;
    const ofStep = switches.get(what.stepId) ?? new Map<string, Applicator>();
    for (const pieceId of what.pieceIds) if (typeof pieceId === 'string') ofStep.set(pieceId, to);
    switches.set(what.stepId, ofStep);
  }
  return switches;
}
