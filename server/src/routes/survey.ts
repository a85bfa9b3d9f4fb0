import { ROUTES, type SurveyChange } from '@upholder/core/api';
import { said } from '@upholder/core/said';
import { withAnswers } from '@upholder/core/survey';
import { bareStock } from '@upholder/core/systems';
import type { App } from '../context/app.ts';
import { changing, keptAsSent } from '../http/change.ts';
import { ApiError } from '../http/errors.ts';
import type { RouteTable } from '../http/route.ts';
import { addDecision, decisionsOf } from '../zones/decisions.ts';
import { followStock, refitSequence } from '../zones/sequence.ts';
import { findZone, updateZone } from '../zones/store.ts';

/** Whether an answer says what replaced pieces are made of: their way through the sequence follows. */
const asksForOtherStock = ({ answers }: SurveyChange) => answers?.replacementStock !== undefined;

/** The survey of a zone: answers one by one, and decisions with their reasons. */
export function addSurveyRoutes(routes: RouteTable, { db, clock }: App): void {
  routes.add(
    ROUTES.answerSurvey,
    changing(db, {
      missing: said('refusal.the-shop-has-no-such-zone'),
      overtaken: said('refusal.someone-else-changed-this-zone-meanwhile'),
      load: (connection, { params }, { member }) =>
        findZone(connection, member.shopId, params.zoneId, { lock: true }),
      current: ({ zone }) => zone,
      async update(connection, { body }, { zone, place }, { member }) {
        const { shopId } = member;
        const wanted = {
          ...zone,
          survey: withAnswers(zone.survey, body.answers ?? {}),
          substrate: body.substrate === undefined ? zone.substrate : body.substrate,
          oldColour: body.oldColour ?? zone.oldColour,
          newColour: body.newColour ?? zone.newColour,
        };
        const updated = await updateZone(connection, shopId, wanted, zone.version);
        if (!updated) return null;
        if (asksForOtherStock(body)) await refitSequence(connection, shopId, zone.id);
        await followStock(connection, shopId, zone, updated, place);
        return updated;
      },
      touched: (row, { body }, { jobId, zone }) => {
        const isOther = asksForOtherStock(body) || bareStock(row) !== bareStock(zone);
        return { jobs: [{ id: jobId, zones: true, ...(isOther && { steps: [row.id] }) }] };
      },
    }),
  );

  routes.add(ROUTES.addDecision, async ({ params, body }, { member, changed }) => {
    const { shopId } = member;
    return db.transaction(async (connection) => {
      const found = await findZone(connection, shopId, body.zoneId);
      if (found?.jobId !== params.jobId)
        throw new ApiError('not-found', said('refusal.the-job-has-no-such-zone'));
      const decision = {
        ...body,
        memberId: member.id,
        memberName: member.name,
        at: clock.now().toISOString(),
      };
      await addDecision(connection, shopId, params.jobId, decision);
      const decisions = await decisionsOf(connection, shopId, params.jobId);
      const kept = keptAsSent(
        decisions.find(({ id }) => id === body.id),
        body,
      );
      await changed(connection, { jobs: [{ id: params.jobId, decisions: true }] });
      return kept;
    });
  });
}
