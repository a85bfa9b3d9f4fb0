import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import { JobFileSchema } from '../core/src/formats/index.ts';
import { ROOT } from './build.ts';

// Writes the published JSON Schema of the job file. A test holds it against the code.
mkdirSync(join(ROOT, 'docs/schemas'), { recursive: true });
const schema = z.toJSONSchema(JobFileSchema, { io: 'input' });
writeFileSync(join(ROOT, 'docs/schemas/job-1.json'), `${JSON.stringify(schema, null, 2)}\n`);
