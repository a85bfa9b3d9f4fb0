import type { Dossier } from '@upholder/core/api';
import type { Climate } from '@upholder/core/drying';
import type { Outcome } from '@upholder/core/outcome';
import {
  type AnsweredPlan,
  checkPlan,
  type PlanSnapshot,
  planJob,
  reservationsOf,
  type ShopForPlanning,
  snapshotOf,
} from '@upholder/core/planning';
import { minuteAt, toMinute } from '@upholder/core/shop';
import type { Queryable } from '../db/database.ts';
import { openDossiers } from '../jobs/store.ts';
import { crewOf, findShop, sheetsOf } from '../shop/store.ts';

/** The shop as planning sees it, with what all other open jobs still take of it. */
export async function shopForPlanning(
  db: Queryable,
  shopId: string,
  exceptJobId: string,
  climate: Climate,
  now: Date,
): Promise<ShopForPlanning> {
  const [shop, crew, sheets, others] = await Promise.all([
    findShop(db, shopId),
    crewOf(db, shopId),
    sheetsOf(db, shopId),
    openDossiers(db, shopId),
  ]);
  const reserved = others
    .filter(({ job, plan }) => job.id !== exceptJobId && plan !== null)
    .flatMap(({ job, plan, log }) => (plan ? reservationsOf(plan, log, toMinute(now), job.name) : []));
  return { timeZone: shop.timeZone, settings: shop.settings, crew, sheets, climate, reserved };
}

/**
 * Plans a job from now, or from its start if that is still to come, and verifies the plan with the independent checker.
 * @throws Error when the checker finds a broken promise: better no plan than a wrong one.
 */
export function planDossier(dossier: Dossier, shop: ShopForPlanning, now: Date): Outcome<AnsweredPlan> {
  const start = minuteAt(dossier.job.startOn, '00:00', shop.timeZone);
  const outcome = planJob(dossier, shop, Math.max(toMinute(now), start), dossier.plan ?? undefined);
  if (!outcome.ok) return outcome;
  const violations = checkPlan(outcome.value.problem, outcome.value.plan);
  if (violations.length > 0)
    throw new Error(`the plan breaks its own rules: ${JSON.stringify(violations.slice(0, 5))}`);
  return outcome;
}

/** The plan in the form in which it is kept. */
export function keepable(id: string, answer: AnsweredPlan, climate: Climate, now: Date): PlanSnapshot {
  return snapshotOf(id, now.toISOString(), climate, answer);
}
