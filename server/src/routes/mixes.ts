import { ROUTES } from '@upholder/core/api';
import { continuesMix, type MixRecord, recipeStops, tinRefusal, whatIsLeft } from '@upholder/core/mixing';
import { said } from '@upholder/core/said';
import { findBenchItem, putBenchItem } from '../bench/store.ts';
import type { App } from '../context/app.ts';
import type { Queryable } from '../db/database.ts';
import { ApiError } from '../http/errors.ts';
import type { RouteTable } from '../http/route.ts';
import { coatsOf, colourOfStep, lockMix, mixesOf, putMix } from '../mixes/store.ts';
import { pourBack, productIdOf, sheetsOf, takeFromStock } from '../products/products.ts';

/** Pours the rest of a mix back into its tin, so that the tin's own thinning is known. */
async function returnToTin(
  connection: Queryable,
  shopId: string,
  mix: MixRecord,
  colour: string | null,
): Promise<void> {
  const refused = (message: string) =>
    new ApiError('bad-input', message, {
      fields: { leftTo: said('refusal.choose-a-closed-container-or-waste') },
    });
  const refusal = tinRefusal(mix);
  if (refusal) throw refused(refusal);
  const isBack = await pourBack(connection, shopId, mix.productKey, { left: whatIsLeft(mix), colour });
  if (!isBack) throw refused(said('refusal.stock-is-not-tracked-so-its'));
}

/** Mixes at the mixing bench, and what belongs to it. */
export function addMixRoutes(routes: RouteTable, { db }: App): void {
  routes.add(ROUTES.mixes, async (_input, { member }) => ({ mixes: await mixesOf(db, member.shopId) }));

  routes.add(ROUTES.mixCoats, async ({ params }, { member }) => ({
    coats: await coatsOf(db, member.shopId, params.mixId),
  }));

  routes.add(ROUTES.putMix, async ({ params, body }, { member, changed }) => {
    const { shopId } = member;
    if (body.id !== params.mixId)
      throw new ApiError('bad-input', said('refusal.the-mix-has-another-id-than'));
    return db.transaction(async (connection) => {
      const known = await lockMix(connection, params.mixId);
      if (known && known.shopId !== shopId)
        throw new ApiError('id-taken', said('refusal.this-id-is-taken-make-a'));
      // The same word again, or one that was overtaken on the way, is no error: the bench gets what counts.
      if (known && known.mix.revision >= body.revision && continuesMix(body, known.mix)) return known.mix;
      if (known && (known.mix.revision >= body.revision || !continuesMix(known.mix, body)))
        throw new ApiError('conflict', said('refusal.another-bench-wrote-to-this-mix'), {
          current: known.mix,
        });
      const sheet = (await sheetsOf(connection, shopId))[body.productKey];
      if (!sheet)
        throw new ApiError('bad-input', said('refusal.the-stores-have-no-such-product'), {
          fields: { productKey: said('refusal.choose-a-product-of-the-stores') },
        });
      const stops = recipeStops(sheet, body.recipe);
      if (stops.length > 0 && body.overrideReason.length < 3)
        throw new ApiError(
          'bad-input',
          said('refusal.write-down-why-it-goes-past', { stops: stops.join(' ') }),
          {
            fields: { overrideReason: said('refusal.write-down-why-in-a-few') },
          },
        );
      const colour = sheet.role === 'colour' ? await colourOfStep(connection, shopId, body.stepId) : null;
      const isReturned =
        body.emptiedAt !== null &&
        body.leftTo === 'back into the tin' &&
        (known === null || known.mix.emptiedAt === null);
      if (isReturned) await returnToTin(connection, shopId, body, colour);
      await putMix(connection, shopId, body);
      // Only what is new came out of a tin: earlier pours are counted, leftovers never were in one since.
      const counted = new Set(known?.mix.pours.map(({ id }) => id));
      const fresh = body.pours.filter(
        ({ id, role, fromMixId }) => role === 'paint' && fromMixId === undefined && !counted.has(id),
      );
      const ml = fresh.reduce((sum, pour) => sum + pour.ml, 0);
      if (ml > 0) await takeFromStock(connection, shopId, body.productKey, { ml, colour });
      const counts = ml > 0 || isReturned ? await productIdOf(connection, shopId, body.productKey) : null;
      await changed(connection, { mixes: [body.id], products: counts === null ? [] : [counts] });
      return body;
    });
  });

  routes.add(ROUTES.putBenchItem, async ({ params, body }, { member, changed }) => {
    const { shopId } = member;
    const written = await putBenchItem(db, shopId, params.itemId, body.version, body.item);
    if (!written) {
      // Version 0 makes it: there is nothing to load before.
      const current = await findBenchItem(db, shopId, params.itemId);
      if (!current) throw new ApiError('not-found', said('refusal.the-bench-has-no-such-entry'));
      throw new ApiError('conflict', said('refusal.someone-else-changed-this-entry-meanwhile'), { current });
    }
    await changed(db, { shop: ['benchItems'] });
    return written;
  });
}
