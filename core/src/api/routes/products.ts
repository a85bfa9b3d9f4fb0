import { z } from 'zod';
import { ShopLayerSchema, SupplyEntrySchema, SupplySchema } from '../../catalogue/index.ts';
import { said } from '../../said/index.ts';
import { LayerRowSchema, SupplyRowSchema } from '../shapes/contract.ts';
import { PATHS } from '../shapes/paths.ts';
import { EmptyResponse, route, uuidParams } from '../shapes/route.ts';

export const productsRoutes = {
  addSupply: route(PATHS.addSupply, {
    summary: 'Add a cleaner, abrasive, filler, caulk, tape or cloth to the shop’s products and consumables',
    body: SupplyEntrySchema,
    response: SupplyRowSchema,
    status: 201,
  }),

  changeSupply: route(PATHS.changeSupply, {
    summary: 'Change what is known of a cleaner, abrasive, filler, caulk, tape or cloth',
    params: uuidParams('supplyId'),
    body: z.object({ version: z.int(), supply: SupplySchema }),
    response: SupplyRowSchema,
  }),

  addLayer: route(PATHS.addLayer, {
    summary: 'Answer recoat compatibility, by judgement or by a test panel; repeating the call writes once',
    body: ShopLayerSchema.refine(({ answer, test }) => test === null || test.held === (answer !== 'no'), {
      message: said('call.a-test-piece-that-held-says'),
      path: ['answer'],
    }),
    response: LayerRowSchema,
    status: 201,
  }),

  removeLayer: route(PATHS.removeLayer, {
    summary: 'Take an answer back; the one before it or the table counts again',
    params: uuidParams('layerId'),
    response: EmptyResponse,
  }),
};
