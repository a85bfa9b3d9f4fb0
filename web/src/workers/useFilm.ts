import type { CombReading, GunFit, SprayCase } from '@upholder/core/film';
import type { Geometry } from '@upholder/core/pieces';
import * as Comlink from 'comlink';
import { useEffect, useState } from 'react';
import type { FilmWorker, LaidCase } from './film.worker.ts';

/** Size of a cell of the map, in mm. */
export const CELL_MM = 3;

let worker: Comlink.Remote<FilmWorker> | null = null;

function theFilm(): Comlink.Remote<FilmWorker> {
  worker ??= Comlink.wrap<FilmWorker>(
    new Worker(new URL('./film.worker.ts', import.meta.url), { type: 'module' }),
  );
  return worker;
}

/** Film of a case on a piece, worked out beside the page; the one before stays until the new one is there. Null at first. */
export function useFilm(piece: Geometry, one: SprayCase | null): (LaidCase & { piece: Geometry }) | null {
  const [laid, setLaid] = useState<(LaidCase & { piece: Geometry }) | null>(null);
  useEffect(() => {
    if (one === null) return;
    let isCurrent = true;
    void theFilm()
      .lay(piece, CELL_MM, one)
      .then((found) => isCurrent && setLaid({ ...found, piece }));
    return () => {
      isCurrent = false;
    };
  }, [piece, one]);
  return laid?.piece === piece ? laid : null;
}

/** Cells of a fit, in mm: readings are points, and a fit lays the piece some fifty times. */
const FIT_CELL_MM = 5;

/** A gun as comb readings on a piece say it is; null where they do not fix it. Worked out beside the page. */
export function fitFromCombs(
  piece: Geometry,
  one: SprayCase,
  readings: readonly CombReading[],
): Promise<GunFit | null> {
  return theFilm().fit(piece, FIT_CELL_MM, one, readings);
}
