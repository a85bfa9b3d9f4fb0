import type { JobDetail, ShopContext } from '@upholder/core/api';
import { OBJECTIVES } from '@upholder/core/planning';
import { localDate } from '@upholder/core/shop';
import { formatDuration } from '@upholder/core/units';
import { dateWords, dayWords, whenWords } from '../../base/times.ts';
import { show } from '../../base/voice.ts';
import { finishedOf } from '../../job/finishedOf.ts';
import { resourceName } from '../../job/placeWords.ts';
import type { Following } from '../../workers/useFollowing.ts';
import { boundWords } from './boundWords.ts';

/** What would follow from where a task is being moved to. */
function followWords({ minute, preview }: Following, completion: number, timeZone: string): string {
  const there = whenWords(minute, minute, timeZone);
  if (!preview) return `to ${there} …`;
  if (!preview.ok) return preview.message;
  const later = preview.value.completion - completion;
  const change =
    later === 0 ? 'as before' : `${formatDuration(Math.abs(later))} ${later < 0 ? 'sooner' : 'later'}`;
  return `from ${there}: handover ${dayWords(preview.value.completion, timeZone)} ${whenWords(preview.value.completion, preview.value.completion, timeZone)}, ${change}`;
}

/** When the job is handed over by its plan, against what was agreed; or that all of it is done. */
export function Completion({
  detail,
  shop,
  now,
  following,
}: {
  detail: JobDetail;
  shop: ShopContext;
  now: number;
  following: Following | null;
}) {
  const { plan, job } = detail;
  if (!plan) return <h2>Not planned yet</h2>;
  const day = localDate(plan.completion, shop.timeZone);
  const spare =
    job.neededBy === null ? null : Math.round((Date.parse(job.neededBy) - Date.parse(day)) / 86_400_000);
  const finished = finishedOf(detail);
  if (finished !== null)
    return (
      <h2 className="text-lead">
        All work was logged {dayWords(finished, shop.timeZone)}{' '}
        <span className="quantity">{whenWords(finished, finished, shop.timeZone)}</span>
        <span className="block font-normal text-small text-quiet">
          planned for {dayWords(plan.completion, shop.timeZone)}
          {job.status === 'open' && '. Mark the job as handed over under Brief once the client has it'}
        </span>
      </h2>
    );
  const words =
    plan.bound && plan.planOptions.objective === 'earliest'
      ? boundWords(plan.completion, plan.bound, plan.loads, (id) => resourceName(id, shop))
      : null;
  return (
    <h2 className="text-lead">
      Completion {dayWords(plan.completion, shop.timeZone)}{' '}
      <span className="quantity">{whenWords(plan.completion, plan.completion, shop.timeZone)}</span>
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
          className={`block font-semibold text-note ${following.preview?.ok === false ? 'text-stop' : 'text-act'}`}
        >
          {followWords(following, plan.completion, shop.timeZone)}
        </span>
      )}
      <span className={`font-normal text-small text-quiet ${following ? 'hidden' : 'block'}`}>
        planned {whenWords(Math.floor(Date.parse(plan.madeAt) / 60_000), now, shop.timeZone)} for{' '}
        {show('temperature', plan.climate.airC)}, {Math.round(plan.climate.rhPct)} %, for the{' '}
        {OBJECTIVES[plan.planOptions.objective]}
        {words && `. ${words.gap}`}
      </span>
    </h2>
  );
}
