import type { Dossier, ShopContext } from '@upholder/core/api';
import { OBJECTIVES } from '@upholder/core/planning';
import { localDate } from '@upholder/core/shop';
import { formatDuration } from '@upholder/core/units';
import { dateWords, dayWords, whenWords } from '../../base/times.ts';
import { show } from '../../base/voice.ts';
import { finishedOf } from '../../job/finishedOf.ts';
import type { Following } from '../../workers/useFollowing.ts';
import { boundWords } from './boundWords.ts';

/** What would follow from where a visit is being moved to. */
function followWords({ minute, sketch }: Following, handOver: number, timeZone: string): string {
  const there = whenWords(minute, minute, timeZone);
  if (!sketch) return `to ${there} …`;
  if (!sketch.ok) return sketch.message;
  const later = sketch.value.handOver - handOver;
  const change =
    later === 0 ? 'as before' : `${formatDuration(Math.abs(later))} ${later < 0 ? 'sooner' : 'later'}`;
  return `from ${there}: handover ${dayWords(sketch.value.handOver, timeZone)} ${whenWords(sketch.value.handOver, sketch.value.handOver, timeZone)}, ${change}`;
}

/** When the job is handed over by its plan, against what was agreed; or that all of it is done. */
export function HandOver({
  dossier,
  shop,
  now,
  following,
}: {
  dossier: Dossier;
  shop: ShopContext;
  now: number;
  following: Following | null;
}) {
  const { plan, job } = dossier;
  if (!plan) return <h2>Not planned yet</h2>;
  const day = localDate(plan.handOver, shop.timeZone);
  const spare =
    job.neededBy === null ? null : Math.round((Date.parse(job.neededBy) - Date.parse(day)) / 86_400_000);
  const finished = finishedOf(dossier);
  if (finished !== null)
    return (
      <h2 className="text-lead">
        All work was logged {dayWords(finished, shop.timeZone)}{' '}
        <span className="quantity">{whenWords(finished, finished, shop.timeZone)}</span>
        <span className="block font-normal text-small text-quiet">
          planned for {dayWords(plan.handOver, shop.timeZone)}
          {job.status === 'open' && '. Mark the job as handed over under Brief once the client has it'}
        </span>
      </h2>
    );
  const words =
    plan.bound && plan.wish.objective === 'earliest'
      ? boundWords(plan.handOver, plan.bound, plan.loads)
      : null;
  return (
    <h2 className="text-lead">
      Completion {dayWords(plan.handOver, shop.timeZone)}{' '}
      <span className="quantity">{whenWords(plan.handOver, plan.handOver, shop.timeZone)}</span>
      {job.neededBy !== null && spare !== null && (
        <span className={`ml-3 font-semibold text-note ${spare < 0 ? 'text-stop' : 'text-quiet'}`}>
          needed by {dateWords(job.neededBy)}
          {spare < 0
            ? `: ${-spare} ${spare === -1 ? 'day' : 'days'} too late`
            : spare === 0
              ? ': just in time'
              : `: ${spare} ${spare === 1 ? 'day' : 'days'} to spare`}
        </span>
      )}
      {following && (
        <span
          role="status"
          className={`block font-semibold text-note ${following.sketch?.ok === false ? 'text-stop' : 'text-act'}`}
        >
          {followWords(following, plan.handOver, shop.timeZone)}
        </span>
      )}
      <span className={`font-normal text-small text-quiet ${following ? 'hidden' : 'block'}`}>
        planned {whenWords(Math.floor(Date.parse(plan.madeAt) / 60_000), now, shop.timeZone)} for{' '}
        {show('temperature', plan.climate.airC)}, {Math.round(plan.climate.rhPct)} %, for the{' '}
        {OBJECTIVES[plan.wish.objective]}
        {words && `. ${words.gap}`}
      </span>
    </h2>
  );
}
