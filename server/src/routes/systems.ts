import { OwnSystemSchema, OwnSystemVersionSchema } from '@upholder/core/systems';
import { z } from 'zod';
import type { App } from '../context/app.ts';
import { ApiError } from '../http/errors.ts';
import { Done, type RouteTable, uuidParams } from '../http/route.ts';
import { announce } from '../live/channel.ts';
import { addVersion, findVersion, retireSystem, versionsOf } from '../systems/store.ts';

const ChangeNote = z.string().trim().max(300, 'Keep the note to 300 characters.').default('');

/** Finishing systems of the shop's own: made, changed into new versions, taken out of use. */
export function addSystemRoutes(routes: RouteTable, { db, clock }: App): void {
  routes.add({
    method: 'get',
    path: '/systems/:systemId',
    summary: 'All versions of an own system, newest first',
    params: uuidParams('systemId'),
    response: z.object({ versions: z.array(OwnSystemVersionSchema) }),
    handle: async ({ params }, { member }) => {
      const versions = await versionsOf(db, member.shopId, params.systemId);
      if (versions.length === 0) throw new ApiError('not-found', 'The shop has no such system.');
      return { versions };
    },
  });

  routes.add({
    method: 'put',
    path: '/systems/:systemId/versions/:version',
    summary: 'Write a version of an own system; version 1 makes it, each further one must follow the last',
    params: z.object({ systemId: z.uuid(), version: z.coerce.number().int().min(1).max(10_000) }),
    body: z.object({ changeNote: ChangeNote, system: OwnSystemSchema }),
    response: OwnSystemVersionSchema,
    handle: async ({ params, body }, { member }) => {
      const { shopId } = member;
      const { systemId, version } = params;
      return db.transaction(async (connection) => {
        const known = await versionsOf(connection, shopId, systemId);
        const latest = known[0]?.version ?? 0;
        if (version > latest + 1)
          throw new ApiError('not-found', `There is no version ${version - 1} to change.`);
        const isWritten = await addVersion(connection, shopId, systemId, version, body.system, {
          changeNote: body.changeNote,
          madeBy: member.name,
          madeAt: clock.now(),
        });
        if (!isWritten)
          throw new ApiError(
            'conflict',
            known.length === 0
              ? 'This id is taken. Make a new one.'
              : `Someone else wrote version ${version} meanwhile. Look at it, then save yours as the next.`,
            { current: known[0] },
          );
        await announce(connection, { shopId, topic: 'shop', id: shopId });
        const written = await findVersion(connection, shopId, systemId, version);
        if (!written) throw new ApiError('not-found', 'The shop has no such system.');
        return written;
      });
    },
  });

  routes.add({
    method: 'put',
    path: '/systems/:systemId/retired',
    summary: 'Take an own system out of use, or back into it; jobs keep what they were planned with',
    params: uuidParams('systemId'),
    body: z.object({ isRetired: z.boolean() }),
    response: Done,
    handle: async ({ params, body }, { member }) => {
      if (!(await retireSystem(db, member.shopId, params.systemId, body.isRetired)))
        throw new ApiError('not-found', 'The shop has no such system.');
      await announce(db, { shopId: member.shopId, topic: 'shop', id: member.shopId });
      return { done: true as const };
    },
  });
}
