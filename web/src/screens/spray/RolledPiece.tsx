import { type LapJoint, layOffOf } from '@upholder/core/film';
import { figureOf, type Member, memberSpot, membersOf, type PieceSpec } from '@upholder/core/pieces';
import { MEMBER_WORDS } from '@upholder/core/words';
import { show } from '../../base/voice.ts';
import { Card } from '../../parts/controls.tsx';

const TALL_REM = 28;

/** Profiles and edges run all round: each length is laid off along itself. */
const hasGrain = (member: Member) => member !== 'recess' && member !== 'edges';

/** The way a member is laid off, as an arrow of both ends beside its number. */
function LayOffArrow({ piece, member, size }: { piece: PieceSpec; member: Member; size: number }) {
  const { x, y } = memberSpot(piece, member);
  const isAcross = layOffOf(member, piece) === 'across';
  const [dx, dy] = isAcross ? [size * 2.6, 0] : [0, size * 2.6];
  const head = (sign: 1 | -1) =>
    isAcross
      ? `M${x + sign * dx} ${y} l${-sign * size * 0.6} ${-size * 0.35} v${size * 0.7} z`
      : `M${x} ${y + sign * dy} l${-size * 0.35} ${-sign * size * 0.6} h${size * 0.7} z`;
  return (
    <g className="fill-ink stroke-ink">
      <line x1={x - dx} y1={y - dy} x2={x + dx} y2={y + dy} strokeWidth={size / 10} />
      <path d={head(1)} stroke="none" />
      <path d={head(-1)} stroke="none" />
    </g>
  );
}

/** A piece that is brushed and rolled: its members in order with the way they are laid off, and the joints between the parts that are done in one go. */
export function RolledPiece({ piece, joints }: { piece: PieceSpec; joints: readonly LapJoint[] }) {
  const members = [
    ...membersOf(piece, ['edges', 'profiles'], false).filter((member) => member !== 'edges'),
    ...membersOf(piece, ['flats'], false),
    ...membersOf(piece, ['edges'], false),
  ].filter((member) => member !== 'corners');
  const { panels, insets } = figureOf(piece);
  const { widthMm: w, heightMm: h } = piece;
  const size = Math.max(w, h) / 36;
  const isTall = h >= w;
  return (
    <Card className="flex flex-col gap-4 p-4" aria-label="Rolled and brushed">
      <div className="grid grid-cols-[minmax(0,1fr)_16rem] gap-6 max-md:grid-cols-1">
        <div className="bg-closed p-8 max-md:p-4">
          <svg
            viewBox={`${-size} ${-size} ${w + 2 * size} ${h + 2 * size}`}
            className="mx-auto block w-full"
            style={{ maxWidth: w > h ? '100%' : `${(w / h) * TALL_REM}rem` }}
            role="img"
            aria-label={`Order: ${members.map((member) => MEMBER_WORDS[member]).join(', ')}`}
          >
            <rect width={w} height={h} className="fill-sheet stroke-ink" strokeWidth={size / 8} />
            {[...panels, ...insets].map((box) => (
              <rect
                key={`${box.x} ${box.y} ${box.width}`}
                x={box.x}
                y={box.y}
                width={box.width}
                height={box.height}
                className="fill-none stroke-quiet"
                strokeWidth={size / 12}
              />
            ))}
            {joints.map(({ atMm, isLap }) => (
              <line
                key={atMm}
                x1={isTall ? 0 : atMm}
                x2={isTall ? w : atMm}
                y1={isTall ? atMm : 0}
                y2={isTall ? atMm : h}
                className={isLap ? 'stroke-stop' : 'stroke-act'}
                strokeWidth={isLap ? size / 2.5 : size / 6}
                strokeDasharray={isLap ? undefined : `${size} ${size / 1.5}`}
              />
            ))}
            {members.filter(hasGrain).map((member) => (
              <LayOffArrow key={member} piece={piece} member={member} size={size} />
            ))}
            {members.map((member, index) => {
              const { x, y } = memberSpot(piece, member);
              return (
                <g key={member}>
                  <circle cx={x} cy={y} r={size} className="fill-sheet stroke-ink" strokeWidth={size / 8} />
                  <text
                    x={x}
                    y={y}
                    fontSize={size * 1.3}
                    fontWeight={700}
                    textAnchor="middle"
                    dominantBaseline="central"
                    className="fill-ink"
                  >
                    {index + 1}
                  </text>
                </g>
              );
            })}
          </svg>
        </div>
        <div>
          <h3>In this order</h3>
          <ol className="mt-1 flex flex-col gap-1">
            {members.map((member, index) => (
              <li key={member}>
                <span className="font-bold">{index + 1}</span> {MEMBER_WORDS[member]},{' '}
                <span className="text-quiet">
                  {!hasGrain(member)
                    ? 'along their own length'
                    : layOffOf(member, piece) === 'across'
                      ? 'laid off from side to side'
                      : 'laid off up and down'}
                </span>
              </li>
            ))}
          </ol>
          {joints.length > 0 && (
            <p className="mt-3">
              {joints.some(({ isLap }) => isLap) ? (
                <span className="font-semibold text-stop">
                  {joints.length === 1 ? 'A lap' : `${joints.length} laps`} will show, where the line is
                  thick: the edge has set when the next part reaches it.
                </span>
              ) : (
                <>
                  {joints.length === 1 ? 'One joint' : `${joints.length} joints`}, each met while still wet:
                  at {joints.map(({ atMm }) => show('length', Math.round(atMm / 10) * 10)).join(', ')}.
                </>
              )}
            </p>
          )}
        </div>
      </div>
    </Card>
  );
}
