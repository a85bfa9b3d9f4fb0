import type { JobDetail } from '@upholder/core/api';
import type { PieceStates } from '@upholder/core/floor';
import { DEFECT_TRAITS, DEFECTS, type Defect } from '@upholder/core/inspection';
import type { Piece } from '@upholder/core/pieces';
import { PieceGlyph } from '../../parts/PieceGlyph.tsx';
import { DefectDrawing } from './DefectDrawing.tsx';

export const BIG = 'min-h-14 rounded-[3px] border-[1.5px] px-3 text-left leading-snug';
export const chosen = (is: boolean) =>
  is ? 'border-ink bg-closed font-semibold' : 'border-line bg-raised hover:border-ink';

/** Which piece it is. */
export function PieceChoice({
  pieces,
  detail,
  states,
  now,
  onChoose,
}: {
  pieces: readonly Piece[];
  detail: JobDetail;
  now: number;
  states: ReadonlyMap<string, PieceStates>;
  onChoose(piece: Piece): void;
}) {
  const colours = new Map(detail.zones.map(({ id, newColour }) => [id, newColour]));
  return (
    <div className="grid grid-cols-[repeat(auto-fill,minmax(6.5rem,1fr))] gap-2">
      {pieces.map((piece) => (
        <button
          key={piece.id}
          type="button"
          onClick={() => onChoose(piece)}
          className={`flex flex-col items-center gap-1 ${BIG} ${chosen(false)} py-2`}
        >
          <PieceGlyph
            piece={piece}
            states={states.get(piece.id)}
            colour={colours.get(piece.zoneId) ?? '#888888'}
            size={52}
            now={now}
          />
          <span className="font-semibold">{piece.tag}</span>
        </button>
      ))}
    </div>
  );
}

/** What it looks like: a drawing and a name each. */
export function DefectChoice({
  defect,
  hasFilm,
  onChoose,
}: {
  defect: Defect | null;
  hasFilm: boolean;
  onChoose(defect: Defect): void;
}) {
  const shown = DEFECTS.filter((one) => hasFilm || !DEFECT_TRAITS[one].needsFilm);
  return (
    <div
      role="group"
      aria-label="Defect"
      className="grid grid-cols-[repeat(auto-fill,minmax(10.5rem,1fr))] gap-1.5"
    >
      {shown.map((one) => (
        <button
          key={one}
          type="button"
          aria-pressed={defect === one}
          title={DEFECT_TRAITS[one].look}
          onClick={() => onChoose(one)}
          className={`flex items-center gap-2.5 ${BIG} ${chosen(defect === one)}`}
        >
          <DefectDrawing defect={one} size={44} />
          {DEFECT_TRAITS[one].name}
        </button>
      ))}
    </div>
  );
}
