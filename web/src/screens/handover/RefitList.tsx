import { CHECKS, type Check, type RefitRow, refitRows, tickedOf } from '@upholder/core/handover';
import { startTransition, useMemo, useOptimistic } from 'react';
import { useMay } from '../../api/useMay.ts';
import { useNowMinute } from '../../base/useNow.ts';
import { useHappenings } from '../../job/handover/useHappenings.ts';
import { useJobContext, usePieceStates } from '../../job/useJobContext.ts';
import { Button, Card } from '../../parts/controls.tsx';
import { PieceGlyph } from '../../parts/PieceGlyph.tsx';

/** What each tick says, in a column head and aloud. */
const CHECK_WORDS: Record<Check, { head: string; said: string }> = {
  counted: { head: 'Counted', said: 'counted back' },
  bag: { head: 'Bag', said: 'bag back in' },
  refitted: { head: 'Refitted', said: 'refitted' },
  level: { head: 'Level', said: 'level with the batten' },
  hinges: { head: 'Hinges', said: 'hinges adjusted' },
  bumpers: { head: 'Bumpers', said: 'bumpers on' },
};
/** In the order in which one does them at an opening. */
const COLUMNS: readonly Check[] = ['counted', 'bag', 'refitted', 'level', 'hinges', 'bumpers'];

interface Tick {
  check: Check;
  subjectIds: string[];
  isOn: boolean;
}

/** What is ticked, with one tick more that is on its way into the store. */
function withTick(
  ticked: ReadonlyMap<Check, ReadonlySet<string>>,
  { check, subjectIds, isOn }: Tick,
): ReadonlyMap<Check, ReadonlySet<string>> {
  const ids = new Set(ticked.get(check));
  for (const id of subjectIds) {
    if (isOn) ids.add(id);
    else ids.delete(id);
  }
  return new Map([...ticked, [check, ids]]);
}

/** What a tick of a row is about: its opening for the bag, else the piece. */
function subjectOf({ piece, opening }: RefitRow, check: Check): string {
  return check === 'bag' ? (opening?.id ?? piece.id) : piece.id;
}

const asks = (row: RefitRow, check: Check) => (check === 'bag' ? row.hasBag : row.checks.includes(check));

/** One wall, or what has no place on the map: pieces in the order in which they stand. */
function WallRows({
  title,
  rows,
  ticked,
  columns,
  isLocked,
  onTick,
}: {
  title: string;
  rows: readonly RefitRow[];
  ticked: ReadonlyMap<Check, ReadonlySet<string>>;
  columns: readonly Check[];
  isLocked: boolean;
  onTick(check: Check, ids: string[], isOn: boolean): void;
}) {
  const { detail, shop } = useJobContext();
  const states = usePieceStates(detail, shop);
  const now = useNowMinute();
  const colours = new Map(detail.zones.map(({ id, newColour }) => [id, newColour]));
  const isOn = (row: RefitRow, check: Check) => ticked.get(check)?.has(subjectOf(row, check)) ?? false;
  return (
    <div>
      <table className="w-full border-collapse">
        <caption className="py-2 text-left font-semibold">{title}</caption>
        <thead className="sticky top-0 z-10 bg-sheet">
          <tr className="border-ink border-b-[1.5px] text-small max-md:text-tiny">
            <th scope="col" className="py-1 text-left">
              Piece
            </th>
            {columns.map((check) => {
              const left = rows.filter((row) => asks(row, check) && !isOn(row, check));
              const all = rows.filter((row) => asks(row, check));
              return (
                <th key={check} scope="col" className="px-1 py-1 font-semibold max-md:px-0">
                  {CHECK_WORDS[check].head}
                  <span className="block font-normal text-quiet">
                    {all.length - left.length} of {all.length}
                  </span>
                  <Button
                    kind="quiet"
                    className="no-print !px-1.5 font-normal underline"
                    disabled={left.length === 0 || isLocked}
                    aria-label={`Tick all: ${CHECK_WORDS[check].said}, ${title}`}
                    onClick={() =>
                      onTick(
                        check,
                        left.map((row) => subjectOf(row, check)),
                        true,
                      )
                    }
                  >
                    all
                  </Button>
                </th>
              );
            })}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.piece.id} className="border-line border-t">
              <th scope="row" className="py-1 text-left font-normal">
                <span className="flex items-center gap-2">
                  <span className="flex w-10 justify-center max-md:hidden">
                    <PieceGlyph
                      piece={row.piece}
                      states={states.get(row.piece.id)}
                      colour={colours.get(row.piece.zoneId) ?? '#888888'}
                      size={34}
                      now={now}
                    />
                  </span>
                  <span className="font-semibold">{row.piece.tag}</span>
                </span>
              </th>
              {columns.map((check) => (
                <td key={check} className="px-1 text-center max-md:px-0">
                  {asks(row, check) && (
                    <label className="inline-grid size-12 place-items-center max-md:w-full">
                      <input
                        type="checkbox"
                        className="size-7 accent-(--act)"
                        aria-label={`${check === 'bag' ? row.opening?.tag : row.piece.tag}: ${CHECK_WORDS[check].said}`}
                        checked={isOn(row, check)}
                        disabled={isLocked}
                        onChange={({ target }) => onTick(check, [subjectOf(row, check)], target.checked)}
                      />
                    </label>
                  )}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** Everything back into the room: counted, bags, refitted by tag, set level, hinges, bumpers; in the order of the map. */
export function RefitList({ className, onProblem }: { className: string; onProblem(message: string): void }) {
  const { detail } = useJobContext();
  const happen = useHappenings(detail.job.id);
  const mayTick = useMay('addJobEvent');
  const rows = useMemo(() => refitRows(detail), [detail]);
  const kept = useMemo(() => tickedOf(detail.events, detail.openings), [detail]);
  // A tick shows under the finger, before the device has it in store.
  const [ticked, show] = useOptimistic(kept, withTick);
  const walls = [...detail.walls].sort((a, b) => a.position - b.position);
  const groups = [
    ...walls.map((wall) => ({ title: wall.name, rows: rows.filter((row) => row.wall?.id === wall.id) })),
    {
      title: walls.length > 0 ? 'Not on the map' : 'All pieces',
      rows: rows.filter(({ wall }) => wall === null),
    },
  ].filter((group) => group.rows.length > 0);
  const columns = COLUMNS.filter((check) => CHECKS.includes(check) && rows.some((row) => asks(row, check)));
  function tick(one: Tick): void {
    startTransition(async () => {
      show(one);
      const answer = await happen({ kind: 'tick', ...one });
      onProblem(answer.ok ? '' : answer.message);
    });
  }
  return (
    <Card className={`p-5 ${className}`} aria-label="Back into the room">
      <h2>Back into the room</h2>
      <p className="mt-1 max-w-prose text-quiet leading-snug">
        Count against the take-off, refit by tag. A straight batten across a run sets all doors to one height
        while the holes are marked.
      </p>
      {groups.length === 0 && (
        <p className="mt-3">
          {detail.pieces.length === 0
            ? 'Once pieces are listed, they are ticked back in here.'
            : 'No piece of this job leaves the room.'}
        </p>
      )}
      {groups.map((group) => (
        <WallRows
          key={group.title}
          {...group}
          ticked={ticked}
          columns={columns.filter((check) => group.rows.some((row) => asks(row, check)))}
          isLocked={!mayTick}
          onTick={(check, subjectIds, isOn) => tick({ check, subjectIds, isOn })}
        />
      ))}
    </Card>
  );
}
