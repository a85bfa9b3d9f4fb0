import {
  PROTECTION_TRAITS,
  protectionMinutes,
  type RoomTaskKind,
  removalMinutes,
  roomTicks,
} from '../../jobs/index.ts';
import { said } from '../../said/index.ts';
import { type Minute, toMinute } from '../../shop/index.ts';
import type { JobForPlanning } from './input.ts';
import type { Load, PlanOp } from './model.ts';

/** Nobody covers a room for longer in one go: what takes more is planned in parts. */
const PART_MIN = 120;
/** How the ids of the two loads begin without pieces: what goes up before work in the room, and what comes down after it. */
const PROTECT_LOAD = 'protect';
const REMOVAL_LOAD = 'protect-removal';

function taskOps(
  loadId: string,
  zoneId: string,
  { kind, name, minutes }: { kind: RoomTaskKind; name: string; minutes: Minute },
  doneAt: Minute | null,
): PlanOp[] {
  const parts = Math.max(1, Math.ceil(minutes / PART_MIN - 1e-9));
  const setupMin = minutes / parts;
  return Array.from({ length: parts }, (_, index) => ({
    id: `${kind}${index === 0 ? '' : `.${index + 1}`}@${loadId}`,
    loadId,
    zoneId,
    // No step of a sequence: whoever looks for one by this finds none.
    stepId: zoneId,
    stepKey: kind,
    task: kind,
    name,
    side: 'all',
    action: 'do',
    pieceIds: [],
    row: 'room',
    waitFor: 'none',
    isWet: false,
    isCoat: false,
    abrades: false,
    cleans: false,
    setupMin,
    perPieceMin: 0,
    cleanupMin: 0,
    uses: [{ resourceId: 'room', amount: 1 }],
    hold: null,
    lags: null,
    windowMax: null,
    shareKey: null,
    skill: 'prep',
    done: doneAt === null ? null : { start: doneAt - Math.ceil(setupMin), end: doneAt },
  }));
}

/**
 * The client's room protected before anything is worked in it, and cleared after the last of it: two loads without pieces, one
 * before all loads of the room and one behind them. Loads on which work has begun wait for nothing.
 */
export function withProtection(
  loads: readonly Load[],
  { job, events = [] }: Pick<JobForPlanning, 'job' | 'events'>,
  isInRoom: (load: Load) => boolean,
): Load[] {
  const tasks = (job.room?.tasks ?? []).filter((task) => protectionMinutes(task) > 0);
  const inRoom = loads.filter(isInRoom);
  const [first] = inRoom;
  if (tasks.length === 0 || first === undefined) return [...loads];
  const { zoneId } = first;
  const ticks = roomTicks(events);
  const doneAt = (kind: RoomTaskKind) => {
    const at = ticks.get(kind);
    return at === undefined ? null : toMinute(at);
  };
  const protectId = `${PROTECT_LOAD}.${job.id.slice(-12)}`;
  const removalId = `${REMOVAL_LOAD}.${job.id.slice(-12)}`;
  const load = (id: string, label: string, ops: PlanOp[]): Load => ({
    id,
    zoneId,
    label,
    lie: 'fixed',
    way: 'fixed',
    placeId: 'room',
    pieceIds: [],
    ops,
  });
  const up = tasks.flatMap((task) =>
    taskOps(
      protectId,
      zoneId,
      { kind: task.kind, name: PROTECTION_TRAITS[task.kind].words, minutes: protectionMinutes(task) },
      doneAt(task.kind),
    ),
  );
  const down = taskOps(
    removalId,
    zoneId,
    { kind: 'removal', name: said('job.protect-removal'), minutes: removalMinutes(tasks) },
    doneAt('removal'),
  );
  const isOpen = up.some(({ done }) => !done);
  const waiting = loads.map((one) =>
    isOpen && isInRoom(one) && !one.ops.some(({ done }) => done)
      ? { ...one, after: [protectId, ...(one.after ?? [])] }
      : one,
  );
  return [
    load(protectId, said('job.protect-the-room'), up),
    ...waiting,
    { ...load(removalId, said('job.protect-removal'), down), after: inRoom.map(({ id }) => id) },
  ];
}
