import { NewProductSchema, ProductRowSchema, ShopContextSchema } from '@upholder/core/api';
import { ProductSheetSchema } from '@upholder/core/catalogue';
import { ClimateSchema } from '@upholder/core/drying';
import { ShopSettingsSchema, SKILLS, WeekSchema } from '@upholder/core/shop';
import { z } from 'zod';
import { benchItemsOf } from '../bench/store.ts';
import { addReading, latestReading } from '../climate/store.ts';
import type { App } from '../context/app.ts';
import { planningClimate } from '../devices/station.ts';
import { ApiError } from '../http/errors.ts';
import { type RouteTable, uuidParams } from '../http/route.ts';
import { announce } from '../live/channel.ts';
import { changeMember, crewOf, findShop, updateShop } from '../shop/store.ts';
import { addProduct, findProduct, productsOf, setStock, updateProduct } from '../stores/products.ts';
import { layersOf, suppliesOf } from '../stores/store.ts';
import { systemsOf } from '../systems/store.ts';

const TimeZone = z.string().refine((zone) => {
  try {
    return Boolean(new Intl.DateTimeFormat('en', { timeZone: zone }));
  } catch {
    return false;
  }
}, 'This is no time zone of the IANA list, such as Europe/London.');

const ShopChange = z.object({
  version: z.int(),
  name: z.string().trim().min(1, 'Give the shop a name.').max(120),
  timeZone: TimeZone,
  settings: ShopSettingsSchema,
});

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

  routes.add({
    method: 'get',
    path: '/shop',
    summary: 'The shop with its people, products and climate',
    response: ShopContextSchema,
    handle: async (_input, { member }) => context(member.shopId),
  });

  routes.add({
    method: 'put',
    path: '/shop',
    summary: 'Change hours, places and rules of the shop',
    body: ShopChange,
    response: ShopContextSchema,
    handle: async ({ body }, { member }) => {
      const updated = await updateShop(db, member.shopId, body.version, body);
      if (!updated) {
        throw new ApiError('conflict', 'Someone else changed the shop meanwhile.', {
          current: await findShop(db, member.shopId),
        });
      }
      await announce(db, { shopId: member.shopId, topic: 'shop', id: member.shopId });
      return context(member.shopId);
    },
  });

  /** One thing of a member, on a route of its own. */
  function addMemberRoute(
    path: string,
    summary: string,
    body: z.ZodType<Parameters<typeof changeMember>[3]>,
  ) {
    routes.add({
      method: 'put',
      path: `/members/:memberId/${path}`,
      summary,
      params: uuidParams('memberId'),
      body,
      response: ShopContextSchema,
      handle: async ({ params, body: change }, { member }) => {
        if (!(await changeMember(db, member.shopId, params.memberId, change)))
          throw new ApiError('not-found', 'The shop has no such member.');
        await announce(db, { shopId: member.shopId, topic: 'shop', id: member.shopId });
        return context(member.shopId);
      },
    });
  }
  addMemberRoute(
    'skills',
    'Set what a member may be given to do',
    z.object({ skills: z.array(z.enum(SKILLS)).max(SKILLS.length) }),
  );
  addMemberRoute(
    'week',
    'Set working hours of a member’s own, or give them those of the shop again',
    z.object({ week: WeekSchema.nullable() }),
  );
  addMemberRoute(
    'days-off',
    'Set the days off of a member',
    z.object({ daysOff: z.array(z.iso.date({ error: 'Write a date as 2026-11-30.' })).max(200) }),
  );

  routes.add({
    method: 'post',
    path: '/climate',
    summary: 'Type in a climate reading',
    body: ClimateSchema,
    response: ShopContextSchema,
    handle: async ({ body }, { member }) => {
      await addReading(db, member.shopId, { ...body, at: clock.now().toISOString(), source: 'typed' });
      await announce(db, { shopId: member.shopId, topic: 'climate', id: '' });
      return context(member.shopId);
    },
  });

  routes.add({
    method: 'post',
    path: '/products',
    summary: 'Add a product to the stores',
    body: NewProductSchema,
    response: ProductRowSchema,
    status: 201,
    handle: async ({ body }, { member }) => {
      const product = await addProduct(db, member.shopId, body);
      if (!product)
        throw new ApiError('id-taken', 'The stores have a product with this key already.', {
          fields: { key: 'This key is taken.' },
        });
      await announce(db, { shopId: member.shopId, topic: 'shop', id: member.shopId });
      return product;
    },
  });

  routes.add({
    method: 'put',
    path: '/products/:productId/stock',
    summary: 'Write what is in the tins; null where nobody counts',
    params: uuidParams('productId'),
    body: z.object({
      stockMl: z
        .number({ error: 'Enter what is in the tins.' })
        .min(0, 'What is in the tins is 0 or more.')
        .max(10_000_000)
        .nullable(),
      /** Tins that were opened fresh hold no thinner. */
      isFresh: z.boolean().default(false),
    }),
    response: ProductRowSchema,
    handle: async ({ params, body }, { member }) => {
      const updated = await setStock(db, member.shopId, params.productId, body.stockMl, body.isFresh);
      if (!updated) throw new ApiError('not-found', 'The stores have no such product.');
      await announce(db, { shopId: member.shopId, topic: 'shop', id: member.shopId });
      return updated;
    },
  });

  routes.add({
    method: 'put',
    path: '/products/:productId',
    summary: 'Change the data sheet of a product',
    params: uuidParams('productId'),
    body: z.object({ version: z.int(), sheet: ProductSheetSchema }),
    response: ProductRowSchema,
    handle: async ({ params, body }, { member }) => {
      const updated = await updateProduct(db, member.shopId, params.productId, body.version, body.sheet);
      if (!updated) {
        const current = await findProduct(db, member.shopId, params.productId);
        if (!current) throw new ApiError('not-found', 'The stores have no such product.');
        throw new ApiError('conflict', 'Someone else changed this sheet meanwhile.', { current });
      }
      await announce(db, { shopId: member.shopId, topic: 'shop', id: member.shopId });
      return updated;
    },
  });
}
