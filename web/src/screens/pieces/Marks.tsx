import type { JobDetail, OpeningRow, PieceRow } from '@upholder/core/api';
import type { CheckFix, TakeoffCheck } from '@upholder/core/elevation';
import type { Piece } from '@upholder/core/pieces';
import type { Refusal } from '../../api/upholder.ts';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { Button } from '../../parts/controls.tsx';

interface MarksProps {
  detail: JobDetail;
  checks: readonly TakeoffCheck[];
  edit(piece: PieceRow, part: Partial<Piece>): Promise<Refusal | null>;
  onShow(check: TakeoffCheck): void;
  onProblem(message: string | null): void;
}

/** What does not add up, quietly, each with its way out. */
export function Marks({ detail, checks, edit, onShow, onProblem }: MarksProps) {
  const [changeOpenings] = upholder.useChangeOpeningsMutation();
  async function apply(fix: CheckFix): Promise<void> {
    if ('pieceId' in fix) {
      const piece = detail.pieces.find(({ id }) => id === fix.pieceId);
      const refusal = piece ? await edit(piece, fix.piece) : null;
      return onProblem(refusal?.message ?? null);
    }
    const opening = detail.openings.find(({ id }) => id === fix.openingId);
    if (!opening) return;
    const openings: OpeningRow[] = [{ ...opening, ...fix.opening }];
    const outcome = await changeOpenings({ jobId: detail.job.id, openings });
    onProblem('error' in outcome ? refusalOf(outcome.error).message : null);
  }
  return (
    <details className="border-tape border-l-[6px] bg-sheet px-3 py-1.5">
      <summary>
        <span className="font-semibold">
          {checks.length} {checks.length === 1 ? 'thing does' : 'things do'} not add up
        </span>
        <span className="text-quiet">(nothing is blocked)</span>
      </summary>
      <ul className="mt-1 max-h-56 overflow-y-auto">
        {checks.map((check) => {
          const { fix } = check;
          return (
            <li
              key={`${check.code} ${check.say}`}
              className="flex press-h-11 flex-wrap items-center gap-2 border-line border-t"
            >
              <button type="button" className="flex-1 text-left" onClick={() => onShow(check)}>
                {check.say}
              </button>
              {fix && <Button onClick={() => void apply(fix)}>{fix.label}</Button>}
            </li>
          );
        })}
      </ul>
    </details>
  );
}
