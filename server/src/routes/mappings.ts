import { ROUTES } from '@upholder/core/api';
import { MappingSchema } from '@upholder/core/formats';
import type { App } from '../context/app.ts';
import { many } from '../db/database.ts';
import type { RouteTable } from '../http/route.ts';

/** How the shop read tables with the same headings before. */
export function addMappingRoutes(routes: RouteTable, { db, clock }: App): void {
  routes.add(ROUTES.mappings, async (_input, { member }) => {
    const rows = await many<{ signature: string; mapping: unknown }>(
      db,
      'select signature, mapping from import_mapping where shop_id = $1 order by used_at desc limit 200',
      [member.shopId],
    );
    return {
      mappings: rows.map(({ signature, mapping }) => ({ signature, mapping: MappingSchema.parse(mapping) })),
    };
  });

  routes.add(ROUTES.rememberMapping, async ({ body }, { member }) => {
    await db.query(
      `insert into import_mapping (shop_id, signature, mapping, used_at) values ($1, $2, $3, $4)
         on conflict (shop_id, signature) do update set mapping = excluded.mapping, used_at = excluded.used_at`,
      [member.shopId, body.signature, JSON.stringify(body.mapping), clock.now()],
    );
    return { done: true as const };
  });
}
