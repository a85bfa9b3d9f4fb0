import { ROUTES } from '@upholder/core/api';
import type { App } from '../context/app.ts';
import { ApiError } from '../http/errors.ts';
import type { RouteTable } from '../http/route.ts';
import { saysTheSame } from '../http/sameContent.ts';
import { addLayer, addSupply, deleteLayer, findSupply, layersOf, updateSupply } from '../stores/store.ts';

/** What stands in the stores besides coatings, and what the shop knows of layers. */
export function addStoresRoutes(routes: RouteTable, { db, clock }: App): void {
  routes.add(ROUTES.addSupply, async ({ body }, { member, changed }) => {
    const supply = await addSupply(db, member.shopId, body);
    if (!supply)
      throw new ApiError('id-taken', 'The stores have an entry with this key already.', {
        fields: { key: 'This key is taken.' },
      });
    await changed(db, { shop: ['supplies'] });
    return supply;
  });

  routes.add(ROUTES.changeSupply, async ({ params, body }, { member, changed }) => {
    const updated = await updateSupply(db, member.shopId, params.supplyId, body.version, body.supply);
    if (!updated) {
      const current = await findSupply(db, member.shopId, params.supplyId);
      if (!current) throw new ApiError('not-found', 'The stores have no such entry.');
      throw new ApiError('conflict', 'Someone else changed this entry meanwhile.', { current });
    }
    await changed(db, { shop: ['supplies'] });
    return updated;
  });

  routes.add(ROUTES.addLayer, async ({ body }, { member, changed }) => {
    await addLayer(db, member.shopId, body, member.name, clock.now());
    await changed(db, { shop: ['layers'] });
    const row = (await layersOf(db, member.shopId)).find(({ id }) => id === body.id);
    if (!row || !saysTheSame(row, body)) throw new ApiError('id-taken', 'This id is taken. Make a new one.');
    return row;
  });

  routes.add(ROUTES.removeLayer, async ({ params }, { member, changed }) => {
    if (!(await deleteLayer(db, member.shopId, params.layerId)))
      throw new ApiError('not-found', 'The shop has no such answer.');
    await changed(db, { shop: ['layers'] });
    return { done: true as const };
  });
}
