import type { JobDetail, ShopContext } from '@upholder/core/api';
import type { ComparedWay } from '@upholder/core/estimating';
import { formatDuration } from '@upholder/core/units';
import { whenWords } from '../../base/times.ts';
import { useNowMinute } from '../../base/useNow.ts';
import { Button, Card, Notice } from '../../parts/controls.tsx';
import { useWays } from '../../workers/useWays.ts';

const WAY_NAMES: Record<ComparedWay, string> = {
  shop: 'Taken to the shop',
  place: 'In the garage or tent',
  hinges: 'On the hinges',
};

const days = (count: number) => (count === 1 ? '1 day' : `${count} days`);

/** What of the days is without doors, and what covered: a client may mind one more than the other. */
function apartWords(doorless: number, covered: number): string {
  const parts = [
    doorless > 0 ? `${days(doorless)} without doors` : 'doors stay on',
    ...(covered > 0 ? [`${days(covered)} covered`] : []),
  ];
  const words = parts.join(', ');
  return `${words.charAt(0).toUpperCase()}${words.slice(1)}. `;
}

/** How long the client is without the room by each way of working, each planned. */
export function WaysCard({ detail, shop }: { detail: JobDetail; shop: ShopContext }) {
  const { outlooks, isBusy, problem, compare } = useWays(detail, shop);
  const now = useNowMinute();
  const isBegun = detail.log.length > 0;
  const known = (outlooks ?? []).filter(({ roomDays }) => roomDays !== null);
  const fewest = Math.min(...known.map(({ roomDays }) => roomDays ?? 0));
  return (
    <Card className="p-5">
      <h2>Days without the kitchen</h2>
      <p className="mt-1 text-quiet">
        Each way is planned with everything else the shop has to do. Nothing of it is kept.
      </p>
      {isBegun ? (
        <p className="mt-2">Work has begun: the ways can no longer be compared.</p>
      ) : (
        <Button className="mt-3" disabled={isBusy} onClick={() => void compare()}>
          {isBusy ? 'Planning each way…' : 'Compare ways'}
        </Button>
      )}
      {problem && <Notice kind="stop">{problem}</Notice>}
      {outlooks && (
        <ul className="mt-3 divide-y divide-line" aria-label="Ways compared">
          {outlooks.map(({ way, roomDays, doorlessDays, coveredDays, completion, workMinutes, refusal }) => (
            <li key={way} className="py-2">
              <p className="flex items-baseline gap-3">
                <span className="flex-1 font-semibold">{WAY_NAMES[way]}</span>
                {roomDays !== null && <span className="quantity text-lead">{days(roomDays)}</span>}
              </p>
              {refusal === null ? (
                <p className="text-note text-quiet">
                  {apartWords(doorlessDays ?? 0, coveredDays ?? 0)}
                  {roomDays !== null &&
                    roomDays > fewest &&
                    `${days(roomDays - fewest)} more than the shortest. `}
                  Ends {whenWords(completion ?? 0, now, shop.timeZone)},{' '}
                  {formatDuration(Math.round(workMinutes ?? 0))} of work.
                </p>
              ) : (
                <p className="text-note text-stop">{refusal}</p>
              )}
            </li>
          ))}
        </ul>
      )}
    </Card>
  );
}
