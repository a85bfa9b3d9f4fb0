import { PotCoatSchema } from '@upholder/core/api';
import { continuesPot, PotRecordSchema, recipeStops } from '@upholder/core/mixing';
import { z } from 'zod';
import type { App } from '../app.ts';
import { ApiError } from '../http/errors.ts';
import { type RouteTable, uuidParams } from '../http/route.ts';
import { announce } from '../live/channel.ts';
import { sheetsOf, takeFromStock } from '../shop/store.ts';
import { coatsOf, lockPot, potsOf, putPot } from './store.ts';

/** Pots at the mixing bench. */
export function addPotRoutes(routes: RouteTable, { db }: App): void {
  routes.add({
    method: 'get',
    path: '/pots',
    summary: 'Pots in use, then the latest ones',
    response: z.object({ pots: z.array(PotRecordSchema) }),
    handle: async (_input, { member }) => ({ pots: await potsOf(db, member.shopId) }),
  });

  routes.add({
    method: 'get',
    path: '/pots/:potId/coats',
    summary: 'What a pot coated, by the log that counts',
    params: uuidParams('potId'),
    response: z.object({ coats: z.array(PotCoatSchema) }),
    handle: async ({ params }, { member }) => ({ coats: await coatsOf(db, member.shopId, params.potId) }),
  });

  routes.add({
    method: 'put',
    path: '/pots/:potId',
    summary:
      'Write a pot as it stands; an older word changes nothing, and nothing poured or read is taken back',
    params: uuidParams('potId'),
    body: PotRecordSchema,
    response: PotRecordSchema,
    handle: async ({ params, body }, { member }) => {
      const { shopId } = member;
      if (body.id !== params.potId)
        throw new ApiError('bad-input', 'The pot has another id than its address.');
      return db.transaction(async (connection) => {
        const known = await lockPot(connection, params.potId);
        if (known && known.shopId !== shopId)
          throw new ApiError('id-taken', 'This id is taken. Make a new one.');
        // The same word again, or one that was overtaken on the way, is no error: the bench gets what counts.
        if (known && known.pot.revision >= body.revision && continuesPot(body, known.pot)) return known.pot;
        if (known && (known.pot.revision >= body.revision || !continuesPot(known.pot, body)))
          throw new ApiError(
            'conflict',
            'Another bench wrote to this pot meanwhile. What was poured or read stays in it.',
            {
              current: known.pot,
            },
          );
        const sheet = (await sheetsOf(connection, shopId))[body.productKey];
        if (!sheet)
          throw new ApiError('bad-input', 'The stores have no such product.', {
            fields: { productKey: 'Choose a product of the stores.' },
          });
        const stops = recipeStops(sheet, body.recipe);
        if (stops.length > 0 && body.overrideReason.length < 3)
          throw new ApiError('bad-input', `${stops.join(' ')} Write down why it goes past that.`, {
            fields: { overrideReason: 'Write down why, in a few words.' },
          });
        await putPot(connection, shopId, body);
        // Only what is new came out of a tin: earlier pours are counted, leftovers never were in one since.
        const counted = new Set(known?.pot.pours.map(({ id }) => id));
        const fresh = body.pours.filter(
          ({ id, role, fromPotId }) => role === 'paint' && fromPotId === undefined && !counted.has(id),
        );
        const ml = fresh.reduce((sum, pour) => sum + pour.ml, 0);
        if (ml > 0) {
          await takeFromStock(connection, shopId, body.productKey, ml);
          await announce(connection, { shopId, topic: 'shop', id: shopId });
        }
        await announce(connection, { shopId, topic: 'pots', id: body.id });
        return body;
      });
    },
  });
}
