import type { Changes, JobChanges, Rows, Touched, TouchedJob } from '@upholder/core/api';
import type { ClimateStations } from '@upholder/core/drying';
import type { Step } from '@upholder/core/systems';
import type { Clock } from '../base/clock.ts';
import { benchItemsOf } from '../bench/store.ts';
import { placeAirs } from '../climate/placeAirs.ts';
import { latestReading } from '../climate/store.ts';
import type { Queryable } from '../db/database.ts';
import { planningClimate } from '../devices/station.ts';
import { openingsOf, wallsOf } from '../elevation/store.ts';
import { eventsOfJob } from '../handover/store.ts';
import { findingsOf } from '../inspection/store.ts';
import { summariesOf } from '../jobs/lists.ts';
import { findJob } from '../jobs/store.ts';
import { logOf } from '../log/store.ts';
import { mixesOf } from '../mixes/store.ts';
import { photosOf } from '../photos/store.ts';
import { piecesOf } from '../pieces/store.ts';
import { latestPlan } from '../plans/store.ts';
import { productsOf } from '../products/products.ts';
import { layersOf, suppliesOf } from '../products/store.ts';
import { crewOf, findShop } from '../shop/store.ts';
import { systemsOf } from '../systems/store.ts';
import { decisionsOf } from '../zones/decisions.ts';
import { stepsOf } from '../zones/steps.ts';
import { zonesOf } from '../zones/store.ts';

/** Where what was touched is read. */
export interface Sources {
  db: Queryable;
  clock: Clock;
  climate: ClimateStations;
}

function byZone(zoneIds: readonly string[], steps: readonly Step[]): JobChanges['steps'] {
  return zoneIds.map((zoneId) => ({ zoneId, steps: steps.filter((step) => step.zoneId === zoneId) }));
}

async function stepsNow(db: Queryable, shopId: string, jobId: string, zones: Rows) {
  const ids = zones === 'all' ? (await zonesOf(db, shopId, jobId)).map(({ id }) => id) : zones;
  return byZone(ids, await stepsOf(db, shopId, jobId, zones));
}

async function jobNow(db: Queryable, shopId: string, touched: TouchedJob): Promise<JobChanges> {
  const { id } = touched;
  // The line of a job in the list has its head: it is not read twice.
  const [summary] = touched.summary ? await summariesOf(db, shopId, [id]) : [];
  const job = summary?.job ?? (await findJob(db, shopId, id));
  if (!job) return { id, isGone: true };
  const { steps, pieces, log } = touched;
  return {
    id,
    isGone: false,
    ...(touched.job && { job }),
    ...(touched.zones && { zones: await zonesOf(db, shopId, id) }),
    ...(steps && { steps: await stepsNow(db, shopId, id, steps) }),
    ...(pieces && { pieces: { asked: pieces, rows: await piecesOf(db, shopId, id, pieces) } }),
    ...(log && { log: { asked: log, rows: await logOf(db, shopId, id, log) } }),
    ...(touched.plan && { plan: await latestPlan(db, shopId, id) }),
    ...(touched.map && {
      walls: await wallsOf(db, shopId, id),
      openings: await openingsOf(db, shopId, id),
    }),
    ...(touched.photos && { photos: await photosOf(db, shopId, id) }),
    ...(touched.decisions && { decisions: await decisionsOf(db, shopId, id) }),
    ...(touched.findings && { findings: await findingsOf(db, shopId, id) }),
    ...(touched.events && { events: await eventsOfJob(db, shopId, id) }),
    ...(touched.summary && { summary: summary ?? null }),
  };
}

async function shopNow(
  { db, clock, climate }: Sources,
  shopId: string,
  parts: ReadonlySet<Touched['shop'][number]>,
): Promise<Changes['shop']> {
  const { id: _id, ...head } = parts.has('head') ? await findShop(db, shopId) : { id: shopId };
  return {
    ...head,
    ...(parts.has('crew') && { crew: await crewOf(db, shopId) }),
    ...(parts.has('supplies') && { supplies: await suppliesOf(db, shopId) }),
    ...(parts.has('benchItems') && { benchItems: await benchItemsOf(db, shopId, clock.now()) }),
    ...(parts.has('layers') && { layers: await layersOf(db, shopId) }),
    ...(parts.has('systems') && { systems: await systemsOf(db, shopId) }),
    ...(parts.has('air') && {
      reading: await latestReading(db, shopId),
      planningClimate: await planningClimate(climate, clock.now()),
      placeAirs: await placeAirs(
        db,
        climate,
        { id: shopId, places: (await findShop(db, shopId)).settings.places },
        clock.now(),
      ),
    }),
  };
}

/** Reads what was touched of a shop as it is now, and nothing else. */
export async function changesOf(sources: Sources, shopId: string, touched: Touched): Promise<Changes> {
  const { db } = sources;
  const { products, mixes } = touched;
  const jobs: JobChanges[] = [];
  for (const job of touched.jobs) jobs.push(await jobNow(db, shopId, job));
  return {
    jobs,
    shop: await shopNow(sources, shopId, new Set(touched.shop)),
    products: products.length > 0 ? await productsOf(db, shopId, products) : [],
    mixes: mixes.length > 0 ? await mixesOf(db, shopId, mixes) : [],
  };
}
