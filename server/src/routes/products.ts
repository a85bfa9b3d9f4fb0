import { ROUTES } from '@upholder/core/api';
import { said } from '@upholder/core/said';
import type { App } from '../context/app.ts';
import { changing, DONE, keptAsSent } from '../http/change.ts';
import { ApiError } from '../http/errors.ts';
import type { RouteTable } from '../http/route.ts';
import { addLayer, addSupply, deleteLayer, findSupply, layersOf, updateSupply } from '../products/store.ts';

/** What stands in the stores besides coatings, and what the shop knows of layers. */
export function addProductsRoutes(routes: RouteTable, { db, clock }: App): void {
  routes.add(ROUTES.addSupply, async ({ body }, { member, changed }) => {
    const supply = await addSupply(db, member.shopId, body);
    if (!supply)
      throw new ApiError('id-taken', said('refusal.the-stores-have-an-entry-with'), {
        fields: { key: said('refusal.this-key-is-taken') },
      });
    await changed(db, { shop: ['supplies'] });
    return supply;
  });

  routes.add(
    ROUTES.changeSupply,
    changing(db, {
      missing: said('refusal.the-stores-have-no-such-entry'),
      overtaken: said('refusal.someone-else-changed-this-entry-meanwhile'),
      load: (connection, { params }, { member }) => findSupply(connection, member.shopId, params.supplyId),
      update: (connection, { body }, { id }, { member }) =>
        updateSupply(connection, member.shopId, id, body.version, body.supply),
      touched: () => ({ shop: ['supplies'] }),
    }),
  );

  routes.add(ROUTES.addLayer, async ({ body }, { member, changed }) => {
    await addLayer(db, member.shopId, body, member.name, clock.now());
    await changed(db, { shop: ['layers'] });
    const rows = await layersOf(db, member.shopId);
    return keptAsSent(
      rows.find(({ id }) => id === body.id),
      body,
    );
  });

  routes.add(ROUTES.removeLayer, async ({ params }, { member, changed }) => {
    if (!(await deleteLayer(db, member.shopId, params.layerId)))
      throw new ApiError('not-found', said('refusal.the-shop-has-no-such-answer'));
    await changed(db, { shop: ['layers'] });
    return DONE;
  });
}
