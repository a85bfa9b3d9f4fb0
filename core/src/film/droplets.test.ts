import { describe, expect, it } from 'vitest';
import { pieceOf } from '../../test/pieceOf.ts';
import { seeded } from '../base/random.ts';
import { aimOf } from './aim.ts';
import { layPath, type Spray } from './deposit.ts';
import type { GunSample } from './path.ts';
import { plumeAngles, plumeStrength } from './plume.ts';
import { surfaceOf } from './surface.ts';

// A sprayer of its own: droplets as rays, one by one, against the true planes of a door with one recess. It shares no geometry with the engine.

const [WIDTH, HEIGHT, FRAME, DEPTH] = [300, 360, 60, 12];
const INNER = { x0: FRAME, x1: WIDTH - FRAME, y0: FRAME, y1: HEIGHT - FRAME };
const SPRAY: Spray = { flowMlMin: 240, transfer: 0.7, shape: { referenceMm: 200, b: 2, bAlong: 2 } };
const FAN = 220;
const REGIONS = [
  'face left',
  'face right',
  'floor left',
  'floor right',
  'wall left',
  'wall right',
  'wall top',
  'wall bottom',
] as const;
type Region = (typeof REGIONS)[number];

type Vector = readonly [number, number, number];

/** What a ray meets first: the face where there is face, else inside the recess a wall or the floor. */
function hit([px, py, pz]: Vector, [dx, dy, dz]: Vector): Region | null {
  if (dz >= 0) return null;
  const at = (s: number) => ({ x: px + s * dx, y: py + s * dy });
  const face = at(-pz / dz);
  if (face.x < 0 || face.y < 0 || face.x > WIDTH || face.y > HEIGHT) return null;
  const isIn = face.x > INNER.x0 && face.x < INNER.x1 && face.y > INNER.y0 && face.y < INNER.y1;
  if (!isIn) return face.x < WIDTH / 2 ? 'face left' : 'face right';
  const ways: [number, Region][] = [
    [(-DEPTH - pz) / dz, at((-DEPTH - pz) / dz).x < WIDTH / 2 ? 'floor left' : 'floor right'],
  ];
  if (dx < 0) ways.push([(INNER.x0 - px) / dx, 'wall left']);
  if (dx > 0) ways.push([(INNER.x1 - px) / dx, 'wall right']);
  if (dy < 0) ways.push([(INNER.y0 - py) / dy, 'wall top']);
  if (dy > 0) ways.push([(INNER.y1 - py) / dy, 'wall bottom']);
  return ways.reduce((a, b) => (b[0] < a[0] ? b : a))[1];
}

function droplets(from: GunSample, to: GunSample, count: number, seed: number): Map<Region, number> {
  const random = seeded(seed);
  const shape = { ...SPRAY.shape, fanMm: FAN };
  const { across, along } = plumeAngles(shape);
  const [most, mostAlong] = [Math.tan(across), Math.tan(along)];
  const met = new Map<Region, number>();
  let thrown = 0;
  while (thrown < count) {
    const [p, q] = [(2 * random() - 1) * most, (2 * random() - 1) * mostAlong];
    const weight = plumeStrength(shape, Math.atan(p), Math.atan(q)) / (1 + p * p + q * q) ** 1.5;
    if (random() >= weight) continue;
    thrown += 1;
    const s = random();
    const mix = (a: number, b: number) => a + s * (b - a);
    const { px, py, pz, a, u, v } = aimOf({
      ...from,
      x: mix(from.x, to.x),
      y: mix(from.y, to.y),
      z: mix(from.z, to.z),
      yawDeg: mix(from.yawDeg, to.yawDeg),
      pitchDeg: mix(from.pitchDeg, to.pitchDeg),
    });
    const region = hit(
      [px, py, pz],
      [a[0] + p * u[0] + q * v[0], a[1] + p * u[1] + q * v[1], a[2] + p * u[2] + q * v[2]],
    );
    if (region) met.set(region, (met.get(region) ?? 0) + 1);
  }
  return met;
}

const sample = (part: Partial<GunSample>): GunSample => ({
  t: 0,
  x: 0,
  y: 0,
  z: 200,
  yawDeg: 0,
  pitchDeg: 0,
  fanDeg: 90,
  fanMm: FAN,
  flow: 1,
  ...part,
});

const piece = pieceOf(WIDTH, HEIGHT, {
  construction: 'five-piece',
  frameMm: FRAME,
  recessMm: DEPTH,
  bevelMm: 0,
  finishEdges: false,
  topRailMm: null,
  bottomRailMm: null,
  panelsAcross: 1,
  panelsDown: 1,
});
const surface = surfaceOf(piece, 2);

function engine(from: GunSample, to: GunSample): Map<Region, number> {
  const { filmUm, sprayedMl } = layPath(surface, SPRAY, [from, { ...to, t: 2 }]);
  const shares = new Map<Region, number>();
  const total = sprayedMl * SPRAY.transfer * 1e6;
  for (let index = 0; index < surface.count; index += 1) {
    const [x, nx, ny] = [surface.x[index] ?? 0, surface.nx[index] ?? 0, surface.ny[index] ?? 0];
    const part = surface.part[index];
    const side = x < WIDTH / 2 ? 'left' : 'right';
    const region: Region =
      part === 3
        ? nx > 0.5
          ? 'wall left'
          : nx < -0.5
            ? 'wall right'
            : ny > 0
              ? 'wall top'
              : 'wall bottom'
        : part === 1
          ? `floor ${side}`
          : `face ${side}`;
    shares.set(
      region,
      (shares.get(region) ?? 0) + ((filmUm[index] ?? 0) * (surface.area[index] ?? 0)) / total,
    );
  }
  return shares;
}

const COUNT = 200_000;

describe('the engine against droplets thrown one by one', () => {
  it.each<[string, Partial<GunSample>, Partial<GunSample>]>([
    ['a stroke across the middle, square', { x: -100, y: 180 }, { x: 400, y: 180 }],
    ['close, along the upper wall', { x: 40, y: 70, z: 120 }, { x: 260, y: 70, z: 120 }],
    [
      'tilted by 25 degrees into the left wall',
      { x: 140, y: 60, yawDeg: -25 },
      { x: 140, y: 300, yawDeg: -25 },
    ],
    ['a wrist that swings', { x: 60, y: 180, yawDeg: -20 }, { x: 240, y: 180, yawDeg: 20 }],
    [
      'from afar, fan level, down the right half',
      { x: 210, y: -60, z: 320, fanDeg: 0 },
      { x: 210, y: 420, z: 320, fanDeg: 0 },
    ],
  ])('%s: every face, floor and wall gets its share within the noise', (name, from, to) => {
    const [start, end] = [sample(from), sample({ ...from, ...to })];
    const thrown = droplets(start, end, COUNT, name.length);
    const laid = engine(start, end);
    for (const region of REGIONS) {
      const share = (thrown.get(region) ?? 0) / COUNT;
      const noise = Math.sqrt(Math.max(share, 1e-4) / COUNT);
      // Cells of 2 mm know a border to about half a percent of what lies beside it.
      const bound = 4.5 * noise + 0.006 * Math.max(share, 0.02);
      expect([
        region,
        Math.abs((laid.get(region) ?? 0) - share) < bound ? 'agrees' : [laid.get(region), share],
      ]).toEqual([region, 'agrees']);
    }
  });
});
