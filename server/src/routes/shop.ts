import { ROUTES } from '@upholder/core/api';
import { benchItemsOf } from '../bench/store.ts';
import { addReading, latestReading } from '../climate/store.ts';
import type { App } from '../context/app.ts';
import { planningClimate } from '../devices/station.ts';
import { ApiError } from '../http/errors.ts';
import type { Call, RouteTable } from '../http/route.ts';
import { changeMember, crewOf, findShop, type MemberChange, updateShop } from '../shop/store.ts';
import { addProduct, findProduct, productsOf, setStock, updateProduct } from '../stores/products.ts';
import { layersOf, suppliesOf } from '../stores/store.ts';
import { systemsOf } from '../systems/store.ts';

/** The shop: settings, people, products, air. */
export function addShopRoutes(routes: RouteTable, app: App): void {
  const { db, clock, climate } = app;

  async function context(shopId: string) {
    const [shop, crew, products, supplies, benchItems, layers, systems, reading, planning] =
      await Promise.all([
        findShop(db, shopId),
        crewOf(db, shopId),
        productsOf(db, shopId),
        suppliesOf(db, shopId),
        benchItemsOf(db, shopId, clock.now()),
        layersOf(db, shopId),
        systemsOf(db, shopId),
        latestReading(db, shopId),
        planningClimate(climate, clock.now()),
      ]);
    return {
      ...shop,
      crew,
      products,
      supplies,
      benchItems,
      layers,
      systems,
      reading,
      planningClimate: planning,
    };
  }

  routes.add(ROUTES.shop, async (_input, { member }) => context(member.shopId));

  routes.add(ROUTES.changeShop, async ({ body }, { member, changed }) => {
    const updated = await updateShop(db, member.shopId, body.version, body);
    if (!updated) {
      throw new ApiError('conflict', 'Someone else changed the shop meanwhile.', {
        current: await findShop(db, member.shopId),
      });
    }
    await changed(db, { shop: ['head'] });
    return context(member.shopId);
  });

  async function setMember({ member, changed }: Call, memberId: string, change: MemberChange) {
    if (!(await changeMember(db, member.shopId, memberId, change)))
      throw new ApiError('not-found', 'The shop has no such member.');
    await changed(db, { shop: ['crew'] });
    return context(member.shopId);
  }
  routes.add(ROUTES.setSkills, ({ params, body }, call) => setMember(call, params.memberId, body));
  routes.add(ROUTES.setWeek, ({ params, body }, call) => setMember(call, params.memberId, body));
  routes.add(ROUTES.setDaysOff, ({ params, body }, call) => setMember(call, params.memberId, body));

  routes.add(ROUTES.typeClimate, async ({ body }, { member, changed }) => {
    await addReading(db, member.shopId, { ...body, at: clock.now().toISOString(), source: 'typed' });
    await changed(db, { shop: ['air'] });
    return context(member.shopId);
  });

  routes.add(ROUTES.addProduct, async ({ body }, { member, changed }) => {
    const product = await addProduct(db, member.shopId, body);
    if (!product)
      throw new ApiError('id-taken', 'The stores have a product with this key already.', {
        fields: { key: 'This key is taken.' },
      });
    await changed(db, { products: [product.id] });
    return product;
  });

  routes.add(ROUTES.setStock, async ({ params, body }, { member, changed }) => {
    const updated = await setStock(db, member.shopId, params.productId, body.stockMl, body.isFresh);
    if (!updated) throw new ApiError('not-found', 'The stores have no such product.');
    await changed(db, { products: [updated.id] });
    return updated;
  });

  routes.add(ROUTES.changeProduct, async ({ params, body }, { member, changed }) => {
    const updated = await updateProduct(db, member.shopId, params.productId, body.version, body.sheet);
    if (!updated) {
      const current = await findProduct(db, member.shopId, params.productId);
      if (!current) throw new ApiError('not-found', 'The stores have no such product.');
      throw new ApiError('conflict', 'Someone else changed this sheet meanwhile.', { current });
    }
    await changed(db, { products: [updated.id] });
    return updated;
  });
}
