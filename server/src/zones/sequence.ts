import { isDeepStrictEqual } from 'node:util';
import type { ZoneRow } from '@upholder/core/api';
import type { Job, Zone } from '@upholder/core/jobs';
import type { PieceKind, PieceWay, Treatment } from '@upholder/core/pieces';
import { said } from '@upholder/core/said';
import {
  bareStock,
  FINISHING_SYSTEMS,
  fitEdited,
  generateSteps,
  mergeStarted,
  methodsOf,
  optionsInPlace,
  type Step,
  type StepDraft,
  StepDraftSchema,
} from '@upholder/core/systems';
import { v7 as uuid } from 'uuid';
import { many, one, type Queryable } from '../db/database.ts';
import { ApiError } from '../http/errors.ts';
import { sheetsOf } from '../products/products.ts';
import { suppliesOf } from '../products/store.ts';
import { findShop } from '../shop/store.ts';
import { findVersion } from '../systems/store.ts';
import { putSteps, stepsOf } from './steps.ts';
import { findZone, isStarted, updateZone } from './store.ts';

/** The ways of the job that a zone belongs to. */
async function jobMethods(db: Queryable, shopId: string, zoneId: string): Promise<Job['methods']> {
  const { methods } = await one<{ methods: Job['methods'] }>(
    db,
    'select job.methods from job join zone on zone.job_id = job.id where zone.shop_id = $1 and zone.id = $2',
    [shopId, zoneId],
  );
  return methods;
}

async function draftsFor(
  db: Queryable,
  shopId: string,
  zone: Zone,
  place: Job['place'],
): Promise<StepDraft[]> {
  if (!zone.systemId || !zone.options) return [];
  const { customSystem } = zone;
  const [shop, sheets, supplies, methods, own, parts] = await Promise.all([
    findShop(db, shopId),
    sheetsOf(db, shopId),
    suppliesOf(db, shopId),
    jobMethods(db, shopId, zone.id),
    customSystem && findVersion(db, shopId, customSystem.id, customSystem.version),
    many<{ treatment: Treatment; kind: PieceKind; way: PieceWay; placeId: string | null }>(
      db,
      `select distinct treatment, kind, coalesce(shape ->> 'way', 'usual') as way, shape ->> 'placeId' as "placeId"
         from piece where shop_id = $1 and zone_id = $2`,
      [shopId, zone.id],
    ),
  ]);
  if (customSystem && !own) {
    const message = said('refusal.the-shop-has-no-of-version', {
      name: customSystem.name,
      version: customSystem.version,
    });
    throw new ApiError('bad-input', message, { fields: { customSystem: message } });
  }
  const drafts = generateSteps({
    ...(own ? { own } : {}),
    methods: methodsOf(shop.settings.methods, methods),
    supplies: Object.fromEntries(supplies.map(({ key, supply }) => [key, supply])),
    systemId: zone.systemId,
    options: zone.options,
    sheets,
    shop: shop.settings,
    isOnSite: place === 'client',
    treatments: parts.map(({ treatment }) => treatment),
    parts,
    ground: zone,
  });
  if (!drafts.ok) throw new ApiError('bad-input', drafts.message, { fields: { options: drafts.message } });
  return drafts.value;
}

/** Writes other steps. Those that were there by the same key keep their ids: a tablet may have logged one while it was away. */
async function replaceSteps(db: Queryable, shopId: string, zoneId: string, drafts: readonly StepDraft[]) {
  const known = await many<{ id: string; key: string }>(
    db,
    'select id, key from step where shop_id = $1 and zone_id = $2',
    [shopId, zoneId],
  );
  const ids = new Map(known.map(({ id, key }) => [key, id]));
  const wanted = new Set(drafts.map(({ key }) => key));
  const gone = known.filter(({ key }) => !wanted.has(key)).map(({ id }) => id);
  await db.query('delete from step where shop_id = $1 and id = any($2::uuid[])', [shopId, gone]);
  await putSteps(
    db,
    shopId,
    zoneId,
    drafts.map((draft, position) => ({ ...draft, id: ids.get(draft.key) ?? uuid(), zoneId, position })),
  );
}

/**
 * Generates the zone's system into steps, in place of those it had.
 * @throws ApiError when work has begun (unless that is to be skipped) or the stores lack a product.
 */
export async function generateZone(
  db: Queryable,
  shopId: string,
  zone: Zone,
  place: Job['place'],
  { skipStarted = false } = {},
): Promise<void> {
  if (await isStarted(db, shopId, zone.id)) {
    if (skipStarted) return;
    throw new ApiError('zone-started', said('refusal.work-on-is-already-logged-so', { name: zone.name }));
  }
  await replaceSteps(db, shopId, zone.id, await draftsFor(db, shopId, zone, place));
  if (zone.isEdited) await markEdited(db, shopId, zone.id, false);
}

/**
 * Bare stock is prepared in another way than an old finish: where the survey changed its mind about that, a sequence that is
 * neither begun nor changed by hand follows. For any other the rules say what does not fit.
 * @returns whether the steps may be others now.
 */
export async function followStock(
  db: Queryable,
  shopId: string,
  before: Zone,
  after: ZoneRow,
  place: Job['place'],
): Promise<boolean> {
  if (bareStock(after) === bareStock(before) || after.systemId === null || after.isEdited) return false;
  await generateZone(db, shopId, after, place, { skipStarted: true });
  return true;
}

/**
 * Generates a zone for another place, unless work on it has begun. To the client's room it goes by hand; in the shop it is
 * sprayed again where its system is made for that.
 */
export async function moveZone(
  db: Queryable,
  shopId: string,
  zone: ZoneRow,
  place: Job['place'],
): Promise<void> {
  if (zone.systemId === null || zone.options === null || (await isStarted(db, shopId, zone.id))) return;
  const usual = FINISHING_SYSTEMS[zone.systemId].defaults.applicator;
  const isByHandThere = place === 'shop' && zone.options.applicator === 'roller';
  const options = optionsInPlace(
    isByHandThere ? { ...zone.options, applicator: usual } : zone.options,
    place === 'client',
  );
  const moved =
    options === zone.options
      ? zone
      : ((await updateZone(db, shopId, { ...zone, options }, zone.version)) ?? zone);
  await generateZone(db, shopId, moved, place);
}

async function markEdited(db: Queryable, shopId: string, zoneId: string, isEdited: boolean): Promise<void> {
  await db.query('update zone set is_edited = $3, version = version + 1 where shop_id = $1 and id = $2', [
    shopId,
    zoneId,
    isEdited,
  ]);
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
 * Writes a sequence that was changed by hand; one that is again what the system gives no longer counts as changed. Steps keep their ids by their keys.
 * @throws ApiError when two steps share a key, or a logged step would go or change its place among the logged ones.
 */
export async function writeSequence(
  db: Queryable,
  shopId: string,
  zone: Zone,
  jobId: string,
  drafts: readonly StepDraft[],
): Promise<void> {
  const zoneId = zone.id;
  const known = (await stepsOf(db, shopId, jobId)).filter((step) => step.zoneId === zoneId);
  const byKey = new Map(known.map((step) => [step.key, step]));
  const steps = drafts.map((draft, position) => ({
    ...draft,
    id: byKey.get(draft.key)?.id ?? uuid(),
    zoneId,
    position,
  }));
  if (new Set(steps.map(({ key }) => key)).size !== steps.length)
    throw new ApiError('bad-input', said('refusal.two-steps-have-the-same-key'));
  const logged = await loggedSteps(db, shopId, zoneId);
  const order = (list: readonly Step[]) => list.filter(({ id }) => logged.has(id)).map(({ id }) => id);
  if (order(known).join() !== order(steps).join())
    throw new ApiError('zone-started', said('refusal.steps-that-are-logged-stay-and'));
  const wanted = new Set(steps.map(({ id }) => id));
  const gone = known.filter(({ id }) => !wanted.has(id)).map(({ id }) => id);
  await db.query('delete from step where shop_id = $1 and id = any($2::uuid[])', [shopId, gone]);
  await putSteps(db, shopId, zoneId, steps);
  await markEdited(db, shopId, zoneId, !(await isAsGenerated(db, shopId, zone, jobId, drafts)));
}

/** Whether steps are just what the system gives now: a change that was undone is none. */
async function isAsGenerated(
  db: Queryable,
  shopId: string,
  zone: Zone,
  jobId: string,
  steps: readonly StepDraft[],
): Promise<boolean> {
  const { place } = await one<{ place: Job['place'] }>(
    db,
    'select place from job where shop_id = $1 and id = $2',
    [shopId, jobId],
  );
  const own = await draftsFor(db, shopId, zone, place);
  return (
    own.length === steps.length &&
    own.every((draft, at) =>
      isDeepStrictEqual(StepDraftSchema.parse(draft), StepDraftSchema.parse(steps[at])),
    )
  );
}

/**
 * Fits the sequence to the treatments of the zone's pieces: steps for raw replacements and for repairs come and go. Once
 * work is logged nothing is taken away; what is missing is put in where it belongs, and the other steps stay as they are.
 * @returns whether any steps came or went.
 */
export async function refitSequence(db: Queryable, shopId: string, zoneId: string): Promise<boolean> {
  const found = await findZone(db, shopId, zoneId);
  if (!found?.zone.systemId) return false;
  const drafts = await draftsFor(db, shopId, found.zone, found.place);
  const known = (await stepsOf(db, shopId, found.jobId)).filter((step) => step.zoneId === zoneId);
  const same = (
    a: readonly { key: string; appliesTo: string }[],
    b: readonly { key: string; appliesTo: string }[],
  ) =>
    a.map(({ key, appliesTo }) => key + appliesTo).join() ===
    b.map(({ key, appliesTo }) => key + appliesTo).join();
  if (found.zone.isEdited) {
    const fitted = fitEdited(known, drafts, zoneId, await loggedSteps(db, shopId, zoneId), uuid);
    if (same(known, fitted)) return false;
    const kept = new Set(fitted.map(({ id }) => id));
    const gone = known.filter(({ id }) => !kept.has(id)).map(({ id }) => id);
    await db.query('delete from step where shop_id = $1 and id = any($2::uuid[])', [shopId, gone]);
    await putSteps(db, shopId, zoneId, fitted);
    return true;
  }
  const means = (steps: readonly StepDraft[]) => steps.map(({ applicator, ways }) => [applicator, ways]);
  if (same(known, drafts) && isDeepStrictEqual(means(known), means(drafts))) return false;
  if (await isStarted(db, shopId, zoneId))
    await putSteps(db, shopId, zoneId, mergeStarted(known, drafts, zoneId, uuid));
  else await replaceSteps(db, shopId, zoneId, drafts);
  return true;
}
