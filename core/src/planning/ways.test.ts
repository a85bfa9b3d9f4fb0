import { describe, expect, it } from 'vitest';
import { words } from '../../test/expect.ts';
import { sampleId, sampleJob, sampleShop, type ZonePlan } from '../../test/sample.ts';
import { NO_HARDWARE } from '../elevation/index.ts';
import { minutesByPhase } from '../estimating/index.ts';
import { NO_ROOM, PROTECTIONS, type Room, type RoomTask } from '../jobs/index.ts';
import type { Holder, Place } from '../places/index.ts';
import { lengthOf, minuteAt } from '../shop/index.ts';
import type { ShopYardsticks } from '../systems/index.ts';
import {
  checkPlan,
  type JobForPlanning,
  labourMinutes,
  type Plan,
  planJob,
  type ScheduledOp,
  type ShopForPlanning,
  type SolvedPlan,
  tiedKind,
} from './index.ts';

// Longer than other files: every way of working, carried from its pieces to a plan.

const MONDAY = minuteAt('2026-11-23', '06:00', 'Europe/London');

function planned(job: JobForPlanning, shop: ShopForPlanning): SolvedPlan {
  const made = planJob(job, shop, MONDAY);
  if (!made.ok) throw new Error(words(made.message));
  expect(checkPlan(made.value.problem, made.value.plan)).toEqual([]);
  return made.value;
}

function refusal(job: JobForPlanning, shop: ShopForPlanning): string {
  const made = planJob(job, shop, MONDAY);
  return made.ok ? '' : words(made.message);
}

const named = ({ ops }: Plan, name: RegExp): ScheduledOp[] =>
  ops.filter(({ op }) => name.test(words(op.name)));
const keysOf = ({ steps }: JobForPlanning) => steps.map(({ key }) => key);
const withSettings = (
  settings: Partial<ShopForPlanning['settings']>,
  change: Partial<ShopForPlanning> = {},
) => {
  const shop = sampleShop(change);
  return { ...shop, settings: { ...shop.settings, ...settings } };
};

const task = (kind: RoomTask['kind'], amount: number): RoomTask => ({
  kind,
  amount,
  doors: 0,
  minutesEach: null,
});
const ROOM: Room = {
  ...NO_ROOM,
  tasks: [task('floor', 20), task('wall', 25), task('edges', 12), task('extraction', 1)],
};
const inRoom = (job: JobForPlanning, room: Room | null): JobForPlanning => ({
  ...job,
  job: { ...job.job, room },
});

const TENT: Place = {
  id: 'tent',
  name: 'Carport tent',
  kind: 'tent',
  lengthMm: 3000,
  widthMm: 2500,
  heightMm: 2200,
  rating: 'waterborne-spray',
  air: { from: 'outdoors' },
  benches: 1,
};
const POSTS: Holder = { kind: 'posts', id: 'posts', name: 'Posts', placeId: 'tent', area: 'any', slots: 6 };
const KITCHEN: ZonePlan = { systemId: 'D', doors: 6, fronts: 3, frames: 2 };

describe('doors on their hinges', () => {
  const shop = sampleShop();
  const hung = (options: ZonePlan['options'] = {}) =>
    inRoom(sampleJob([{ ...KITCHEN, options, piece: { way: 'hinges' } }], shop), ROOM);

  it('are neither taken down nor hooked, packed or refitted, but masked and touched up', () => {
    const keys = keysOf(hung());
    expect(keys).toContain('mask-hinges');
    expect(keys.indexOf('touch-up')).toBe(keys.indexOf('colour-2') + 1);
    for (const gone of ['remove', 'hang', 'pack', 'refit']) expect(keys).not.toContain(gone);
  });

  it('get their fronts first, then every second back when those may be touched, then the others', () => {
    const { problem, plan } = planned(hung(), shop);
    const doors = plan.ops.filter(
      ({ op }) => op.stepKey === 'colour-1' && op.loadId !== plan.ops[0]?.op.loadId,
    );
    const [front, odd, even] = doors.filter(({ op }) => op.side !== 'all').sort((a, b) => a.start - b.start);
    if (!front || !odd || !even) throw new Error('no three passes');
    expect([front, odd, even].map(({ op }) => [op.side, op.pieceIds.length])).toEqual([
      ['front', 9],
      ['back', 3],
      ['back', 3],
    ]);
    const touch = front.op.lags?.touch ?? 0;
    expect(touch).toBeGreaterThan(0);
    expect(odd.start).toBeGreaterThanOrEqual(front.end + touch);
    expect(even.start).toBeGreaterThanOrEqual(odd.end + touch);
    // Side by side are never opened together.
    const at = (id: string) => problem.loads.flatMap(({ pieceIds }) => pieceIds).indexOf(id);
    const odds = odd.op.pieceIds.map(at).sort((a, b) => a - b);
    expect(odds.every((index, place) => place === 0 || index - (odds[place - 1] ?? 0) > 1)).toBe(true);

    // The checker sees a door that is opened beside a wet one.
    const early = { ...even, start: odd.start, end: odd.start + (even.end - even.start) };
    const bad = { ...plan, ops: plan.ops.map((item) => (item === even ? early : item)) };
    expect(checkPlan(problem, bad).map(({ code }) => code)).toContain('touching');
  });

  it('are opened by the map where they are on it: those that hang apart in one pass, whatever the list says', () => {
    const job = hung();
    const doors = job.pieces.filter(({ finishBack }) => finishBack);
    // Two walls of three: on each the first and the last hang apart, however they are listed.
    const places = [0, 2, 1, 3, 5, 4];
    const openings = places.map((at, index) => ({
      id: sampleId(5, index + 1),
      wallId: sampleId(4, at < 3 ? 1 : 2),
      tag: `N${index + 1}`,
      xMm: (at % 3) * 604,
      yMm: 100,
      widthMm: 600,
      heightMm: 720,
      hardware: NO_HARDWARE,
      baggedAt: null,
      returnedAt: null,
    }));
    const pieces = job.pieces.map((piece) => {
      const index = doors.indexOf(piece);
      return index < 0 ? piece : { ...piece, openingId: openings[index]?.id ?? null };
    });
    const { problem, plan } = planned({ ...job, pieces, openings }, shop);
    expect(checkPlan(problem, plan)).toEqual([]);
    const passes = plan.ops
      .filter(({ op }) => op.stepKey === 'colour-1' && op.side === 'back')
      .sort((a, b) => a.start - b.start)
      .map(({ op }) => op.pieceIds.map((id) => doors.findIndex((one) => one.id === id)).sort());
    expect(passes).toEqual([
      [0, 1, 3, 4],
      [2, 5],
    ]);
  });

  it('come off for the last coat where that is wanted, which goes on all at once, and go back on', () => {
    const job = hung({ offForLast: true });
    const keys = keysOf(job);
    expect(keys).not.toContain('touch-up');
    expect(keys.indexOf('take-off')).toBe(keys.indexOf('colour-2') - 1);
    const { plan } = planned(job, shop);
    const last = plan.ops.filter(({ op }) => op.stepKey === 'colour-2' && op.pieceIds.length === 9);
    expect(last.map(({ op }) => op.side)).toEqual(['all']);
    const [rehang] = named(plan, /Rehang/);
    expect(rehang?.op.pieceIds).toHaveLength(9);
    expect(rehang?.start).toBeGreaterThanOrEqual((last[0]?.end ?? 0) + (last[0]?.op.lags?.refit ?? 0));
  });

  it('are without the kitchen for fewer days than taken off, by planning both', () => {
    const apart = sampleJob([KITCHEN], withSettings({ tripMin: 30 }));
    const daysOf = ({ plan }: SolvedPlan, from: RegExp, to: RegExp) => {
      const start = Math.min(...named(plan, from).map((item) => item.start));
      return (Math.max(...named(plan, to).map(({ end }) => end)) - start) / 1440;
    };
    const off = daysOf(planned(apart, withSettings({ tripMin: 30 })), /^Remove/, /^Refit/);
    const on = daysOf(planned(hung(), shop), /^Prime 1/, /^Touch up/);
    expect(on).toBeLessThan(off);
  });
});

describe('areas of a zone', () => {
  it('go in turn in the room: the sink side is begun when the island is through', () => {
    const shop = sampleShop();
    const job = sampleJob([{ ...KITCHEN, options: { applicator: 'brush' }, piece: { way: 'hinges' } }], shop);
    const pieces = job.pieces.map((piece, index) => ({ ...piece, area: index < 3 ? 'Island' : 'Sink side' }));
    const { problem, plan } = planned({ ...job, pieces }, shop);
    const of = (area: string) => {
      const loads = problem.loads.filter((load) => load.area === area).map(({ id }) => id);
      return plan.ops.filter(({ op }) => loads.includes(op.loadId));
    };
    const through = Math.max(...of('Island').map(({ end }) => end));
    expect(Math.min(...of('Sink side').map(({ start }) => start))).toBeGreaterThanOrEqual(through);
    const [first] = of('Sink side');
    const bad = {
      ...plan,
      ops: plan.ops.map((item) => (item === first ? { ...item, start: MONDAY + 90 } : item)),
    };
    expect(checkPlan(problem, bad).map(({ code }) => code)).toContain('section');
  });
});

describe('a room that is protected', () => {
  const shop = sampleShop();
  const job = inRoom(sampleJob([{ ...KITCHEN, piece: { way: 'hinges' } }], shop), ROOM);

  it('is covered before anything is worked in it, in parts that somebody can do in one go, and cleared at the end', () => {
    const { problem, plan } = planned(job, shop);
    const up = plan.ops.filter(({ op }) => op.task && op.task !== 'removal');
    const down = plan.ops.filter(({ op }) => op.task === 'removal');
    const work = plan.ops.filter(({ op }) => !op.task);
    // 20 m² × 1.5 + 25 m² × 6 in two parts + 12 m × 4 + 20, and three tenths of it.
    expect(up.map(({ op }) => op.setupMin)).toEqual([30, 75, 75, 48, 20]);
    expect(down.reduce((sum, { op }) => sum + op.setupMin, 0)).toBeCloseTo(0.3 * 248);
    expect(Math.min(...work.map(({ start }) => start))).toBeGreaterThanOrEqual(
      Math.max(...up.map(({ end }) => end)),
    );
    expect(Math.min(...down.map(({ start }) => start))).toBeGreaterThanOrEqual(
      Math.max(...work.map(({ end }) => end)),
    );
    const [first] = work;
    const early = {
      ...plan,
      ops: plan.ops.map((item) => (item === first ? { ...item, start: MONDAY + 90 } : item)),
    };
    expect(checkPlan(problem, early).map(({ code }) => code)).toContain('protection');
  });

  it('keeps what is ticked off, and lets it be taken back', () => {
    const tick = (number: number, kind: RoomTask['kind'], isOn = true) => ({
      id: sampleId(5, number),
      at: '2026-11-20T09:00:00.000Z',
      what: { kind: 'room', task: kind, isOn },
    });
    const all = PROTECTIONS.map((kind, index) => tick(index + 1, kind));
    const open = (events: JobForPlanning['events']) =>
      planned({ ...job, ...(events && { events }) }, shop)
        .plan.ops.filter(({ op, personId }) => op.task && op.task !== 'removal' && personId !== null)
        .map(({ op }) => op.task);
    expect(open(all)).toEqual([]);
    expect(open([...all, tick(20, 'floor', false)])).toEqual(['floor']);
    const withdrawn = {
      id: sampleId(5, 30),
      at: '2026-11-20T10:00:00.000Z',
      what: { kind: 'withdrawn', eventId: sampleId(5, 7) },
    };
    expect(open([...all, withdrawn])).toEqual(['edges']);
  });

  it('asks for nothing where all is worked elsewhere', () => {
    const { plan } = planned(inRoom(sampleJob([{ ...KITCHEN, frames: 0 }], shop), ROOM), shop);
    expect(plan.ops.filter(({ op }) => op.task)).toEqual([]);
  });
});

describe('a tent in a carport', () => {
  const hours = (rainyFrom: string, rainyTo: string) =>
    Array.from({ length: 72 }, (_, index) => {
      const at = MONDAY + index * 60;
      const isRaining =
        at >= minuteAt('2026-11-24', rainyFrom, 'Europe/London') &&
        at < minuteAt('2026-11-24', rainyTo, 'Europe/London');
      return {
        at,
        climate: isRaining
          ? { airC: 14, rhPct: 95, windMs: 2, rainMmH: 2, isSunny: false }
          : { airC: 17, rhPct: 60, windMs: 2, rainMmH: 0, isSunny: true },
      };
    });
  const shop = withSettings(
    { places: [TENT], holders: [POSTS] },
    { airs: { tent: { climate: { airC: 14, rhPct: 65 }, forecast: hours('06:00', '20:00') } } },
  );
  const job = sampleJob([{ ...KITCHEN, frames: 0, piece: { way: 'place' } }], shop);

  it('is sprayed and dried in: its own booth, its own posts, its own air', () => {
    const { problem, plan } = planned(job, shop);
    const sprayed = plan.ops.filter(({ op }) => op.row === 'booth');
    expect(new Set(sprayed.flatMap(({ op }) => op.uses.map(({ resourceId }) => resourceId)))).toEqual(
      new Set(['booth:tent']),
    );
    expect(new Set(sprayed.map(({ op }) => op.hold?.resourceId))).toEqual(new Set(['rack:posts']));
    // A post takes a piece: nine of them never hang on six at once.
    expect(problem.loads.every(({ pieceIds }) => pieceIds.length <= 6)).toBe(true);
    // At 14 °C and 65 % a coat takes longer than in the shop at 18 °C and 55 %.
    const inShop = planned(sampleJob([{ ...KITCHEN, frames: 0 }], shop), shop).plan;
    const recoat = (of: Plan) => named(of, /^Colour 1/)[0]?.op.lags?.recoat ?? 0;
    expect(recoat(plan)).toBeGreaterThan(recoat(inShop));
    // Whoever is there takes the doors down on the way; nobody drives them through town.
    expect(plan.ops.some(({ op }) => op.isTrip)).toBe(false);
  });

  it('is not sprayed in on the rainy second day, when the air is too damp', () => {
    const { plan } = planned(job, shop);
    const rain = {
      start: minuteAt('2026-11-24', '06:00', 'Europe/London'),
      end: minuteAt('2026-11-24', '20:00', 'Europe/London'),
    };
    for (const { op, start, end } of plan.ops.filter(({ op: one }) => one.isCoat && one.isWet))
      expect([words(op.name), start < rain.end && end > rain.start]).toEqual([words(op.name), false]);
  });

  it('says what does not fit with gun and arm, and by how much', () => {
    const tall = sampleJob([{ ...KITCHEN, frames: 0, piece: { way: 'place', heightMm: 2500 } }], shop);
    expect(refusal(tall, shop)).toMatch(
      /^P1–P6: too large for Carport tent\. With gun and arm it takes 3100 × 1300 mm inside/,
    );
    const wide = withSettings({ places: [{ ...TENT, lengthMm: 3200 }], holders: [POSTS] }, shop);
    expect(refusal(tall, { ...shop, settings: wide.settings })).toBe('');
  });
});

describe('parts before assembly', () => {
  const rack = (id: string, area: Holder['area'], slots: number): Holder => ({
    kind: 'rack',
    id,
    name: `Rack ${id}`,
    placeId: 'shop',
    area,
    slots,
    slotLengthMm: 900,
    support: 'packers',
  });
  // Everything stands ready: a minute to begin at the bench, ten to open a machine that is never emptied.
  const seconds = (face: number, edge = 0, setupMin = 1, cleanupMin = 0) => ({
    setupMin,
    perPieceMin: 0,
    perM2Min: 0,
    perProfileMMin: 0,
    perFaceSec: face,
    perEdgeSec: edge,
    cleanupMin,
  });
  const PRODUCTION: ShopYardsticks = {
    unpack: seconds(2),
    easeEdges: seconds(0, 1.5),
    keyMachine: seconds(5),
    dust: seconds(2),
    brush: seconds(0, 3, 5, 5),
    scuff: seconds(0, 2),
    airless: seconds(6, 0, 10, 10),
    sandPrimer: seconds(5),
    flip: seconds(3, 0, 0),
    inspect: seconds(3),
    deliver: seconds(2, 0, 5),
  };
  const shop = withSettings(
    {
      rackSlots: 0,
      railLengthMm: 0,
      holders: [rack('one', 'one-face', 100), rack('two', 'two-face', 150)],
      yardsticks: PRODUCTION,
      handlingMin: 0.05,
    },
    {
      guns: {
        airless: 0,
        [tiedKind('airless', 'build-primer')]: 1,
        [tiedKind('airless', 'urethane-enamel-satin')]: 1,
      },
    },
  );
  const half: ZonePlan = {
    systemId: 'F',
    doors: 60,
    fronts: 40,
    options: { applicator: 'airless', primerCoats: 1, colourCoats: 1, laying: 'flat' },
    zone: { substrate: 'MDF', survey: { existing: 'raw' } },
    piece: { way: 'assembly', construction: 'slab', frameMm: 60, recessMm: 8 },
  };
  const whole = sampleJob([half, half], shop);
  // The gun closes the cut edges with the first full coat: they are not sealed by brush.
  const job = { ...whole, steps: whole.steps.filter(({ key }) => !/-seal$|^seal-/.test(key)) };

  it('end with inspection and delivery: nothing is taken down, packed or refitted', () => {
    const keys = keysOf(job);
    expect(keys.slice(-2)).toEqual(['inspect', 'deliver']);
    for (const gone of ['remove', 'hang', 'pack', 'refit']) expect(keys).not.toContain(gone);
  });

  it('lie on the rack that is kept for them, and every load names it', () => {
    const { problem } = planned(job, shop);
    const byId = new Map(job.pieces.map((piece) => [piece.id, piece]));
    for (const load of problem.loads) {
      const faces = new Set(load.pieceIds.map((id) => byId.get(id)?.finishBack));
      expect([load.holderId, faces]).toEqual([load.holderId, new Set([load.holderId === 'two'])]);
    }
    expect(new Set(problem.loads.map(({ holderId }) => holderId))).toEqual(new Set(['one', 'two']));
  });

  it('take 8 to 10 hours for 200 of them, by seconds for a face and an edge', () => {
    const before = [
      ...minutesByPhase({
        ...job,
        sheets: shop.sheets,
        isOnSite: false,
        settings: shop.settings,
        people: 2,
      }).values(),
    ];
    const rough = before.reduce((sum, minutes) => sum + minutes, 0) / 60;
    const { plan } = planned(job, shop);
    const hours = labourMinutes(plan) / 60;
    expect([Math.round(rough), Math.round(hours)]).toEqual([5, 8]);
    // By the yardsticks of old doors the same parts take several times as long.
    const trade = { ...shop, settings: { ...shop.settings, yardsticks: {} } };
    expect(labourMinutes(planned(job, trade).plan) / 60).toBeGreaterThan(3 * hours);
  });

  it('never change a machine over that is kept for its product, and are refused when it has failed', () => {
    const { plan } = planned(job, shop);
    const sprayed = plan.ops.filter(({ op }) => op.gun);
    expect(new Set(sprayed.map(({ op }) => op.gun?.material.split(' ')[0]))).toEqual(
      new Set(['build-primer', 'urethane-enamel-satin']),
    );
    // Both zones have the same colour: cleaned at most once a day, changed over never.
    const change = Math.max(...sprayed.map(({ op }) => op.gun?.changeMin ?? 0));
    expect(change).toBeLessThanOrEqual(20);
    const failed = { ...shop, guns: { ...shop.guns, [tiedKind('airless', 'build-primer')]: 0 } };
    expect(refusal(job, failed)).toMatch(/^Prime 1.*: no gun is left for it \(airless/);
  });
});

describe('a gun that fails half-way', () => {
  const shop = withSettings({
    places: [{ ...TENT, air: { from: 'heated', airC: 19, rhPct: 50 } }],
    holders: [POSTS],
  });
  const job = sampleJob(
    [{ ...KITCHEN, frames: 0, fronts: 0, options: { applicator: 'handheld' }, piece: { way: 'place' } }],
    shop,
  );
  const colour = job.steps.find(({ key }) => key === 'colour-1');
  if (!colour) throw new Error('no colour');
  const ids = job.pieces.map(({ id }) => id);
  const rest = ids.slice(4);
  const failed = {
    id: sampleId(5, 1),
    at: '2026-11-23T10:00:00.000Z',
    what: {
      kind: 'tool',
      stepId: colour.id,
      pieceIds: rest,
      to: 'brush',
      reason: 'failed',
      itemId: null,
      note: '',
    },
  };

  it('leaves the rest to the brush, with its labour and thinning, and the others as they were', () => {
    const { plan } = planned({ ...job, events: [failed] }, shop);
    const coats = plan.ops.filter(({ op }) => op.stepId === colour.id && op.isCoat);
    const brushed = coats.filter(({ op }) => op.tool === 'brush');
    expect(new Set(brushed.flatMap(({ op }) => op.pieceIds))).toEqual(new Set(rest));
    expect(
      brushed.every(({ op }) => op.paint === undefined && op.row === 'bench' && op.skill === 'brush'),
    ).toBe(true);
    const sprayed = coats.filter(({ op }) => op.tool === undefined);
    expect(new Set(sprayed.flatMap(({ op }) => op.pieceIds))).toEqual(new Set(ids.slice(0, 4)));
    expect(sprayed.every(({ op }) => op.paint?.applicator === 'handheld')).toBe(true);
    // Later coats go on as planned.
    const next = plan.ops.filter(({ op }) => op.stepKey === 'colour-2' && op.isCoat);
    expect(next.every(({ op }) => op.tool === undefined && op.paint)).toBe(true);
  });

  it('is taken back by withdrawing the word', () => {
    const withdrawn = {
      id: sampleId(5, 2),
      at: '2026-11-23T11:00:00.000Z',
      what: { kind: 'withdrawn', eventId: failed.id },
    };
    const { plan } = planned({ ...job, events: [failed, withdrawn] }, shop);
    expect(plan.ops.some(({ op }) => op.tool)).toBe(false);
  });
});

describe('work by hand in a heated room', () => {
  it('dries in the air of the room, not of the shop', () => {
    const cold = sampleShop({ climate: { airC: 12, rhPct: 70 } });
    const job = sampleJob([{ ...KITCHEN, options: { applicator: 'brush' }, piece: { way: 'hinges' } }], cold);
    const warm = inRoom(job, { ...NO_ROOM, air: { airC: 22, rhPct: 45 } });
    const longest = ({ plan }: SolvedPlan) => Math.max(...plan.ops.map(({ op }) => op.lags?.recoat ?? 0));
    expect(longest(planned(warm, cold))).toBeLessThan(longest(planned(job, cold)));
  });
});

it('counts minutes that are worked once, wherever they are worked', () => {
  const shop = sampleShop();
  const { plan } = planned(inRoom(sampleJob([{ ...KITCHEN, piece: { way: 'hinges' } }], shop), ROOM), shop);
  const worked = plan.ops.reduce((sum, { segments }) => sum + lengthOf(segments), 0);
  expect(labourMinutes(plan)).toBe(worked);
});
