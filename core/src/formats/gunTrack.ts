import Papa from 'papaparse';
import { z } from 'zod';
import { failure, type Outcome, success } from '../base/outcome.ts';
import type { GunSample } from '../film/path.ts';
import { said } from '../said/index.ts';

/**
 * The way of a tracked gun, as any tracker may write it: seconds, then where the gun looks from and how it is turned, on a piece with x to the right
 * and y down from its upper left corner, z in front of it, in mm and degrees. Yaw, pitch and the direction of the fan may be left out: square,
 * upright. The trigger is 0 or 1; left out, it is open all the time.
 */
const SampleSchema = z.object({
  time: z.coerce.number().min(0).max(7200),
  x: z.coerce.number().min(-5000).max(10_000),
  y: z.coerce.number().min(-5000).max(10_000),
  z: z.coerce.number().min(20).max(2000),
  yaw: z.coerce.number().min(-89).max(89).default(0),
  pitch: z.coerce.number().min(-89).max(89).default(0),
  fan: z.coerce.number().min(-180).max(180).default(90),
  trigger: z.coerce.number().min(0).max(1).default(1),
});

const MOST_SAMPLES = 100_000;
const DECIMAL_COMMA = /^\s*-?\d+,\d+\s*$/;
const NEEDED = ['time', 'x', 'y', 'z'] as const;

function rowsOf(text: string): Outcome<Record<string, unknown>[]> {
  const trimmed = text.trim();
  if (trimmed.startsWith('[') || trimmed.startsWith('{')) {
    try {
      const found: unknown = JSON.parse(trimmed);
      const list = Array.isArray(found) ? found : (found as { samples?: unknown }).samples;
      return Array.isArray(list)
        ? success(list as Record<string, unknown>[])
        : failure(said('track.no-samples'));
    } catch {
      return failure(said('track.no-json'));
    }
  }
  const { data, meta } = Papa.parse<Record<string, string>>(trimmed, {
    header: true,
    skipEmptyLines: true,
    transformHeader: (name) => name.trim().toLowerCase(),
  });
  const missing = NEEDED.filter((name) => !meta.fields?.includes(name));
  if (missing.length > 0) return failure(said('track.columns', { columns: missing.join(', ') }));
  return success(data);
}

/**
 * Reads the way of a gun from a table (CSV) or JSON; see {@link SampleSchema} for its columns.
 * @param fanMm width that the fan is set to.
 * @returns the samples in time, or a sentence that names the line that is wrong.
 */
export function readGunTrack(text: string, fanMm: number): Outcome<GunSample[]> {
  const rows = rowsOf(text);
  if (!rows.ok) return rows;
  if (rows.value.length < 2) return failure(said('track.too-short'));
  if (rows.value.length > MOST_SAMPLES) return failure(said('track.too-long', { most: MOST_SAMPLES }));
  const samples: GunSample[] = [];
  for (const [index, row] of rows.value.entries()) {
    const kept = Object.fromEntries(
      Object.entries(Object(row) as Record<string, unknown>).flatMap(([name, value]) => {
        if (value === '' || value === null) return [];
        // A table of numbers with decimal commas is separated by something else.
        const isComma = typeof value === 'string' && DECIMAL_COMMA.test(value);
        return [[name, isComma ? value.replace(',', '.') : value]];
      }),
    );
    const read = SampleSchema.safeParse(kept);
    // Lines are counted as an editor counts them, the header being the first.
    if (!read.success)
      return failure(
        said('track.line', { line: index + 2, column: String(read.error.issues[0]?.path[0] ?? '') }),
      );
    const { time, x, y, z: away, yaw, pitch, fan, trigger } = read.data;
    const before = samples.at(-1);
    if (before && time < before.t) return failure(said('track.back-in-time', { line: index + 2 }));
    samples.push({ t: time, x, y, z: away, yawDeg: yaw, pitchDeg: pitch, fanDeg: fan, fanMm, flow: trigger });
  }
  return success(samples);
}

/** Writes the way of a gun as a table that {@link readGunTrack} reads. */
export function writeGunTrack(path: readonly GunSample[]): string {
  const digits = (value: number) => Math.round(value * 1000) / 1000;
  return Papa.unparse({
    fields: ['time', 'x', 'y', 'z', 'yaw', 'pitch', 'fan', 'trigger'],
    data: path.map(({ t, x, y, z: away, yawDeg, pitchDeg, fanDeg, flow }) =>
      [t, x, y, away, yawDeg, pitchDeg, fanDeg, flow].map(digits),
    ),
  });
}
