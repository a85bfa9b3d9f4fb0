import { mayCall, ROUTES } from '@upholder/core/api';
import {
  type JobEvent,
  lastHandover,
  type NewJobEvent,
  openCallBack,
  statusAfter,
} from '@upholder/core/handover';
import { said } from '@upholder/core/said';
import { isAhead } from '../base/clock.ts';
import { setOutOfOrder } from '../bench/store.ts';
import type { App } from '../context/app.ts';
import type { Queryable } from '../db/database.ts';
import { addEvents, eventsOfJob, findEvent, knownSubjects, setStatus, tickBags } from '../handover/store.ts';
import { sentAgain } from '../http/change.ts';
import { ApiError } from '../http/errors.ts';
import type { RouteTable } from '../http/route.ts';
import { findJob } from '../jobs/store.ts';

const refuse = (field: string, message: string): never => {
  throw new ApiError('bad-input', message, { fields: { [field]: message } });
};

/** Ids that an event speaks of, which have to be the job's own. */
function subjectsOf({ what }: NewJobEvent): string[] {
  switch (what.kind) {
    case 'tick':
      return what.subjectIds;
    case 'touch-up':
    case 'reading':
      return what.pieceId === null ? [] : [what.pieceId];
    case 'call-back':
      return what.pieceIds;
    case 'call-back-ended':
      return [what.callBackId];
    case 'quote-answer':
      return [what.quoteId];
    case 'withdrawn':
      return [what.eventId];
    default:
      return [];
  }
}

async function assertFits(
  db: Queryable,
  shopId: string,
  sent: NewJobEvent,
  status: string,
  before: readonly JobEvent[],
): Promise<void> {
  const wanted = subjectsOf(sent);
  const known = await knownSubjects(db, shopId, sent.jobId, wanted);
  if (wanted.some((id) => !known.has(id))) refuse('what', said('handover.nothing-of-this-job'));
  const { what } = sent;
  if (what.kind === 'call-back' && status === 'open' && openCallBack(before) === null)
    refuse('what', said('handover.not-handed-over-yet'));
  // What was handed over unsigned is signed later by a second sheet.
  const isUnsigned = lastHandover(before)?.what.how === 'unsigned';
  if (what.kind === 'handover' && status !== 'open' && !isUnsigned)
    refuse('what', said('handover.handed-over-already'));
  if (what.kind === 'closed' && status !== 'handed-over')
    refuse('what', said('handover.close-after-handover'));
}

/** Whether an event is a quote, an answer to one, or takes one of them back. */
function isAboutMoney({ what }: NewJobEvent, before: readonly JobEvent[]): boolean {
  const meant =
    what.kind === 'withdrawn' ? before.find(({ id }) => id === what.eventId)?.what.kind : what.kind;
  return meant === 'quote' || meant === 'quote-answer';
}

/** What happens to a job besides its work, each written once however often it is sent. */
export function addHandoverRoutes(routes: RouteTable, { db, clock }: App): void {
  routes.add(ROUTES.addJobEvent, async ({ params: { jobId }, body }, { member, changed }) => {
    const { shopId } = member;
    if (body.jobId !== jobId) refuse('jobId', said('refusal.another-job'));
    return db.transaction(async (connection) => {
      // Two events of one job are kept one after the other.
      await connection.query('select 1 from job where shop_id = $1 and id = $2 for update', [shopId, jobId]);
      const at = new Date(body.at).toISOString();
      const known = await findEvent(connection, shopId, body.id);
      if (known) return { event: sentAgain(known, { ...body, at }), wasKnown: true };
      const job = await findJob(connection, shopId, jobId);
      if (!job) throw new ApiError('not-found', said('refusal.the-shop-has-no-such-job'));
      if (isAhead(body.at, clock.now())) refuse('at', said('refusal.that-time-is-in-the-future'));
      const before = await eventsOfJob(connection, shopId, jobId);
      if (isAboutMoney(body, before) && !mayCall(member.role, 'changePricing'))
        throw new ApiError('not-allowed', said('handover.quotes-are-for-planners'));
      await assertFits(connection, shopId, body, job.status, before);
      const event: JobEvent = {
        ...body,
        at,
        memberId: member.id,
        memberName: member.name,
        loggedAt: clock.now().toISOString(),
      };
      const isNew = (await addEvents(connection, shopId, [event])) === 1;
      if (!isNew) throw new ApiError('id-taken', said('refusal.this-id-is-taken-make-a'));
      const { what } = event;
      const isBag = what.kind === 'tick' && what.check === 'bag';
      if (isBag) await tickBags(connection, shopId, jobId, what.subjectIds, what.isOn ? event.at : null);
      const hasFailed = what.kind === 'tool' && what.reason === 'failed' && what.itemId !== null;
      const isOut = hasFailed && (await setOutOfOrder(connection, shopId, what.itemId ?? ''));
      const isMoved = await setStatus(connection, shopId, jobId, statusAfter(job.status, [...before, event]));
      await changed(connection, {
        ...(isOut && { shop: ['benchItems'] }),
        jobs: [
          {
            id: jobId,
            events: true,
            ...(isBag && { map: true as const }),
            ...(isMoved && { job: true as const }),
          },
        ],
      });
      return { event, wasKnown: false };
    });
  });
}
