import type { Defect } from '@upholder/core/inspection';
import type { ReactNode } from 'react';

// Longer than other files: one small drawing for each defect.

const line = { fill: 'none', stroke: 'var(--ink)', strokeWidth: 1.6, strokeLinecap: 'round' } as const;
const solid = { fill: 'var(--ink)' } as const;

const dots = (points: readonly (readonly [number, number])[], radius: number, part: object = solid) =>
  points.map(([x, y]) => <circle key={`${x} ${y}`} cx={x} cy={y} r={radius} {...part} />);

const rows = (count: number, make: (index: number) => ReactNode) =>
  Array.from({ length: count }, (_, index) => make(index));

const SPREAD = [
  [9, 8],
  [22, 6],
  [36, 9],
  [15, 17],
  [29, 16],
  [41, 19],
  [8, 26],
  [21, 27],
  [35, 28],
] as const;

/** What each defect looks like, on a patch of 48 × 36. */
const DRAWINGS: Record<Defect, ReactNode> = {
  run: (
    <>
      <path d="M4 10 H44" {...line} />
      <path d="M12 10 C12 22 10 26 14 28 C18 26 16 20 17 10" {...solid} />
      <path d="M29 10 C29 18 27 21 30 23 C34 21 32 17 33 10" {...solid} />
    </>
  ),
  'orange-peel': rows(3, (row) => (
    <path key={row} d={`M4 ${10 + row * 9} q4 -6 8 0 t8 0 t8 0 t8 0 t8 0`} {...line} />
  )),
  'dry-spray': dots(
    rows(
      28,
      (index) => [5 + (index % 7) * 6.4 + (index % 2), 6 + Math.floor(index / 7) * 8] as const,
    ) as never,
    1.1,
  ),
  fisheye: (
    <>
      {dots(
        [
          [14, 12],
          [34, 14],
          [23, 26],
        ],
        5,
        line,
      )}
      {dots(
        [
          [14, 12],
          [34, 14],
          [23, 26],
        ],
        1.4,
      )}
    </>
  ),
  pop: dots(SPREAD, 2.4, line),
  blush: (
    <>
      <rect x="4" y="5" width="40" height="26" {...line} />
      <ellipse cx="24" cy="18" rx="15" ry="9" fill="var(--ink)" opacity="0.18" />
      <ellipse cx="28" cy="16" rx="9" ry="6" fill="var(--ink)" opacity="0.2" />
    </>
  ),
  stripes: rows(4, (index) => (
    <rect key={index} x="4" y={4 + index * 8} width="40" height="4" fill="var(--ink)" opacity="0.55" />
  )),
  lap: (
    <>
      <rect x="4" y="5" width="24" height="26" fill="var(--ink)" opacity="0.2" />
      <rect x="22" y="5" width="22" height="26" fill="var(--ink)" opacity="0.2" />
      <path d="M22 5 V31 M28 5 V31" {...line} />
    </>
  ),
  grain: rows(5, (index) => (
    <path key={index} d={`M${7 + index * 8} 5 q3 13 0 26`} {...line} strokeDasharray="6 2 3 3" />
  )),
  bleed: (
    <>
      <path
        d="M10 18 C10 8 22 6 27 11 C36 8 42 16 36 22 C38 30 24 31 21 26 C13 29 8 24 10 18 Z"
        fill="var(--ink)"
        opacity="0.3"
      />
      <path
        d="M17 17 C18 12 26 12 27 16 C31 18 28 23 24 22 C19 23 16 21 17 17 Z"
        fill="var(--ink)"
        opacity="0.45"
      />
    </>
  ),
  flashing: (
    <>
      <rect x="4" y="5" width="40" height="26" {...line} />
      <path d="M8 12 L18 7 L24 14 L14 22 Z M28 20 L40 15 L41 25 L31 28 Z" fill="var(--ink)" opacity="0.35" />
    </>
  ),
  wrinkle: rows(4, (row) => (
    <path key={row} d={`M4 ${8 + row * 7} c4 -5 7 4 11 -1 s7 4 12 0 s9 4 17 -1`} {...line} />
  )),
  nibs: dots(SPREAD.slice(0, 6), 1.9),
  'sand-through': (
    <>
      <rect x="4" y="5" width="40" height="26" fill="var(--ink)" opacity="0.25" />
      <path
        d="M30 5 H44 V19 C40 17 33 13 30 5 Z"
        fill="var(--raised)"
        stroke="var(--ink)"
        strokeWidth="1.4"
      />
    </>
  ),
  scratches: rows(6, (index) => (
    <path
      key={index}
      d={`M${5 + index * 6} 30 L${15 + index * 6} ${6 + (index % 2) * 3}`}
      {...line}
      strokeWidth="1.1"
    />
  )),
  holiday: (
    <>
      <rect x="4" y="5" width="40" height="26" fill="var(--ink)" opacity="0.4" />
      <path d="M17 14 L31 12 L33 23 L20 25 Z" fill="var(--raised)" stroke="var(--ink)" strokeWidth="1.2" />
    </>
  ),
  blocking: (
    <>
      <rect x="5" y="5" width="17" height="26" {...line} />
      <rect x="26" y="5" width="17" height="26" {...line} />
      <path d="M22 12 H26 M22 18 H26 M22 24 H26" {...line} strokeWidth="3" />
    </>
  ),
  soft: (
    <>
      <rect x="4" y="5" width="40" height="26" {...line} />
      <path d="M17 25 C15 15 20 9 25 9 C30 9 34 15 31 25" fill="var(--ink)" opacity="0.3" />
      <path d="M19 20 q6 -6 11 0 M20 24 q5 -4 9 0" {...line} strokeWidth="1.1" />
    </>
  ),
  crack: (
    <>
      <path d="M4 18 H44 M18 18 V5 M18 18 V31" {...line} opacity="0.4" />
      <path d="M18 5 l2 5 l-4 4 l4 4 l-3 5 l3 4 l-2 4" {...line} strokeWidth="2.2" />
    </>
  ),
  chip: (
    <>
      <rect x="4" y="5" width="40" height="26" fill="var(--ink)" opacity="0.35" />
      <path
        d="M13 20 l7 -8 l6 3 l7 -2 l3 8 l-8 6 l-6 -2 l-6 1 Z"
        fill="var(--raised)"
        stroke="var(--ink)"
        strokeWidth="1.3"
      />
    </>
  ),
  'thin-cover': (
    <>
      <rect x="4" y="5" width="40" height="26" fill="var(--ink)" opacity="0.16" />
      <rect x="4" y="5" width="40" height="26" {...line} />
      {rows(4, (index) => (
        <path key={index} d={`M${10 + index * 9} 8 V28`} {...line} opacity="0.35" />
      ))}
    </>
  ),
  sheen: (
    <>
      <rect x="4" y="5" width="40" height="26" {...line} />
      <path d="M12 27 L26 8 M20 27 L34 8 M29 26 L39 13" {...line} opacity="0.6" />
    </>
  ),
  crater: (
    <>
      <path d="M4 14 H16 C18 26 30 26 32 14 H44" {...line} />
      <path d="M4 31 H44" {...line} opacity="0.5" />
    </>
  ),
};

/** A small drawing of a defect, to be told by its look. */
export function DefectDrawing({ defect, size = 48 }: { defect: Defect; size?: number }) {
  return (
    <svg width={size} height={(size * 36) / 48} viewBox="0 0 48 36" aria-hidden="true">
      <rect x="1" y="1" width="46" height="34" rx="1.5" fill="var(--raised)" stroke="var(--line)" />
      {DRAWINGS[defect]}
    </svg>
  );
}
