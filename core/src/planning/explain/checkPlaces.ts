import { isWorkedInRoom } from '../../pieces/index.ts';
import { said } from '../../said/index.ts';
import { lagsAt } from '../problem/hourly.ts';
import type { Lags, Load, Plan, PlanProblem, ScheduledOp } from '../problem/model.ts';
import type { Violation } from './violation.ts';

/** Apart from the rest of the checker: what is promised of doors on their hinges, of the client's room, and of places. */
export function checkPlaces(problem: PlanProblem, plan: Plan): Violation[] {
  return [
    ...problem.loads.flatMap((load) => checkTouching(load, plan)),
    ...checkProtection(problem, plan),
    ...checkAreas(problem, plan),
    ...checkWhere(problem, plan),
    ...checkWeather(problem, plan),
  ];
}

/** Of two doors side by side never both are open and wet: while the back of one is, the other's waits. */
function checkTouching({ id, neighbours = [] }: Load, { ops }: Plan): Violation[] {
  if (neighbours.length === 0) return [];
  const open = ops.filter(
    ({ op, personId }) => op.loadId === id && op.isCoat && op.side === 'back' && personId !== null && op.lags,
  );
  return open.flatMap((item, index) =>
    open.slice(index + 1).flatMap((other): Violation[] => {
      const wet = (one: ScheduledOp) => one.end + (one.op.lags?.touch ?? 0);
      if (item.start >= wet(other) || other.start >= wet(item)) return [];
      const touches = neighbours.some(
        ([a, b]) =>
          (item.op.pieceIds.includes(a) && other.op.pieceIds.includes(b)) ||
          (item.op.pieceIds.includes(b) && other.op.pieceIds.includes(a)),
      );
      return touches
        ? [{ code: 'touching', opId: other.op.id, message: said('plan.opens-a-door-beside-a-wet-one') }]
        : [];
    }),
  );
}

const inRoom = ({ way }: Load) => way !== undefined && isWorkedInRoom(way);
const isBegun = ({ ops }: Load) => ops.some(({ done }) => done !== null);

/** Nothing in the room is begun before it is protected, and nothing is taken down before the last of it is through. */
function checkProtection({ loads }: PlanProblem, { ops }: Plan): Violation[] {
  const own = new Map(loads.map((load) => [load.id, load]));
  const tasks = ops.filter(({ op, personId }) => op.task && personId !== null);
  const up = Math.max(0, ...tasks.filter(({ op }) => op.task !== 'removal').map(({ end }) => end));
  const down = Math.min(
    Number.POSITIVE_INFINITY,
    ...tasks.filter(({ op }) => op.task === 'removal').map(({ start }) => start),
  );
  return ops.flatMap(({ op, personId, start, end }): Violation[] => {
    const load = own.get(op.loadId);
    if (op.task || personId === null || !load || !inRoom(load)) return [];
    if (start < up && !isBegun(load))
      return [{ code: 'protection', opId: op.id, message: said('plan.begins-in-a-room-that-is-open') }];
    return end > down
      ? [{ code: 'protection', opId: op.id, message: said('plan.goes-on-after-the-room-is-cleared') }]
      : [];
  });
}

/** Areas of a zone in the room go in turn: what is not begun waits until the area before it is through. */
function checkAreas({ loads }: PlanProblem, { ops }: Plan): Violation[] {
  const spans = loads.filter(inRoom).map((load) => {
    const own = ops.filter(({ op, personId }) => op.loadId === load.id && personId !== null);
    return {
      load,
      start: Math.min(Number.POSITIVE_INFINITY, ...own.map(({ start }) => start)),
      end: Math.max(0, ...own.map(({ end }) => end)),
      opId: own[0]?.op.id ?? '',
    };
  });
  return spans.flatMap((one, index) =>
    spans.slice(index + 1).flatMap((other): Violation[] => {
      const isSame =
        one.load.zoneId !== other.load.zoneId || (one.load.area ?? '') === (other.load.area ?? '');
      if (isSame || isBegun(one.load) || isBegun(other.load)) return [];
      return one.start < other.end && other.start < one.end
        ? [{ code: 'section', opId: other.opId, message: said('plan.two-areas-at-once') }]
        : [];
    }),
  );
}

/** Outdoors a film dries by the hours that come, not by a mean: its clocks are those of the hour in which it was laid on. */
function checkWeather({ loads }: PlanProblem, { ops }: Plan): Violation[] {
  const asked = new Map(loads.flatMap((load) => load.ops.map((op) => [op.id, op] as const)));
  return ops.flatMap(({ op, personId, end }): Violation[] => {
    const by = asked.get(op.id)?.lagsBy;
    if (personId === null || !by) return [];
    const wanted = lagsAt(by, end);
    const isShort = Object.entries(wanted ?? {}).some(
      ([kind, minutes]) => (op.lags?.[kind as keyof Lags] ?? 0) < minutes,
    );
    return isShort
      ? [{ code: 'clock', opId: op.id, message: said('plan.dries-by-the-air-of-another-hour') }]
      : [];
  });
}

/** What is sprayed takes the booth of its own place, and what dries in a place hangs or lies on something that stands there. */
function checkWhere({ loads }: PlanProblem, { ops }: Plan): Violation[] {
  const own = new Map(loads.map((load) => [load.id, load]));
  return ops.flatMap(({ op, personId }): Violation[] => {
    const load = own.get(op.loadId);
    if (personId === null || !load || op.row !== 'booth') return [];
    const wanted = load.placeId === undefined || load.placeId === 'shop' ? 'booth' : `booth:${load.placeId}`;
    return op.uses.some(({ resourceId }) => resourceId === wanted)
      ? []
      : [{ code: 'place', opId: op.id, message: said('plan.is-sprayed-in-another-place') }];
  });
}
