import type { Piece } from '@upholder/core/pieces';
import { useState } from 'react';
import { Button } from '../../parts/controls.tsx';
import { Modal } from '../../parts/Modal.tsx';
import { PieceGlyph } from '../../parts/PieceGlyph.tsx';

/** Which pieces of a zone a step is for: all that fit, or the ones that are marked. */
export function StepPieces({
  title,
  pieces,
  colour,
  chosen,
  onChoose,
  onClose,
}: {
  title: string;
  pieces: readonly Piece[];
  colour: string;
  chosen: readonly string[];
  onChoose(pieceIds: string[]): void;
  onClose(): void;
}) {
  const [marked, setMarked] = useState(() => new Set(chosen));
  const toggle = (id: string) =>
    setMarked((now) => {
      const next = new Set(now);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  const others = () => setMarked((now) => new Set(pieces.map(({ id }) => id).filter((id) => !now.has(id))));
  return (
    <Modal
      isOpen
      onClose={onClose}
      title={title}
      note="Select the pieces that need it. None selected: every piece it applies to."
      width="52rem"
    >
      <ul className="flex flex-wrap gap-2" aria-label="Pieces">
        {pieces.map((piece) => (
          <li key={piece.id}>
            <button
              type="button"
              aria-pressed={marked.has(piece.id)}
              onClick={() => toggle(piece.id)}
              className={`flex min-h-20 min-w-16 flex-col items-center justify-end gap-1 rounded-[3px] border-2 p-1.5 ${marked.has(piece.id) ? 'border-act bg-act-wash' : 'border-transparent hover:bg-closed'}`}
            >
              <PieceGlyph piece={piece} colour={colour} size={44} now={0} />
              <span className="quantity text-small">{piece.tag}</span>
            </button>
          </li>
        ))}
      </ul>
      <div className="mt-4 flex items-center gap-3">
        <Button kind="act" onClick={() => onChoose(marked.size === pieces.length ? [] : [...marked])}>
          {marked.size === 0 || marked.size === pieces.length
            ? 'For every piece'
            : `For these ${marked.size}`}
        </Button>
        <Button onClick={others}>Invert selection</Button>
        <Button kind="quiet" onClick={onClose}>
          Leave it
        </Button>
      </div>
    </Modal>
  );
}
