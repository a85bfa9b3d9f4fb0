import { cureCaseOf, curesFor, type Finding, lastAnswer, type NewAnswer } from '@upholder/core/inspection';
import { effectiveLog } from '@upholder/core/jobs';
import { applyEdits } from '@upholder/core/rules';
import { said } from '@upholder/core/said';
import type { Queryable } from '../db/database.ts';
import { ApiError } from '../http/errors.ts';
import { findJob } from '../jobs/store.ts';
import { logOf } from '../log/store.ts';
import { changePieces } from '../pieces/change.ts';
import { piecesOf } from '../pieces/store.ts';
import { sheetsOf } from '../products/products.ts';
import { suppliesOf } from '../products/store.ts';
import { findShop } from '../shop/store.ts';
import { writeSequence } from '../zones/sequence.ts';
import { stepsOf } from '../zones/steps.ts';
import { findZone } from '../zones/store.ts';

/** What an answer changed besides itself. */
export interface Effect {
  /** Steps that it put in, in their order. */
  stepIds: string[];
  /** The zone whose steps are others now; null where they are as before. */
  zoneId: string | null;
  /** The piece that is to be replaced now; null where none is. */
  pieceId: string | null;
}

const refuse = (message: string): never => {
  throw new ApiError('bad-input', message, { fields: { answer: message } });
};

/** Everything that the steps of a cure go by, as it is now. */
async function surroundings(db: Queryable, shopId: string, { jobId, pieceId }: Finding) {
  const [job, pieces, allSteps, log, sheets, supplies, shop] = await Promise.all([
    findJob(db, shopId, jobId),
    piecesOf(db, shopId, jobId),
    stepsOf(db, shopId, jobId),
    logOf(db, shopId, jobId),
    sheetsOf(db, shopId),
    suppliesOf(db, shopId),
    findShop(db, shopId),
  ]);
  const piece = pieces.find(({ id }) => id === pieceId);
  const found = piece && (await findZone(db, shopId, piece.zoneId, { lock: true }));
  if (!job || !piece || !found) throw new ApiError('not-found', said('refusal.the-shop-has-no-such-piece'));
  const { zone } = found;
  return {
    piece,
    zone,
    steps: allSteps.filter(({ zoneId }) => zoneId === zone.id),
    log,
    job,
    settings: shop.settings,
    sheets,
    supplies: Object.fromEntries(supplies.map(({ key, supply }) => [key, supply])),
  };
}

/**
 * Does what an answer says: takes out the steps of a cure that it replaces, puts in those of the new one, marks a piece to be
 * replaced.
 * @throws ApiError where the cure cannot be done here, or work on the one before has begun.
 */
export async function carryOut(
  db: Queryable,
  shopId: string,
  finding: Finding,
  answer: NewAnswer,
): Promise<Effect> {
  const around = await surroundings(db, shopId, finding);
  const { zone, piece, log, settings, sheets, supplies } = around;
  const effect: Effect = { stepIds: [], zoneId: null, pieceId: null };
  const before = lastAnswer(finding)?.stepIds ?? [];
  const isBegun = effectiveLog(log).some(
    ({ stepId, pieceIds }) => before.includes(stepId) && pieceIds.includes(piece.id),
  );
  if (isBegun) refuse(said('inspect.repair-has-begun'));
  const steps = around.steps.filter(({ id }) => !before.includes(id));
  const base = { ...around, steps, shop: { settings, sheets, climate: { airC: 20, rhPct: 50 } } };
  const question = cureCaseOf(finding, base, supplies);
  let drafts = [...question.steps];
  let added: string[] = [];
  if (answer.answer === 'cure') {
    const option = curesFor(question).find(({ cure }) => cure === answer.cure);
    if (!option) return refuse(said('inspect.cure-not-possible'));
    drafts = applyEdits(drafts, option.edits);
    added = option.steps.map(({ key }) => key);
    if (answer.isAlone) {
      const own = new Set(added);
      drafts = drafts.map((draft) => (own.has(draft.key) ? { ...draft, goesAlone: true } : draft));
    }
  }
  if (before.length > 0 || added.length > 0) {
    await writeSequence(db, shopId, zone, finding.jobId, drafts);
    const written = (await stepsOf(db, shopId, finding.jobId, [zone.id])).map(
      ({ id, key }) => [key, id] as const,
    );
    const ids = new Map(written);
    effect.stepIds = added.flatMap((key) => ids.get(key) ?? []);
    effect.zoneId = zone.id;
  }
  if (answer.answer === 'replace' && piece.treatment !== 'replace') {
    const { version, ...spec } = piece;
    await changePieces(db, shopId, finding.jobId, [{ version, piece: { ...spec, treatment: 'replace' } }]);
    effect.pieceId = piece.id;
    effect.zoneId = zone.id;
  }
  return effect;
}
