import type { PieceStates } from '@upholder/core/floor';
import { doorEquivalents, type Piece, pieceAreas } from '@upholder/core/pieces';
import { formatMm } from '@upholder/core/units';
import { PieceGlyph, stateWords } from '../../parts/PieceGlyph.tsx';

const TALLEST_PX = 220;
const WIDEST_PX = 178;

function Row({ name, mm2, why }: { name: string; mm2: number; why: string }) {
  return (
    <>
      <dt className="text-quiet">{name}</dt>
      <dd className="quantity text-right" title={why}>
        {(mm2 / 1e6).toFixed(3)} m²
      </dd>
    </>
  );
}

/** The piece that is being typed: its drawing, its measures, its areas and where they come from. */
export function PieceDrawing({
  piece,
  states,
  colour,
  now,
}: {
  piece: Piece;
  states: PieceStates | undefined;
  colour: string;
  now: number;
}) {
  const areas = pieceAreas(piece);
  const scale = Math.min(TALLEST_PX / piece.heightMm, WIDEST_PX / piece.widthMm);
  return (
    <div>
      <div className="flex items-baseline gap-3">
        <span className="tape">{piece.tag || '–'}</span>
        <span className="text-quiet">{states ? stateWords(states, now) : 'not added yet'}</span>
      </div>
      <div className="mt-3 grid grid-cols-[auto_1fr] grid-rows-[1fr_auto] justify-items-center gap-1">
        <span className="quantity self-center text-quiet text-sm [writing-mode:vertical-rl] rotate-180">
          {formatMm(piece.heightMm)}
        </span>
        <PieceGlyph
          piece={piece}
          states={states}
          colour={colour}
          size={scale * Math.max(piece.widthMm, piece.heightMm)}
          now={now}
          withCountdown
        />
        <span />
        <span className="quantity text-quiet text-sm">{formatMm(piece.widthMm)} mm</span>
      </div>
      <dl className="mt-3 grid grid-cols-[1fr_auto] gap-x-4 gap-y-0.5">
        <Row name="Front" mm2={areas.frontMm2} why="width × height" />
        <Row name="Back" mm2={areas.backMm2} why="width × height" />
        <Row name="Edges" mm2={areas.edgesMm2} why="2 × (width + height) × thickness" />
        <Row
          name="Recess walls"
          mm2={areas.recessWallsMm2}
          why="inner perimeter of the panels × recess, on each finished side"
        />
        <dt className="border-line border-t pt-1 font-semibold">To finish</dt>
        <dd className="quantity border-line border-t pt-1 text-right">
          {(areas.totalMm2 / 1e6).toFixed(3)} m²
        </dd>
        <dt className="text-quiet">Door equivalents</dt>
        <dd
          className="quantity text-right"
          title="under 0.12 m² of face ½, over 0.6 m² or many panels 2, else 1"
        >
          {doorEquivalents(piece)}
        </dd>
      </dl>
    </div>
  );
}
