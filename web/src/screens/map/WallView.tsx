import type { JobDetail, OpeningRow, WallRow } from '@upholder/core/api';
import { snapOpening } from '@upholder/core/elevation';
import type { PieceStates } from '@upholder/core/floor';
import { type KeyboardEvent, useState } from 'react';
import { type Shift, usePointerDrag } from '../../base/usePointerDrag.ts';
import { showAll } from '../../base/voice.ts';
import { PieceGlyph } from '../../parts/PieceGlyph.tsx';

const STEP_MM = 10;
const LEAP_MM = 100;
/** Pixels that a finger may slip before a press becomes a drag. */
const SLACK_PX = 5;

interface WallViewProps {
  detail: JobDetail;
  wall: WallRow;
  states: Map<string, PieceStates>;
  now: number;
  pxPerMm: number;
  selectedId: string | null;
  onSelect(id: string | null): void;
  onMove(opening: OpeningRow): void;
  onDelete(opening: OpeningRow): void;
}

/** Where a dragged opening would come to lie, and the lines that it keeps to there. */
type Snap = ReturnType<typeof snapOpening>;

/** One opening on its wall, with the pieces that are in it. */
function OpeningBlock({
  opening,
  openings,
  detail,
  wall,
  states,
  now,
  pxPerMm,
  isSelected,
  onSnap,
  onSelect,
  onMove,
  onDelete,
}: Omit<WallViewProps, 'selectedId'> & {
  opening: OpeningRow;
  /** All openings of the wall. */
  openings: readonly OpeningRow[];
  isSelected: boolean;
  /** While it is dragged: what it lines up with; null once it is let go. */
  onSnap(snap: Snap | null): void;
}) {
  const colours = new Map(detail.zones.map(({ id, newColour }) => [id, newColour]));
  const others = openings.filter(({ id }) => id !== opening.id);
  const snapAt = ({ x, y }: Shift): Snap =>
    snapOpening({ ...opening, xMm: opening.xMm + x / pxPerMm, yMm: opening.yMm - y / pxPerMm }, others, wall);
  const { shift, handlers } = usePointerDrag({
    slackPx: SLACK_PX,
    onShift: (gone) => onSnap(snapAt(gone)),
    onDrop(gone) {
      const { xMm, yMm } = snapAt(gone);
      onMove({ ...opening, xMm, yMm });
    },
    onOver: () => onSnap(null),
  });
  const snap = shift && snapAt(shift);

  function press(event: KeyboardEvent): void {
    const by = event.shiftKey ? LEAP_MM : STEP_MM;
    const direction = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[
      event.key
    ];
    if (direction) {
      event.preventDefault();
      const [dx = 0, dy = 0] = direction;
      const isSizing = event.ctrlKey || event.metaKey;
      const within = (value: number, least: number, most: number) => Math.max(least, Math.min(most, value));
      onMove(
        isSizing
          ? {
              ...opening,
              widthMm: within(opening.widthMm + dx * by, 20, wall.widthMm - opening.xMm),
              heightMm: within(opening.heightMm + dy * by, 20, wall.heightMm - opening.yMm),
            }
          : {
              ...opening,
              xMm: within(opening.xMm + dx * by, 0, wall.widthMm - opening.widthMm),
              yMm: within(opening.yMm + dy * by, 0, wall.heightMm - opening.heightMm),
            },
      );
    } else if (event.key === 'Delete') onDelete(opening);
    else if (event.key === 'Escape') onSelect(null);
  }

  const at = snap ?? opening;
  const members = detail.pieces.filter(({ openingId }) => openingId === opening.id);
  const words = members.length === 0 ? 'empty' : members.map(({ tag }) => tag).join(', ');
  const width = opening.widthMm * pxPerMm;
  return (
    <button
      type="button"
      aria-label={`Opening ${opening.tag}: ${words}`}
      aria-pressed={isSelected}
      onClick={() => onSelect(opening.id)}
      onFocus={() => onSelect(opening.id)}
      onKeyDown={press}
      {...handlers}
      className={`absolute touch-none overflow-hidden ${isSelected ? 'z-10 outline-[3px] outline-act' : ''} ${members.length === 0 ? 'border border-quiet border-dashed' : ''}`}
      style={{
        left: at.xMm * pxPerMm,
        top: (wall.heightMm - at.yMm - opening.heightMm) * pxPerMm,
        width,
        height: opening.heightMm * pxPerMm,
      }}
    >
      <span
        className="pointer-events-none absolute inset-0 flex items-center justify-center"
        aria-hidden="true"
      >
        {members.map((piece) => (
          <span key={piece.id} className="-m-[3px]">
            <PieceGlyph
              piece={piece}
              states={states.get(piece.id)}
              colour={colours.get(piece.zoneId) ?? '#888888'}
              size={pxPerMm * 1000}
              perMetre
              now={now}
            />
          </span>
        ))}
      </span>
      <span
        className="pointer-events-none absolute bottom-0 left-1/2 -translate-x-1/2 bg-sheet px-1 font-semibold leading-tight"
        style={{ fontSize: Math.max(9, Math.min(13, width / 4)) }}
      >
        {opening.tag}
      </span>
    </button>
  );
}

/** One wall to scale, seen from the front; its openings are moved by dragging or with the arrow keys. */
export function WallView({
  detail,
  wall,
  states,
  now,
  pxPerMm,
  selectedId,
  onSelect,
  onMove,
  onDelete,
}: WallViewProps) {
  const [snap, setSnap] = useState<Snap | null>(null);
  const openings = detail.openings.filter(({ wallId }) => wallId === wall.id);
  return (
    <figure className="break-inside-avoid">
      <figcaption className="mb-1 flex items-baseline gap-3">
        <span className="tape text-note">{wall.letter}</span>
        <span className="font-semibold">{wall.name}</span>
        <span className="quantity text-quiet">{showAll('length', [wall.widthMm, wall.heightMm])}</span>
      </figcaption>
      <div
        className="relative border-ink border-b-[3px] bg-raised"
        style={{ width: wall.widthMm * pxPerMm, height: wall.heightMm * pxPerMm }}
      >
        {openings.map((opening) => (
          <OpeningBlock
            key={opening.id}
            opening={opening}
            openings={openings}
            detail={detail}
            wall={wall}
            states={states}
            now={now}
            pxPerMm={pxPerMm}
            isSelected={opening.id === selectedId}
            onSnap={setSnap}
            onSelect={onSelect}
            onMove={onMove}
            onDelete={onDelete}
          />
        ))}
        {snap?.lineX !== null && snap?.lineX !== undefined && (
          <span className="absolute inset-y-0 w-px bg-act" style={{ left: snap.lineX * pxPerMm }} />
        )}
        {snap?.lineY !== null && snap?.lineY !== undefined && (
          <span
            className="absolute inset-x-0 h-px bg-act"
            style={{ top: (wall.heightMm - snap.lineY) * pxPerMm }}
          />
        )}
      </div>
    </figure>
  );
}
