import {
  FilmLayer,
  type GunSample,
  layPath,
  pathOfCase,
  plumeOf,
  puffUm,
  type SprayCase,
  surfaceOf,
  USUAL_CASE,
} from '@upholder/core/film';
import { pieceOf } from '../core/test/pieceOf.ts';

// How soon a coat is laid on a piece, and the memory of its map. `npm run bench -- film`.

const PIECES = {
  door: pieceOf(400, 720, { construction: 'five-piece', recessMm: 9, bevelMm: 0 }),
  'drawer front': pieceOf(500, 140, { construction: 'slab' }),
  'tall door': pieceOf(500, 1900, { construction: 'five-piece', recessMm: 9, bevelMm: 0, panelsDown: 2 }),
};
const SPRAY = { flowMlMin: 220, transfer: 0.65, shape: { referenceMm: 200, b: 2, bAlong: 2 } };
const ROUNDS = 9;

function median(values: number[]): number {
  return [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;
}

function timed(work: () => void): number {
  const start = performance.now();
  work();
  return performance.now() - start;
}

/** What a hand asks: a frame of drawing at 60 a second, and two hundred strokes at once. */
function benchHand(): void {
  const surface = surfaceOf(PIECES.door, 3);
  const at = (second: number, y: number): GunSample => ({
    t: second,
    x: -70 + 350 * second,
    y,
    z: 200,
    yawDeg: 4,
    pitchDeg: -3,
    fanDeg: 90,
    fanMm: 200,
    flow: 1,
  });
  const frames: number[] = [];
  const layer = new FilmLayer(surface, SPRAY);
  for (let round = 0; round < 6; round += 1)
    for (let frame = 1; frame < 90; frame += 1) {
      const [from, to] = [at((frame - 1) / 60, 120 * round), at(frame / 60, 120 * round)];
      frames.push(timed(() => layer.move(from, to)));
    }
  frames.sort((a, b) => a - b);
  const strokes = Array.from({ length: 200 }, (_, stroke) =>
    Array.from({ length: 60 }, (_point, index): GunSample => {
      const sample = at(index / 40, (stroke * 37) % 720);
      return { ...sample, t: sample.t + 2 * stroke, flow: index === 0 || index === 59 ? 0 : 1 };
    }),
  ).flat();
  const many = timed(() => layPath(surface, SPRAY, strokes));
  console.log(
    `by hand on a door at 3 mm: a frame ${median(frames).toFixed(2)} ms, the slowest of a hundred ${(frames[Math.floor(frames.length * 0.99)] ?? 0).toFixed(2)} ms of 16.7; 200 strokes at once ${many.toFixed(0)} ms`,
  );
}

/** Times of laying coats, and that the quick way gives the numbers of the formula. */
export function benchFilm(): void {
  console.log('\nfilm          cell  points   map ms  one coat ms  ten coats ms  map kB');
  const one: SprayCase = USUAL_CASE;
  for (const [name, piece] of Object.entries(PIECES))
    for (const cell of [2, 3]) {
      const map = median(Array.from({ length: ROUNDS }, () => timed(() => surfaceOf(piece, cell))));
      const surface = surfaceOf(piece, cell);
      const path = pathOfCase(piece, one);
      const coat = (before?: Float64Array) => layPath(surface, SPRAY, path, before).filmUm;
      for (let warm = 0; warm < 3; warm += 1) coat();
      const single = median(Array.from({ length: ROUNDS }, () => timed(() => coat())));
      const ten = timed(() => {
        let film: Float64Array | undefined;
        for (let index = 0; index < 10; index += 1) film = coat(film);
      });
      // Seven figures of four bytes, a part, and the film in eight.
      const kb = (surface.count * (8 * 4 + 1 + 8)) / 1024;
      console.log(
        `${name.padEnd(13)} ${cell} mm ${String(surface.count).padStart(7)} ${map.toFixed(0).padStart(8)} ${single.toFixed(0).padStart(12)} ${ten.toFixed(0).padStart(13)} ${kb.toFixed(0).padStart(7)}`,
      );
    }
  benchHand();
  const surface = surfaceOf(PIECES['drawer front'], 3);
  const gun = { t: 0, x: 240, y: 70, z: 200, yawDeg: 10, pitchDeg: -8, fanDeg: 90, fanMm: 200, flow: 1 };
  const amount = { ml: 220 / 60, scale: plumeOf({ ...SPRAY.shape, fanMm: 200 }).scale };
  const quick = layPath(surface, SPRAY, [gun, { ...gun, t: 1 }]).filmUm;
  const plain = Float64Array.from(quick, (_, index) => puffUm(surface, index, SPRAY, gun, amount));
  const most = Math.max(...plain);
  const apart = Math.max(...plain.map((um, index) => Math.abs(um - (quick[index] ?? 0))));
  console.log(`quick against formula: ${((100 * apart) / most).toFixed(4)} % of the thickest point apart`);
}
