import type { GunSample } from './path.ts';
import type { Surface } from './surface.ts';

/** A gun at a moment with its axis and the directions of its fan, as unit vectors. */
export interface Aim {
  px: number;
  py: number;
  pz: number;
  a: readonly [number, number, number];
  u: readonly [number, number, number];
  v: readonly [number, number, number];
}

const RAD = Math.PI / 180;

/** Axis and fan of a gun: turned by yaw about the upright, by pitch about the level; the fan square to the axis. */
export function aimOf({ x, y, z, yawDeg, pitchDeg, fanDeg }: GunSample): Aim {
  const [yaw, pitch, fan] = [yawDeg * RAD, pitchDeg * RAD, fanDeg * RAD];
  const a: [number, number, number] = [
    Math.sin(yaw) * Math.cos(pitch),
    Math.sin(pitch),
    -Math.cos(yaw) * Math.cos(pitch),
  ];
  const wish = [Math.cos(fan), Math.sin(fan), 0] as const;
  const along = wish[0] * a[0] + wish[1] * a[1];
  const raw = [wish[0] - along * a[0], wish[1] - along * a[1], -along * a[2]] as const;
  const length = Math.hypot(...raw);
  const u: [number, number, number] = [raw[0] / length, raw[1] / length, raw[2] / length];
  const v: [number, number, number] = [
    a[1] * u[2] - a[2] * u[1],
    a[2] * u[0] - a[0] * u[2],
    a[0] * u[1] - a[1] * u[0],
  ];
  return { px: x, py: y, pz: z, a, u, v };
}

/** Where a gun looks at the face, in mm; far off where it looks along it. */
export function lookedAt({ px, py, pz, a }: Aim): { x: number; y: number } {
  const s = pz / Math.max(0.05, -a[2]);
  return { x: px + s * a[0], y: py + s * a[1] };
}

/** What the plume meets between the highest and the lowest plane of a surface, as a box: the corners of its cone on both. */
export function reachOf({ px, py, pz, a, u, v }: Aim, acrossMax: number, alongMax: number, surface: Surface) {
  let fromX = Infinity;
  let toX = -Infinity;
  let fromY = Infinity;
  let toY = -Infinity;
  for (let corner = 0; corner < 8; corner += 1) {
    const p = (corner & 1) === 0 ? acrossMax : -acrossMax;
    const q = (corner & 2) === 0 ? alongMax : -alongMax;
    const dz = a[2] + p * u[2] + q * v[2];
    // So flat that it never comes down: everything may be met.
    if (dz > -0.05) return { fromX: -1, toX: surface.widthMm + 1, fromY: -1, toY: surface.heightMm + 1 };
    const s = ((corner & 4) === 0 ? surface.topZ - pz : surface.bottomZ - pz) / dz;
    const x = px + s * (a[0] + p * u[0] + q * v[0]);
    const y = py + s * (a[1] + p * u[1] + q * v[1]);
    if (x < fromX) fromX = x;
    if (x > toX) toX = x;
    if (y < fromY) fromY = y;
    if (y > toY) toY = y;
  }
  return { fromX, toX, fromY, toY };
}

/** Whether something higher stands between a point and the gun: cell by cell along the way there, until it is above everything. */
export function isShadowed(surface: Surface, index: number, px: number, py: number, pz: number): boolean {
  const { columns, rows, dx, dy, topZ } = surface;
  const [x0, y0, z0] = [surface.x[index] as number, surface.y[index] as number, surface.z[index] as number];
  // Walls start a hair in front of themselves.
  const sx = x0 + 0.01 * (surface.nx[index] as number);
  const sy = y0 + 0.01 * (surface.ny[index] as number);
  const [wx, wy, wz] = [px - sx, py - sy, pz - z0];
  if (wz <= 0) return true;
  let column = Math.floor(sx / dx);
  let row = Math.floor(sy / dy);
  const [stepX, stepY] = [wx > 0 ? 1 : -1, wy > 0 ? 1 : -1];
  // Share of the way at which the next border is crossed, and from one border to the next.
  let nextX = wx === 0 ? Infinity : ((column + (wx > 0 ? 1 : 0)) * dx - sx) / wx;
  let nextY = wy === 0 ? Infinity : ((row + (wy > 0 ? 1 : 0)) * dy - sy) / wy;
  const [everyX, everyY] = [wx === 0 ? Infinity : Math.abs(dx / wx), wy === 0 ? Infinity : Math.abs(dy / wy)];
  const until = (topZ - z0) / wz;
  for (;;) {
    const at = Math.min(nextX, nextY);
    if (at >= until || at > 1) return false;
    if (nextX < nextY) {
      column += stepX;
      nextX += everyX;
    } else {
      row += stepY;
      nextY += everyY;
    }
    if (column < 0 || row < 0 || column >= columns || row >= rows) return false;
    const cell = row * columns + column;
    if ((surface.area[cell] as number) > 0 && (surface.z[cell] as number) > z0 + at * wz + 1e-3) return true;
  }
}
