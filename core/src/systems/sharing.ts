import type { Step } from './step.ts';

/** What a step has to have in common with another zone's so that one set-up, one pot and one clean-up do for both. */
function sessionOf(
  step: Pick<Step, 'operation' | 'productKey' | 'supplyKey' | 'applicator' | 'thinning'>,
): string | null {
  const { operation, productKey, supplyKey, applicator, thinning } = step;
  switch (operation) {
    case 'clean':
    case 'degloss':
      return `${operation} ${supplyKey}`;
    case 'coat':
    case 'fill':
      return `${operation} ${productKey} ${applicator} ${thinning?.convention} ${thinning?.value}`;
    default:
      return null;
  }
}

interface SharingZone {
  id: string;
  sharesWith: string | null;
}

/** The zone whose sessions a zone joins, along the chain of who shares with whom; its own where it asks for none. */
function leadOf(zones: readonly SharingZone[], zoneId: string): string {
  const seen = [zoneId];
  for (;;) {
    const zone = zones.find(({ id }) => id === seen.at(-1));
    const next = zones.find(({ id }) => id === zone?.sharesWith);
    if (!next) return seen.at(-1) ?? zoneId;
    // In a ring all share; the smallest id stands for it.
    if (seen.includes(next.id)) return [...seen].sort()[0] ?? zoneId;
    seen.push(next.id);
  }
}

/** Words for the sessions that zones of a job share, by step id; steps that nobody shares are absent. */
export function shareKeys(zones: readonly SharingZone[], steps: readonly Step[]): Map<string, string> {
  if (zones.every(({ sharesWith }) => sharesWith === null)) return new Map();
  const groups = new Map<string, { zoneIds: Set<string>; stepIds: string[] }>();
  for (const step of steps) {
    const session = sessionOf(step);
    if (session === null) continue;
    const key = `${leadOf(zones, step.zoneId)} ${session}`;
    const group = groups.get(key) ?? { zoneIds: new Set(), stepIds: [] };
    group.zoneIds.add(step.zoneId);
    group.stepIds.push(step.id);
    groups.set(key, group);
  }
  const keys = new Map<string, string>();
  for (const [key, { zoneIds, stepIds }] of groups)
    if (zoneIds.size > 1) for (const id of stepIds) keys.set(id, key);
  return keys;
}

/** What joining another zone's sessions would save, or saves. */
export interface SharingOffer {
  /** Steps of this zone that find a session to join, in order. */
  steps: Step[];
  /** Set-up and clean-up that fall away when every one of them joins, in minutes. */
  minutes: number;
}

/** The steps of a zone that could join a session of another one. */
export function sharingOffer(own: readonly Step[], other: readonly Step[]): SharingOffer {
  const sessions = new Set(other.map(sessionOf));
  const steps = own.filter((step) => {
    const session = sessionOf(step);
    return session !== null && sessions.has(session);
  });
  const minutes = steps.reduce((sum, { labour }) => sum + labour.setupMin + labour.cleanupMin, 0);
  return { steps, minutes };
}
