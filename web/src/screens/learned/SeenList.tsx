import { useState } from 'react';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { useMay } from '../../api/useMay.ts';
import { Button } from '../../parts/controls.tsx';
import { ReasonDialog } from '../../parts/ReasonDialog.tsx';

/** One measurement in words. */
export interface SeenRow {
  id: string;
  words: string;
  value: string;
  isDoubtful: boolean;
  excluded: string | null;
}

function Line({ row }: { row: SeenRow }) {
  const may = useMay('excludeSeen');
  const [exclude] = upholder.useExcludeSeenMutation();
  const [isAsking, setAsking] = useState(false);
  return (
    <li className="flex flex-wrap items-center gap-x-4 border-line border-t py-1.5">
      <span className={`min-w-0 flex-1 ${row.excluded === null ? '' : 'text-quiet line-through'}`}>
        {row.words}
      </span>
      <span className="quantity">{row.value}</span>
      {row.excluded === null ? (
        <Button kind="quiet" disabled={!may} onClick={() => setAsking(true)}>
          Exclude
        </Button>
      ) : (
        <Button kind="quiet" disabled={!may} onClick={() => void exclude({ seenId: row.id, reason: null })}>
          Count it again
        </Button>
      )}
      {row.excluded !== null && <span className="w-full text-note text-quiet">{row.excluded}</span>}
      {row.isDoubtful && row.excluded === null && (
        <span className="w-full font-semibold text-note text-stop">
          Far from the others. If something was spilled, mistyped or used elsewhere, exclude it.
        </span>
      )}
      {isAsking && (
        <ReasonDialog
          title="Exclude this measurement?"
          note={row.words}
          ask="Why it does not count"
          act="Exclude"
          keep="Keep it"
          onGive={async (reason) => {
            const outcome = await exclude({ seenId: row.id, reason });
            if (!('error' in outcome)) {
              setAsking(false);
              return null;
            }
            const refusal = refusalOf(outcome.error);
            return refusal.fields.reason ?? refusal.message;
          }}
          onClose={() => setAsking(false)}
        />
      )}
    </li>
  );
}

/** Measurements that a figure was learned from, each of which may be left out for a reason. */
export function SeenList({ rows }: { rows: readonly SeenRow[] }) {
  const doubtful = rows.filter(({ isDoubtful, excluded }) => isDoubtful && excluded === null).length;
  return (
    <details className="mt-1" open={doubtful > 0}>
      <summary className="cursor-pointer text-note underline underline-offset-2">
        {rows.length === 1 ? 'The measurement' : `All ${rows.length} measurements`}
        {doubtful > 0 && <span className="font-semibold text-stop"> · {doubtful} doubtful</span>}
      </summary>
      <ul className="mt-1">
        {rows.map((row) => (
          <Line key={row.id} row={row} />
        ))}
      </ul>
    </details>
  );
}
