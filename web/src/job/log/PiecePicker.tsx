import type { ZoneRow } from '@upholder/core/api';
import type { PieceStates } from '@upholder/core/floor';
import type { Piece } from '@upholder/core/pieces';
import { Button } from '../../parts/controls.tsx';
import { PieceGlyph } from '../../parts/PieceGlyph.tsx';

interface PickerProps {
  pieces: readonly Piece[];
  zone: ZoneRow | undefined;
  states?: Map<string, PieceStates>;
  chosen: ReadonlySet<string>;
  onChange(chosen: Set<string>): void;
  error?: string;
}

/** Which pieces: all, none, or press them one by one. */
export function PiecePicker({ pieces, zone, states, chosen, onChange, error }: PickerProps) {
  function toggle(id: string): void {
    const next = new Set(chosen);
    if (!next.delete(id)) next.add(id);
    onChange(next);
  }
  return (
    <fieldset>
      <div className="flex items-center gap-3">
        <legend className="label flex-1">
          Pieces: {chosen.size} of {pieces.length}
        </legend>
        <Button kind="quiet" onClick={() => onChange(new Set(pieces.map(({ id }) => id)))}>
          All
        </Button>
        <Button kind="quiet" onClick={() => onChange(new Set())}>
          None
        </Button>
      </div>
      {error && (
        <p role="alert" className="font-semibold text-stop">
          {error}
        </p>
      )}
      <div className="mt-1 grid grid-cols-[repeat(auto-fill,minmax(4.6rem,1fr))] gap-1.5">
        {pieces.map((piece) => (
          <button
            key={piece.id}
            type="button"
            aria-label={piece.tag}
            aria-pressed={chosen.has(piece.id)}
            onClick={() => toggle(piece.id)}
            className={`flex min-h-16 flex-col items-center justify-end gap-0.5 rounded-[3px] border-2 px-1 pt-1.5 pb-1 ${chosen.has(piece.id) ? 'border-act bg-act-wash' : 'border-line bg-raised opacity-60'}`}
          >
            <PieceGlyph
              piece={piece}
              states={states?.get(piece.id)}
              colour={zone?.newColour ?? '#888888'}
              size={34}
            />
            <span className="font-semibold text-note">{piece.tag}</span>
          </button>
        ))}
      </div>
    </fieldset>
  );
}
