import { z } from 'zod';
import { ProductSheetSchema } from '../../catalogue/index.ts';
import { ClimateSchema } from '../../drying/index.ts';
import { dateField } from '../../fields/index.ts';
import { said } from '../../said/index.ts';
import { ShopSettingsSchema, SKILLS, WeekSchema } from '../../shop/index.ts';
import { measured } from '../../units/index.ts';
import { NewProductSchema, ProductRowSchema, ShopContextSchema, ShopHeadSchema } from '../shapes/contract.ts';
import { PATHS } from '../shapes/paths.ts';
import { EmptyResponse, route, uuidParams } from '../shapes/route.ts';
import { ShopNameSchema, TimeZoneSchema } from '../shapes/shop.ts';

const ShopChange = z.object({
  version: z.int(),
  name: ShopNameSchema,
  timeZone: TimeZoneSchema,
  settings: ShopSettingsSchema,
});

const Crew = ShopContextSchema.pick({ crew: true });

export const shopRoutes = {
  shop: route(PATHS.shop, {
    summary: 'The shop with its people, products and climate',
    response: ShopContextSchema,
  }),

  changeShop: route(PATHS.changeShop, {
    summary: 'Change hours, places and rules of the shop',
    body: ShopChange,
    response: ShopHeadSchema,
  }),

  setSkills: route(PATHS.setSkills, {
    summary: 'Set what a member may be given to do',
    params: uuidParams('memberId'),
    body: z.object({ skills: z.array(z.enum(SKILLS)).max(SKILLS.length) }),
    response: Crew,
  }),

  setWeek: route(PATHS.setWeek, {
    summary: 'Set working hours of a member’s own, or give them those of the shop again',
    params: uuidParams('memberId'),
    body: z.object({ week: WeekSchema.nullable() }),
    response: Crew,
  }),

  setDaysOff: route(PATHS.setDaysOff, {
    summary: 'Set the days off of a member',
    params: uuidParams('memberId'),
    body: z.object({ daysOff: z.array(dateField()).max(200) }),
    response: Crew,
  }),

  typeClimate: route(PATHS.typeClimate, {
    summary: 'Type in a climate reading',
    body: ClimateSchema.extend({ placeId: z.string().min(1).max(36).default('shop') }),
    response: EmptyResponse,
  }),

  addProduct: route(PATHS.addProduct, {
    summary: 'Add a product to the shop’s products and consumables',
    body: NewProductSchema,
    response: ProductRowSchema,
    status: 201,
  }),

  setStock: route(PATHS.setStock, {
    summary: 'Write what is in the tins; null where no one counts',
    params: uuidParams('productId'),
    body: z.object({
      stockMl: z
        .number({ error: said('error.number', { what: said('field.stock') }) })
        .min(0, said('error.least', { what: said('field.stock'), least: measured('volume', 0) }))
        .max(10_000_000)
        .nullable(),
      /** What of it is mixed to which colour; those known before are kept, cut to the new count, where it is left out. */
      coloursMl: z.record(z.string().regex(/^#[0-9a-f]{6}$/i), z.number().min(0).max(10_000_000)).optional(),
      /** Tins that were opened fresh hold no thinner. */
      isFresh: z.boolean().default(false),
    }),
    response: ProductRowSchema,
  }),

  changeProduct: route(PATHS.changeProduct, {
    summary: 'Change the data sheet of a product',
    params: uuidParams('productId'),
    body: z.object({ version: z.int(), sheet: ProductSheetSchema }),
    response: ProductRowSchema,
  }),
};
