import { tagPlace } from '@upholder/core/elevation';
import type { PieceStates } from '@upholder/core/floor';
import {
  type DoorMeasure,
  doorEquivalents,
  doorMeasureWords,
  type Piece,
  type PieceAreas,
  pieceAreas,
} from '@upholder/core/pieces';
import { regional } from '@upholder/core/said';
import { bare, show, voice } from '../../base/voice.ts';
import { PieceGlyph, stateWords } from '../../parts/PieceGlyph.tsx';

const TALLEST_PX = 190;
const WIDEST_PX = 144;

function Row({ name, mm2, why }: { name: string; mm2: number; why: string }) {
  return (
    <>
      <dt className="text-quiet">{name}</dt>
      <dd className="quantity text-right" title={why}>
        {show('area', mm2 / 1e6)}
      </dd>
    </>
  );
}

const PARTS: { key: keyof PieceAreas; name: string; why: string; isRare?: boolean }[] = [
  {
    key: 'frontMm2',
    name: 'Front',
    why: 'flat surfaces of the front: width × height, less slopes, glass and openings',
  },
  { key: 'backMm2', name: 'Back', why: 'flat surfaces of the back' },
  { key: 'edgesMm2', name: 'Edges', why: 'finished edges × thickness' },
  {
    key: 'recessWallsMm2',
    name: 'Recess walls',
    why: 'inner perimeter of the panels × recess, on each finished side',
  },
  {
    key: 'profilesMm2',
    name: 'Profiles',
    why: regional(
      'margins √(margin² + rise²) along their mean perimeter; beads, routed edges and mouldings length × girth',
    ),
    isRare: true,
  },
  {
    key: 'interiorMm2',
    name: 'Inside',
    why: 'W × H + 2 × W × D + 2 × H × D: back, sides, top, bottom',
    isRare: true,
  },
];

/** The piece that is being typed: its drawing, its measures, its areas and where they come from. */
export function PieceDrawing({
  piece,
  states,
  colour,
  measure,
  now,
}: {
  piece: Piece;
  states: PieceStates | undefined;
  colour: string;
  measure: DoorMeasure;
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
        <span className="quantity self-center text-quiet text-note [writing-mode:vertical-rl] rotate-180">
          {bare('length', piece.heightMm)}
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
        <span className="quantity text-quiet text-note">{show('length', piece.widthMm)}</span>
      </div>
      <dl className="mt-3 grid grid-cols-[1fr_auto] gap-x-4 gap-y-0.5">
        {PARTS.filter(({ key, isRare }) => !isRare || areas[key] > 0).map(({ key, name, why }) => (
          <Row key={key} name={name} mm2={areas[key]} why={why} />
        ))}
        <dt className="border-line border-t pt-1 font-semibold">To finish</dt>
        <dd className="quantity border-line border-t pt-1 text-right">
          {show('area', areas.totalMm2 / 1e6)}
        </dd>
        <dt className="text-quiet">Door equivalents</dt>
        <dd className="quantity text-right">{doorEquivalents(piece, measure)}</dd>
      </dl>
      <p className="text-small text-quiet leading-snug">{doorMeasureWords(measure, voice().units)}</p>
      <p className="mt-2 text-small text-quiet leading-snug">Tag: {tagPlace(piece)}.</p>
    </div>
  );
}
