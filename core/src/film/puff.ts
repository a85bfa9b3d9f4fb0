import { aimOf } from './aim.ts';
import type { Spray } from './deposit.ts';
import type { GunSample } from './path.ts';
import { plumeStrength } from './plume.ts';
import type { Surface } from './surface.ts';

/**
 * Film in µm that one puff of a gun lays on one point, straight from the formula `Q·TE·strength·cos(incidence)/r²`, without tables, boxes or
 * tiles: what the quick way is measured against. Shadows are left to {@link isShadowed}.
 * @param scale of the plume, see {@link plumeOf}.
 */
export function puffUm(
  surface: Surface,
  index: number,
  spray: Spray,
  sample: GunSample,
  amount: { ml: number; scale: number },
): number {
  const { px, py, pz, a, u, v } = aimOf(sample);
  const e = [
    (surface.x[index] as number) - px,
    (surface.y[index] as number) - py,
    (surface.z[index] as number) - pz,
  ] as const;
  const dot = (w: readonly [number, number, number]) => e[0] * w[0] + e[1] * w[1] + e[2] * w[2];
  const r = Math.hypot(...e);
  const ahead = dot(a);
  const facing =
    -dot([surface.nx[index] as number, surface.ny[index] as number, surface.nz[index] as number]) / r;
  if (ahead <= 0 || facing <= 0) return 0;
  const shape = { ...spray.shape, fanMm: sample.fanMm };
  const strength = plumeStrength(shape, Math.atan(dot(u) / ahead), Math.atan(dot(v) / ahead));
  return (amount.ml * spray.transfer * amount.scale * 1e6 * strength * facing) / r ** 2;
}
