import type { GunSample } from './path.ts';

/** What is read from the way of a hand. */
export const HAND_FAULTS = ['arc', 'tilt', 'uneven', 'dwell', 'late', 'far', 'near', 'slow', 'fast'] as const;
export type HandFault = (typeof HAND_FAULTS)[number];

/** A fault with how bad it is. */
export interface SeenFault {
  fault: HandFault;
  /** In its own unit: degrees, share, seconds, mm, cm/s. */
  amount: number;
  /** Against what still does no harm: 1 is at the limit. */
  severity: number;
  /** Sample with which it is worst. */
  at: number;
}

/** What is asked of a hand. */
export interface HandWish {
  widthMm: number;
  heightMm: number;
  distanceMm: number;
  speedCmS: number;
}

/** So much does no harm. */
const LIMITS = {
  arcDeg: 6,
  tiltDeg: 6,
  unevenness: 0.18,
  dwellS: 0.12,
  lateMm: 12,
  distance: 0.2,
  speed: 0.25,
} as const;
/** Slower than this share of the usual speed of the stroke the gun stands. */
const STANDS = 0.2;

interface Read {
  first: number;
  last: number;
  ux: number;
  uy: number;
}

/** Runs of samples with the trigger open that go somewhere, each with its direction. */
function strokesIn(path: readonly GunSample[]): Read[] {
  const strokes: Read[] = [];
  let first = -1;
  path.forEach(({ flow }, index) => {
    if (flow > 0 && first < 0) first = index;
    const isLast = index === path.length - 1;
    if (first < 0 || (flow > 0 && !isLast)) return;
    const last = flow > 0 ? index : index - 1;
    const [a, b] = [path[first], path[last]];
    if (a && b) {
      const length = Math.hypot(b.x - a.x, b.y - a.y);
      if (length > 20) strokes.push({ first, last, ux: (b.x - a.x) / length, uy: (b.y - a.y) / length });
    }
    first = -1;
  });
  return strokes;
}

interface Piecewise {
  at: number;
  mmS: number;
  seconds: number;
}

function speedsIn(path: readonly GunSample[], { first, last }: Read): Piecewise[] {
  const speeds: Piecewise[] = [];
  for (let index = first + 1; index <= last; index += 1) {
    const [a, b] = [path[index - 1], path[index]];
    if (!a || !b || b.t <= a.t) continue;
    speeds.push({ at: index, mmS: Math.hypot(b.x - a.x, b.y - a.y) / (b.t - a.t), seconds: b.t - a.t });
  }
  return speeds;
}

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? 0;
}

type Found = Partial<Record<HandFault, SeenFault>>;

function note(found: Found, fault: HandFault, amount: number, severity: number, at: number): void {
  if (severity > (found[fault]?.severity ?? 1)) found[fault] = { fault, amount, severity, at };
}

function readTurns(path: readonly GunSample[], stroke: Read, found: Found): void {
  const own = path.slice(stroke.first, stroke.last + 1);
  const along = own.map(({ yawDeg, pitchDeg }) => stroke.ux * yawDeg + stroke.uy * pitchDeg);
  const aside = own.map(({ yawDeg, pitchDeg }) => stroke.ux * pitchDeg - stroke.uy * yawDeg);
  const arc = (Math.max(...along) - Math.min(...along)) / 2;
  note(found, 'arc', arc, arc / LIMITS.arcDeg, stroke.last);
  const tilt = aside.reduce((sum, one) => sum + one, 0) / aside.length;
  note(found, 'tilt', Math.abs(tilt), Math.abs(tilt) / LIMITS.tiltDeg, stroke.first);
}

function readSpeed(path: readonly GunSample[], stroke: Read, wish: HandWish, found: Found): void {
  const speeds = speedsIn(path, stroke);
  const usual = median(speeds.map(({ mmS }) => mmS));
  if (usual <= 0) return;
  const standing = speeds.filter(({ mmS }) => mmS < STANDS * usual);
  const stood = standing.reduce((sum, { seconds }) => sum + seconds, 0);
  note(found, 'dwell', stood, stood / LIMITS.dwellS, standing[0]?.at ?? stroke.last);
  const moving = speeds.filter(({ mmS }) => mmS >= STANDS * usual);
  const time = moving.reduce((sum, { seconds }) => sum + seconds, 0);
  const mean = moving.reduce((sum, { mmS, seconds }) => sum + mmS * seconds, 0) / time;
  const variance = moving.reduce((sum, { mmS, seconds }) => sum + seconds * (mmS - mean) ** 2, 0) / time;
  const unevenness = Math.sqrt(variance) / mean;
  const worst = moving.reduce(
    (a, b) => (Math.abs(b.mmS - mean) > Math.abs(a.mmS - mean) ? b : a),
    moving[0] ?? { at: stroke.first, mmS: mean, seconds: 0 },
  );
  note(found, 'uneven', unevenness, unevenness / LIMITS.unevenness, worst.at);
  const off = mean / (wish.speedCmS * 10) - 1;
  note(found, off < 0 ? 'slow' : 'fast', mean / 10, Math.abs(off) / LIMITS.speed, stroke.first);
}

/** How far behind the edge of the piece a stroke begins, in mm; null where it begins off the piece. */
function beganInside(
  { x, y, z, yawDeg, pitchDeg }: GunSample,
  { ux, uy }: Read,
  wish: HandWish,
): number | null {
  // What counts is where the gun looks, not where the hand is.
  const atX = x + z * Math.tan((yawDeg * Math.PI) / 180);
  const atY = y + z * Math.tan((pitchDeg * Math.PI) / 180);
  if (atX < 0 || atY < 0 || atX > wish.widthMm || atY > wish.heightMm) return null;
  const backX = Math.abs(ux) < 0.05 ? Infinity : (ux > 0 ? atX : wish.widthMm - atX) / Math.abs(ux);
  const backY = Math.abs(uy) < 0.05 ? Infinity : (uy > 0 ? atY : wish.heightMm - atY) / Math.abs(uy);
  return Math.min(backX, backY);
}

function readPlace(path: readonly GunSample[], stroke: Read, wish: HandWish, found: Found): void {
  const start = path[stroke.first];
  if (!start) return;
  const inside = beganInside(start, stroke, wish);
  if (inside !== null) note(found, 'late', inside, inside / LIMITS.lateMm, stroke.first);
  const own = path.slice(stroke.first, stroke.last + 1);
  const distance = own.reduce((sum, { z }) => sum + z, 0) / own.length;
  const off = distance / wish.distanceMm - 1;
  note(found, off > 0 ? 'far' : 'near', distance, Math.abs(off) / LIMITS.distance, stroke.first);
}

/**
 * Faults of a hand by its way alone, the worst against its limit first: a swinging wrist, a gun tilted to the side, uneven speed, standing still,
 * a trigger opened over the piece, and distance or speed that are not what was asked. Only what is beyond its limit is told.
 */
export function handFaults(path: readonly GunSample[], wish: HandWish): SeenFault[] {
  const found: Found = {};
  for (const stroke of strokesIn(path)) {
    readTurns(path, stroke, found);
    readSpeed(path, stroke, wish, found);
    readPlace(path, stroke, wish, found);
  }
  return Object.values(found).sort((a, b) => b.severity - a.severity);
}
