import { ROUTES } from '@upholder/core/api';
import { JobSchema, learnedMinutes } from '@upholder/core/jobs';
import { said } from '@upholder/core/said';
import { toMinute } from '@upholder/core/shop';
import type { App } from '../context/app.ts';
import type { Queryable } from '../db/database.ts';
import { workedJson } from '../detail/kept.ts';
import { detailOf } from '../detail/store.ts';
import { timedProtection } from '../handover/store.ts';
import { changing, DONE, keptAsSent } from '../http/change.ts';
import { ApiError } from '../http/errors.ts';
import { ReadyAnswer, tagOf } from '../http/ready.ts';
import type { Call, RouteTable } from '../http/route.ts';
import {
  jobList,
  jobsBefore,
  jobsNamed,
  openJobsRevised,
  plannedJobs,
  plannedLater,
  type RevisedJob,
  revisionOf,
} from '../jobs/lists.ts';
import {
  addJob,
  deleteJob,
  findJob,
  updateJob,
  updateMethods,
  updatePricing,
  updateRoom,
} from '../jobs/store.ts';
import { generateZone, moveZone } from '../zones/sequence.ts';
import { isStarted, updateZone, zonesOf } from '../zones/store.ts';

const COMMA = Buffer.from(',');

/** The floor sees so far ahead, in minutes: what is done today, and what has to be ready for tomorrow or over a weekend. */
const FLOOR_AHEAD = 3 * 24 * 60;

/** Jobs: list, one, add, change, delete, and all that are on the floor. */
export function addJobRoutes(routes: RouteTable, { db, clock }: App): void {
  /** An answer with jobs as they are worked on, and what else there is to say; its tag goes by their revisions. */
  const worked = (
    shopId: string,
    jobs: readonly RevisedJob[],
    rest: object,
    floorAt: Date | null = null,
  ): ReadyAnswer =>
    new ReadyAnswer(
      tagOf(shopId, JSON.stringify(rest), ...jobs.map(({ revision }) => revision)),
      async () => {
        const details = await workedJson(db, shopId, jobs, floorAt);
        const parts = details.flatMap((one, at) => (at === 0 ? [one] : [COMMA, one]));
        const end = JSON.stringify(rest).slice(1);
        return Buffer.concat([
          Buffer.from('{"details":['),
          ...parts,
          Buffer.from(end === '}' ? ']}' : `],${end}`),
        ]);
      },
    );

  routes.add(ROUTES.jobs, (_input, { member }) => jobList(db, member.shopId));

  routes.add(ROUTES.olderJobs, ({ params }, { member }) => jobsBefore(db, member.shopId, params.jobId));

  routes.add(ROUTES.findJobs, async ({ body }, { member }) => ({
    jobs: await jobsNamed(db, member.shopId, body.text.trim()),
  }));

  routes.add(ROUTES.floor, async (_input, { member: { shopId } }) => {
    const now = clock.now();
    const beginsBefore = toMinute(now) + FLOOR_AHEAD;
    const [jobs, later] = await Promise.all([
      plannedJobs(db, shopId, { beginsBefore }),
      plannedLater(db, shopId, beginsBefore),
    ]);
    return worked(shopId, jobs, { later }, now);
  });

  routes.add(ROUTES.openJobs, async (_input, { member: { shopId } }) =>
    worked(shopId, await openJobsRevised(db, shopId), {}),
  );

  routes.add(ROUTES.addJob, async ({ body }, { member, changed }) => {
    const wanted = JobSchema.parse(body);
    const job = await addJob(db, member.shopId, wanted, clock.now());
    const kept = keptAsSent(job, wanted);
    await changed(db, { jobs: [{ id: kept.id, job: true }] });
    return kept;
  });

  routes.add(ROUTES.job, async ({ params }, { member }) => {
    const revision = await revisionOf(db, member.shopId, params.jobId);
    if (!revision) throw new ApiError('not-found', said('refusal.the-shop-has-no-such-job'));
    return new ReadyAnswer(tagOf(revision), async () => {
      const detail = await detailOf(db, member.shopId, params.jobId);
      if (!detail) throw new ApiError('not-found', said('refusal.the-shop-has-no-such-job'));
      return Buffer.from(JSON.stringify(detail));
    });
  });

  const head = {
    missing: said('refusal.the-shop-has-no-such-job'),
    overtaken: said('refusal.someone-else-changed-this-job-meanwhile'),
    load: (connection: Queryable, { params }: { params: { jobId: string } }, { member }: Call) =>
      findJob(connection, member.shopId, params.jobId),
  };
  routes.add(
    ROUTES.changeJob,
    changing(db, {
      ...head,
      async update(connection, { body: { version, ...spec } }, before, { member }) {
        const { shopId } = member;
        const updated = await updateJob(connection, shopId, { ...spec, id: before.id }, version);
        // Another place means another way to coat: zones that nobody has begun are generated again.
        if (updated && updated.place !== before.place) {
          for (const zone of await zonesOf(connection, shopId, before.id))
            await moveZone(connection, shopId, zone, updated.place);
        }
        return updated;
      },
      touched: ({ id, place }, _input, before) => {
        const moved = place === before.place ? {} : { zones: true as const, steps: 'all' as const };
        return { jobs: [{ id, job: true, ...moved }] };
      },
    }),
  );

  routes.add(
    ROUTES.changeMethods,
    changing(db, {
      ...head,
      async update(connection, { body }, before, { member }) {
        const { shopId } = member;
        const updated = await updateMethods(connection, shopId, before.id, body.methods, body.version);
        if (!updated) return null;
        const { laying } = body.methods.choices;
        for (const zone of await zonesOf(connection, shopId, before.id)) {
          // Steps that somebody changed by hand are not generated over without being asked.
          if (zone.isEdited || (await isStarted(connection, shopId, zone.id))) continue;
          const isLaidAnew = laying !== undefined && laying !== before.methods.choices.laying;
          const wanted =
            isLaidAnew && zone.options ? { ...zone, options: { ...zone.options, laying } } : zone;
          if (wanted !== zone) await updateZone(connection, shopId, wanted, zone.version);
          await generateZone(connection, shopId, wanted, updated.place);
        }
        return updated;
      },
      touched: ({ id }) => ({ jobs: [{ id, job: true, zones: true, steps: 'all' }] }),
    }),
  );

  routes.add(ROUTES.roomMinutes, async (_input, { member: { shopId } }) => ({
    learned: learnedMinutes(await timedProtection(db, shopId)),
  }));

  routes.add(
    ROUTES.changeRoom,
    changing(db, {
      ...head,
      update: (connection, { body }, before, { member }) =>
        updateRoom(connection, member.shopId, before.id, body.room, body.version),
      touched: ({ id }) => ({ jobs: [{ id, job: true }] }),
    }),
  );

  routes.add(
    ROUTES.changePricing,
    changing(db, {
      ...head,
      update: (connection, { body }, before, { member }) =>
        updatePricing(connection, member.shopId, before.id, body.pricing, body.version),
      touched: ({ id }) => ({ jobs: [{ id, job: true }] }),
    }),
  );

  routes.add(ROUTES.removeJob, async ({ params }, { member, changed }) => {
    const isGone = await db.transaction((connection) => deleteJob(connection, member.shopId, params.jobId));
    if (!isGone) throw new ApiError('already-logged', said('refusal.this-job-has-a-log-or'));
    await changed(db, { jobs: [{ id: params.jobId, job: true }] });
    return DONE;
  });
}
