import type { ShopContext } from '@upholder/core/api';
import type { LogEntry } from '@upholder/core/jobs';
import type { Move, PlanSnapshot } from '@upholder/core/planning';
import { formatDuration } from '@upholder/core/units';
import { whenWords } from '../../base/times.ts';
import { placeWords } from './OpDetail.tsx';
import { causes, whyThere } from './whyMoved.ts';

/** Two plans and what lies between them. */
export interface Replanned {
  before: PlanSnapshot | null;
  plan: PlanSnapshot;
  moves: Move[];
}

/** So many of what moved are listed. */
const MOST = 40;

/** What planning again has moved, why, and the new handover. */
export function MovesReport({
  replanned,
  log,
  shop,
  now,
}: {
  replanned: Replanned;
  log: readonly LogEntry[];
  shop: ShopContext;
  now: number;
}) {
  const { before, plan, moves } = replanned;
  const at = (minute: number | null) =>
    minute === null ? 'not planned' : whenWords(minute, now, shop.timeZone);
  const labels = new Map([...(before?.loads ?? []), ...plan.loads].map(({ id, label }) => [id, label]));
  const because = before ? causes(before, plan, log) : [];
  const opNames = new Map(plan.ops.map(({ id, name }) => [id, name]));
  const names = {
    op: (id: string) => opNames.get(id) ?? 'the film before',
    place: (id: string) => placeWords(id, shop),
  };
  const shift = before ? plan.completion - before.completion : 0;
  return (
    <div>
      <h2>Planned again</h2>
      <p className="mt-1">
        Completion <span className="quantity">{at(plan.completion)}</span>
        {before &&
          (shift === 0
            ? ', as before.'
            : `, ${formatDuration(Math.abs(shift))} ${shift > 0 ? 'later' : 'earlier'} than before (${at(before.completion)}).`)}
      </p>
      {because.length > 0 && (
        <ul className="mt-2 flex list-disc flex-col gap-1 pl-4 leading-snug">
          {because.map((words) => (
            <li key={words}>{words}</li>
          ))}
        </ul>
      )}
      {moves.length === 0 ? (
        <p className="mt-2 text-quiet">Nothing moved.</p>
      ) : (
        <>
          <h3 className="mt-3">{moves.length} moved</h3>
          <ol className="mt-1 flex flex-col gap-1.5">
            {moves.slice(0, MOST).map((move) => (
              <li key={move.opId} className="leading-snug">
                <span className="font-semibold">{move.name}</span>{' '}
                <span className="text-quiet">{labels.get(move.loadId)}</span>
                <br />
                <span className="quantity">{at(move.before)}</span> →{' '}
                <span className="quantity">{at(move.after)}</span>
                <span className="block text-note text-quiet">{whyThere(move, plan, names)}</span>
              </li>
            ))}
            {moves.length > MOST && <li className="text-quiet">and {moves.length - MOST} more</li>}
          </ol>
        </>
      )}
    </div>
  );
}
