import { chmodSync, mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { z } from 'zod';
import { JobFileSchema } from '../core/src/formats/index.ts';
import { startCluster } from '../server/src/db/cluster.ts';
import { withConnection } from '../server/src/db/connection.ts';
import { migrate } from '../server/src/db/migrate.ts';
import { shopSchema } from '../server/src/keeping/shopExport.ts';
import { columnsOf } from '../server/src/keeping/shopTables.ts';
import { ROOT } from './build.ts';

// Writes the published JSON Schemas of the job file and of an exported shop. Tests hold them against the code.
mkdirSync(join(ROOT, 'docs/schemas'), { recursive: true });
const schema = z.toJSONSchema(JobFileSchema, { io: 'input' });
writeFileSync(join(ROOT, 'docs/schemas/job-2.json'), `${JSON.stringify(schema, null, 2)}\n`);

const folder = mkdtempSync(join(tmpdir(), 'upholder-docs-'));
chmodSync(folder, 0o755);
const cluster = await startCluster(folder, { isTemporary: true });
try {
  const url = await cluster.database('docs');
  await migrate(url);
  const columns = await withConnection(url, (client) => columnsOf(client));
  writeFileSync(join(ROOT, 'docs/schemas/shop-2.json'), `${JSON.stringify(shopSchema(columns), null, 2)}\n`);
} finally {
  await cluster.stop();
}
