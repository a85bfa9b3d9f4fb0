import type { PlannedOp } from '../src/planning/index.ts';
import { sampleId } from './sample.ts';

let number = 0;

/** A planned task of sanding one piece, for tests that look at plans alone; each has an id of its own. */
export function plannedOp(
  personId: string | null,
  start: number,
  minutes: number,
  change: Partial<PlannedOp> = {},
): PlannedOp {
  number += 1;
  return {
    id: `op ${number}`,
    loadId: 'load 1',
    zoneId: sampleId(1, 1),
    stepId: sampleId(2, 1),
    stepKey: 'sand',
    name: 'Sand',
    side: 'all',
    action: 'do',
    pieceIds: [sampleId(3, 1)],
    row: 'bench',
    placeId: 'shop',
    task: null,
    tool: null,
    isCoat: false,
    personId,
    start,
    end: start + minutes,
    segments: [{ start, end: start + minutes, pieces: 1 }],
    occupiedUntil: null,
    hold: null,
    gun: null,
    setupMin: 0,
    trip: null,
    lags: null,
    windowMax: null,
    waits: [],
    ...change,
  };
}
