import {
  type Deposit,
  layPath,
  pathOfCase,
  planOfCase,
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

const film = {
  lay(piece: Geometry, cellMm: number, one: SprayCase): LaidCase {
    const { flowMlMin, transfer } = one.setting;
    const spray = { flowMlMin, transfer, shape: { referenceMm: one.referenceMm, b: one.b, bAlong: 2 } };
    const deposit = layPath(surfaceOf(piece, cellMm), spray, pathOfCase(piece, one));
    return Comlink.transfer({ deposit, strokes: planOfCase(piece, one).strokes }, [
      deposit.filmUm.buffer as ArrayBuffer,
    ]);
  },
};
export type FilmWorker = typeof film;

Comlink.expose(film);
