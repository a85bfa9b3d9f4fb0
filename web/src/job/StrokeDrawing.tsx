import type { GunSetting, Stroke, StrokePlan } from '@upholder/core/film';
import { figureOf, type Geometry } from '@upholder/core/pieces';
import { plural } from '@upholder/core/said';
import { show } from '../base/voice.ts';

/** `220 mL/min, fan 200 mm at 200 mm, overlap 50 %, 35 cm/s`. */
export function settingWords(
  { flowMlMin, fanMm, overlap, speedCmS }: Omit<GunSetting, 'transfer'>,
  distanceMm: number,
): string {
  return [
    show('flow', flowMlMin),
    `fan ${show('length', Math.round(fanMm))} at ${show('length', Math.round(distanceMm))}`,
    `overlap ${Math.round(overlap * 100)}\u00a0%`,
    show('speed', speedCmS),
  ].join(', ');
}

/** Strokes of a plan in words, in the order in which they are sprayed. */
export function strokeWords(plan: StrokePlan): string[] {
  const count = (of: Stroke['of']) => plan.strokes.filter((stroke) => stroke.of === of).length;
  const [walls, edges] = [count('wall'), count('edge')];
  return [
    ...(walls > 0 ? [`${plural(walls, 'stroke', 'strokes')} into the recess walls`] : []),
    ...(edges > 0 ? [`${plural(edges, 'stroke', 'strokes')} along the outer edges`] : []),
    `${plural(plan.faceStrokes, 'stroke', 'strokes')} ${plan.face.direction === 'across' ? 'from side to side' : 'up and down'} over the face, fan ${show('length', plan.face.fanMm)}`,
  ];
}

/** Room around a piece for the ends of its strokes, in mm. */
const AROUND_MM = 95;
const DOT_MM = 13;
const ASIDE_SHARE = 0.3;

/** A stroke as an arrow with its number at the start, or along it. */
function Arrow({ stroke, number, scale }: { stroke: Stroke; number: number; scale: number }) {
  const { fromX, fromY, toX, toY, of } = stroke;
  const angle = (Math.atan2(toY - fromY, toX - fromX) * 180) / Math.PI;
  const isFace = of === 'face';
  const size = DOT_MM * scale;
  // Edges lie close beside the first and last face stroke: their numbers stand farther in.
  const [atX, atY] = isFace
    ? [fromX, fromY]
    : [fromX + (toX - fromX) * ASIDE_SHARE, fromY + (toY - fromY) * ASIDE_SHARE];
  return (
    <g stroke="currentColor" fill="currentColor">
      <line
        x1={fromX}
        y1={fromY}
        x2={toX}
        y2={toY}
        strokeWidth={(isFace ? 3 : 2) * scale}
        strokeDasharray={isFace ? undefined : `${8 * scale} ${6 * scale}`}
      />
      <path
        d={`M0 0 L${-12 * scale} ${-6 * scale} L${-12 * scale} ${6 * scale} z`}
        stroke="none"
        transform={`translate(${toX} ${toY}) rotate(${angle})`}
      />
      <circle cx={atX} cy={atY} r={size} fill="white" strokeWidth={1.5 * scale} />
      <text
        x={atX}
        y={atY}
        stroke="none"
        fontSize={size * 1.25}
        fontWeight={700}
        textAnchor="middle"
        dominantBaseline="central"
      >
        {number}
      </text>
    </g>
  );
}

/** The strokes of a piece on its drawing, numbered in their order; dashed where they are for walls and edges. Legible in black and white. */
export function StrokeDrawing({
  piece,
  plan,
  bold = 1,
  className = '',
}: {
  piece: Geometry;
  plan: StrokePlan;
  /** Lines and numbers are so much larger: above 1 where the drawing is small. */
  bold?: number;
  className?: string;
}) {
  const { panels, insets } = figureOf(piece);
  // What is drawn on a large piece is drawn larger, so that it is as large on paper.
  const scale = (bold * Math.max(piece.widthMm, piece.heightMm)) / 500;
  const around = AROUND_MM + DOT_MM * Math.max(0, scale - 1);
  return (
    <svg
      viewBox={`${-around} ${-around} ${piece.widthMm + 2 * around} ${piece.heightMm + 2 * around}`}
      className={className}
      role="img"
      aria-label={`Strokes in order: ${strokeWords(plan).join(', ')}`}
    >
      <rect
        width={piece.widthMm}
        height={piece.heightMm}
        fill="#f1efe9"
        stroke="currentColor"
        strokeWidth={2 * scale}
      />
      {[...panels, ...insets].map(({ x, y, width, height }) => (
        <rect
          key={`${x} ${y} ${width}`}
          x={x}
          y={y}
          width={width}
          height={height}
          fill="none"
          stroke="#77736a"
          strokeWidth={scale}
        />
      ))}
      {plan.strokes.map((stroke, index) => (
        <Arrow
          key={`${stroke.of} ${stroke.fromX} ${stroke.fromY} ${stroke.toX} ${stroke.toY}`}
          stroke={stroke}
          number={index + 1}
          scale={scale}
        />
      ))}
    </svg>
  );
}
