import {
  type GunSample,
  NO_FAULTS,
  pathOfCase,
  type SprayCase,
  type StrokeFaults,
} from '@upholder/core/film';
import type { Geometry } from '@upholder/core/pieces';

/** Something that follows a gun through the air: a camera, a sensor on the gun, or the simulated one that ships. */
export interface GunTracker {
  /** One run over a piece, from the first sample to the last. */
  record(piece: Geometry, one: SprayCase): Promise<readonly GunSample[]>;
}

const USUAL_FAULTS: readonly Partial<StrokeFaults>[] = [
  { arcDeg: 18 },
  { tiltDeg: 16 },
  { unevenness: 0.55 },
  { dwellS: 0.6 },
  { lateMm: 55 },
];
const TREMBLE_MM = 3;
const TREMBLE_DEG = 0.4;

/** Stands in for a tracker: a hand that trembles a little and has one of the usual faults, another one each time. */
export class SimulatedTracker implements GunTracker {
  #runs = 0;

  record(piece: Geometry, one: SprayCase): Promise<readonly GunSample[]> {
    const faults = { ...NO_FAULTS, ...USUAL_FAULTS[this.#runs % USUAL_FAULTS.length] };
    this.#runs += 1;
    const tremble = (amount: number) => (Math.random() - 0.5) * 2 * amount;
    return Promise.resolve(
      pathOfCase(piece, { ...one, hasEdges: false, faults }).map((sample) => ({
        ...sample,
        z: sample.z + tremble(TREMBLE_MM),
        yawDeg: sample.yawDeg + tremble(TREMBLE_DEG),
        pitchDeg: sample.pitchDeg + tremble(TREMBLE_DEG),
      })),
    );
  }
}
