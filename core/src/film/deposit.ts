import { type Aim, aimOf, isShadowed, lookedAt, reachOf } from './aim.ts';
import type { GunPath, GunSample } from './path.ts';
import {
  type Plume,
  type PlumeShape,
  plumeOf,
  SMEAR_STEPS,
  type Smear,
  smeared,
  TABLE_STEPS,
} from './plume.ts';
import type { Surface } from './surface.ts';

/** Paint that a gun gives and how it spreads; how wide its fan is set is said moment by moment. */
export interface Spray {
  flowMlMin: number;
  transfer: number;
  shape: Omit<PlumeShape, 'fanMm'>;
}

/** Wet film on every point of a surface, in µm, and where the paint went, in mL. */
export interface Deposit {
  filmUm: Float64Array;
  sprayedMl: number;
  /** Of it what was carried to the piece, and what flew past its edges and the openings in it. */
  onPieceMl: number;
  pastMl: number;
  /** What never arrived anywhere: bounce, mist. */
  airMl: number;
}

/** A box of cells of a map, both ends in it. */
export interface CellBox {
  fromColumn: number;
  toColumn: number;
  fromRow: number;
  toRow: number;
}

/** A layer at a moment: its film, and where the paint went until then. */
export interface KeptLayer {
  filmUm: Float64Array;
  onMl: number;
  sprayedMl: number;
}

/** A step along the stroke is so long against the distance; one across it so short against half the fan. */
const STEP_SHARE = 0.08;
const ACROSS_PARTS = 10;
/** Cosine of the angle up to which a gun counts as held square. */
const SQUARE = 0.97;

/** Everything that is needed to lay paint on a surface bit by bit; kept between strokes, as when somebody draws. */
export class FilmLayer {
  readonly filmUm: Float64Array;
  readonly #plumes = new Map<number, Plume>();
  #smear: { plume: Plume; half: number; smear: Smear } | null = null;
  /** Cells of the map that something came to since they were asked for. */
  #touched: CellBox | null = null;
  #onMl = 0;
  #sprayedMl = 0;

  /** @param before what is there already: the film of earlier coats, or a layer as it was kept, with its account. */
  constructor(
    readonly surface: Surface,
    readonly spray: Spray,
    before?: Float64Array | KeptLayer,
  ) {
    const film = before && 'filmUm' in before ? before.filmUm : before;
    this.filmUm = film ? Float64Array.from(film) : new Float64Array(surface.count);
    if (before && 'filmUm' in before) [this.#onMl, this.#sprayedMl] = [before.onMl, before.sprayedMl];
  }

  /** The layer as it is now, to be gone on from later. */
  kept(): KeptLayer {
    return { filmUm: Float64Array.from(this.filmUm), onMl: this.#onMl, sprayedMl: this.#sprayedMl };
  }

  #plumeFor(fanMm: number): Plume {
    const known = this.#plumes.get(fanMm) ?? plumeOf({ ...this.spray.shape, fanMm });
    this.#plumes.set(fanMm, known);
    return known;
  }

  /** The smear of a step; that of the one before where it is as long, as on a steady stroke. */
  #smearOf(plume: Plume, half: number): Smear {
    const known = this.#smear;
    if (known && known.plume === plume && Math.abs(known.half - half) < 1e-6) return known.smear;
    const smear = smeared(plume, half);
    this.#smear = { plume, half, smear };
    return smear;
  }

  /** The cells of the map that may have changed since this was asked last; null where none has. */
  touched(): CellBox | null {
    const box = this.#touched;
    this.#touched = null;
    return box;
  }

  #touch(fromColumn: number, toColumn: number, fromRow: number, toRow: number): void {
    if (toColumn < fromColumn || toRow < fromRow) return;
    const before = this.#touched;
    this.#touched = {
      fromColumn: Math.min(before?.fromColumn ?? fromColumn, fromColumn),
      toColumn: Math.max(before?.toColumn ?? toColumn, toColumn),
      fromRow: Math.min(before?.fromRow ?? fromRow, fromRow),
      toRow: Math.max(before?.toRow ?? toRow, toRow),
    };
  }

  /** Where the paint went so far. */
  deposit(): Deposit {
    const carried = this.#sprayedMl * this.spray.transfer;
    return {
      filmUm: this.filmUm,
      sprayedMl: this.#sprayedMl,
      onPieceMl: this.#onMl,
      pastMl: carried - this.#onMl,
      airMl: this.#sprayedMl - carried,
    };
  }

  /**
   * Sprays from one sample to the next, in steps over which distance and angle hardly change; within a step the plume is smeared along its way.
   * Samples with the trigger closed lay nothing.
   */
  move(from: GunSample, to: GunSample): void {
    const seconds = to.t - from.t;
    if (seconds <= 0 || from.flow <= 0 || to.flow <= 0) return;
    const plume = this.#plumeFor(from.fanMm);
    const at = (s: number): GunSample => {
      const mix = (a: number, b: number) => a + s * (b - a);
      return {
        t: 0,
        x: mix(from.x, to.x),
        y: mix(from.y, to.y),
        z: mix(from.z, to.z),
        yawDeg: mix(from.yawDeg, to.yawDeg),
        pitchDeg: mix(from.pitchDeg, to.pitchDeg),
        fanDeg: from.fanDeg,
        fanMm: from.fanMm,
        flow: mix(from.flow, to.flow),
      };
    };
    const middle = aimOf(at(0.5));
    const [start, end] = [lookedAt(aimOf(from)), lookedAt(aimOf(to))];
    const far = Math.max(
      20,
      Math.hypot(middle.px - start.x / 2 - end.x / 2, middle.py - start.y / 2 - end.y / 2, middle.pz),
    );
    const [wayX, wayY] = [end.x - start.x, end.y - start.y];
    const along = Math.abs(wayX * middle.v[0] + wayY * middle.v[1]);
    const across = Math.abs(wayX * middle.u[0] + wayY * middle.u[1]);
    // Seen at a slant, one end of the fan is far and the other near: one smear does not fit both.
    const isSlanted = -middle.a[2] < SQUARE;
    const longest = far * (isSlanted ? Math.min(STEP_SHARE, plume.alongMax) : STEP_SHARE);
    const steps = Math.max(
      1,
      Math.ceil(along / longest),
      Math.ceil(across / ((far * plume.acrossMax) / ACROSS_PARTS)),
    );
    const smear = this.#smearOf(plume, along / (2 * steps * far));
    const ml = (this.spray.flowMlMin / 60) * (seconds / steps);
    for (let index = 0; index < steps; index += 1) {
      const sample = at((index + 0.5) / steps);
      this.#puff(aimOf(sample), plume, smear, ml * sample.flow);
    }
  }

  /** Lays so many mL as leave the gun at one place. */
  #puff(aim: Aim, plume: Plume, smear: Smear, ml: number): void {
    const { surface, spray } = this;
    this.#sprayedMl += ml;
    const reach = reachOf(aim, plume.acrossMax, smear.max, surface);
    // mL to µm on a mm²: 10⁶.
    const amount = ml * spray.transfer * plume.scale * 1e6;
    const { columns, rows, dx, dy, tiles } = surface;
    const fromColumn = Math.max(0, Math.floor(reach.fromX / dx));
    const toColumn = Math.min(columns - 1, Math.floor(reach.toX / dx));
    const fromRow = Math.max(0, Math.floor(reach.fromY / dy));
    const toRow = Math.min(rows - 1, Math.floor(reach.toY / dy));
    this.#touch(fromColumn, toColumn, fromRow, toRow);
    let laid = 0;
    for (let row = fromRow; row <= toRow; row += 1) {
      const start = row * columns;
      laid += layRun(surface, this.filmUm, aim, {
        plume,
        smear,
        amount,
        from: start + fromColumn,
        to: start + toColumn,
      });
    }
    const left = Math.max(0, Math.floor(reach.fromX / tiles.size) + 1);
    const right = Math.min(tiles.columns - 1, Math.floor(reach.toX / tiles.size) + 1);
    const top = Math.max(0, Math.floor(reach.fromY / tiles.size) + 1);
    const bottom = Math.min(tiles.rows - 1, Math.floor(reach.toY / tiles.size) + 1);
    for (let row = top; row <= bottom; row += 1) {
      const from = tiles.first[row * tiles.columns + left] as number;
      const to = (tiles.first[row * tiles.columns + right + 1] as number) - 1;
      if (to >= from) laid += layRun(surface, this.filmUm, aim, { plume, smear, amount, from, to });
    }
    this.#onMl += laid / 1e6;
  }
}

/** Lays paint on points one after the other, from the first to the last, and says how much, in µm·mm². */
function layRun(
  surface: Surface,
  filmUm: Float64Array,
  { px, py, pz, a, u, v }: Aim,
  {
    plume,
    smear,
    amount,
    from,
    to,
  }: { plume: Plume; smear: Smear; amount: number; from: number; to: number },
): number {
  const { acrossMax, across } = plume;
  const { max: alongMax, table: along } = smear;
  const { x, y, z, nx, ny, nz, area, clear, topZ } = surface;
  const below = topZ - 0.01;
  const perP = TABLE_STEPS / acrossMax;
  const perQ = SMEAR_STEPS / alongMax;
  const [ax, ay, az] = a;
  const [ux, uy, uz] = u;
  const [vx, vy, vz] = v;
  let laid = 0;
  for (let index = from; index <= to; index += 1) {
    const ex = (x[index] as number) - px;
    const ey = (y[index] as number) - py;
    const ez = (z[index] as number) - pz;
    const ahead = ex * ax + ey * ay + ez * az;
    const p = Math.abs(ex * ux + ey * uy + ez * uz);
    const q = Math.abs(ex * vx + ey * vy + ez * vz);
    if (!(p < acrossMax * ahead) || !(q < alongMax * ahead)) continue;
    const facing = -(ex * (nx[index] as number) + ey * (ny[index] as number) + ez * (nz[index] as number));
    const own = area[index] as number;
    if (facing <= 0 || own === 0) continue;
    if ((z[index] as number) < below) {
      // Where the way to the gun has risen above everything, and how far nothing higher stands.
      const rise = (topZ - (z[index] as number)) / -ez;
      const free = clear[index] as number;
      const isFree = ez < 0 && (ex * ex + ey * ey) * rise * rise < free * free;
      if (!isFree && isShadowed(surface, index, px, py, pz)) continue;
    }
    const i = (p / ahead) * perP;
    const j = (q / ahead) * perQ;
    const i0 = i | 0;
    const j0 = j | 0;
    const a0 = across[i0] as number;
    const b0 = along[j0] as number;
    const atP = a0 + (i - i0) * ((across[i0 + 1] as number) - a0);
    const atQ = b0 + (j - j0) * ((along[j0 + 1] as number) - b0);
    const r2 = ex * ex + ey * ey + ez * ez;
    const um = (amount * atP * atQ * facing) / (r2 * Math.sqrt(r2));
    filmUm[index] = (filmUm[index] as number) + um;
    laid += um * own;
  }
  return laid;
}

/** Lays a path on a surface, over what is there already. */
export function layPath(surface: Surface, spray: Spray, path: GunPath, before?: Float64Array): Deposit {
  const layer = new FilmLayer(surface, spray, before);
  for (let index = 1; index < path.length; index += 1)
    layer.move(path[index - 1] as GunSample, path[index] as GunSample);
  return layer.deposit();
}
