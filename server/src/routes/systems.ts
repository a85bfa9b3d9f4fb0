import { ROUTES } from '@upholder/core/api';
import { said } from '@upholder/core/said';
import type { App } from '../context/app.ts';
import { DONE } from '../http/change.ts';
import { ApiError } from '../http/errors.ts';
import type { RouteTable } from '../http/route.ts';
import { addVersion, findVersion, retireSystem, versionsOf } from '../systems/store.ts';

/** Finishing systems of the shop's own: made, changed into new versions, taken out of use. */
export function addSystemRoutes(routes: RouteTable, { db, clock }: App): void {
  routes.add(ROUTES.systemVersions, async ({ params }, { member }) => {
    const versions = await versionsOf(db, member.shopId, params.systemId);
    if (versions.length === 0) throw new ApiError('not-found', said('refusal.the-shop-has-no-such-system'));
    return { versions };
  });

  routes.add(ROUTES.addSystemVersion, async ({ params, body }, { member, changed }) => {
    const { shopId } = member;
    const { systemId, version } = params;
    return db.transaction(async (connection) => {
      const known = await versionsOf(connection, shopId, systemId);
      const latest = known[0]?.version ?? 0;
      if (version > latest + 1)
        throw new ApiError(
          'not-found',
          said('refusal.there-is-no-version-to-change', { version: version - 1 }),
        );
      const isWritten = await addVersion(connection, shopId, systemId, version, body.system, {
        changeNote: body.changeNote,
        madeBy: member.name,
        madeAt: clock.now(),
      });
      if (!isWritten)
        throw new ApiError(
          'conflict',
          known.length === 0
            ? said('refusal.this-id-is-taken-make-a')
            : said('refusal.someone-else-wrote-version-meanwhile-look', { version }),
          { current: known[0] },
        );
      await changed(connection, { shop: ['systems'] });
      const written = await findVersion(connection, shopId, systemId, version);
      if (!written) throw new ApiError('not-found', said('refusal.the-shop-has-no-such-system'));
      return written;
    });
  });

  routes.add(ROUTES.retireSystem, async ({ params, body }, { member, changed }) => {
    if (!(await retireSystem(db, member.shopId, params.systemId, body.isRetired)))
      throw new ApiError('not-found', said('refusal.the-shop-has-no-such-system'));
    await changed(db, { shop: ['systems'] });
    return DONE;
  });
}
