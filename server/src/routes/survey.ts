import { ROUTES } from '@upholder/core/api';
import { withAnswers } from '@upholder/core/survey';
import type { App } from '../context/app.ts';
import { ApiError } from '../http/errors.ts';
import type { RouteTable } from '../http/route.ts';
import { saysTheSame } from '../http/sameContent.ts';
import { addDecision, decisionsOf } from '../zones/decisions.ts';
import { followStock, refitSequence } from '../zones/sequence.ts';
import { findZone, updateZone } from '../zones/store.ts';

/** The survey of a zone: answers one by one, and decisions with their reasons. */
export function addSurveyRoutes(routes: RouteTable, { db, clock }: App): void {
  routes.add(ROUTES.answerSurvey, async ({ params, body }, { member, changed }) => {
    const { shopId } = member;
    return db.transaction(async (connection) => {
      const found = await findZone(connection, shopId, params.zoneId, { lock: true });
      if (!found) throw new ApiError('not-found', 'The shop has no such zone.');
      const { zone } = found;
      const updated = await updateZone(
        connection,
        shopId,
        {
          ...zone,
          survey: withAnswers(zone.survey, body.answers ?? {}),
          substrate: body.substrate === undefined ? zone.substrate : body.substrate,
          oldColour: body.oldColour ?? zone.oldColour,
          newColour: body.newColour ?? zone.newColour,
        },
        zone.version,
      );
      if (!updated) throw new ApiError('conflict', 'Someone else changed this zone meanwhile. Try again.');
      const isRefitted =
        body.answers?.replacementStock !== undefined && (await refitSequence(connection, shopId, zone.id));
      const isUnfolded = await followStock(connection, shopId, zone, updated, found.place);
      await changed(connection, {
        jobs: [{ id: found.jobId, zones: true, ...((isRefitted || isUnfolded) && { steps: [zone.id] }) }],
      });
      return updated;
    });
  });

  routes.add(ROUTES.addDecision, async ({ params, body }, { member, changed }) => {
    const { shopId } = member;
    return db.transaction(async (connection) => {
      const found = await findZone(connection, shopId, body.zoneId);
      if (found?.jobId !== params.jobId) throw new ApiError('not-found', 'The job has no such zone.');
      const decision = {
        ...body,
        memberId: member.id,
        memberName: member.name,
        at: clock.now().toISOString(),
      };
      await addDecision(connection, shopId, params.jobId, decision);
      const kept = (await decisionsOf(connection, shopId, params.jobId)).find(({ id }) => id === body.id);
      if (!kept || !saysTheSame(kept, body))
        throw new ApiError('id-taken', 'This id is taken. Make a new one.');
      await changed(connection, { jobs: [{ id: params.jobId, decisions: true }] });
      return kept;
    });
  });
}
