import { ROUTES } from '@upholder/core/api';
import { JobSchema } from '@upholder/core/jobs';
import type { App } from '../context/app.ts';
import { dossierOf, openDossiers } from '../dossier/store.ts';
import { ApiError } from '../http/errors.ts';
import type { RouteTable } from '../http/route.ts';
import { saysTheSame } from '../http/sameContent.ts';
import { addJob, deleteJob, findJob, summariesOf, updateJob, updatePractice } from '../jobs/store.ts';
import { moveZone, unfoldZone } from '../zones/sequence.ts';
import { isStarted, updateZone, zonesOf } from '../zones/store.ts';

/** Jobs: list, one, add, change, delete, and all that are on the floor. */
export function addJobRoutes(routes: RouteTable, { db, clock }: App): void {
  routes.add(ROUTES.jobs, async (_input, { member }) => ({ jobs: await summariesOf(db, member.shopId) }));

  routes.add(ROUTES.floor, async (_input, { member }) => ({
    dossiers: await openDossiers(db, member.shopId),
  }));

  routes.add(ROUTES.addJob, async ({ body }, { member, changed }) => {
    const wanted = JobSchema.parse(body);
    const job = await addJob(db, member.shopId, wanted, clock.now());
    if (!job || !saysTheSame(job, wanted))
      throw new ApiError('id-taken', 'This id is taken. Make a new one.');
    await changed(db, { jobs: [{ id: job.id, job: true }] });
    return job;
  });

  routes.add(ROUTES.job, async ({ params }, { member }) => {
    const dossier = await dossierOf(db, member.shopId, params.jobId);
    if (!dossier) throw new ApiError('not-found', 'The shop has no such job.');
    return dossier;
  });

  routes.add(ROUTES.changeJob, async ({ params, body }, { member, changed }) => {
    const { shopId } = member;
    const { version, ...spec } = body;
    const row = await db.transaction(async (connection) => {
      const before = await findJob(connection, shopId, params.jobId);
      if (!before) throw new ApiError('not-found', 'The shop has no such job.');
      const updated = await updateJob(connection, shopId, { ...spec, id: params.jobId }, version);
      if (!updated)
        throw new ApiError('conflict', 'Someone else changed this job meanwhile.', { current: before });
      // Another place means another way to coat: zones that nobody has begun are unfolded again.
      if (updated.place !== before.place) {
        for (const zone of await zonesOf(connection, shopId, params.jobId))
          await moveZone(connection, shopId, zone, updated.place);
      }
      const isMoved = updated.place !== before.place;
      await changed(connection, {
        jobs: [{ id: params.jobId, job: true, ...(isMoved && { zones: true, steps: 'all' as const }) }],
      });
      return updated;
    });
    return row;
  });

  routes.add(ROUTES.changePractice, async ({ params, body }, { member, changed }) => {
    const { shopId } = member;
    return db.transaction(async (connection) => {
      const before = await findJob(connection, shopId, params.jobId);
      if (!before) throw new ApiError('not-found', 'The shop has no such job.');
      const updated = await updatePractice(connection, shopId, params.jobId, body.practice, body.version);
      if (!updated)
        throw new ApiError('conflict', 'Someone else changed this job meanwhile.', { current: before });
      const { laying } = body.practice.ways;
      for (const zone of await zonesOf(connection, shopId, params.jobId)) {
        // Steps that somebody changed by hand are not unfolded over without being asked.
        if (zone.isEdited || (await isStarted(connection, shopId, zone.id))) continue;
        const isLaidAnew = laying !== undefined && laying !== before.practice.ways.laying;
        const wanted = isLaidAnew && zone.options ? { ...zone, options: { ...zone.options, laying } } : zone;
        if (wanted !== zone) await updateZone(connection, shopId, wanted, zone.version);
        await unfoldZone(connection, shopId, wanted, updated.place);
      }
      await changed(connection, { jobs: [{ id: params.jobId, job: true, zones: true, steps: 'all' }] });
      return updated;
    });
  });

  routes.add(ROUTES.removeJob, async ({ params }, { member, changed }) => {
    const isGone = await db.transaction((connection) => deleteJob(connection, member.shopId, params.jobId));
    if (!isGone)
      throw new ApiError(
        'already-logged',
        'This job has a log, or is not there: it is kept. Set it to handed over instead.',
      );
    await changed(db, { jobs: [{ id: params.jobId, job: true }] });
    return { done: true as const };
  });
}
