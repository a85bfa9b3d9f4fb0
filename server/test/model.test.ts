import type { JobDetail, JobSummary } from '@upholder/core/api';
import fc from 'fast-check';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { DEFAULT_SESSIONS } from '../src/base/config.ts';
import { type Database, openDatabase } from '../src/db/database.ts';
import { addMember } from '../src/people/store.ts';
import { openSession } from '../src/session/store.ts';
import type { Running } from '../src/start.ts';
import { addShop, Caller, freshDatabase, NOW, startTestServer } from './harness.ts';
import { type Choice, COMMANDS, knownOf, seenOf } from './model/commands.ts';
import type { Model, Real, Who } from './model/model.ts';

/** So many runs of calls; `npm run model` makes thousands. */
const RUNS = Number(process.env.UPHOLDER_MODEL_RUNS ?? 40);
/** More than a run of up to sixty calls takes beside other work, in ms. */
const MOST_MS = 4000;
const ROLES = ['planner', 'floor', 'reader'] as const;

let server: Running;
let db: Database;
const who: Who[] = [];
beforeAll(async () => {
  const url = await freshDatabase();
  server = await startTestServer(url);
  db = openDatabase(url, () => undefined);
  for (const [shop, name] of ['Model', 'Elsewhere'].entries()) {
    const { shopId } = await addShop(url, name);
    for (const role of ROLES) {
      const member = { id: uuid(), shopId };
      await addMember(db, shopId, { id: member.id, name: `A ${role}`, role });
      const opening = { browser: 'model', address: '127.0.0.1', tabletId: null, isByPassword: true };
      const { token } = await openSession(db, member, new Date(NOW), DEFAULT_SESSIONS, opening);
      const caller = new Caller(server.address).enter(token, '');
      await caller.call('GET', '/session');
      who.push({ shop, role, caller });
    }
  }
});
afterAll(async () => {
  await db.close();
  await server.stop();
});

const choices: fc.Arbitrary<Choice> = fc.record({
  // Planners of both shops most often: the others are mainly refused.
  who: fc.oneof({ weight: 3, arbitrary: fc.constantFrom(0, 3) }, fc.nat(5)),
  job: fc.nat(3),
  other: fc.nat(1000),
  isStale: fc.boolean(),
});

it(
  'whatever two shops do in whatever order, by whomever: each has what it made, and nothing else',
  async () => {
    let run = 0;
    await fc.assert(
      fc.asyncProperty(
        fc.commands(
          COMMANDS.map((Kind) => choices.map((choice) => new Kind(choice))),
          { maxCommands: 60, size: 'max' },
        ),
        async (commands) => {
          run += 1;
          const model: Model = { jobs: [], gone: [] };
          const real: Real = { who, run };
          await fc.asyncModelRun(() => ({ model, real }), commands);
          for (const { shop, caller } of who.filter(({ role }) => role === 'reader')) {
            const own = model.jobs.filter((job) => job.shop === shop);
            for (const job of own)
              expect(seenOf(await caller.ok<JobDetail>('GET', `/jobs/${job.id}`))).toEqual(knownOf(job));
            const { jobs } = await caller.ok<{ jobs: JobSummary[] }>('GET', '/jobs');
            const listed = jobs.filter(({ job }) => job.code.startsWith(`M${run}-`));
            expect(listed.map((one) => [one.job.id, one.zones, one.pieces, one.entries]).sort()).toEqual(
              own.map((job) => [job.id, job.zones.size, job.pieces.length, job.log.length]).sort(),
            );
            for (const job of model.gone)
              expect((await caller.call('GET', `/jobs/${job.id}`)).status).toBe(404);
          }
          // The lists of later runs do not grow by what this one made.
          await db.query("update job set status = 'closed' where id = any($1)", [
            model.jobs.map(({ id }) => id),
          ]);
          if (run % 250 === 0) console.log(`${run} of ${RUNS} runs`);
        },
      ),
      { numRuns: RUNS, seed: Number(process.env.UPHOLDER_MODEL_SEED ?? 20261201) },
    );
  },
  60_000 + RUNS * MOST_MS,
);
