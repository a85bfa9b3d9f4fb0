import { ROUTES } from '@upholder/core/api';
import type { Job, Zone, ZoneSpec } from '@upholder/core/jobs';
import { said } from '@upholder/core/said';
import {
  bareStock,
  FINISHING_SYSTEMS,
  optionsInPlace,
  type ZoneOptions,
  ZoneOptionsSchema,
} from '@upholder/core/systems';
import { v7 as uuid } from 'uuid';
import type { App } from '../context/app.ts';
import type { Queryable } from '../db/database.ts';
import { changing, DONE } from '../http/change.ts';
import { ApiError } from '../http/errors.ts';
import type { RouteTable } from '../http/route.ts';
import { saysTheSame } from '../http/sameContent.ts';
import { findJob } from '../jobs/store.ts';
import { addDecision } from '../zones/decisions.ts';
import { followStock, generateZone, writeSequence } from '../zones/sequence.ts';
import {
  addZone,
  countPieces,
  deleteZone,
  type FoundZone,
  findZone,
  isStarted,
  nextZonePosition,
  updateZone,
} from '../zones/store.ts';

/** A zone that chooses a system without options gets the system's own, as they fit the place. */
function withOptions<T extends ZoneSpec>(zone: T, place: Job['place']): T {
  if (zone.systemId === null) return { ...zone, options: null };
  return {
    ...zone,
    options: zone.options ?? optionsInPlace(FINISHING_SYSTEMS[zone.systemId].defaults, place === 'client'),
  };
}

/** A zone goes along with another zone of its own job, or with none. */
async function assertSharing(
  db: Queryable,
  shopId: string,
  jobId: string,
  zoneId: string,
  sharesWith: string | null,
): Promise<void> {
  if (sharesWith === null) return;
  const other = await findZone(db, shopId, sharesWith);
  if (other?.jobId === jobId && sharesWith !== zoneId) return;
  throw new ApiError('bad-input', said('refusal.a-zone-shares-with-another-zone'), {
    fields: { sharesWith: said('refusal.choose-another-zone-of-this-job') },
  });
}

/** Every choice makes other steps; one that is left out here would be ticked and do nothing. */
const OPTIONS = Object.keys(ZoneOptionsSchema.shape) as (keyof ZoneOptions)[];

function isSequenceChanged(before: Zone, after: ZoneSpec): boolean {
  // Choices that came with a later version count as they stand by default.
  const known = before.options && ZoneOptionsSchema.parse(before.options);
  return (
    before.systemId !== after.systemId ||
    before.customSystem?.id !== after.customSystem?.id ||
    before.customSystem?.version !== after.customSystem?.version ||
    OPTIONS.some((key) => known?.[key] !== after.options?.[key])
  );
}

/** Zones of a job and the sequences they generate into. */
export function addZoneRoutes(routes: RouteTable, { db, clock }: App): void {
  routes.add(ROUTES.addZone, async ({ params, body }, { member, changed }) => {
    const { shopId } = member;
    return db.transaction(async (connection) => {
      const job = await findJob(connection, shopId, params.jobId);
      if (!job) throw new ApiError('not-found', said('refusal.the-shop-has-no-such-job'));
      const known = await findZone(connection, shopId, body.id);
      if (known?.jobId === params.jobId && saysTheSame(known.zone, withOptions(body, job.place)))
        return known.zone;
      if (known) throw new ApiError('id-taken', said('refusal.this-id-is-taken-make-a'));
      await assertSharing(connection, shopId, params.jobId, body.id, body.sharesWith);
      const position = await nextZonePosition(connection, shopId, params.jobId);
      const zone = await addZone(connection, shopId, params.jobId, {
        ...withOptions(body, job.place),
        position,
        isEdited: false,
      });
      if (!zone) throw new ApiError('id-taken', said('refusal.this-id-is-taken-make-a'));
      await generateZone(connection, shopId, zone, job.place);
      await changed(connection, { jobs: [{ id: params.jobId, zones: true, steps: [zone.id] }] });
      return zone;
    });
  });

  const zoneOf = {
    missing: said('refusal.the-shop-has-no-such-zone'),
    overtaken: said('refusal.someone-else-changed-this-zone-meanwhile-2'),
    current: ({ zone }: FoundZone) => zone,
  };
  routes.add(
    ROUTES.changeZone,
    changing(db, {
      ...zoneOf,
      load: (connection, { params }, { member }) => findZone(connection, member.shopId, params.zoneId),
      async update(connection, { params, body }, found, { member }) {
        const { shopId } = member;
        const { version, ...spec } = body;
        const wanted = withOptions(spec, found.place);
        await assertSharing(connection, shopId, found.jobId, params.zoneId, wanted.sharesWith);
        const kept = { ...wanted, id: params.zoneId, isEdited: found.zone.isEdited };
        const updated = await updateZone(connection, shopId, kept, version);
        if (!updated) return null;
        if (
          wanted.systemId !== null &&
          wanted.systemId !== found.zone.systemId &&
          wanted.choiceReason !== ''
        ) {
          await addDecision(connection, shopId, found.jobId, {
            id: uuid(),
            zoneId: params.zoneId,
            kind: 'chosen',
            code: wanted.systemId,
            reason: wanted.choiceReason,
            memberId: member.id,
            memberName: member.name,
            at: clock.now().toISOString(),
          });
        }
        if (isSequenceChanged(found.zone, wanted))
          await generateZone(connection, shopId, updated, found.place);
        else await followStock(connection, shopId, found.zone, updated, found.place);
        return (await findZone(connection, shopId, params.zoneId))?.zone ?? updated;
      },
      touched: (row, _input, { jobId, zone }) => {
        const isOther = isSequenceChanged(zone, row) || bareStock(zone) !== bareStock(row);
        return { jobs: [{ id: jobId, zones: true, decisions: true, ...(isOther && { steps: [row.id] }) }] };
      },
    }),
  );

  routes.add(
    ROUTES.changeSteps,
    changing(db, {
      ...zoneOf,
      load: (connection, { params }, { member }) =>
        findZone(connection, member.shopId, params.zoneId, { lock: true }),
      async update(connection, { params, body }, { zone, jobId }, { member }) {
        if (zone.version !== body.version) return null;
        await writeSequence(connection, member.shopId, zone, jobId, body.steps);
        return (await findZone(connection, member.shopId, params.zoneId))?.zone ?? zone;
      },
      touched: ({ id }, _input, { jobId }) => ({ jobs: [{ id: jobId, zones: true, steps: [id] }] }),
    }),
  );

  routes.add(ROUTES.removeZone, async ({ params }, { member, changed }) => {
    const { shopId } = member;
    await db.transaction(async (connection) => {
      const found = await findZone(connection, shopId, params.zoneId);
      if (!found) throw new ApiError('not-found', said('refusal.the-shop-has-no-such-zone'));
      const pieces = await countPieces(connection, shopId, params.zoneId);
      if (pieces > 0)
        throw new ApiError(
          'conflict',
          said('refusal.still-has-pieces-move-or-delete', { name: found.zone.name, pieces }),
        );
      if (await isStarted(connection, shopId, params.zoneId))
        throw new ApiError('zone-started', said('refusal.work-on-this-zone-is-logged'));
      await deleteZone(connection, shopId, params.zoneId);
      await changed(connection, { jobs: [{ id: found.jobId, zones: true, photos: true, decisions: true }] });
    });
    return DONE;
  });
}
