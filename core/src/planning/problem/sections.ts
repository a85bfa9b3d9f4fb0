import type { Zone } from '../../jobs/index.ts';
import { isWorkedInRoom } from '../../pieces/index.ts';
import type { Load } from './model.ts';

/** Whether a load is worked in the client's room. */
export function isInRoom({ way, lie }: Pick<Load, 'way' | 'lie'>): boolean {
  return way === undefined ? lie === 'fixed' : isWorkedInRoom(way);
}

/** Loads of one zone in the room, area by area, in the order in which the take-off names the areas. */
function areasOf(loads: readonly Load[], zoneId: string): Load[][] {
  const areas = new Map<string, Load[]>();
  for (const load of loads)
    if (load.zoneId === zoneId && isInRoom(load))
      areas.set(load.area ?? '', [...(areas.get(load.area ?? '') ?? []), load]);
  return [...areas.values()];
}

/**
 * Work in the client's room in turn, so that a way through and a sink stay free: the areas of a zone always one after the other,
 * and the zones too where the client wishes it. Of doors on their hinges that were cut into several loads, the next begins when
 * the one before is through, so that neighbours of two loads never touch wet. What is begun waits for nobody, and loose pieces
 * that are finished in the shop do not count.
 *
 * @param oneZoneAtATime whether the zones go in turn as well.
 */
export function inTurn(
  loads: readonly Load[],
  zones: readonly Pick<Zone, 'id'>[],
  oneZoneAtATime: boolean,
): Load[] {
  const after = new Map<string, string[]>();
  let before: string[] = [];
  for (const { id } of zones) {
    if (!oneZoneAtATime) before = [];
    for (const section of areasOf(loads, id)) {
      let hinged: string[] = [];
      for (const { id: loadId, ops, way } of section) {
        const first = way === 'hinges' ? [...before, ...hinged] : before;
        if (first.length > 0 && !ops.some(({ done }) => done)) after.set(loadId, first);
        if (way === 'hinges') hinged = [...hinged, loadId];
      }
      before = section.map(({ id: loadId }) => loadId);
    }
  }
  return loads.map((load) => {
    const first = after.get(load.id);
    return first ? { ...load, after: first } : load;
  });
}
