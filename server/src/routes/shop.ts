import { type ProductRow, ROUTES } from '@upholder/core/api';
import { said } from '@upholder/core/said';
import { SHOP_PLACE } from '@upholder/core/shop';
import { benchItemsOf } from '../bench/store.ts';
import { placeAirs } from '../climate/placeAirs.ts';
import { addReading, latestReading } from '../climate/store.ts';
import type { App } from '../context/app.ts';
import type { Queryable } from '../db/database.ts';
import { planningClimate } from '../devices/station.ts';
import { changing, DONE } from '../http/change.ts';
import { ApiError } from '../http/errors.ts';
import type { Call, RouteTable } from '../http/route.ts';
import { addProduct, findProduct, productsOf, setStock, updateProduct } from '../products/products.ts';
import { layersOf, suppliesOf } from '../products/store.ts';
import { changeMember, crewOf, findShop, type MemberChange, updateShop } from '../shop/store.ts';
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
      placeAirs: await placeAirs(db, climate, { id: shopId, places: shop.settings.places }, clock.now()),
    };
  }

  routes.add(ROUTES.shop, async (_input, { member }) => context(member.shopId));

  routes.add(
    ROUTES.changeShop,
    changing(db, {
      missing: 'There is no such shop.',
      overtaken: said('refusal.someone-else-changed-the-shop-meanwhile'),
      load: (connection, _input, { member }) => findShop(connection, member.shopId),
      update: (connection, { body }, _before, { member }) =>
        updateShop(connection, member.shopId, body.version, body),
      touched: () => ({ shop: ['head', 'air'] }),
    }),
  );

  async function setMember({ member, changed }: Call, memberId: string, change: MemberChange) {
    if (!(await changeMember(db, member.shopId, memberId, change)))
      throw new ApiError('not-found', said('refusal.the-shop-has-no-such-member'));
    await changed(db, { shop: ['crew'] });
    return { crew: await crewOf(db, member.shopId) };
  }
  routes.add(ROUTES.setSkills, ({ params, body }, call) => setMember(call, params.memberId, body));
  routes.add(ROUTES.setWeek, ({ params, body }, call) => setMember(call, params.memberId, body));
  routes.add(ROUTES.setDaysOff, ({ params, body }, call) => setMember(call, params.memberId, body));

  routes.add(ROUTES.typeClimate, async ({ body: { placeId, ...air } }, { member, changed }) => {
    const { settings } = await findShop(db, member.shopId);
    if (placeId !== SHOP_PLACE && !settings.places.some(({ id }) => id === placeId))
      throw new ApiError('bad-input', said('refusal.the-shop-has-no-such-place'));
    const reading = { ...air, at: clock.now().toISOString(), source: 'typed' as const };
    await addReading(db, member.shopId, reading, placeId);
    await changed(db, { shop: ['air'] });
    return DONE;
  });

  routes.add(ROUTES.addProduct, async ({ body }, { member, changed }) => {
    const product = await addProduct(db, member.shopId, body);
    if (!product)
      throw new ApiError('id-taken', said('refusal.the-stores-have-a-product-with'), {
        fields: { key: said('refusal.this-key-is-taken') },
      });
    await changed(db, { products: [product.id] });
    return product;
  });

  const product = {
    missing: said('refusal.the-stores-have-no-such-product'),
    overtaken: said('refusal.someone-else-changed-this-sheet-meanwhile'),
    load: (connection: Queryable, { params }: { params: { productId: string } }, { member }: Call) =>
      findProduct(connection, member.shopId, params.productId),
    touched: ({ id }: ProductRow) => ({ products: [id] }),
  };
  routes.add(
    ROUTES.setStock,
    changing(db, {
      ...product,
      update: (connection, { body }, { id }, { member }) => setStock(connection, member.shopId, id, body),
    }),
  );
  routes.add(
    ROUTES.changeProduct,
    changing(db, {
      ...product,
      update: (connection, { body }, { id }, { member }) =>
        updateProduct(connection, member.shopId, id, body.version, body.sheet),
    }),
  );
}
