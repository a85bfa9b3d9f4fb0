import type { JobDetail, ShopContext } from '@upholder/core/api';
import { OBJECTIVES, type Objective, type PlanOptions, type PlanRecipe } from '@upholder/core/planning';
import { formatDuration } from '@upholder/core/units';
import { whenWords } from '../../base/times.ts';
import { Button, Field, Notice, Select } from '../../parts/controls.tsx';
import { usePlanSearch } from '../../workers/usePlanner.ts';
import { boundWords } from './boundWords.ts';
import { QualityFacts } from './QualityFacts.tsx';
import { RoomPlanOptions } from './RoomOptions.tsx';

/** How good the plan is, what it is to be best at, and a search for a better one beside the page. */
export function BetterPlan({
  detail,
  shop,
  now,
  onTake,
}: {
  detail: JobDetail;
  shop: ShopContext;
  now: number;
  /** Plans again for a wish, by a recipe where one was found. */
  onTake(planOptions: PlanOptions, recipe?: PlanRecipe): Promise<void>;
}) {
  const { plan } = detail;
  const search = usePlanSearch(detail, shop);
  if (!plan) return null;
  const { planOptions } = plan;
  const { news } = search;
  const at = (minute: number) => whenWords(minute, now, shop.timeZone);
  const bound = news?.bound ?? plan.bound;
  const best = Math.min(plan.completion, news?.completion ?? Number.POSITIVE_INFINITY);
  const words = bound && planOptions.objective === 'earliest' ? boundWords(best, bound, plan.loads) : null;
  const won = news ? plan.completion - news.completion : 0;
  const isOther = news !== null && (planOptions.objective === 'earliest' ? won > 0 : !search.isRunning);
  return (
    <section aria-label="Plan quality" className="flex flex-col gap-3">
      <Field label="Optimize for">
        {(ids) => (
          <Select
            {...ids}
            value={planOptions.objective}
            onChange={({ target }) => {
              search.forget();
              void onTake({ ...planOptions, objective: target.value as Objective });
            }}
          >
            {Object.entries(OBJECTIVES).map(([key, name]) => (
              <option key={key} value={key}>
                {name}
              </option>
            ))}
          </Select>
        )}
      </Field>
      <QualityFacts plan={plan} shop={shop} />
      <RoomPlanOptions
        detail={detail}
        shopTripMin={shop.settings.tripMin}
        planOptions={planOptions}
        onPlanOptions={onTake}
      />
      {words && (
        <p className="leading-snug">
          <span className="font-semibold">{words.gap}</span>{' '}
          <span className="text-quiet">
            Limited by: {words.why}
            {bound && bound.at < best && `, until ${at(bound.at)} at the earliest`}.
          </span>
        </p>
      )}
      {search.isRunning ? (
        <Button onClick={search.stop}>Stop searching</Button>
      ) : (
        <Button disabled={news?.isProven} onClick={() => void search.start(planOptions)}>
          {news ? 'Keep searching' : 'Look for a better plan'}
        </Button>
      )}
      {search.problem && <Notice kind="stop">{search.problem}</Notice>}
      {news && (
        <div role="status" className="leading-snug">
          <p>
            <span className="quantity">{news.tries}</span> plans tried
            {search.isRunning ? ' so far' : ''}; the best hands over{' '}
            <span className="quantity">{at(news.completion)}</span>
            {won > 0 && `, ${formatDuration(won)} sooner`}.
          </p>
          {isOther ? (
            <Button
              kind="act"
              className="mt-2"
              onClick={() => {
                search.stop();
                void onTake(planOptions, news.recipe).then(search.forget);
              }}
            >
              Take this plan
            </Button>
          ) : (
            !search.isRunning && <p className="text-quiet">No better plan found.</p>
          )}
        </div>
      )}
    </section>
  );
}
