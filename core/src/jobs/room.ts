import { z } from 'zod';
import { nameField, numberField, quantityField } from '../fields/index.ts';
import { said } from '../said/index.ts';
import { withdrawnIds } from './withdrawn.ts';

/** What is covered, closed off or aired in a client's room before it is worked in. */
export const PROTECTIONS = [
  'wash',
  'floor',
  'worktops',
  'appliances',
  'wall',
  'openings',
  'edges',
  'extraction',
] as const;
export type Protection = (typeof PROTECTIONS)[number];

/** What each asks for: how it is measured, how long one of it takes, and what it uses up. */
interface ProtectionTraits {
  words: string;
  /** Square metres, metres, or pieces. */
  unit: 'm2' | 'm' | 'each';
  /** Minutes for one, by the yardstick of the trade. */
  minutes: number;
  /** Asked for where something is sprayed; the others also where it is only rolled. */
  isForSpray: boolean;
  /** Paper or sheet in m², film in m², tape in m, and poles, for one. */
  uses: Readonly<Partial<Record<ProtectionMaterial, number>>>;
}

/** What protection uses up, or sets up. */
export const PROTECTION_MATERIALS = ['paperM2', 'filmM2', 'tapeM', 'poles', 'zipDoors', 'filters'] as const;
export type ProtectionMaterial = (typeof PROTECTION_MATERIALS)[number];

/** The traits of each. Tape for a square metre is that of a sheet a metre wide. */
export const PROTECTION_TRAITS: Record<Protection, ProtectionTraits> = {
  wash: { words: said('job.protect-wash'), unit: 'm2', minutes: 0.5, isForSpray: false, uses: {} },
  floor: {
    words: said('job.protect-floor'),
    unit: 'm2',
    minutes: 1.5,
    isForSpray: false,
    uses: { paperM2: 1.1, tapeM: 1.3 },
  },
  worktops: {
    words: said('job.protect-worktops'),
    unit: 'm2',
    minutes: 2,
    isForSpray: false,
    uses: { paperM2: 1.1, tapeM: 2 },
  },
  appliances: {
    words: said('job.protect-appliances'),
    unit: 'each',
    minutes: 12,
    isForSpray: true,
    uses: { filmM2: 4, tapeM: 6 },
  },
  wall: {
    words: said('job.protect-wall'),
    unit: 'm2',
    minutes: 6,
    isForSpray: true,
    uses: { filmM2: 1.1, tapeM: 0.9 },
  },
  openings: {
    words: said('job.protect-openings'),
    unit: 'each',
    minutes: 7,
    isForSpray: true,
    uses: { filmM2: 0.8, tapeM: 2.6 },
  },
  edges: { words: said('job.protect-edges'), unit: 'm', minutes: 4, isForSpray: true, uses: { tapeM: 1 } },
  extraction: {
    words: said('job.protect-extraction'),
    unit: 'each',
    minutes: 20,
    isForSpray: true,
    uses: { filters: 1 },
  },
};

/** A zip door in a plastic wall takes this much longer. */
export const ZIP_DOOR_MIN = 15;
/** Taking everything down and away takes this share of putting it up. */
export const REMOVAL_SHARE = 0.3;

/** Something to protect before work in the room. */
export const RoomTaskSchema = z.object({
  kind: z.enum(PROTECTIONS),
  /** In the unit of its kind. */
  amount: numberField('amount', 0, 10_000),
  /** Zip doors of a plastic wall. */
  doors: z.int().min(0).max(10).default(0),
  /** Minutes for one; the yardstick's where it is null. */
  minutesEach: numberField('minutes-each', 0, 480, ' min').nullable().default(null),
});
export type RoomTask = z.infer<typeof RoomTaskSchema>;

const sideMm = quantityField('room-side', 'length', 0, 60_000).nullable().default(null);

/** The client's room: its size, its air, and what is protected in it; each kind of protection once. */
export const RoomSchema = z
  .object({
    lengthMm: sideMm,
    widthMm: sideMm,
    heightMm: sideMm,
    /** The room as it is heated day and night; null: planned with the shop's air. */
    air: z
      .object({
        airC: quantityField('air', 'temperature', 5, 40),
        rhPct: numberField('relative-humidity', 10, 95, ' %'),
      })
      .nullable()
      .default(null),
    tasks: z.array(RoomTaskSchema).max(PROTECTIONS.length).default([]),
    /** What it is called where it is not the room of the job's name. */
    name: nameField('room-name', 60).nullable().default(null),
  })
  .refine(({ tasks }) => new Set(tasks.map(({ kind }) => kind)).size === tasks.length, {
    message: said('job.each-protection-once'),
    path: ['tasks'],
  });
export type Room = z.infer<typeof RoomSchema>;

/** A room of which nothing is known. */
export const NO_ROOM: Room = RoomSchema.parse({});

/** Minutes that protecting something takes. */
export function protectionMinutes({ kind, amount, doors, minutesEach }: RoomTask): number {
  return amount * (minutesEach ?? PROTECTION_TRAITS[kind].minutes) + doors * ZIP_DOOR_MIN;
}

/** Minutes to take all of it down again and away. */
export function removalMinutes(tasks: readonly RoomTask[]): number {
  return REMOVAL_SHARE * tasks.reduce((sum, task) => sum + protectionMinutes(task), 0);
}

/** What protection uses up altogether; poles at 2.4 m of wall under a ceiling of this height. */
export function protectionMaterials(
  tasks: readonly RoomTask[],
  heightMm: number | null,
): Record<ProtectionMaterial, number> {
  const sum: Record<ProtectionMaterial, number> = {
    paperM2: 0,
    filmM2: 0,
    tapeM: 0,
    poles: 0,
    zipDoors: 0,
    filters: 0,
  };
  for (const { kind, amount, doors } of tasks) {
    for (const [material, each] of Object.entries(PROTECTION_TRAITS[kind].uses))
      sum[material as ProtectionMaterial] += each * amount;
    if (kind !== 'wall' || amount === 0) continue;
    sum.poles += Math.ceil((amount * 1_000_000) / (heightMm || USUAL_HEIGHT_MM) / POLE_SPACING_MM) + 1;
    sum.zipDoors += doors;
  }
  return sum;
}

const POLE_SPACING_MM = 2400;
const USUAL_HEIGHT_MM = 2400;

/** Whether a room is protected so that something may be sprayed in it: floor covered, work closed off or edges masked, and air drawn off. */
export function missingForSpray(room: Room | null): Protection[] {
  const has = (kind: Protection) =>
    room?.tasks.some((task) => task.kind === kind && task.amount > 0) ?? false;
  const missing: Protection[] = [];
  if (!has('floor')) missing.push('floor');
  if (!has('wall') && !has('edges')) missing.push('edges');
  if (!has('extraction')) missing.push('extraction');
  return missing;
}

/** What of the client's room is done: a kind of protection put up, or all of it taken down. */
export const ROOM_TASKS = [...PROTECTIONS, 'removal'] as const;
export type RoomTaskKind = (typeof ROOM_TASKS)[number];

/** What happened to a job, as far as its room has to do with it. */
export interface RoomEvent {
  id: string;
  at: string;
  what: {
    kind: string;
    task?: unknown;
    isOn?: unknown;
    stepId?: unknown;
    pieceIds?: unknown;
    to?: unknown;
    eventId?: unknown;
  };
}

/** Whether planning reads an event: it says something of the room or of a tool, or takes such a word back. */
export function isForPlanning({ what }: RoomEvent): boolean {
  return what.kind === 'room' || what.kind === 'tool' || what.kind === 'withdrawn';
}

/** When each task of the room was last ticked off, by the job's events in order; tasks that are not done are left out. */
export function roomTicks(events: readonly RoomEvent[]): Map<RoomTaskKind, string> {
  const gone = withdrawnIds(events);
  const ticks = new Map<RoomTaskKind, string>();
  for (const { id, at, what } of events) {
    if (what.kind !== 'room' || gone.has(id)) continue;
    const kind = ROOM_TASKS.find((one) => one === what.task);
    if (kind === undefined) continue;
    if (what.isOn === true) ticks.set(kind, at);
    else ticks.delete(kind);
  }
  return ticks;
}
