import type { JobDetail, ShopContext } from '@upholder/core/api';
import { gunsFor } from '@upholder/core/equipment';
import { itemsOf } from '@upholder/core/mixing';
import type { PlanOptions } from '@upholder/core/planning';
import { ButtonLink } from '../../parts/ButtonLink.tsx';
import { Button, Notice } from '../../parts/controls.tsx';
import { useFreeings } from '../../workers/usePlanner.ts';

/** Whether a coat is to be sprayed with a kind of gun of which the shop has some, and none that works or is free for it. */
function lacksGun({ steps }: JobDetail, { benchItems }: ShopContext): boolean {
  return steps.some(
    ({ applicator, productKey }) =>
      applicator !== null &&
      itemsOf(benchItems, 'gun').some(({ item }) => item.applicator === applicator && !item.isRetired) &&
      gunsFor(benchItems, applicator, productKey ?? '').length === 0,
  );
}

/** Why there is no plan, and the smallest things that would free one. */
export function Refused({
  message,
  planOptions,
  detail,
  shop,
  onPlanOptions,
}: {
  message: string;
  /** What was wished, so that it could not be planned. */
  planOptions: PlanOptions;
  detail: JobDetail;
  shop: ShopContext;
  onPlanOptions(planOptions: PlanOptions): void;
}) {
  const { found, isRunning, start } = useFreeings(detail, shop, planOptions);
  return (
    <section aria-label="No plan" className="flex flex-col gap-2">
      <Notice
        kind="stop"
        action={
          lacksGun(detail, shop) ? (
            <ButtonLink to="/products/bench">Open cups and guns</ButtonLink>
          ) : (
            found === null && <Button onClick={() => void start()}>Find a fix</Button>
          )
        }
      >
        {message}
      </Notice>
      {found && (
        <div className="bg-sheet px-4 py-2">
          {found.map((one) => {
            const { planOptions: freed } = one;
            return (
              <p key={one.key} className="flex items-center gap-3 py-1 leading-snug">
                <span className="flex-1">
                  <span className="font-semibold">{one.title}</span>{' '}
                  <span className="text-quiet">{one.cost}</span>
                </span>
                {freed ? (
                  <Button onClick={() => onPlanOptions(freed)}>Apply and replan</Button>
                ) : (
                  <span className="text-quiet">under Shop</span>
                )}
              </p>
            );
          })}
          {isRunning && <p className="text-quiet">Trying options …</p>}
          {!isRunning && found.length === 0 && <p>No single change is enough.</p>}
        </div>
      )}
    </section>
  );
}
