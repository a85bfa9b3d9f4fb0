import type { ShopContext } from '@upholder/core/api';
import { fullestNight, type PlanSnapshot, peopleOf, planQuality } from '@upholder/core/planning';
import { formatDuration } from '@upholder/core/units';
import { useMemo } from 'react';
import { dateWords } from '../../base/times.ts';
import { toPlanningShop } from '../../job/useJobContext.ts';

const counted = (count: number, what: string) => `${count} ${what}${count === 1 ? '' : 's'}`;

/** Working time in hours: a day of it is not 24 of them. */
const hoursOf = (minutes: number) => Math.round(minutes / 60);

/** That fewer trips would do, where they would. */
function fewer(trips: number, least: number | undefined): string {
  return least !== undefined && least < trips ? ` (${least} if everyone goes)` : '';
}

/** What the hours of a plan go into besides the work itself, in plain words. */
export function QualityFacts({ plan, shop }: { plan: PlanSnapshot; shop: ShopContext }) {
  const { timeZone } = shop;
  const { stackingPieces } = shop.settings;
  const { gun, takeDowns, refits, least, hours, switches } = useMemo(() => {
    const open = plan.ops.filter(({ personId }) => personId !== null);
    const from = Math.min(...open.map(({ start }) => start));
    const people = open.length === 0 ? [] : peopleOf(toPlanningShop(shop), from, plan.completion);
    return planQuality(plan.ops, shop.timeZone, people);
  }, [plan, shop]);
  const fullest = useMemo(() => fullestNight(plan, timeZone), [plan, timeZone]);
  const isOver = stackingPieces > 0 && fullest !== null && fullest.pieces > stackingPieces;
  const trips = [
    takeDowns > 0 && `${takeDowns} to take down${fewer(takeDowns, least?.takeDowns)}`,
    refits > 0 && `${refits} to refit${fewer(refits, least?.refits)}`,
  ].filter((part) => part !== false);
  return (
    <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1 border-line border-y py-2 leading-snug">
      {gun && (
        <>
          <dt className="text-quiet">Spraying</dt>
          <dd>
            <span className="quantity">{formatDuration(gun.sprayingMin)}</span>, handling included
          </dd>
          <dt className="text-quiet">Gun set-up</dt>
          <dd>
            <span className="quantity">{formatDuration(gun.setUpMin)}</span>:{' '}
            {counted(gun.sessions, 'session')}, {counted(gun.refills, 'refill')}
            {gun.leastSessions < gun.sessions &&
              `; ${counted(gun.leastSessions, 'session')} if each paint is sprayed in one go a day`}
          </dd>
          {gun.cleaningMin > 0 && (
            <>
              <dt className="text-quiet">Gun cleaning</dt>
              <dd>
                <span className="quantity">{formatDuration(gun.cleaningMin)}</span> at the end of the day
              </dd>
            </>
          )}
        </>
      )}
      {trips.length > 0 && (
        <>
          <dt className="text-quiet">Trips</dt>
          <dd>{trips.join(', ')}</dd>
        </>
      )}
      {hours && (
        <>
          <dt className="text-quiet">Left free</dt>
          <dd>
            <span className="quantity">{hoursOf(hours.freeMin)}</span> of {hoursOf(hours.workingMin)} working{' '}
            hours, for other jobs
          </dd>
        </>
      )}
      {switches !== null && (
        <>
          <dt className="text-quiet">Switches</dt>
          <dd>
            <span className="quantity">{switches}</span> for a person on a usual day
          </dd>
        </>
      )}
      {fullest && (
        <>
          <dt className="text-quiet">Stacked</dt>
          <dd className={isOver ? 'font-semibold text-stop' : ''}>
            at most {counted(fullest.pieces, 'piece')}, the night of {dateWords(fullest.date)}
            {isOver && `; there is room for ${stackingPieces}`}
          </dd>
        </>
      )}
    </dl>
  );
}
