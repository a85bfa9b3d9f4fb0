import type { ZoneRow } from '@upholder/core/api';
import type { Job, Zone } from '@upholder/core/jobs';
import { ZoneOptionsSchema } from '@upholder/core/systems';
import { byJob, maybeOne, one, type Queryable } from '../db/database.ts';

interface RawZone extends Record<string, unknown> {
  id: string;
  position: number;
  name: string;
  old_colour: string;
  new_colour: string;
  substrate: Zone['substrate'];
  system_id: Zone['systemId'];
  options: Zone['options'];
  survey: Zone['survey'];
  choice_reason: string;
  is_edited: boolean;
  custom_system: Zone['customSystem'];
  shares_with: Zone['sharesWith'];
  version: number;
}

const COLUMNS =
  'id, position, name, old_colour, new_colour, substrate, system_id, options, survey, choice_reason, is_edited, custom_system, shares_with, version';

function toZone(row: RawZone): ZoneRow {
  return {
    id: row.id,
    position: row.position,
    name: row.name,
    oldColour: row.old_colour,
    newColour: row.new_colour,
    substrate: row.substrate,
    systemId: row.system_id,
    // Options that cannot be read are none: the zone asks for them again, and nobody else is kept from working.
    options: row.options && (ZoneOptionsSchema.safeParse(row.options).data ?? null),
    survey: row.survey,
    choiceReason: row.choice_reason,
    isEdited: row.is_edited,
    customSystem: row.custom_system,
    sharesWith: row.shares_with,
    version: row.version,
  };
}

/** Zones of jobs in their order, by job. */
export function zonesOfJobs(
  db: Queryable,
  shopId: string,
  jobIds: readonly string[],
): Promise<Map<string, ZoneRow[]>> {
  return byJob<RawZone & { job_id: string }, ZoneRow>(
    db,
    `select job_id, ${COLUMNS} from zone where shop_id = $1 and job_id = any($2::uuid[]) order by job_id, position, id`,
    [shopId, jobIds],
    toZone,
  );
}

export async function zonesOf(db: Queryable, shopId: string, jobId: string): Promise<ZoneRow[]> {
  return (await zonesOfJobs(db, shopId, [jobId])).get(jobId) ?? [];
}

/** A zone with the job it belongs to and where that is done. */
export interface FoundZone {
  zone: ZoneRow;
  jobId: string;
  place: Job['place'];
}

/** A zone with the job it belongs to; null when the shop has no such zone. */
export async function findZone(
  db: Queryable,
  shopId: string,
  id: string,
  { lock = false } = {},
): Promise<FoundZone | null> {
  const row = await maybeOne<RawZone & { job_id: string; place: Job['place'] }>(
    db,
    `select ${COLUMNS.split(', ')
      .map((column) => `zone.${column}`)
      .join(', ')}, zone.job_id, job.place
       from zone join job on job.shop_id = zone.shop_id and job.id = zone.job_id where zone.shop_id = $1 and zone.id = $2${lock ? ' for update of zone' : ''}`,
    [shopId, id],
  );
  return row && { zone: toZone(row), jobId: row.job_id, place: row.place };
}

function valuesOf(zone: Omit<Zone, 'position'>): unknown[] {
  const {
    name,
    oldColour,
    newColour,
    substrate,
    systemId,
    options,
    survey,
    choiceReason,
    isEdited,
    customSystem,
    sharesWith,
  } = zone;
  return [
    name,
    oldColour,
    newColour,
    substrate,
    systemId,
    JSON.stringify(options),
    JSON.stringify(survey),
    choiceReason,
    isEdited,
    customSystem === null ? null : JSON.stringify(customSystem),
    sharesWith,
  ];
}

/** Adds a zone; the same id again changes nothing. Null when the id is taken elsewhere. */
export async function addZone(
  db: Queryable,
  shopId: string,
  jobId: string,
  zone: Zone,
): Promise<ZoneRow | null> {
  await db.query(
    `insert into zone (id, shop_id, job_id, position, name, old_colour, new_colour, substrate, system_id, options, survey, choice_reason, is_edited, custom_system, shares_with)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15) on conflict (id) do nothing`,
    [zone.id, shopId, jobId, zone.position, ...valuesOf(zone)],
  );
  const found = await findZone(db, shopId, zone.id);
  return found?.jobId === jobId ? found.zone : null;
}

/** Position after the last zone of a job. */
export async function nextZonePosition(db: Queryable, shopId: string, jobId: string): Promise<number> {
  const { next } = await one<{ next: number }>(
    db,
    'select coalesce(max(position) + 1, 0) as next from zone where shop_id = $1 and job_id = $2',
    [shopId, jobId],
  );
  return next;
}

/** Writes a zone if the version still holds; null when someone was faster. */
export async function updateZone(
  db: Queryable,
  shopId: string,
  zone: Omit<Zone, 'position'>,
  version: number,
): Promise<ZoneRow | null> {
  const row = await maybeOne<RawZone>(
    db,
    `update zone set name = $4, old_colour = $5, new_colour = $6, substrate = $7, system_id = $8, options = $9, survey = $10,
            choice_reason = $11, is_edited = $12, custom_system = $13, shares_with = $14, version = version + 1
      where shop_id = $1 and id = $2 and version = $3 returning ${COLUMNS}`,
    [shopId, zone.id, version, ...valuesOf(zone)],
  );
  return row && toZone(row);
}

/** Deletes a zone; zones that went along with it go alone from now on. */
export async function deleteZone(db: Queryable, shopId: string, id: string): Promise<void> {
  await db.query(
    'update zone set shares_with = null, version = version + 1 where shop_id = $1 and shares_with = $2',
    [shopId, id],
  );
  await db.query('delete from zone where shop_id = $1 and id = $2', [shopId, id]);
}

/** Number of pieces in a zone. */
export async function countPieces(db: Queryable, shopId: string, zoneId: string): Promise<number> {
  const { count } = await one<{ count: number }>(
    db,
    'select count(*) as count from piece where shop_id = $1 and zone_id = $2',
    [shopId, zoneId],
  );
  return count;
}

/** Whether any step of a zone has been logged. */
export async function isStarted(db: Queryable, shopId: string, zoneId: string): Promise<boolean> {
  const row = await maybeOne(
    db,
    'select 1 as found from log_entry join step on step.id = log_entry.step_id where step.shop_id = $1 and step.zone_id = $2 limit 1',
    [shopId, zoneId],
  );
  return row !== null;
}
