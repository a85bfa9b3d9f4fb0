import type { Bound, PlanSnapshot } from '@upholder/core/planning';
import { formatDuration } from '@upholder/core/units';

const PLACES: Record<string, string> = {
  booth: 'the booth, which takes one load at a time',
  bench: 'the benches',
  rail: 'the rail, where wet pieces hang until they can be handled',
  rack: 'the rack, where wet pieces lie until they can be handled',
};

/** What keeps every plan from ending sooner, in words. */
function reasonWords(
  because: Bound['because'],
  label: (loadId: string) => string | undefined,
  nameOf: (resourceId: string) => string | null,
): string {
  switch (because.kind) {
    case 'chain':
      return `work and drying of one load alone${label(because.loadId) ? `, ${label(because.loadId)}` : ''}`;
    case 'people':
      return 'the crew’s hours';
    case 'place':
      return PLACES[because.resourceId] ?? nameOf(because.resourceId) ?? because.resourceId;
    case 'done':
      return 'nothing else';
  }
}

/** How much could still be saved at most, and what sets that limit. */
export function boundWords(
  completion: number,
  bound: Bound,
  loads: PlanSnapshot['loads'],
  nameOf: (resourceId: string) => string | null = () => null,
): { gap: string; why: string } {
  const minutes = completion - bound.at;
  const why = reasonWords(bound.because, (id) => loads.find((load) => load.id === id)?.label, nameOf);
  if (minutes <= 0) return { gap: 'Optimal: no plan can finish sooner.', why };
  const days = minutes / 1440;
  const within =
    days < 1
      ? formatDuration(minutes)
      : `${days < 10 ? Math.round(days * 2) / 2 : Math.round(days)} ${days < 1.25 ? 'day' : 'days'}`;
  const gap = `This plan is within ${within} of the best possible.`;
  return { gap, why };
}
