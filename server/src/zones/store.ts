import type { ZoneRow } from '@upholder/core/api';
import type { Job, Zone } from '@upholder/core/jobs';
import type { Verdict } from '@upholder/core/pieces';
import { type Step, type StepDraft, unfoldSystem, ZoneOptionsSchema } from '@upholder/core/systems';
import { v7 as uuid } from 'uuid';
import { many, maybeOne, one, type Queryable } from '../db/database.ts';
import { ApiError } from '../http/errors.ts';
import { findShop, sheetsOf } from '../shop/store.ts';

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
  version: number;
}

const COLUMNS =
  'id, position, name, old_colour, new_colour, substrate, system_id, options, survey, choice_reason, is_edited, version';

function toZone(row: RawZone): ZoneRow {
  return {
    id: row.id,
    position: row.position,
    name: row.name,
    oldColour: row.old_colour,
    newColour: row.new_colour,
    substrate: row.substrate,
    systemId: row.system_id,
    options: row.options && ZoneOptionsSchema.parse(row.options),
    survey: row.survey,
    choiceReason: row.choice_reason,
    isEdited: row.is_edited,
    version: row.version,
  };
}

export async function zonesOf(db: Queryable, shopId: string, jobId: string): Promise<ZoneRow[]> {
  return (
    await many<RawZone>(
      db,
      `select ${COLUMNS} from zone where shop_id = $1 and job_id = $2 order by position, id`,
      [shopId, jobId],
    )
  ).map(toZone);
}

/** A zone with the job it belongs to; null when the shop has no such zone. */
export async function findZone(
  db: Queryable,
  shopId: string,
  id: string,
  { lock = false } = {},
): Promise<{ zone: ZoneRow; jobId: string; place: Job['place'] } | null> {
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
  const { name, oldColour, newColour, substrate, systemId, options, survey, choiceReason, isEdited } = zone;
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
    `insert into zone (id, shop_id, job_id, position, name, old_colour, new_colour, substrate, system_id, options, survey, choice_reason, is_edited)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13) on conflict (id) do nothing`,
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
            choice_reason = $11, is_edited = $12, version = version + 1
      where shop_id = $1 and id = $2 and version = $3 returning ${COLUMNS}`,
    [shopId, zone.id, version, ...valuesOf(zone)],
  );
  return row && toZone(row);
}

export async function deleteZone(db: Queryable, shopId: string, id: string): Promise<void> {
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

/** For steps written before these were known. */
const STEP_DEFAULTS: Pick<Step, 'stock' | 'note'> = { stock: 'any', note: '' };

export async function stepsOf(db: Queryable, shopId: string, jobId: string): Promise<Step[]> {
  const rows = await many<{ id: string; zone_id: string; position: number; key: string; body: StepDraft }>(
    db,
    `select step.id, step.zone_id, step.position, step.key, step.body
       from step join zone on zone.shop_id = step.shop_id and zone.id = step.zone_id
      where step.shop_id = $1 and zone.job_id = $2 order by zone.position, zone.id, step.position`,
    [shopId, jobId],
  );
  return rows.map(({ id, zone_id, position, key, body }) => ({
    ...STEP_DEFAULTS,
    ...body,
    id,
    zoneId: zone_id,
    position,
    key,
  }));
}

/** Writes steps as they are. */
export async function addSteps(db: Queryable, shopId: string, steps: readonly Step[]): Promise<void> {
  for (const { id, zoneId, position, ...body } of steps) {
    await db.query(
      'insert into step (id, shop_id, zone_id, position, key, body) values ($1, $2, $3, $4, $5, $6)',
      [id, shopId, zoneId, position, body.key, JSON.stringify(body)],
    );
  }
}

async function draftsFor(
  db: Queryable,
  shopId: string,
  zone: Zone,
  place: Job['place'],
): Promise<StepDraft[]> {
  if (!zone.systemId || !zone.options) return [];
  const [shop, sheets, verdicts] = await Promise.all([
    findShop(db, shopId),
    sheetsOf(db, shopId),
    many<{ verdict: Verdict }>(db, 'select distinct verdict from piece where shop_id = $1 and zone_id = $2', [
      shopId,
      zone.id,
    ]),
  ]);
  const drafts = unfoldSystem({
    systemId: zone.systemId,
    options: zone.options,
    sheets,
    shop: shop.settings,
    isOnSite: place === 'client',
    verdicts: verdicts.map(({ verdict }) => verdict),
    ...(zone.survey.replacementStock ? { replacementStock: zone.survey.replacementStock } : {}),
  });
  if (!drafts.ok) throw new ApiError('bad-input', drafts.message, { fields: { options: drafts.message } });
  return drafts.value;
}

async function replaceSteps(db: Queryable, shopId: string, zoneId: string, drafts: readonly StepDraft[]) {
  await db.query('delete from step where shop_id = $1 and zone_id = $2', [shopId, zoneId]);
  await addSteps(
    db,
    shopId,
    drafts.map((draft, position) => ({ ...draft, id: uuid(), zoneId, position })),
  );
}

/**
 * Unfolds the zone's system into steps, in place of those it had.
 * @throws ApiError when work has begun (unless that is to be skipped) or the stores lack a product.
 */
export async function unfoldZone(
  db: Queryable,
  shopId: string,
  zone: Zone,
  place: Job['place'],
  { skipStarted = false } = {},
): Promise<void> {
  if (await isStarted(db, shopId, zone.id)) {
    if (skipStarted) return;
    throw new ApiError(
      'zone-started',
      `Work on “${zone.name}” is already logged, so its sequence stays. Withdraw those entries first, or add a new zone.`,
    );
  }
  await replaceSteps(db, shopId, zone.id, await draftsFor(db, shopId, zone, place));
  if (zone.isEdited) await markEdited(db, shopId, zone.id, false);
}

async function markEdited(db: Queryable, shopId: string, zoneId: string, isEdited: boolean): Promise<void> {
  await db.query('update zone set is_edited = $3, version = version + 1 where shop_id = $1 and id = $2', [
    shopId,
    zoneId,
    isEdited,
  ]);
}

/** Writes steps of a zone in their order, keeping the ids that they have. */
async function putSteps(
  db: Queryable,
  shopId: string,
  zoneId: string,
  steps: readonly Step[],
): Promise<void> {
  for (const [position, { id, zoneId: _owner, position: _old, ...body }] of steps.entries()) {
    await db.query(
      `insert into step (id, shop_id, zone_id, position, key, body) values ($1, $2, $3, $4, $5, $6)
       on conflict (id) do update set position = excluded.position, body = excluded.body`,
      [id, shopId, zoneId, position, body.key, JSON.stringify(body)],
    );
  }
}

/** Ids of a zone's steps that the log names. */
async function loggedSteps(db: Queryable, shopId: string, zoneId: string): Promise<Set<string>> {
  const rows = await many<{ step_id: string }>(
    db,
    `select distinct step_id from log_entry join step on step.id = log_entry.step_id
      where step.shop_id = $1 and step.zone_id = $2`,
    [shopId, zoneId],
  );
  return new Set(rows.map(({ step_id }) => step_id));
}

/**
 * Writes a sequence that was changed by hand. Steps keep their ids by their keys.
 * @throws ApiError when two steps share a key, or a logged step would go or change its place among the logged ones.
 */
export async function writeSequence(
  db: Queryable,
  shopId: string,
  zoneId: string,
  jobId: string,
  drafts: readonly StepDraft[],
): Promise<void> {
  const known = (await stepsOf(db, shopId, jobId)).filter((step) => step.zoneId === zoneId);
  const byKey = new Map(known.map((step) => [step.key, step]));
  const steps = drafts.map((draft, position) => ({
    ...draft,
    id: byKey.get(draft.key)?.id ?? uuid(),
    zoneId,
    position,
  }));
  if (new Set(steps.map(({ key }) => key)).size !== steps.length)
    throw new ApiError('bad-input', 'Two steps have the same key.');
  const logged = await loggedSteps(db, shopId, zoneId);
  const order = (list: readonly Step[]) => list.filter(({ id }) => logged.has(id)).map(({ id }) => id);
  if (order(known).join() !== order(steps).join())
    throw new ApiError('zone-started', 'Steps that are logged stay, and stay in their order.');
  const wanted = new Set(steps.map(({ id }) => id));
  const gone = known.filter(({ id }) => !wanted.has(id)).map(({ id }) => id);
  await db.query('delete from step where shop_id = $1 and id = any($2::uuid[])', [shopId, gone]);
  await putSteps(db, shopId, zoneId, steps);
  await markEdited(db, shopId, zoneId, true);
}

/**
 * Fits a sequence that was changed by hand: only the steps for raw and repaired pieces come and go, before the first
 * step that all pieces share.
 */
function fitEdited(
  known: readonly Step[],
  drafts: readonly StepDraft[],
  zoneId: string,
  logged: ReadonlySet<string>,
): Step[] {
  const byKey = new Map(known.map((step) => [step.key, step]));
  const extras = drafts.filter(({ stock }) => stock === 'new' || stock === 'repaired');
  const extraKeys = new Set(extras.map(({ key }) => key));
  const stockOf = new Map(drafts.map(({ key, stock }) => [key, stock]));
  const rest = known
    .filter(
      ({ id, key, stock }) =>
        !extraKeys.has(key) && ((stock !== 'new' && stock !== 'repaired') || logged.has(id)),
    )
    .map((step) => ({ ...step, stock: stockOf.get(step.key) ?? step.stock }));
  const isShared = new Set(
    drafts.slice(drafts.findLastIndex(({ key }) => extraKeys.has(key)) + 1).map(({ key }) => key),
  );
  const at = rest.findIndex(({ key }) => isShared.has(key));
  const added = extras.map((draft) => byKey.get(draft.key) ?? { ...draft, id: uuid(), zoneId, position: 0 });
  return rest.toSpliced(at === -1 ? rest.length : at, 0, ...added);
}

/**
 * Fits the sequence to the verdicts of the zone's pieces: steps for raw replacements and for repairs come and go. Once
 * work is logged nothing is taken away; what is missing is put in where it belongs, and the other steps stay as they are.
 */
export async function refitSequence(db: Queryable, shopId: string, zoneId: string): Promise<void> {
  const found = await findZone(db, shopId, zoneId);
  if (!found?.zone.systemId) return;
  const drafts = await draftsFor(db, shopId, found.zone, found.place);
  const known = (await stepsOf(db, shopId, found.jobId)).filter((step) => step.zoneId === zoneId);
  const same = (a: readonly { key: string; stock: string }[], b: readonly { key: string; stock: string }[]) =>
    a.map(({ key, stock }) => key + stock).join() === b.map(({ key, stock }) => key + stock).join();
  if (found.zone.isEdited) {
    const fitted = fitEdited(known, drafts, zoneId, await loggedSteps(db, shopId, zoneId));
    const kept = new Set(fitted.map(({ id }) => id));
    const gone = known.filter(({ id }) => !kept.has(id)).map(({ id }) => id);
    await db.query('delete from step where shop_id = $1 and id = any($2::uuid[])', [shopId, gone]);
    return putSteps(db, shopId, zoneId, fitted);
  }
  if (same(known, drafts)) return;
  if (!(await isStarted(db, shopId, zoneId))) return replaceSteps(db, shopId, zoneId, drafts);
  const byKey = new Map(known.map((step) => [step.key, step]));
  const wanted = new Set(drafts.map(({ key }) => key));
  const kept = known.filter(({ key }) => !wanted.has(key));
  const merged: Step[] = [
    ...drafts.map((draft) => {
      const step = byKey.get(draft.key);
      return step ? { ...step, stock: draft.stock } : { ...draft, id: uuid(), zoneId, position: 0 };
    }),
  ];
  // A step that is no longer called for but may have been logged stays before its old successor.
  for (const step of kept) {
    const at = merged.findIndex((candidate) => (byKey.get(candidate.key)?.position ?? -1) > step.position);
    merged.splice(at === -1 ? merged.length : at, 0, step);
  }
  await putSteps(db, shopId, zoneId, merged);
}
