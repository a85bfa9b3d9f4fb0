import { z } from 'zod';
import type { GunPath, GunSample } from './path.ts';
import { SPRAY_LESSONS } from './practice.ts';

/** A run is kept with so many samples at most. */
export const MOST_RUN_SAMPLES = 3000;
const HUNDREDTH = 100;

/** A sample as it is kept: time, x, y, z, yaw, pitch, direction and width of the fan, flow. */
const PackedSampleSchema = z.tuple([
  z.number().min(0).max(7200),
  z.number().min(-20_000).max(20_000),
  z.number().min(-20_000).max(20_000),
  z.number().min(-5000).max(5000),
  z.number().min(-180).max(180),
  z.number().min(-180).max(180),
  z.number().min(-360).max(360),
  z.number().min(1).max(2000),
  z.number().min(0).max(10),
]);
type PackedSample = z.infer<typeof PackedSampleSchema>;

/** The best run of a person in a lesson. */
export const PracticeRunSchema = z.object({
  lesson: z.enum(SPRAY_LESSONS),
  score: z.number().min(0).max(100),
  at: z.iso.datetime(),
  path: z.array(PackedSampleSchema).max(MOST_RUN_SAMPLES),
});
export type PracticeRun = z.infer<typeof PracticeRunSchema>;

const rounded = (value: number) => Math.round(value * HUNDREDTH) / HUNDREDTH;

/**
 * A way as it is kept: from its own start, to hundredths, and thinned evenly to {@link MOST_RUN_SAMPLES}; where the trigger opens or closes nothing is
 * left out.
 */
export function packedPath(path: GunPath): PackedSample[] {
  const start = path[0]?.t ?? 0;
  const isKept = (every: number) => (sample: GunSample, index: number) =>
    index % every === 0 ||
    index === path.length - 1 ||
    ((path[index - 1]?.flow ?? 0) === 0) !== (sample.flow === 0) ||
    ((path[index + 1]?.flow ?? 0) === 0) !== (sample.flow === 0);
  let every = 1;
  let kept = path.filter(isKept(every));
  while (kept.length > MOST_RUN_SAMPLES && every < path.length) {
    every += 1;
    kept = path.filter(isKept(every));
  }
  return kept.slice(0, MOST_RUN_SAMPLES).map(({ t, x, y, z, yawDeg, pitchDeg, fanDeg, fanMm, flow }) => [
    // Hands move through a hundredth of a second: time keeps another digit.
    Math.round((t - start) * 1000) / 1000,
    rounded(x),
    rounded(y),
    rounded(z),
    rounded(yawDeg),
    rounded(pitchDeg),
    rounded(fanDeg),
    rounded(fanMm),
    rounded(flow),
  ]);
}

/** A way out of what was kept of it; see {@link packedPath}. */
export function unpackedPath(kept: readonly PackedSample[]): GunSample[] {
  return kept.map(([t, x, y, z, yawDeg, pitchDeg, fanDeg, fanMm, flow]) => ({
    t,
    x,
    y,
    z,
    yawDeg,
    pitchDeg,
    fanDeg,
    fanMm,
    flow,
  }));
}
