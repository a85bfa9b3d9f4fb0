import { ROUTES } from '@upholder/core/api';
import type { Finding, NewFinding } from '@upholder/core/inspection';
import { said } from '@upholder/core/said';
import { isAhead } from '../base/clock.ts';
import type { App } from '../context/app.ts';
import { shopForFilms } from '../detail/planningContext.ts';
import { callBacksOfShop } from '../handover/store.ts';
import { sentAgain } from '../http/change.ts';
import { ApiError } from '../http/errors.ts';
import type { RouteTable } from '../http/route.ts';
import { carryOut } from '../inspection/answers.ts';
import { addAnswer, addFindings, confirmedCauses, findFinding } from '../inspection/store.ts';
import { talliesOfShop } from '../lessons/store.ts';
import { mixesOfJob } from '../mixes/store.ts';
import { piecesOf } from '../pieces/store.ts';
import { findShop } from '../shop/store.ts';
import { tracedCoats } from '../trace/store.ts';

function assertSame(kept: Finding, sent: NewFinding): Finding {
  return sentAgain(kept, { ...sent, foundAt: new Date(sent.foundAt).toISOString() });
}

/** What was found wrong with pieces, and what becomes of it: each written once however often it is sent. */
export function addInspectionRoutes(routes: RouteTable, { db, clock, climate }: App): void {
  const refuse = (field: string, message: string): never => {
    throw new ApiError('bad-input', message, { fields: { [field]: message } });
  };

  routes.add(ROUTES.addFinding, async ({ params, body }, { member, changed }) => {
    const { shopId } = member;
    if (body.jobId !== params.jobId) refuse('jobId', said('refusal.another-job'));
    const known = await findFinding(db, shopId, body.id);
    if (known) return { finding: assertSame(known, body), wasKnown: true };
    return db.transaction(async (connection) => {
      const pieces = await piecesOf(connection, shopId, params.jobId);
      if (!pieces.some(({ id }) => id === body.pieceId))
        refuse('pieceId', said('refusal.the-shop-has-no-such-piece'));
      if (isAhead(body.foundAt, clock.now())) refuse('foundAt', said('refusal.that-time-is-in-the-future'));
      const finding: Finding = {
        ...body,
        memberId: member.id,
        memberName: member.name,
        loggedAt: clock.now().toISOString(),
        answers: [],
      };
      const isNew = (await addFindings(connection, shopId, [finding])) === 1;
      const kept = await findFinding(connection, shopId, body.id);
      if (!kept) throw new ApiError('id-taken', said('refusal.this-id-is-taken-make-a'));
      if (isNew) await changed(connection, { jobs: [{ id: params.jobId, findings: true }] });
      return { finding: isNew ? kept : assertSame(kept, body), wasKnown: !isNew };
    });
  });

  routes.add(ROUTES.jobMixes, async ({ params }, { member }) => ({
    mixes: await mixesOfJob(db, member.shopId, params.jobId),
  }));

  routes.add(ROUTES.trace, async ({ body }, { member }) => {
    const { timeZone } = await findShop(db, member.shopId);
    return { coats: await tracedCoats(db, member.shopId, timeZone, body) };
  });

  routes.add(ROUTES.confirmedCauses, async (_input, { member }) => ({
    confirmed: await confirmedCauses(db, member.shopId),
  }));

  routes.add(ROUTES.lessons, async (_input, { member: { shopId } }) => {
    const [shop, callBacks] = await Promise.all([
      shopForFilms(db, shopId, climate, clock.now()),
      callBacksOfShop(db, shopId),
    ]);
    const taught = await talliesOfShop(db, shopId, shop);
    return { ...taught, callBacks };
  });

  routes.add(ROUTES.answerFinding, async ({ params, body }, { member, changed }) => {
    const { shopId } = member;
    if (body.findingId !== params.findingId) refuse('findingId', said('inspect.another-finding'));
    return db.transaction(async (connection) => {
      // Two answers at once are given one after the other.
      await connection.query('select 1 from finding where shop_id = $1 and id = $2 for update', [
        shopId,
        params.findingId,
      ]);
      const finding = await findFinding(connection, shopId, params.findingId);
      if (finding?.jobId !== params.jobId) throw new ApiError('not-found', said('inspect.no-such-finding'));
      const known = finding.answers.find(({ id }) => id === body.id);
      if (known) {
        sentAgain(known, { ...body, at: new Date(body.at).toISOString() });
        return { finding, wasKnown: true };
      }
      if (isAhead(body.at, clock.now())) refuse('at', said('refusal.that-time-is-in-the-future'));
      const { stepIds, zoneId, pieceId } = await carryOut(connection, shopId, finding, body);
      const isNew = await addAnswer(connection, shopId, {
        ...body,
        stepIds,
        memberId: member.id,
        memberName: member.name,
        loggedAt: clock.now().toISOString(),
      });
      if (!isNew) throw new ApiError('id-taken', said('refusal.this-id-is-taken-make-a'));
      await changed(connection, {
        jobs: [
          {
            id: params.jobId,
            findings: true,
            ...(zoneId && { zones: true, steps: [zoneId] }),
            ...(pieceId && { pieces: [pieceId] }),
          },
        ],
      });
      const kept = await findFinding(connection, shopId, params.findingId);
      return { finding: kept ?? finding, wasKnown: false };
    });
  });
}
