import { type PieceRow, ROUTES } from '@upholder/core/api';
import { APPLICATORS } from '@upholder/core/catalogue';
import { isStepItself, type LogEntry, type NewLogEntry, toolSwitches, workOf } from '@upholder/core/jobs';
import { said } from '@upholder/core/said';
import { applicatorLabour, minutesOfStep, type Step, withTool } from '@upholder/core/systems';
import { isAhead } from '../base/clock.ts';
import { countsHours } from '../bench/store.ts';
import type { App } from '../context/app.ts';
import type { Queryable } from '../db/database.ts';
import { eventsOfJob } from '../handover/store.ts';
import { sentAgain } from '../http/change.ts';
import { ApiError } from '../http/errors.ts';
import type { RouteTable } from '../http/route.ts';
import { findJob } from '../jobs/store.ts';
import { addEntry, correctionOf, findEntry } from '../log/store.ts';
import { piecesOf } from '../pieces/store.ts';
import { sheetsOf } from '../products/products.ts';
import { findShop } from '../shop/store.ts';
import { findStep } from '../zones/steps.ts';

async function assertFits(
  connection: Queryable,
  shopId: string,
  entry: NewLogEntry,
  now: Date,
): Promise<{ step: Step; pieces: PieceRow[] }> {
  const refuse = (field: string, message: string): never => {
    throw new ApiError('bad-input', message, { fields: { [field]: message } });
  };
  const [step, pieces] = await Promise.all([
    findStep(connection, shopId, entry.jobId, entry.stepId),
    piecesOf(connection, shopId, entry.jobId, [...new Set(entry.pieceIds)]),
  ]);
  if (!step) {
    if (!(await findJob(connection, shopId, entry.jobId)))
      throw new ApiError('not-found', said('refusal.the-shop-has-no-such-job'));
    return refuse('stepId', said('refusal.the-job-has-no-such-step'));
  }
  const inZone = new Set(pieces.filter(({ zoneId }) => zoneId === step.zoneId).map(({ id }) => id));
  if (entry.pieceIds.some((id) => !inZone.has(id)))
    return refuse('pieceIds', said('refusal.a-piece-does-not-belong-to'));
  if (isAhead(entry.doneAt, now)) return refuse('doneAt', said('refusal.that-time-is-in-the-future'));
  if (entry.coat && step.productKey === null)
    return refuse('coat', said('refusal.is-not-a-coating-step', { name: step.name }));
  if (entry.correctsId !== null) {
    const wrong = await findEntry(connection, shopId, entry.correctsId);
    if (wrong?.jobId !== entry.jobId)
      return refuse('correctsId', said('refusal.the-entry-to-correct-is-not'));
    const correction = await correctionOf(connection, shopId, entry.correctsId);
    if (correction !== null && correction !== entry.id) {
      throw new ApiError('conflict', said('refusal.someone-else-corrected-this-entry-meanwhile'));
    }
  }
  return { step, pieces };
}

/** What was done, where the client does not say: as the step says, by the tool that these pieces went on with. */
async function workDone(
  connection: Queryable,
  shopId: string,
  step: Step,
  { jobId, pieceIds }: Pick<NewLogEntry, 'jobId' | 'pieceIds'>,
): Promise<LogEntry['work']> {
  const tools = toolSwitches(await eventsOfJob(connection, shopId, jobId)).get(step.id);
  const tool = tools?.get(pieceIds[0] ?? '');
  if (!tool || step.productKey === null) return workOf(step);
  const sheets = await sheetsOf(connection, shopId);
  return workOf(withTool(step, tool, sheets[step.productKey]));
}

/** What was done, with what that takes by the shop's yardsticks; a flip or a repair is not reckoned. */
async function withMinutes(
  connection: Queryable,
  shopId: string,
  { step, pieces }: { step: Step; pieces: readonly PieceRow[] },
  { side, action, work }: Pick<LogEntry, 'side' | 'action' | 'work'>,
): Promise<LogEntry['work']> {
  if (!work || !isStepItself({ action })) return work;
  const { settings } = await findShop(connection, shopId);
  const tool = APPLICATORS.find((one) => one === work.applicator);
  const done = { ...step, ...(tool && tool !== step.applicator && { labour: applicatorLabour(tool) }) };
  const { applications } = work;
  const { handsOnMin } = minutesOfStep({ ...done, applications }, pieces, side, settings.yardsticks);
  return { ...work, minutes: Math.round(handsOnMin * 10) / 10 };
}

/** An entry that is kept under this id already: the same one sent again, or something else under its id. */
function assertSame(kept: LogEntry, sent: NewLogEntry): LogEntry {
  const { work: _work, ...what } = sent;
  const wanted = {
    ...what,
    doneAt: new Date(what.doneAt).toISOString(),
    pieceIds: [...new Set(what.pieceIds)],
  };
  return sentAgain(kept, wanted);
}

/** The log: append-only, each entry written once however often it is sent. */
export function addLogRoutes(routes: RouteTable, { db, clock }: App): void {
  routes.add(ROUTES.log, async ({ params, body }, { member, changed }) => {
    const { shopId } = member;
    if (body.jobId !== params.jobId)
      throw new ApiError('bad-input', said('refusal.the-entry-names-another-job'), {
        fields: { jobId: said('refusal.another-job') },
      });
    const written = db.transaction(async (connection) => {
      const now = clock.now();
      const there = await assertFits(connection, shopId, body, now);
      const entry: LogEntry = {
        ...body,
        work: await withMinutes(connection, shopId, there, {
          ...body,
          work: body.work ?? (await workDone(connection, shopId, there.step, body)),
        }),
        imported: null,
        memberId: member.id,
        memberName: member.name,
        loggedAt: now.toISOString(),
      };
      const isNew = await addEntry(connection, shopId, entry);
      const kept = await findEntry(connection, shopId, body.id);
      if (!kept) throw new ApiError('id-taken', said('refusal.this-id-is-taken-make-a'));
      if (isNew)
        await changed(connection, {
          jobs: [{ id: params.jobId, log: [entry.id] }],
          ...((await countsHours(connection, shopId)) && { shop: ['benchItems'] }),
        });
      return { entry: isNew ? kept : assertSame(kept, body), wasKnown: !isNew };
    });
    return written.catch(async (error: unknown) => {
      // Sent again, or twice at once: what was written first is what counts, also where it would be refused by now.
      const twin = await findEntry(db, shopId, body.id);
      if (!twin) throw error;
      return { entry: assertSame(twin, body), wasKnown: true };
    });
  });
}
