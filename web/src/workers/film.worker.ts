import {
  type CombReading,
  type Deposit,
  fitGun,
  type GunFit,
  layPath,
  pathOfCase,
  planOfCase,
  type Spray,
  type SprayCase,
  type Stroke,
  surfaceOf,
} from '@upholder/core/film';
import type { Geometry } from '@upholder/core/pieces';
import * as Comlink from 'comlink';

/** Film of a case on a piece, with the strokes of one pass. */
export interface LaidCase {
  deposit: Deposit;
  strokes: Stroke[];
}

function sprayOf({ setting: { flowMlMin, transfer }, referenceMm, b }: SprayCase): Spray {
  return { flowMlMin, transfer, shape: { referenceMm, b, bAlong: 2 } };
}

const film = {
  lay(piece: Geometry, cellMm: number, one: SprayCase): LaidCase {
    const deposit = layPath(surfaceOf(piece, cellMm), sprayOf(one), pathOfCase(piece, one));
    return Comlink.transfer({ deposit, strokes: planOfCase(piece, one).strokes }, [
      deposit.filmUm.buffer as ArrayBuffer,
    ]);
  },
  fit(piece: Geometry, cellMm: number, one: SprayCase, readings: readonly CombReading[]): GunFit | null {
    return fitGun(surfaceOf(piece, cellMm), pathOfCase(piece, one), sprayOf(one), readings);
  },
};
export type FilmWorker = typeof film;

Comlink.expose(film);
