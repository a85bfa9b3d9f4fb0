/** Where a gun is at a moment, how it is turned, and whether it sprays. Lengths in mm on the piece: x right, y down, z in front of the face. */
export interface GunSample {
  /** Seconds from the start. */
  t: number;
  x: number;
  y: number;
  z: number;
  /** Turned to the right (above 0) or left, and down (above 0) or up, in degrees; 0, 0 is square to the face. */
  yawDeg: number;
  pitchDeg: number;
  /** Direction of the fan in the plane of the piece, in degrees: 90 stands upright, for strokes from side to side; 0 lies level. */
  fanDeg: number;
  /** Width that the fan is set to, at the reference distance. */
  fanMm: number;
  /** Share of the full flow, 0 with the trigger closed. */
  flow: number;
}

/** A way of the gun in time. */
export type GunPath = readonly GunSample[];

/** What a hand does wrong on a stroke; all 0 for a perfect one. */
export interface StrokeFaults {
  /** The wrist swings so far to both sides of the middle, in degrees. */
  arcDeg: number;
  /** The gun is tilted to one side of the stroke all the way, in degrees. */
  tiltDeg: number;
  /** The speed swings by this share about its mean. */
  unevenness: number;
  /** The gun stands still at the end of each stroke, over the edge of the piece, in seconds. */
  dwellS: number;
  /** The trigger opens so far behind the edge of the piece, in mm. */
  lateMm: number;
}
export const NO_FAULTS: StrokeFaults = { arcDeg: 0, tiltDeg: 0, unevenness: 0, dwellS: 0, lateMm: 0 };

/** A straight stroke to be sprayed: the line on the piece that the gun looks at, and how it is turned meanwhile. */
export interface Stroke {
  fromX: number;
  fromY: number;
  toX: number;
  toY: number;
  yawDeg: number;
  pitchDeg: number;
  fanDeg: number;
  fanMm: number;
  /** Share of the full flow. */
  flow: number;
  /** What it is for. */
  of: 'wall' | 'edge' | 'face';
  /** So far from the edge of what it covers it starts and ends, in mm. */
  leadMm: number;
}

/** How strokes are moved. */
export interface StrokeMotion {
  distanceMm: number;
  speedCmS: number;
  faults: StrokeFaults;
}

/** Way between two samples on a stroke, in mm. */
const SAMPLE_MM = 15;
/** Time between two strokes with the trigger closed, in seconds. */
const TURN_S = 0.5;
const UNEVEN_WAVES = 2;
/** So much of half a stroke at most is covered by turning alone. */
const MOST_SWING = 0.9;

const rad = (degrees: number) => (degrees * Math.PI) / 180;
const degrees = (angle: number) => (angle * 180) / Math.PI;

/** Where the hand is when the gun looks at a point from a distance. */
function handAt(x: number, y: number, { yaw, pitch }: { yaw: number; pitch: number }, distanceMm: number) {
  return {
    x: x - distanceMm * Math.sin(yaw) * Math.cos(pitch),
    y: y - distanceMm * Math.sin(pitch),
    z: distanceMm * Math.cos(yaw) * Math.cos(pitch),
  };
}

/**
 * How an arm swings about a point behind the gun so that the fan still covers a stroke: over ± angle on a circle of this radius,
 * `half = R·sin A + (D + R·(1 − cos A))·tan A`. In the middle the fan passes slowly and near, at the ends fast, slanting and from farther away.
 */
function swingOf(arcDeg: number, half: number, distanceMm: number): { angle: number; radius: number } {
  const angle = Math.min(rad(arcDeg), Math.atan((MOST_SWING * half) / distanceMm));
  if (angle <= 0) return { angle: 0, radius: 0 };
  const radius =
    (half - distanceMm * Math.tan(angle)) / (Math.sin(angle) + (1 - Math.cos(angle)) * Math.tan(angle));
  return { angle, radius };
}

/** One stroke in time. The speed swings in two waves; the way takes as long as at the mean. */
function samplesOf(
  stroke: Stroke,
  { distanceMm, speedCmS, faults }: StrokeMotion,
  start: number,
): GunSample[] {
  const [wayX, wayY] = [stroke.toX - stroke.fromX, stroke.toY - stroke.fromY];
  const length = Math.hypot(wayX, wayY);
  const [ux, uy] = length === 0 ? [1, 0] : [wayX / length, wayY / length];
  const { angle: most, radius } = swingOf(faults.arcDeg, length / 2, distanceMm);
  const steps = Math.max(4, Math.ceil(length / SAMPLE_MM));
  const duration = length / (speedCmS * 10);
  const wave = 2 * Math.PI * UNEVEN_WAVES;
  // A tilt to the side of the stroke turns the gun about the way itself.
  const turn = {
    yaw: rad(stroke.yawDeg - uy * faults.tiltDeg),
    pitch: rad(stroke.pitchDeg + ux * faults.tiltDeg),
  };
  const samples = Array.from({ length: steps + 1 }, (_, index): GunSample => {
    const s = index / steps;
    const share = s + (faults.unevenness / wave) * (Math.cos(wave * s) - 1);
    const angle = (2 * s - 1) * most;
    const middle = most === 0 ? s * length : length / 2 + radius * Math.sin(angle);
    const away = distanceMm + radius * (1 - Math.cos(angle));
    const isOn = faults.lateMm === 0 || s * length >= stroke.leadMm + faults.lateMm;
    return {
      t: start + share * duration,
      ...handAt(stroke.fromX + ux * middle, stroke.fromY + uy * middle, turn, away),
      yawDeg: degrees(turn.yaw + ux * angle),
      pitchDeg: degrees(turn.pitch + uy * angle),
      fanDeg: stroke.fanDeg,
      fanMm: stroke.fanMm,
      flow: isOn ? stroke.flow : 0,
    };
  });
  if (faults.dwellS <= 0) return samples;
  const over = samples.findIndex((_, index) => (index / steps) * length >= length - stroke.leadMm);
  const held = samples[over];
  if (!held) return samples;
  const late = samples.slice(over).map((one) => ({ ...one, t: one.t + faults.dwellS }));
  return [...samples.slice(0, over), held, ...late];
}

/** Strokes one after the other in time, with the trigger closed on the way from one to the next. */
export function pathOf(strokes: readonly Stroke[], motion: StrokeMotion): GunSample[] {
  const path: GunSample[] = [];
  let t = 0;
  for (const stroke of strokes) {
    const samples = samplesOf(stroke, motion, t);
    const [first, last] = [samples[0], samples.at(-1)];
    if (!first || !last) continue;
    path.push({ ...first, flow: 0 }, ...samples, { ...last, flow: 0 });
    t = last.t + TURN_S;
  }
  return path;
}
