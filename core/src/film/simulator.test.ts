import { describe, expect, it } from 'vitest';
import { pieceOf } from '../../test/pieceOf.ts';
import { layPath, type Spray } from './deposit.ts';
import { filmFigures } from './filmMap.ts';
import { type GunSample, NO_FAULTS, pathOf, type Stroke } from './path.ts';
import { plumeAngles, plumeOf, plumeStrength } from './plume.ts';
import { puffUm } from './puff.ts';
import { settingFilmUm } from './setting.ts';
import { bestField, faceReckoning, fieldStrokes, strokePlanOf } from './strokePlan.ts';
import { surfaceOf } from './surface.ts';

const SPRAY: Spray = { flowMlMin: 220, transfer: 0.65, shape: { referenceMm: 200, b: 2, bAlong: 2 } };
const FAN = 200;
const slab = (width: number, height: number) =>
  pieceOf(width, height, { construction: 'slab', finishEdges: false });
const stroke = (part: Partial<Stroke> = {}): Stroke => ({
  fromX: -200,
  fromY: 0,
  toX: 200,
  toY: 0,
  yawDeg: 0,
  pitchDeg: 0,
  fanDeg: 90,
  fanMm: FAN,
  flow: 1,
  of: 'face',
  leadMm: 70,
  ...part,
});
const motion = { distanceMm: 200, speedCmS: 35, faults: NO_FAULTS };
const still = (part: Partial<GunSample> = {}): GunSample => ({
  t: 0,
  x: 200,
  y: 200,
  z: 200,
  yawDeg: 0,
  pitchDeg: 0,
  fanDeg: 90,
  fanMm: FAN,
  flow: 1,
  ...part,
});

describe('a plume', () => {
  it('opens to its fan at the reference distance, and a sixth of the angle along', () => {
    const { across, along } = plumeAngles({ ...SPRAY.shape, fanMm: FAN });
    expect(200 * Math.tan(across)).toBeCloseTo(100, 9);
    expect(along).toBeCloseTo(across / 6, 12);
    expect(plumeStrength({ ...SPRAY.shape, fanMm: FAN }, 0, 0)).toBe(1);
    expect(plumeStrength({ ...SPRAY.shape, fanMm: FAN }, across, 0)).toBe(0);
    // Halfway out (1 − 1/4)^(b − 1).
    expect(plumeStrength({ ...SPRAY.shape, fanMm: FAN }, across / 2, 0)).toBeCloseTo(0.75, 12);
    expect(plumeStrength({ ...SPRAY.shape, fanMm: FAN, b: 3 }, across / 2, 0)).toBeCloseTo(0.5625, 12);
  });

  it('lays all that it carries on a square-on plane, at any distance', () => {
    for (const z of [120, 200, 350]) {
      const plate = surfaceOf(slab(600, 600), 2);
      const path = [still({ x: 300, y: 300, z }), still({ x: 300, y: 300, z, t: 2 })];
      const { onPieceMl, sprayedMl, pastMl, airMl } = layPath(plate, SPRAY, path);
      expect(sprayedMl).toBeCloseTo(220 / 30, 9);
      expect(Math.abs(onPieceMl / (sprayedMl * 0.65) - 1)).toBeLessThan(0.005);
      expect(onPieceMl + pastMl + airMl).toBeCloseTo(sprayedMl, 9);
    }
  });
});

describe('a field of strokes', () => {
  it.each([
    [0.5, 2],
    [0.5, 1.6],
    [0.3, 3],
    [0.75, 2],
  ])('overlapped by %d with exponent %d lays 10⁴·Q·TE/(index·speed) in the middle', (overlap, b) => {
    const spray = { ...SPRAY, shape: { ...SPRAY.shape, b } };
    const index = FAN * (1 - overlap);
    const strokes = Array.from({ length: 31 }, (_, number) =>
      stroke({ fromX: -400, toX: 400, fromY: (number - 15) * index, toY: (number - 15) * index }),
    );
    // One index high: what one stroke lacks there the next ones bring.
    const plate = surfaceOf(slab(60, index), 1);
    const shifted = strokes.map((one) => ({
      ...one,
      fromY: one.fromY + index / 2,
      toY: one.toY + index / 2,
    }));
    const { filmUm } = layPath(plate, spray, pathOf(shifted, motion));
    const wanted = settingFilmUm({ flowMlMin: 220, transfer: 0.65, fanMm: FAN, overlap, speedCmS: 35 });
    const { meanUm } = filmFigures(plate, filmUm, { leastUm: 0, sagUm: 1000 });
    expect(Math.abs(meanUm / wanted - 1)).toBeLessThan(0.005);
  });

  it('is 68 µm at 220 mL/min, 0.65, 20 cm, half overlap and 35 cm/s', () => {
    expect(
      settingFilmUm({ flowMlMin: 220, transfer: 0.65, fanMm: 200, overlap: 0.5, speedCmS: 35 }),
    ).toBeCloseTo(68.095, 3);
  });

  it('varies less with half overlap than with 30 %', () => {
    const cv = (overlap: number) => {
      const piece = slab(400, 720);
      const surface = surfaceOf(piece, 3);
      const strokes = fieldStrokes(piece, { direction: 'across', fanMm: FAN, overlap, leadMm: 70 }, 1);
      return filmFigures(surface, layPath(surface, SPRAY, pathOf(strokes, motion)).filmUm, {
        leastUm: 50,
        sagUm: 150,
      }).cv;
    };
    expect(cv(0.5)).toBeLessThan(0.1);
    expect(cv(0.3)).toBeGreaterThan(1.2 * cv(0.5));
  });
});

describe('one stroke', () => {
  /** ∫ strength·D/r³ ds along an endless stroke at a distance y aside, by Simpson with 4,000 parts. */
  function profile(y: number, distance: number): number {
    const shape = { ...SPRAY.shape, fanMm: FAN };
    const half = distance * Math.tan(plumeAngles(shape).along);
    const n = 4000;
    const value = (x: number) =>
      (plumeStrength(shape, Math.atan(y / distance), Math.atan(x / distance)) * distance) /
      (x * x + y * y + distance * distance) ** 1.5;
    let sum = value(-half) + value(half);
    for (let index = 1; index < n; index += 1)
      sum += (index % 2 === 1 ? 4 : 2) * value(-half + (2 * half * index) / n);
    return (sum * ((2 * half) / n)) / 3;
  }

  it('leaves the profile of the plume, integrated along the way', () => {
    const plate = surfaceOf(slab(10, 240), 2);
    const path = pathOf([stroke({ fromX: -300, toX: 310, fromY: 120, toY: 120 })], motion);
    const { filmUm } = layPath(plate, SPRAY, path);
    const perSecond = ((220 / 60) * 0.65 * 1e6 * plumeOf({ ...SPRAY.shape, fanMm: FAN }).scale) / 350;
    const errors = Array.from({ length: plate.rows }, (_, row) => {
      const index = row * plate.columns + Math.floor(plate.columns / 2);
      const wanted = perSecond * profile((plate.y[index] ?? 0) - 120, 200);
      return Math.abs((filmUm[index] ?? 0) - wanted);
    });
    const middle = perSecond * profile(0, 200);
    expect(Math.max(...errors) / middle).toBeLessThan(0.005);
  });

  it('is the same seen in a mirror and turned by a quarter', () => {
    const plate = surfaceOf(slab(240, 240), 3);
    const lay = (part: Partial<Stroke>) => layPath(plate, SPRAY, pathOf([stroke(part)], motion)).filmUm;
    const right = lay({ fromX: -80, toX: 320, fromY: 90, toY: 90, pitchDeg: 12 });
    const left = lay({ fromX: 320, toX: -80, fromY: 90, toY: 90, pitchDeg: 12 });
    const down = lay({ fromX: 90, toX: 90, fromY: -80, toY: 320, yawDeg: 12, fanDeg: 0 });
    const turned = Float64Array.from({ length: plate.count }, (_, index) => {
      const [column, row] = [index % plate.columns, Math.floor(index / plate.columns)];
      return down[column * plate.columns + row] ?? 0;
    });
    const far = (a: Float64Array, b: Float64Array) =>
      Math.max(...a.map((um, index) => Math.abs(um - (b[index] ?? 0))));
    expect(Math.max(...right)).toBeGreaterThan(20);
    expect(far(right, turned)).toBeLessThan(1e-6 * Math.max(...right));
    // The other way round the sub-steps lie elsewhere.
    expect(far(right, left)).toBeLessThan(0.01 * Math.max(...right));
  });

  it('keeps its account: sprayed is on the piece, past it and in the air, and the film adds up to what is on it', () => {
    const piece = pieceOf(400, 300, { construction: 'five-piece', recessMm: 9, bevelMm: 0, frameMm: 60 });
    const surface = surfaceOf(piece, 3);
    const plan = strokePlanOf(piece, {
      flowMlMin: 220,
      fanMm: FAN,
      overlap: 0.5,
      leadMm: 70,
      speedCmS: 35,
      hasEdges: true,
    });
    const { filmUm, sprayedMl, onPieceMl, pastMl, airMl } = layPath(
      surface,
      SPRAY,
      pathOf(plan.strokes, motion),
    );
    const summed = filmUm.reduce((sum, um, index) => sum + um * (surface.area[index] ?? 0), 0) / 1e6;
    expect(Math.abs(summed / onPieceMl - 1)).toBeLessThan(1e-6);
    expect(Math.abs((onPieceMl + pastMl + airMl) / sprayedMl - 1)).toBeLessThan(1e-6);
    expect(Math.abs(sprayedMl / plan.sprayedMl - 1)).toBeLessThan(1e-6);
    expect(pastMl).toBeGreaterThan(0);
    expect(airMl).toBeCloseTo(0.35 * sprayedMl, 9);
  });

  it('comes out of the quick way as out of the formula, point by point', () => {
    const piece = pieceOf(300, 300, {
      construction: 'raised-panel',
      recessMm: 8,
      bevelMm: 4,
      marginMm: 30,
      raiseMm: 6,
    });
    const surface = surfaceOf(piece, 3);
    const sample = still({ x: 140, y: 150, z: 180, yawDeg: 15, pitchDeg: -10, fanDeg: 60 });
    const { filmUm } = layPath(surface, SPRAY, [sample, { ...sample, t: 1 }]);
    const cells = surface.columns * surface.rows;
    const { scale } = plumeOf({ ...SPRAY.shape, fanMm: FAN });
    let most = 0;
    let worst = 0;
    for (let index = 0; index < cells; index += 1) {
      const plain = puffUm(surface, index, SPRAY, sample, { ml: 220 / 60, scale });
      most = Math.max(most, plain);
      // The flat face has nothing before it.
      if (surface.z[index] === 0) worst = Math.max(worst, Math.abs(plain - (filmUm[index] ?? 0)));
    }
    expect(most).toBeGreaterThan(100);
    expect(worst / most).toBeLessThan(1e-4);
  });

  it('comes closer to one film as the grid is refined: four times at half the cells', () => {
    const piece = pieceOf(320, 240, { construction: 'slab', finishEdges: false });
    // A stroke in the middle of the piece: all of it lands there, and the sum over the cells is what is not exact.
    const at = (cell: number) =>
      layPath(surfaceOf(piece, cell), { ...SPRAY, shape: { ...SPRAY.shape, b: 3, bAlong: 3 } }, [
        still({ x: 151, y: 117 }),
        still({ x: 151, y: 117, t: 1 }),
      ]).onPieceMl;
    const exact = (220 / 60) * 0.65;
    const [coarse, fine] = [Math.abs(at(16) - exact), Math.abs(at(8) - exact)];
    expect(coarse / fine).toBeGreaterThan(3);
    expect(Math.abs(at(2) / exact - 1)).toBeLessThan(1e-3);
  });
});

describe('strokes for a piece', () => {
  it('are as many as cover it, and waste what flies past it', () => {
    // n = ceil((720 + 100)/100) = 9 strokes of 400 + 140; 400·720 / (9·100·540).
    expect(
      faceReckoning(
        { widthMm: 400, heightMm: 720 },
        { direction: 'across', fanMm: 200, overlap: 0.5, leadMm: 70 },
      ),
    ).toEqual({ strokes: 9, efficiency: (400 * 720) / (9 * 100 * 540) });
  });

  it('start on the edge or beyond it, lie evenly, and end where they should', () => {
    const strokes = fieldStrokes(
      { widthMm: 400, heightMm: 720 },
      { direction: 'across', fanMm: 200, overlap: 0.5, leadMm: 70 },
      1,
    );
    expect(strokes).toHaveLength(9);
    expect(strokes[0]).toMatchObject({ fromX: -70, toX: 470, fromY: -40, fanDeg: 90 });
    expect(strokes[1]).toMatchObject({ fromX: 470, toX: -70, fromY: 60 });
    expect(strokes.at(-1)?.fromY).toBe(760);
  });

  it('narrow the fan for a narrow front, and take less flow with it', () => {
    const wish = { flowMlMin: 220, fanMm: 250, overlap: 0.5, leadMm: 70, speedCmS: 35, hasEdges: false };
    const front = pieceOf(400, 140, { construction: 'slab' });
    const plan = strokePlanOf(front, wish);
    expect(plan.face.fanMm).toBeLessThan(250);
    expect(plan.strokes[0]?.flow).toBeCloseTo(plan.face.fanMm / 250, 9);
    // Half the fan at half the flow lays the same film.
    const film = (fanMm: number, flow: number) =>
      settingFilmUm({ flowMlMin: 220 * flow, transfer: 0.65, fanMm, overlap: 0.5, speedCmS: 35 });
    expect(film(plan.face.fanMm, plan.strokes[0]?.flow ?? 0)).toBeCloseTo(film(250, 1), 9);
    const fixed = faceReckoning(front, { direction: 'across', fanMm: 250, overlap: 0.5, leadMm: 70 });
    expect(plan.geometricEfficiency).toBeGreaterThan(fixed.efficiency);
    expect(bestField(front, { fanMm: 250, overlap: 0.5, leadMm: 70, direction: 'down' }).direction).toBe(
      'down',
    );
  });

  it('take the walls of a recess first, then the outer edges, then the face; a slab has no walls', () => {
    const wish = { flowMlMin: 220, fanMm: 200, overlap: 0.5, leadMm: 70, speedCmS: 35, hasEdges: true };
    const kinds = (part: Parameters<typeof pieceOf>[2]) =>
      strokePlanOf(pieceOf(400, 720, part), wish).strokes.map(({ of }) => of);
    const recessed = kinds({ construction: 'five-piece', recessMm: 9, bevelMm: 0 });
    expect(recessed.slice(0, 8)).toEqual([...Array(4).fill('wall'), ...Array(4).fill('edge')]);
    expect(new Set(recessed.slice(8))).toEqual(new Set(['face']));
    expect(kinds({ construction: 'slab' }).filter((of) => of === 'wall')).toEqual([]);
    expect(kinds({ construction: 'slab', bareEdges: ['top'] }).filter((of) => of === 'edge')).toHaveLength(3);
  });

  it('with walls of their own leave more on them than the face alone', () => {
    const piece = pieceOf(400, 400, {
      construction: 'five-piece',
      recessMm: 9,
      bevelMm: 0,
      finishEdges: false,
    });
    const surface = surfaceOf(piece, 3);
    const onWalls = (hasEdges: boolean) => {
      const { strokes } = strokePlanOf(piece, {
        flowMlMin: 220,
        fanMm: 200,
        overlap: 0.5,
        leadMm: 70,
        speedCmS: 35,
        hasEdges,
      });
      const { filmUm } = layPath(surface, SPRAY, pathOf(strokes, motion));
      return filmFigures(surface, filmUm, { leastUm: 30, sagUm: 150 }, (part) => part === 'wall').meanUm;
    };
    expect(onWalls(true)).toBeGreaterThan(2 * onWalls(false));
  });
});
