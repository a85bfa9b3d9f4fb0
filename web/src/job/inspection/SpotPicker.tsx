import type { PieceStates } from '@upholder/core/floor';
import type { Spot } from '@upholder/core/inspection';
import { PART_WORDS, partAt } from '@upholder/core/inspection';
import type { Piece } from '@upholder/core/pieces';
import type { KeyboardEvent, PointerEvent } from 'react';
import { Half, Lines } from '../../parts/glyphParts.tsx';

/** How far an arrow key moves the spot, as a share of the drawing. */
const KEY_STEP = 0.05;

const EMPTY = { state: 'bare', wetUntil: null, isColour: false } as const;

/** A piece as large as there is room, on one of its sides; a tap says where. */
export function SpotPicker({
  piece,
  states,
  colour,
  side,
  spot,
  others = [],
  size,
  onSpot,
}: {
  piece: Piece;
  states: PieceStates | undefined;
  colour: string;
  side: Spot['side'];
  spot: Spot | null;
  /** Where else something was found. */
  others?: readonly Spot[];
  /** px that the longer side takes at most. */
  size: number;
  /** Left out where it only shows. */
  onSpot?(spot: Spot): void;
}) {
  const scale = size / Math.max(piece.widthMm, piece.heightMm);
  const [width, height] = [piece.widthMm * scale, piece.heightMm * scale];
  const at = (x: number, y: number) => {
    const [across, down] = [Math.min(1, Math.max(0, x)), Math.min(1, Math.max(0, y))];
    onSpot?.({ side, part: partAt(piece, across, down), x: across, y: down });
  };
  function press({ clientX, clientY, currentTarget }: PointerEvent<HTMLButtonElement>): void {
    const box = currentTarget.getBoundingClientRect();
    at((clientX - box.left) / box.width, (clientY - box.top) / box.height);
  }
  function move(event: KeyboardEvent<HTMLButtonElement>): void {
    const steps: Record<string, [number, number]> = {
      ArrowLeft: [-KEY_STEP, 0],
      ArrowRight: [KEY_STEP, 0],
      ArrowUp: [0, -KEY_STEP],
      ArrowDown: [0, KEY_STEP],
      Enter: [0, 0],
      ' ': [0, 0],
    };
    const step = steps[event.key];
    if (!step) return;
    event.preventDefault();
    at((spot?.x ?? 0.5) + step[0], (spot?.y ?? 0.5) + step[1]);
  }
  const shown = [...others.filter((one) => one.side === side), ...(spot?.side === side ? [spot] : [])];
  const name = `${piece.tag}, ${side}${spot ? `, ${PART_WORDS[spot.part]}` : ''}`;
  const state = (side === 'back' ? states?.back : states?.front) ?? EMPTY;
  const drawing = (
    <>
      <Half side={state} x={0} width={width} height={height} colour={colour} isCoarse={false} />
      <g transform={side === 'back' ? `matrix(-1 0 0 1 ${width} 0)` : undefined}>
        <Lines piece={piece} scale={scale} isCoarse={false} />
      </g>
      <rect width={width} height={height} fill="none" stroke="var(--glyph)" strokeWidth="2" />
      {shown.map((one) => (
        <g key={`${one.x} ${one.y}`} transform={`translate(${one.x * width} ${one.y * height})`}>
          <circle r="13" fill="none" stroke="var(--sheet)" strokeWidth="6" />
          <circle r="13" fill="none" stroke="var(--stop)" strokeWidth="3" />
          <circle r="2.5" fill="var(--stop)" />
        </g>
      ))}
    </>
  );
  const box = { width, height, viewBox: `0 0 ${width} ${height}`, overflow: 'visible' };
  if (!onSpot)
    return (
      <svg {...box} role="img" aria-label={name}>
        {drawing}
      </svg>
    );
  return (
    <button
      type="button"
      aria-label={`Spot on ${name}`}
      className="block cursor-crosshair touch-manipulation"
      onPointerDown={press}
      onKeyDown={move}
    >
      <svg {...box} aria-hidden="true">
        {drawing}
      </svg>
    </button>
  );
}
