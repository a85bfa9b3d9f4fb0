import { show } from '../../base/voice.ts';
import type { GunMark } from './ReplayBar.tsx';

/** The gun over the piece, as its fan meets it. */
export function Fan({ gun, spread, isUpright }: { gun: GunMark; spread: number; isUpright: boolean }) {
  const [dx, dy] = isUpright ? [0, spread] : [spread, 0];
  return (
    <line
      x1={gun.x - dx}
      y1={gun.y - dy}
      x2={gun.x + dx}
      y2={gun.y + dy}
      stroke="#d0342c"
      strokeWidth={gun.isOpen ? 5 : 2}
      vectorEffect="non-scaling-stroke"
    />
  );
}

/** Faults where they were, by their numbers. */
export function FaultRings({ marks, sizeMm }: { marks: readonly GunMark[]; sizeMm: number }) {
  return marks.map(({ x, y }, index) => (
    <g key={`${x} ${y}`}>
      <circle cx={x} cy={y} r={sizeMm} fill="#fff" stroke="#a3210f" strokeWidth={sizeMm / 5} />
      <text
        x={x}
        y={y}
        fontSize={sizeMm * 1.3}
        fontWeight={700}
        fill="#1b1a17"
        textAnchor="middle"
        dominantBaseline="central"
      >
        {index + 1}
      </text>
    </g>
  ));
}

/** Half of the bar is the speed that is wanted. */
const SPEED_OFF = 0.25;

/** How fast the hand is while it sprays, against what the set-up asks. */
export function LiveSpeed({ now, wanted }: { now: number | null; wanted: number }) {
  const share = now === null ? 0 : Math.min(1, now / wanted / 2);
  const off = now === null ? 0 : now / wanted - 1;
  const word = Math.abs(off) <= SPEED_OFF ? 'right' : off < 0 ? 'too slow' : 'too fast';
  return (
    <div className="flex min-h-16 items-center gap-4">
      <span className="quantity w-28 text-lead">{now === null ? '' : show('speed', Math.round(now))}</span>
      <div className="relative h-4 flex-1 border border-quiet bg-raised">
        <div
          className={`absolute inset-y-0 left-0 ${Math.abs(off) <= SPEED_OFF ? 'bg-act' : 'bg-stop'}`}
          style={{ width: `${share * 100}%` }}
        />
        <div className="-inset-y-1 absolute left-1/2 w-0.5 bg-ink" />
      </div>
      <span className="w-32">
        {now === null ? `${show('speed', wanted)} is wanted` : `${word}, ${show('speed', wanted)} wanted`}
      </span>
    </div>
  );
}
