import type { JobDetail, ShopContext } from '@upholder/core/api';
import { agreedOf, followUpsOf, JOB_STATE_WORDS, lastHandover, quotesOf } from '@upholder/core/handover';
import { statedFindings } from '@upholder/core/inspection';
import { isPlanStale } from '@upholder/core/planning';
import { localDate, toMinute } from '@upholder/core/shop';
import { whenWords } from '../../base/times.ts';
import { money } from '../../base/voice.ts';
import { finishedOf } from '../../job/finishedOf.ts';
import { stateOfJob } from '../../job/handover/stateOfJob.ts';
import { progressOf } from '../../job/questions.ts';

interface Stage {
  to: string;
  name: string;
  /** What is settled and what is missing, in a phrase. */
  phrase: string;
  isMissing: boolean;
}

function surveyStage(zones: JobDetail['zones']): Stage {
  const sums = zones.map(progressOf);
  const answered = sums.reduce((sum, zone) => sum + zone.answered, 0);
  const asked = sums.reduce((sum, zone) => sum + zone.asked, 0);
  const phrase =
    zones.length === 0
      ? 'needs a zone'
      : answered === asked
        ? 'complete'
        : `${answered} of ${asked} answered`;
  return { to: 'survey', name: 'Survey', phrase, isMissing: answered === 0 };
}

/** What was agreed of a price, whether a quote waits for an answer, or how many products the coats of a job take. */
function materialsStage({ steps, pieces, events }: JobDetail, today: string): Stage {
  const quotes = quotesOf(events, today);
  const agreed = agreedOf(quotes);
  const isWaiting = quotes.some(({ state }) => state === 'open');
  const products = new Set(steps.flatMap(({ productKey }) => productKey ?? []));
  const phrase = agreed
    ? `agreed ${money(agreed.gross)}`
    : isWaiting
      ? 'quote not answered'
      : products.size === 0 || pieces.length === 0
        ? 'nothing to count'
        : products.size === 1
          ? '1 product'
          : `${products.size} products`;
  return { to: 'materials', name: 'Materials & price', phrase, isMissing: false };
}

function inspectionStage(detail: JobDetail): Stage {
  const states = statedFindings(detail).map(({ state }) => state);
  const open = states.filter((state) => state === 'open').length;
  const busy = states.filter((state) => state === 'curing' || state === 'left').length;
  const phrase =
    open > 0
      ? `${open} to decide`
      : busy > 0
        ? `${busy} being repaired`
        : states.length > 0
          ? 'all settled'
          : 'nothing found';
  return { to: 'inspection', name: 'Inspection', phrase, isMissing: open > 0 };
}

/** How far the job is beyond its work: handed over, questions due, called back. */
function handoverStage(detail: JobDetail, shop: ShopContext, now: number): Stage {
  const { events, job } = detail;
  const state = stateOfJob(detail);
  const handover = lastHandover(events);
  const handedOverOn = handover && localDate(toMinute(handover.at), shop.timeZone);
  const due =
    job.status === 'handed-over' && handedOverOn
      ? followUpsOf(events, handedOverOn).some(({ dueOn }) => dueOn <= localDate(now, shop.timeZone))
      : false;
  const phrase = due ? 'follow-up due' : state === 'open' ? 'not yet' : JOB_STATE_WORDS[state];
  return {
    to: 'handover',
    name: 'Handover',
    phrase,
    isMissing: due || state === 'work-done' || state === 'reopened',
  };
}

/** The stages of a job in the order in which they are gone through, each with what is settled and what is missing. */
export function stagesOf(detail: JobDetail, shop: ShopContext, now: number): Stage[] {
  const { job, zones, pieces, plan, log, steps } = detail;
  const open = zones.filter(({ systemId }) => systemId === null);
  const zoneWords = zones.length === 1 ? '1 zone' : `${zones.length} zones`;
  const isStale = plan !== null && isPlanStale(plan, pieces, steps, detail.job.room);
  const finished = finishedOf(detail);
  const days =
    plan === null
      ? 'not planned yet'
      : finished !== null
        ? `done ${whenWords(finished, now, shop.timeZone)}`
        : isStale
          ? 'changed since planned'
          : plan.completion < now
            ? `was due to finish ${whenWords(plan.completion, now, shop.timeZone)}`
            : `ends ${whenWords(plan.completion, now, shop.timeZone)}`;
  return [
    {
      to: 'brief',
      name: 'Brief',
      phrase: zones.length === 0 ? 'no zones yet' : zoneWords,
      isMissing: zones.length === 0,
    },
    surveyStage(zones),
    {
      to: 'pieces',
      name: 'Pieces',
      phrase: pieces.length === 0 ? 'none yet' : `${pieces.length} listed`,
      isMissing: pieces.length === 0,
    },
    {
      to: 'sequence',
      name: 'Sequence',
      phrase:
        open.length > 0
          ? `${open.length} without a system`
          : zones.length === 0
            ? 'needs a zone'
            : [...new Set(zones.map(({ systemId }) => systemId))].join(', '),
      isMissing: open.length > 0 || zones.length === 0,
    },
    materialsStage(detail, localDate(now, shop.timeZone)),
    { to: 'days', name: 'Days', phrase: days, isMissing: plan === null || isStale },
    inspectionStage(detail),
    handoverStage(detail, shop, now),
    {
      to: 'log',
      name: 'Log',
      phrase: log.length === 0 ? 'nothing yet' : log.length === 1 ? '1 entry' : `${log.length} entries`,
      isMissing: false,
    },
  ].map((stage) =>
    job.status !== 'open' && stage.to !== 'handover' ? { ...stage, isMissing: false } : stage,
  );
}
