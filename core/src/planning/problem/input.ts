import type { ProductSheet } from '../../catalogue/sheet.ts';
import type { Supply } from '../../catalogue/supplies.ts';
import type { AirHour, Climate } from '../../drying/index.ts';
import type { Opening } from '../../elevation/index.ts';
import type { Job, LogEntry, RoomEvent, Zone } from '../../jobs/index.ts';
import type { Piece } from '../../pieces/index.ts';
import type { CrewMember, Interval, Minute, ShopSettings } from '../../shop/index.ts';
import type { Step } from '../../systems/index.ts';
import type { GunCounts, GunUse } from './guns.ts';
import type { Load, Reservation } from './model.ts';

/** Everything about one job that planning needs. */
export interface JobForPlanning {
  job: Pick<Job, 'id' | 'place' | 'startOn'> & Partial<Pick<Job, 'room'>>;
  zones: Zone[];
  steps: Step[];
  pieces: Piece[];
  log: LogEntry[];
  /** Where doors hang on the map, for what hangs beside them. */
  openings?: readonly Opening[];
  /** What else happened to the job, as far as its room has to do with it. */
  events?: readonly RoomEvent[];
}

/** The air of one place: what the clocks of its films go by, and what is expected hour by hour. */
export interface AirInPlace {
  climate: Climate;
  forecast: readonly AirHour[];
  /** Outdoors: what has been, hour by hour until the forecast begins. */
  past?: readonly AirHour[];
}

/** The shop around it. */
export interface ShopForPlanning {
  timeZone: string;
  settings: ShopSettings;
  crew: CrewMember[];
  sheets: Readonly<Record<string, ProductSheet>>;
  /** Cleaners, deglossers and the like; where they are left out nothing is known of their windows. */
  supplies?: Readonly<Record<string, Supply>>;
  /** What planning expects of the air. */
  climate: Climate;
  /** What is expected hour by hour, as far as anybody knows; each counts for an hour from its minute. */
  forecast?: readonly { at: Minute; climate: Climate }[];
  /** Air of the places that do not have the shop's, by their ids. */
  airs?: Readonly<Record<string, AirInPlace>>;
  reserved: Reservation[];
  /** Spray guns by kind; one of each where it is left out. */
  guns?: GunCounts;
}

/** Which pieces went together in the plan before, so that started loads stay together. */
export type EarlierLoad = Pick<Load, 'id' | 'zoneId' | 'lie' | 'pieceIds'> & { holderId?: string | null };

/** What a new plan needs to know of the one before. */
export interface EarlierPlan {
  loads: readonly EarlierLoad[];
  /** When its tasks were to be, and who was to do them with which gun, as far as it is known. */
  ops: readonly {
    id: string;
    start: Minute;
    end: Minute;
    segments: readonly (Interval & { pieces?: number })[];
    personId?: string | null;
    gun?: GunUse | null;
  }[];
}

/** For a job that was never planned. */
export const NO_EARLIER_PLAN: EarlierPlan = { loads: [], ops: [] };

/** Which loads of an earlier plan stay together: those of zones where work has begun, or all of them. */
export type KeepLoads = 'started' | 'all';
