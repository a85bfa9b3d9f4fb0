import type { JobDetail, SupplyRow } from '@upholder/core/api';
import { ROUTES } from '@upholder/core/api';
import type { ProductSheet } from '@upholder/core/catalogue';
import { isSprayed } from '@upholder/core/catalogue';
import {
  JOB_FILE_FORMAT,
  JOB_FILE_VERSION,
  type JobFile,
  JobFileSchema,
  orderLines,
  planCalendar,
  writeOrder,
  writeTakeoff,
} from '@upholder/core/formats';
import { careCalendar, careOf } from '@upholder/core/handover';
import type { LogEntry } from '@upholder/core/jobs';
import type { MixRecord } from '@upholder/core/mixing';
import { said } from '@upholder/core/said';
import { optionsInPlace } from '@upholder/core/systems';
import { voiceOf } from '@upholder/core/words';
import type { Response, Router } from 'express';
import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import type { App } from '../context/app.ts';
import type { Queryable } from '../db/database.ts';
import { shopForFilms } from '../detail/planningContext.ts';
import { detailOf } from '../detail/store.ts';
import { addOpenings, addWalls } from '../elevation/store.ts';
import { addEvents } from '../handover/store.ts';
import { ApiError } from '../http/errors.ts';
import type { Member } from '../http/member.ts';
import type { RouteTable } from '../http/route.ts';
import { SpooledBody } from '../http/spooled.ts';
import { importsOf } from '../imports/progress.ts';
import { addFindings } from '../inspection/store.ts';
import { addJob } from '../jobs/store.ts';
import { addEntries } from '../log/store.ts';
import { addMix, mixesOfJob } from '../mixes/store.ts';
import { addPhoto, type KeptPhoto, keepPictures, photoContents } from '../photos/store.ts';
import { addPieces } from '../pieces/store.ts';
import { addPlan } from '../plans/store.ts';
import { addProduct, sheetsOf } from '../products/products.ts';
import { addSupply, suppliesOf } from '../products/store.ts';
import { crewOf, findShop } from '../shop/store.ts';
import { addDecision } from '../zones/decisions.ts';
import { addSteps } from '../zones/steps.ts';
import { addZone } from '../zones/store.ts';

/** A zone as its steps do it: older files name a gun for the client's room, where their steps are rolled. */
function asDone(zone: JobFile['zones'][number], { job, steps }: JobFile): JobFile['zones'][number] {
  const isSprayedHere = steps.some(({ zoneId, applicator }) => zoneId === zone.id && isSprayed(applicator));
  if (zone.options === null || isSprayedHere) return zone;
  return { ...zone, options: optionsInPlace(zone.options, job.place === 'client') };
}

/** Writes everything in a job file, as it is, into a shop. Products that the stores lack are added. */
export async function writeJobFile(
  connection: Queryable,
  shopId: string,
  file: JobFile,
  now: Date,
  /** Who brings the file in; entries are marked with it. Null for a file that the program itself wrote, as the demo does. */
  importer: string | null,
  photos: readonly KeptPhoto[],
): Promise<void> {
  const sheets = await sheetsOf(connection, shopId);
  for (const [key, sheet] of Object.entries(file.products)) {
    if (!sheets[key]) await addProduct(connection, shopId, { id: uuid(), key, sheet });
  }
  // The stores keep what they know of a key that they have.
  for (const [key, supply] of Object.entries(file.supplies))
    await addSupply(connection, shopId, { id: uuid(), key, supply });
  const crew = new Set((await crewOf(connection, shopId)).map(({ id }) => id));
  if (!(await addJob(connection, shopId, file.job, now)))
    throw new ApiError('id-taken', said('refusal.this-job-belongs-to-another-shop'));
  for (const zone of file.zones) await addZone(connection, shopId, file.job.id, asDone(zone, file));
  await addSteps(connection, shopId, file.steps);
  await addWalls(connection, shopId, file.job.id, file.walls);
  await addOpenings(connection, shopId, file.job.id, file.openings);
  await addPieces(connection, shopId, file.job.id, file.pieces);
  // A file can claim anything: what it brings says that it was brought, by whom and when.
  const imported = importer === null ? null : { memberName: importer, at: now.toISOString() };
  const asImported = (entry: LogEntry): LogEntry => ({
    ...entry,
    memberId: entry.memberId !== null && crew.has(entry.memberId) ? entry.memberId : null,
    imported,
  });
  await addEntries(connection, shopId, file.log.map(asImported));
  const authorOf = (memberId: string | null) => (memberId !== null && crew.has(memberId) ? memberId : null);
  const findings = file.findings.map((finding) => ({
    ...finding,
    memberId: authorOf(finding.memberId),
    answers: finding.answers.map((answer) => ({ ...answer, memberId: authorOf(answer.memberId) })),
  }));
  await addFindings(connection, shopId, findings);
  await addEvents(
    connection,
    shopId,
    file.events.map((event) => ({ ...event, memberId: authorOf(event.memberId) })),
  );
  for (const decision of file.decisions) {
    const memberId = decision.memberId !== null && crew.has(decision.memberId) ? decision.memberId : null;
    await addDecision(connection, shopId, file.job.id, { ...decision, memberId });
  }
  for (const photo of photos) await addPhoto(connection, shopId, file.job.id, photo);
  for (const mix of file.mixes) await addMix(connection, shopId, mix);
  if (file.plan) await addPlan(connection, shopId, file.job.id, null, file.plan);
}

/** A job detail as a job file, with the sheets that it names. */
export function toJobFile(
  detail: JobDetail,
  sheets: Record<string, ProductSheet>,
  supplies: readonly SupplyRow[],
  mixes: readonly MixRecord[],
  timeZone: string,
  now: Date,
  /** Contents of pictures by id; pictures without content are left out. */
  contents: ReadonlyMap<string, Buffer> = new Map(),
): JobFile {
  const keys = new Set<string>();
  for (const { productKey } of detail.steps) if (productKey) keys.add(productKey);
  for (const { coat } of detail.log) if (coat) keys.add(coat.productKey);
  for (const { productKey } of mixes) keys.add(productKey);
  const { version: _version, ...job } = detail.job;
  return {
    format: JOB_FILE_FORMAT,
    version: JOB_FILE_VERSION,
    exportedAt: now.toISOString(),
    timeZone,
    job,
    zones: detail.zones.map(({ version: _zone, ...zone }) => zone),
    steps: detail.steps,
    pieces: detail.pieces.map(({ version: _piece, ...piece }) => piece),
    log: detail.log,
    findings: detail.findings,
    events: detail.events,
    plan: detail.plan,
    walls: detail.walls.map(({ version: _wall, ...wall }) => wall),
    openings: detail.openings.map(({ version: _opening, ...opening }) => opening),
    decisions: detail.decisions,
    photos: detail.photos.flatMap((photo) => {
      const content = contents.get(photo.id);
      return content ? [{ ...photo, content: content.toString('base64') }] : [];
    }),
    // A mix that was mixed for another job as well goes along without naming that job.
    mixes: mixes.map((mix) => (mix.jobId === job.id ? mix : { ...mix, jobId: null, stepId: null })),
    supplies: Object.fromEntries(
      supplies
        .filter(({ key }) => detail.steps.some(({ supplyKey }) => supplyKey === key))
        .map(({ key, supply }) => [key, supply]),
    ),
    products: Object.fromEntries(
      [...keys].sort().flatMap((key) => (sheets[key] ? [[key, sheets[key]]] : [])),
    ),
  };
}

function sendFile(response: Response, name: string, type: string, content: string): void {
  response.setHeader('Content-Disposition', `attachment; filename="${name.replace(/[^\w.-]/g, '_')}"`);
  response.type(type).send(content);
}

/** Taking jobs away and bringing them back: job file, take-off, calendar. */
export function addTransferRoutes(
  routes: RouteTable,
  router: Router,
  { db, clock, climate, pictures, importer }: App,
): void {
  async function load(shopId: string, jobId: unknown) {
    const id = z.uuid().safeParse(jobId);
    const detail = id.success ? await detailOf(db, shopId, id.data) : null;
    if (!detail) throw new ApiError('not-found', said('refusal.the-shop-has-no-such-job'));
    return detail;
  }

  router.get('/jobs/:jobId/export/job.json', async (request, response) => {
    const { shopId } = routes.begin(request, response, 'jobFile').call.member;
    const detail = await load(shopId, request.params.jobId);
    const [shop, sheets, supplies, mixes] = await Promise.all([
      findShop(db, shopId),
      sheetsOf(db, shopId),
      suppliesOf(db, shopId),
      mixesOfJob(db, shopId, detail.job.id),
    ]);
    const contents =
      request.query.photos === 'no' ? undefined : await photoContents(db, pictures, shopId, detail.job.id);
    const file = toJobFile(detail, sheets, supplies, mixes, shop.timeZone, clock.now(), contents);
    sendFile(response, `${detail.job.code}.json`, 'application/json', `${JSON.stringify(file, null, 2)}\n`);
  });

  /** How to speak to whoever takes a file away: in their own units, or the shop's. */
  const voiceFor = async ({ shopId, units }: Member) => voiceOf(await findShop(db, shopId), units);

  router.get('/jobs/:jobId/export/take-off.csv', async (request, response) => {
    const { member } = routes.begin(request, response, 'takeoffFile').call;
    const { shopId } = member;
    const { units } = await voiceFor(member);
    const detail = await load(shopId, request.params.jobId);
    const zones = new Map(detail.zones.map(({ id, name }) => [id, name]));
    const openings = new Map(detail.openings.map(({ id, tag }) => [id, tag]));
    const { settings } = await findShop(db, shopId);
    const places = new Map(settings.places.map(({ id, name }) => [id, name]));
    const table = writeTakeoff(
      detail.pieces.map((piece) => ({
        ...piece,
        zoneName: zones.get(piece.zoneId) ?? '',
        openingTag: openings.get(piece.openingId ?? '') ?? '',
        placeName: places.get(piece.placeId ?? '') ?? '',
      })),
      units,
    );
    sendFile(response, `${detail.job.code} take-off.csv`, 'text/csv; charset=utf-8', table);
  });

  router.get('/jobs/:jobId/export/order.csv', async (request, response) => {
    const { member } = routes.begin(request, response, 'orderFile').call;
    const { shopId } = member;
    const { units } = await voiceFor(member);
    const detail = await load(shopId, request.params.jobId);
    const stock = new Map(detail.zones.map(({ id, survey }) => [id, survey.replacementStock ?? 'MDF']));
    const lines = orderLines(
      detail.pieces.map(({ id: _id, version: _version, position: _position, zoneId, ...piece }) => ({
        ...piece,
        material: stock.get(zoneId) ?? 'MDF',
      })),
    );
    sendFile(response, `${detail.job.code} order.csv`, 'text/csv; charset=utf-8', writeOrder(lines, units));
  });

  router.get('/jobs/:jobId/export/plan.ics', async (request, response) => {
    const { member } = routes.begin(request, response, 'calendarFile').call;
    const { shopId } = member;
    const detail = await load(shopId, request.params.jobId);
    if (!detail.plan) throw new ApiError('no-plan', said('refusal.there-is-no-plan-to-take'));
    const people = Object.fromEntries((await crewOf(db, shopId)).map(({ id, name }) => [id, name]));
    const calendar = planCalendar(detail.plan, {
      jobCode: detail.job.code,
      jobName: detail.job.name,
      people,
      pieces: detail.pieces,
      settings: (await findShop(db, shopId)).settings,
      voice: await voiceFor(member),
    });
    sendFile(response, `${detail.job.code} plan.ics`, 'text/calendar; charset=utf-8', calendar);
  });

  router.get('/jobs/:jobId/export/care.ics', async (request, response) => {
    const { member } = routes.begin(request, response, 'careFile').call;
    const { shopId } = member;
    const detail = await load(shopId, request.params.jobId);
    const shop = await shopForFilms(db, shopId, climate, clock.now());
    const cares = careOf(detail, shop, shop.timeZone);
    const calendar = careCalendar(cares, {
      jobId: detail.job.id,
      jobName: detail.job.name,
      shopName: shop.name,
      now: clock.now(),
      voice: await voiceFor(member),
    });
    sendFile(response, `${detail.job.code} care.ics`, 'text/calendar; charset=utf-8', calendar);
  });

  router.get('/schemas/job-2.json', (_request, response) => {
    response.json(z.toJSONSchema(JobFileSchema, { io: 'input' }));
  });

  routes.add(ROUTES.importJob, async ({ body }, { member, changed }) => {
    const { shopId, name } = member;
    // The body of this call goes into a file, unless it is no JSON at all.
    if (!(body.file instanceof SpooledBody))
      throw new ApiError('bad-json', said('refusal.the-request-is-not-valid-json'));
    return importer.bringIn(shopId, body.file, async ({ file, contents }, teller) => {
      teller.tell({ phase: 'pictures', of: contents.length });
      const photos = await keepPictures(pictures, shopId, file.photos, contents, (done) => {
        teller.tell({ done });
      });
      teller.tell({ phase: 'writing' });
      return db.transaction(async (connection) => {
        await writeJobFile(connection, shopId, file, clock.now(), name, photos);
        await changed(connection, { jobs: [{ id: file.job.id, job: true }] });
        return { ...file.job, version: 1 };
      });
    });
  });

  routes.add(ROUTES.imports, async (_input, { member }) => ({
    imports: await importsOf(db, member.shopId),
  }));
}
