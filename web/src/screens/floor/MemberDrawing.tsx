import { figureOf, memberSpot, type Piece } from '@upholder/core/pieces';
import { does, memberOrder, type StepDraft } from '@upholder/core/systems';
import { MEMBER_WORDS } from '@upholder/core/words';

const TALLEST_PX = 190;
const WIDEST_PX = 150;
const DOT_PX = 13;

/** Pieces that are drawn differently, each once; few, so that the card stays a card. */
function kindsOf(pieces: readonly Piece[]): Piece[] {
  const seen = new Map<string, Piece>();
  for (const piece of pieces) {
    const { panels } = figureOf(piece);
    const kind = `${piece.construction} ${panels.length}`;
    const known = seen.get(kind);
    if (!known || known.heightMm < piece.heightMm) seen.set(kind, piece);
  }
  return [...seen.values()].slice(0, 2);
}

function Drawing({ step, piece }: { step: StepDraft; piece: Piece }) {
  const turns = memberOrder(step, piece);
  const scale = Math.min(TALLEST_PX / piece.heightMm, WIDEST_PX / piece.widthMm);
  const [width, height] = [piece.widthMm * scale, piece.heightMm * scale];
  const box = ({ x, y, width, height }: { x: number; y: number; width: number; height: number }) => ({
    x: x * scale,
    y: y * scale,
    width: width * scale,
    height: height * scale,
  });
  const { panels, insets } = figureOf(piece);
  return (
    <figure className="flex items-center gap-4">
      <svg
        width={width + 2 * DOT_PX + 4}
        height={height + 2 * DOT_PX}
        viewBox={`${-DOT_PX} ${-DOT_PX} ${width + 2 * DOT_PX + 4} ${height + 2 * DOT_PX}`}
        className="flex-none"
        aria-hidden="true"
      >
        <rect width={width} height={height} fill="var(--raised)" stroke="var(--ink)" strokeWidth="2" />
        {panels.map((panel) => (
          <rect
            key={`${panel.x} ${panel.y}`}
            {...box(panel)}
            fill={panel.fill === 'wood' ? 'var(--sheet)' : 'var(--closed)'}
            stroke="var(--ink)"
          />
        ))}
        {insets.map((inset) => (
          <rect
            key={`${inset.x} ${inset.y} ${inset.width}`}
            {...box(inset)}
            fill="none"
            stroke="var(--quiet)"
            strokeWidth="0.8"
          />
        ))}
        {turns.map(({ number, member }) => (
          <Spot key={member} number={number} {...scaled(memberSpot(piece, member), scale)} />
        ))}
      </svg>
      <figcaption>
        <ol aria-label={`Order on ${piece.tag}`} className="text-note leading-snug">
          {turns.map(({ number, member }) => (
            <li key={member}>
              <span className="font-semibold">{number}</span> {MEMBER_WORDS[member]}
            </li>
          ))}
        </ol>
      </figcaption>
    </figure>
  );
}

function scaled({ x, y }: { x: number; y: number }, scale: number) {
  return { x: x * scale, y: y * scale };
}

function Spot({ number, x, y }: { number: number; x: number; y: number }) {
  return (
    <>
      <circle cx={x} cy={y} r={DOT_PX - 2} fill="var(--ink)" />
      <text x={x} y={y + 5} textAnchor="middle" fontSize="14" fontWeight="700" fill="var(--sheet)">
        {number}
      </text>
    </>
  );
}

/** The members of the pieces in the order in which they are worked, on their drawing. */
export function MemberDrawing({ step, pieces }: { step: StepDraft; pieces: readonly Piece[] }) {
  const isWorked = does(step, 'laysFilm') || step.applications.length > 0;
  const drawn = kindsOf(pieces).filter((piece) => memberOrder(step, piece).length >= 2);
  if (!isWorked || drawn.length === 0) return null;
  return (
    <div className="mt-3 flex flex-wrap gap-6">
      {drawn.map((piece) => (
        <Drawing key={piece.id} step={step} piece={piece} />
      ))}
    </div>
  );
}
