import { MappingSchema } from '@upholder/core/formats';
import { z } from 'zod';
import type { App } from '../context/app.ts';
import { many } from '../db/database.ts';
import { Done, type RouteTable } from '../http/route.ts';

const Remembered = z.object({ signature: z.string().min(1).max(2000), mapping: MappingSchema });

/** How the shop read tables with the same headings before. */
export function addMappingRoutes(routes: RouteTable, { db, clock }: App): void {
  routes.add({
    method: 'get',
    path: '/import-mappings',
    summary: 'Remembered mappings of table headings, latest first',
    response: z.object({ mappings: z.array(Remembered) }),
    handle: async (_input, { member }) => {
      const rows = await many<{ signature: string; mapping: unknown }>(
        db,
        'select signature, mapping from import_mapping where shop_id = $1 order by used_at desc limit 200',
        [member.shopId],
      );
      return { mappings: rows.map((row) => Remembered.parse(row)) };
    },
  });

  routes.add({
    method: 'put',
    path: '/import-mappings',
    summary: 'Remember how a table with these headings is read',
    body: Remembered,
    response: Done,
    handle: async ({ body }, { member }) => {
      await db.query(
        `insert into import_mapping (shop_id, signature, mapping, used_at) values ($1, $2, $3, $4)
         on conflict (shop_id, signature) do update set mapping = excluded.mapping, used_at = excluded.used_at`,
        [member.shopId, body.signature, JSON.stringify(body.mapping), clock.now()],
      );
      return { done: true as const };
    },
  });
}
