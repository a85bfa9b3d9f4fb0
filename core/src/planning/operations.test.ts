import { describe, it } from 'vitest';
import { batchOf } from '../../test/batch.ts';
import { expect, words } from '../../test/expect.ts';
import { sampleJob, sampleShop } from '../../test/sample.ts';
import { filmClocks } from '../drying/index.ts';
import type { LogEntry } from '../jobs/index.ts';
import { coatAmounts } from '../mixing/index.ts';
import { type Piece, profileLengthMm, sideAreaM2 } from '../pieces/index.ts';
import { handsOnMinutes, type Step, YARDSTICKS } from '../systems/index.ts';
import { clocksOfCoat, lagsOf } from './problem/coatClocks.ts';
import type { JobForPlanning } from './problem/input.ts';
import type { Batch } from './problem/loads.ts';
import { type PlanOp, workMinutes } from './problem/model.ts';
import { draftOps } from './problem/operations.ts';

const shop = sampleShop();

function opsOf(job: JobForPlanning, lie: Batch['lie'], pieces: Piece[] = job.pieces): PlanOp[] {
  const zone = job.zones[0];
  if (!zone) throw new Error('no zone');
  const isTwoSided = lie === 'flat' && pieces.some(({ finishBack }) => finishBack);
  return draftOps(job, shop, zone, { ...batchOf(lie, pieces), isTwoSided }, 'load', []);
}

function opNamed(ops: PlanOp[], name: string): PlanOp {
  const found = ops.find((op) => words(op.name) === name);
  if (!found) throw new Error(`no “${name}” among ${ops.map((op) => words(op.name)).join(', ')}`);
  return found;
}

describe('the tasks of a batch', () => {
  const job = sampleJob([{ systemId: 'D', doors: 4, fronts: 0 }], shop);

  it('are one per coat when the batch hangs, three when it lies two-sided', () => {
    const tasks = (ops: PlanOp[]) =>
      ops.filter(({ stepKey }) => stepKey === 'colour-1').map(({ name }) => name);
    expect(tasks(opsOf(job, 'hung'))).toEqual(['Colour 1']);
    expect(tasks(opsOf(job, 'flat'))).toEqual(['Colour 1, backs', 'Flip for Colour 1', 'Colour 1, fronts']);
    const oneSided = job.pieces.map((piece) => ({ ...piece, finishBack: false }));
    expect(tasks(opsOf(job, 'flat', oneSided))).toEqual(['Colour 1']);
  });

  it('are one for a stain that is wiped on and off both sides, however it lies, and not where it is sprayed', () => {
    const stained = sampleJob([{ systemId: 'K', doors: 4, fronts: 0 }], shop);
    const tasks = (from: JobForPlanning) =>
      opsOf(from, 'flat')
        .filter(({ stepKey }) => stepKey === 'stain')
        .map(({ side, action }) => `${side} ${action}`);
    expect(tasks(stained)).toEqual(['all do']);
    const sprayed = stained.steps.map((step) =>
      step.key === 'stain' ? { ...step, applicator: 'turbine' as const } : step,
    );
    expect(tasks({ ...stained, steps: sprayed })).toEqual(['back do', 'front flip', 'front do']);
    // The clear coat over it is turned as any other.
    const clear = opsOf(stained, 'flat').filter(({ stepKey }) => stepKey === 'clear-1');
    expect(clear.map(({ action }) => action)).toEqual(['do', 'flip', 'do']);
  });

  it('keep paints apart that differ by their conditioner, or by the tint of a primer', () => {
    const material = (part: Partial<Step>, name: string) => {
      const steps = job.steps.map((step) =>
        /^(colour|prime)-1$/.test(step.key) ? { ...step, ...part } : step,
      );
      return opNamed(opsOf({ ...job, steps }, 'hung'), name).paint?.material;
    };
    expect(material({ conditionerPct: 5 }, 'Colour 1')).not.toBe(material({}, 'Colour 1'));
    expect(material({ tintPct: 50 }, 'Prime 1')).not.toBe(material({}, 'Prime 1'));
    expect(material({ tintPct: 50 }, 'Prime 1')).not.toBe(material({ tintPct: 100 }, 'Prime 1'));
  });

  it('are one session where the same material goes on out of the same gun, and where the step is the same', () => {
    const ops = opsOf(job, 'hung');
    const key = (name: string) => opNamed(ops, name).shareKey;
    const material = (name: string) => opNamed(ops, name).paint?.material ?? null;
    expect(material('Colour 1')).not.toBeNull();
    expect(material('Colour 1')).toBe(material('Colour 2'));
    expect(material('Colour 1')).not.toBe(material('Prime 1'));
    expect(key('Colour 1')).toBeNull();
    expect(key('Key P220')).not.toBe(key('Drill and hook'));
    expect(opNamed(opsOf(job, 'flat'), 'Flip for Colour 1').shareKey).toBeNull();
  });

  it('keep off a washed surface until it is dry: no paper, no filler, whatever the step itself asks for', () => {
    const washed = {
      ...job,
      steps: job.steps.map((step) => (step.operation === 'clean' ? { ...step, dryingMin: 60 } : step)),
    };
    const ops = opsOf(washed, 'hung');
    const wash = ops.filter(({ stepKey }) =>
      washed.steps.some((s) => s.key === stepKey && s.dryingMin === 60),
    );
    expect(wash.length).toBeGreaterThan(0);
    for (const op of wash) expect(op.lags?.sand).toBe(60);
    const key = opNamed(ops, 'Key P220');
    expect(washed.steps.find((step) => step.key === key.stepKey)?.waitFor).toBe('none');
    expect(key.waitFor).toBe('sand');
    // Taking doors down or masking may go on meanwhile.
    expect(ops.filter(({ waitFor }) => waitFor === 'none').length).toBeGreaterThan(0);
  });

  it('take straining by the litre, removal by what it is, and a brush round every profile', () => {
    const many = sampleJob([{ systemId: 'D', doors: 20, fronts: 0 }], shop);
    const [few, most] = [opNamed(opsOf(job, 'hung'), 'Colour 1'), opNamed(opsOf(many, 'hung'), 'Colour 1')];
    const sheet = shop.sheets['urethane-enamel-satin']!;
    const step = job.steps.find(({ key }) => key === 'colour-1')!;
    for (const [op, pieces] of [
      [few, job.pieces],
      [most, many.pieces],
    ] as const) {
      const { paintMl, thinnerMl } = coatAmounts(step, sheet, pieces, 'all', false)!;
      expect(op.setupMin).toBe(step.labour.setupMin + Math.round((2 * (paintMl + thinnerMl)) / 1000));
    }
    expect(most.setupMin).toBeGreaterThan(few.setupMin);
    // 4 doors × 6 min; 3 drawer fronts × 9 min.
    const [door] = job.pieces;
    const drawers = [1, 2, 3].map(() => ({ ...door!, kind: 'drawer-front' as const }));
    expect(handsOnMinutes(YARDSTICKS.remove, job.pieces, 'all')).toBe(24);
    expect(handsOnMinutes(YARDSTICKS.remove, drawers, 'all')).toBe(27);
    // One face of a framed door of 400 × 720: 9 min/m², and 4 min for each metre of its panel's outline.
    const oneFace = { ...door!, finishBack: false };
    const brushed = handsOnMinutes(YARDSTICKS.brush, [oneFace], 'front');
    expect(brushed).toBeCloseTo(9 * sideAreaM2(oneFace, 'front') + (4 * profileLengthMm(oneFace)) / 1000, 6);
    expect(profileLengthMm(oneFace)).toBeGreaterThan(1000);
  });

  it('turn flat pieces over between a coat on their backs and one on their fronts, and never those that hang', () => {
    const faced = {
      ...job,
      steps: job.steps.map((step) =>
        step.key === 'colour-1'
          ? { ...step, faces: 'back' as const }
          : step.key === 'colour-2'
            ? { ...step, faces: 'front' as const }
            : step,
      ),
    };
    const tasks = (lie: Batch['lie']) =>
      opsOf(faced, lie)
        .filter(({ stepKey }) => /^colour-/.test(stepKey))
        .map(({ name }) => name);
    expect(tasks('flat')).toEqual(['Colour 1, backs', 'Flip for Colour 2', 'Colour 2, fronts']);
    expect(tasks('hung')).toEqual(['Colour 1, backs', 'Colour 2, fronts']);
    const flip = opNamed(opsOf(faced, 'flat'), 'Flip for Colour 2');
    expect(flip.waitFor).toBe('handle');
    // The other way about, or fronts alone, nothing is turned for them.
    const fronts = { ...faced, steps: faced.steps.filter(({ key }) => key !== 'colour-1') };
    expect(opsOf(fronts, 'flat').some(({ name }) => name === 'Flip for Colour 2')).toBe(false);
  });

  it('drill and hook only what hangs', () => {
    expect(opsOf(job, 'hung').some(({ stepKey }) => stepKey === 'hang')).toBe(true);
    expect(opsOf(job, 'flat').some(({ stepKey }) => stepKey === 'hang')).toBe(false);
  });

  it('hold rail or rack until dry to handle, and the booth only while spraying', () => {
    const hung = opNamed(opsOf(job, 'hung'), 'Colour 1');
    const handle = filmClocks(shop.sheets['urethane-enamel-satin']!, shop.climate).handle.hereMinutes;
    expect(hung.hold).toEqual({
      resourceId: 'rail',
      amount: 4 * 480,
      least: 480,
      each: [480, 480, 480, 480],
      minutes: handle,
    });
    expect(hung.uses).toEqual([{ resourceId: 'booth', amount: 1 }]);
    expect(opNamed(opsOf(job, 'flat'), 'Colour 1, backs').hold).toMatchObject({
      resourceId: 'rack',
      amount: 4,
    });
    expect(opNamed(opsOf(job, 'flat'), 'Flip for Colour 1')).toMatchObject({
      hold: null,
      uses: [],
      row: 'rack',
      waitFor: 'handle',
    });
  });

  it('stay in the room with rollers when the pieces are fixed', () => {
    const frames = sampleJob([{ systemId: 'D', doors: 0, fronts: 0, frames: 2 }], shop);
    const coat = opNamed(opsOf(frames, 'fixed'), 'Colour 1');
    expect(coat).toMatchObject({
      row: 'room',
      hold: null,
      uses: [{ resourceId: 'room', amount: 1 }],
      setupMin: 15,
      cleanupMin: 10,
    });
  });

  it('scuff a load where it dries instead of carrying it to the bench', () => {
    expect(opNamed(opsOf(job, 'hung'), 'Scuff P320').row).toBe('rail');
    expect(opNamed(opsOf(job, 'flat'), 'Scuff P320').row).toBe('rack');
    expect(opNamed(opsOf(job, 'hung'), 'Sand primer P240').row).toBe('bench');
  });

  it('mark what gives a new key, what leaves it clean, and what must not be cut', () => {
    const ops = opsOf(job, 'hung');
    expect(ops.filter(({ abrades }) => abrades).map(({ stepKey }) => stepKey)).toEqual([
      'key',
      'sand-prime',
      'sand-colour-1',
    ]);
    expect(ops.filter(({ cleans }) => cleans).map(({ stepKey }) => stepKey)).toEqual([
      'dust-prime',
      'dust-colour-1',
      'dust-colour-2',
    ]);
    expect(ops.filter(({ isWet }) => isWet).map(({ stepKey }) => stepKey)).toEqual([
      'prime-1',
      'colour-1',
      'colour-2',
    ]);
  });
});

describe('labour, by hand', () => {
  // A five-piece door 400 × 720 × 20, frame 60, recess 8, both sides: 0.64896 m² to finish, 1.76 m of profile a side.
  const job = sampleJob([{ systemId: 'D', doors: 1, fronts: 0 }], shop);
  const ops = opsOf(job, 'hung');

  it.each([
    // set-up 5 + 5 min/m² × 0.649 + clean-up 5
    ['Degrease and rinse', 5 + 3.24 + 5],
    // set-up 3 + 4 min/m² × 0.649 + 3 min/m × 3.52 m + clean-up 2
    ['Key P220', 3 + 2.6 + 10.56 + 2],
    // set-up 5 + 2 min a piece
    ['Drill and hook', 5 + 2],
    // turbine: set-up 27 + 0.5 a piece + 1.2 min/m² × 0.649 + clean-up 20
    ['Colour 1', 27 + 0.5 + 0.78 + 20],
    // set-up 10 + 8 a door
    ['Refit', 10 + 8],
  ])('%s takes %d minutes', (name, minutes) => {
    expect(workMinutes(opNamed(ops, name))).toBe(Math.ceil(minutes));
  });

  it('grows with the pieces but sets up once', () => {
    const four = opNamed(
      opsOf(sampleJob([{ systemId: 'D', doors: 4, fronts: 0 }], shop), 'hung'),
      'Colour 1',
    );
    // Straining: half a litre of mix at 2 min/L is a minute.
    expect(workMinutes(four)).toBe(Math.ceil(27 + 1 + 4 * 1.28 + 20));
  });
});

describe('clocks of a coat', () => {
  const job = sampleJob([{ systemId: 'D', doors: 1, fronts: 0 }], shop);
  const colour = job.steps.find(({ key }) => key === 'colour-1')!;
  const entry: Omit<LogEntry, 'coat'> = {
    id: 'e',
    jobId: 'j',
    stepId: colour.id,
    side: 'all',
    action: 'do',
    pieceIds: [],
    doneAt: '2026-11-25T10:40:00.000Z',
    note: '',
    correctsId: null,
    isWithdrawal: false,
    memberId: null,
    memberName: '',
    loggedAt: '2026-11-25T10:40:00.000Z',
  };
  const coat = {
    productKey: 'urethane-enamel-satin',
    paintMl: null,
    thinnerMl: null,
    cup: null,
    cupSeconds: null,
    climate: null,
    wftUm: null,
  };
  const indoors = { climate: shop.climate, hourly: [] };
  const clocks = (
    change: Partial<typeof coat> | { climate: { airC: number; rhPct: number } } | { wftUm: number },
  ) =>
    clocksOfCoat(colour, shop, indoors, {
      ...entry,
      coat: { ...coat, ...change },
    });

  it('take the expected air until a coat is logged, then its own', () => {
    const expected = clocksOfCoat(colour, shop, indoors);
    expect(clocks({})).toEqual(expected);
    expect(clocks({ climate: { airC: 17, rhPct: 68 } })?.recoatMin.hereMinutes).toBe(544);
  });

  it('take the film that was measured', () => {
    const thick = clocks({ wftUm: 190 });
    expect(thick?.sand.hereMinutes).toBeCloseTo((clocks({})?.sand.hereMinutes ?? 0) * 2 ** 1.5, -1);
  });

  it('take the product that was really used', () => {
    expect(clocks({ productKey: 'alkyd-enamel-satin' })?.sand.sheetMinutes).toBe(960);
    expect(clocks({ productKey: 'gone from the stores' })).toBeNull();
  });

  it('become lags by kind of successor', () => {
    const film = clocks({});
    if (!film) throw new Error('no clocks');
    expect(lagsOf(film)).toEqual({
      touch: film.touch.hereMinutes,
      sand: film.sand.hereMinutes,
      recoat: film.recoatMin.hereMinutes,
      handle: film.handle.hereMinutes,
      pack: film.pack.hereMinutes,
      refit: film.refit.hereMinutes,
    });
  });
});
