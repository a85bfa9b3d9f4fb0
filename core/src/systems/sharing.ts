import type { ProductSheet } from '../catalogue/sheet.ts';
import { OPERATION_TRAITS } from './operations.ts';
import type { Step } from './step.ts';

/** Roles of the sheets by key: what is tinted to a zone's colour is another paint in another zone. */
export type SheetRoles = Readonly<Record<string, Pick<ProductSheet, 'role'>>>;

/** Whether a product comes in the colour of its zone: primers, fillers and clear coats are the same for all. */
export function isTinted(role: ProductSheet['role'] | undefined): boolean {
  return role === 'colour' || role === 'decor' || role === 'stain';
}

/** What a step has to have in common with another zone's so that one set-up, one mix and one clean-up do for both. */
function sessionOf(
  step: Pick<Step, 'operation' | 'productKey' | 'supplyKey' | 'applicator' | 'thinning'>,
  newColour: string,
  sheets: SheetRoles,
): string | null {
  const { operation, productKey, supplyKey, applicator, thinning } = step;
  switch (OPERATION_TRAITS[operation].sharedBy) {
    case 'supply':
      return `${operation} ${supplyKey}`;
    case 'paint': {
      // The same enamel in two colours never shares a mix, nor a gun without changing it over.
      const colour = isTinted(sheets[productKey ?? '']?.role) ? newColour.toLowerCase() : '';
      return `${operation} ${productKey} ${colour} ${applicator} ${thinning?.convention} ${thinning?.value}`;
    }
    case null:
      return null;
  }
}

interface SharingZone {
  id: string;
  newColour: string;
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
export function shareKeys(
  zones: readonly SharingZone[],
  steps: readonly Step[],
  sheets: SheetRoles,
): Map<string, string> {
  if (zones.every(({ sharesWith }) => sharesWith === null)) return new Map();
  const groups = new Map<string, { zoneIds: Set<string>; stepIds: string[] }>();
  for (const step of steps) {
    const colour = zones.find(({ id }) => id === step.zoneId)?.newColour ?? '';
    const session = sessionOf(step, colour, sheets);
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
export function sharingOffer(
  own: { steps: readonly Step[]; newColour: string },
  other: { steps: readonly Step[]; newColour: string },
  sheets: SheetRoles,
): SharingOffer {
  const sessions = new Set(other.steps.map((step) => sessionOf(step, other.newColour, sheets)));
  const steps = own.steps.filter((step) => {
    const session = sessionOf(step, own.newColour, sheets);
    return session !== null && sessions.has(session);
  });
  const minutes = steps.reduce((sum, { labour }) => sum + labour.setupMin + labour.cleanupMin, 0);
  return { steps, minutes };
}
