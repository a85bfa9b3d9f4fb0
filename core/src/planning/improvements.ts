import { isSprayed } from '../catalogue/sheet.ts';
import { said, saidDate, saidMoment } from '../said/index.ts';
import type { ZoneOptions } from '../systems/options.ts';
import { formatDuration } from '../units/duration.ts';
import { measured } from '../units/index.ts';
import { checkPlan } from './explain/check.ts';
import { activePins, type PlanOptions } from './keep/snapshot.ts';
import { type EarlierOp, type PlanRequest, planAsBefore, searchPlan, tryPlan } from './plan.ts';
import { deliveriesOf } from './problem/deliveries.ts';
import type { EarlierPlan, JobForPlanning, ShopForPlanning } from './problem/input.ts';
import { type RoomWishes, roomWishesOf } from './problem/room.ts';
import type { Bound } from './solve/bound.ts';
import { compareScores, labourMinutes, type Objective, roomMinutes, scoreOf } from './solve/objective.ts';
import type { Found, PlanRecipe } from './solve/search.ts';

// Longer than other files: one list of what may help, each with the change that it makes.

/** Something that could be done differently, to be tried in a plan. */
export interface Improvement {
  key: string;
  title: string;
  /** What it asks for, in words. */
  cost: string;
  /** What a press changes; null for what nobody can do by a press. */
  change:
    | { kind: 'settings'; settings: ShopForPlanning['settings'] }
    | { kind: 'options'; zoneIds: string[]; options: Partial<ZoneOptions> }
    | { kind: 'wish'; planOptions: Partial<PlanOptions> }
    | null;
  /** The question with it done. */
  question: PlanRequest;
}

/** One more rail of so many mm, and one more rack of so many slots. */
const MORE_RAIL_MM = 3000;
const MORE_SLOTS = 12;
const WARM_C = 23;

const withSettings = (question: PlanRequest, change: Partial<ShopForPlanning['settings']>): PlanRequest => ({
  ...question,
  shop: { ...question.shop, settings: { ...question.shop.settings, ...change } },
});

/** Everything that could be tried to hand a job over sooner, as far as it is not so already. */
export function improvementsFor(question: PlanRequest): Improvement[] {
  const { input, shop } = question;
  const { settings } = shop;
  const improvements: Improvement[] = [...roomImprovements(question)];
  const bySettings = (
    key: string,
    title: string,
    cost: string,
    change: Partial<ShopForPlanning['settings']>,
  ) => {
    const changed = withSettings(question, change);
    improvements.push({
      key,
      title,
      cost,
      change: { kind: 'settings', settings: changed.shop.settings },
      question: changed,
    });
  };
  if (settings.week.sat.length === 0)
    bySettings('saturday', said('plan.saturday-mornings'), said('plan.4-hours-more-for-everybody-each'), {
      week: { ...settings.week, sat: [{ from: '07:30', to: '12:00' }] },
    });
  bySettings(
    'rail',
    said('plan.one-more-rail'),
    said('plan.m-of-rail-and-the-room', { rail: measured('run', MORE_RAIL_MM / 1000) }),
    {
      railLengthMm: settings.railLengthMm + MORE_RAIL_MM,
    },
  );
  bySettings('rack', said('plan.one-more-rack'), said('plan.slots-and-the-room-for-them', { MORE_SLOTS }), {
    rackSlots: settings.rackSlots + MORE_SLOTS,
  });
  bySettings('bench', said('plan.one-more-bench'), said('plan.a-bench-with-light-and-extraction'), {
    benches: settings.benches + 1,
  });
  const sprayed = new Set(
    input.steps.flatMap(({ applicator }) => (isSprayed(applicator) && applicator ? [applicator] : [])),
  );
  for (const applicator of sprayed) {
    const count = shop.guns?.[applicator] ?? 1;
    improvements.push({
      key: `gun ${applicator}`,
      title: said('plan.one-more-gun', { applicator }),
      cost: said('plan.a-gun-for-each-paint-less'),
      change: null,
      question: { ...question, shop: { ...shop, guns: { ...shop.guns, [applicator]: count + 1 } } },
    });
  }
  for (const zone of input.zones) {
    const laying = zone.options?.laying;
    if (!laying || input.job.place === 'client') continue;
    if (isBegun(input, zone.id)) continue;
    for (const other of ['hung', 'flat'] as const) {
      if (other === laying) continue;
      improvements.push({
        key: `${other} ${zone.id}`,
        title:
          other === 'hung'
            ? said('plan.hang-all-of', { name: zone.name })
            : said('plan.lay-all-of-flat', { name: zone.name }),
        cost:
          other === 'hung'
            ? said('plan.hooks-in-edges-that-are-not')
            : said('plan.a-flip-for-every-two-sided'),
        change: { kind: 'options', zoneIds: [zone.id], options: { laying: other } },
        question: { ...question, input: withLaying(input, zone.id, other) },
      });
    }
  }
  improvements.push({
    key: 'person',
    title: said('plan.a-second-pair-of-hands'),
    cost: said('plan.somebody-who-keeps-the-shops-hours'),
    change: null,
    question: {
      ...question,
      shop: {
        ...shop,
        crew: [
          ...shop.crew,
          { id: '00000000-0000-4000-8000-00000000beef', name: said('plan.somebody'), daysOff: [] },
        ],
      },
    },
  });
  if (shop.climate.airC < WARM_C)
    improvements.push({
      key: 'warm',
      title: said('plan.the-drying-room-at', { WARM_C: measured('temperature', WARM_C) }),
      cost: said('plan.heating-day-and-night-from-and', {
        airC: measured('temperature', Math.round(shop.climate.airC)),
      }),
      change: null,
      question: {
        ...question,
        shop: {
          ...shop,
          forecast: [],
          climate: { ...shop.climate, airC: WARM_C, rhPct: Math.min(50, shop.climate.rhPct) },
        },
      },
    });
  improvements.push(
    ...primerImprovements(question),
    lighterCoats(question),
    ...deliveryImprovements(question),
  );
  return improvements;
}

/** What the client would have to put up with: a room that is worked on all over, or on a day on which it was to be closed. */
function roomImprovements(question: PlanRequest): Improvement[] {
  const { oneZoneAtATime, roomClosed, roomNotOn, roomHours, refitTogether } = roomWishesOf(question);
  const wish = (key: string, title: string, cost: string, planOptions: Partial<RoomWishes>): Improvement => ({
    key,
    title,
    cost,
    change: { kind: 'wish', planOptions },
    question: { ...question, ...planOptions },
  });
  const letsYouIn = said('plan.the-client-lets-you-in');
  const whole = wish('room', said('plan.all-of-the-room-at-once'), said('plan.no-way-through-and-no-sink'), {
    oneZoneAtATime: false,
  });
  const days = roomClosed.map((date) =>
    wish(`open ${date}`, said('plan.work-in-the-room-on', { date: saidDate(date) }), letsYouIn, {
      roomClosed: roomClosed.filter((one) => one !== date),
    }),
  );
  const weekdays = roomNotOn.map((day) =>
    wish(`open ${day}`, said('plan.work-in-the-room-on-weekdays', { day }), letsYouIn, {
      roomNotOn: roomNotOn.filter((one) => one !== day),
    }),
  );
  const anyHour = wish('hours', said('plan.the-room-at-any-hour'), letsYouIn, { roomHours: null });
  const asReady = wish(
    'refit',
    said('plan.bring-back-as-it-is-ready'),
    said('plan.more-trips-and-a-room-that'),
    { refitTogether: false },
  );
  return [
    ...(oneZoneAtATime ? [whole] : []),
    ...days,
    ...weekdays,
    ...(roomHours ? [anyHour] : []),
    ...(refitTogether ? [asReady] : []),
  ];
}

/** New pieces that are here at once: what pressing whoever makes them could win. */
function deliveryImprovements(question: PlanRequest): Improvement[] {
  const { input, shop, now } = question;
  const late = [...deliveriesOf(input.zones, input.pieces, shop.timeZone).values()].some((at) => at > now);
  if (!late) return [];
  const zones = input.zones.map((zone) => {
    const { replacementsOn: _day, ...survey } = zone.survey;
    return { ...zone, survey };
  });
  return [
    {
      key: 'delivery',
      title: said('plan.the-new-pieces-here-now'),
      cost: said('plan.as-far-as-whoever-makes-them'),
      change: null,
      question: { ...question, input: { ...input, zones } },
    },
  ];
}

/** Whether anything of a zone is logged. */
function isBegun({ log, steps }: JobForPlanning, zoneId: string): boolean {
  const own = new Set(steps.filter((step) => step.zoneId === zoneId).map(({ id }) => id));
  return log.some(({ stepId }) => own.has(stepId));
}

function withLaying(input: JobForPlanning, zoneId: string, laying: 'hung' | 'flat'): JobForPlanning {
  return {
    ...input,
    zones: input.zones.map((zone) =>
      zone.id === zoneId && zone.options ? { ...zone, options: { ...zone.options, laying } } : zone,
    ),
  };
}

/** The primer of the job that dries slowest, against the quickest one of the stores that lies in the same class. */
function primerImprovements(question: PlanRequest): Improvement[] {
  const { input, shop } = question;
  const primers = [...new Set(input.steps.map(({ productKey }) => productKey))].flatMap((key) => {
    const sheet = key === null ? undefined : shop.sheets[key];
    return key !== null && sheet?.role === 'primer' ? [{ key, sheet }] : [];
  });
  const slowest = primers.toSorted((a, b) => b.sheet.clocks.recoatMinMin - a.sheet.clocks.recoatMinMin)[0];
  if (!slowest) return [];
  const { key, sheet } = slowest;
  const quick = Object.entries(shop.sheets)
    .filter(
      ([, other]) =>
        other.role === 'primer' &&
        other.layerClass === sheet.layerClass &&
        other.base === sheet.base &&
        other.clocks.recoatMinMin < sheet.clocks.recoatMinMin,
    )
    .toSorted(([, a], [, b]) => a.clocks.recoatMinMin - b.clocks.recoatMinMin)[0];
  if (!quick) return [];
  const [otherKey, other] = quick;
  const zoneIds = input.zones
    .filter(({ id, options, isEdited }) => options?.primerKey === key && !isEdited && !isBegun(input, id))
    .map(({ id }) => id);
  const steps = input.steps.map((step) =>
    step.productKey === key ? { ...step, productKey: otherKey } : step,
  );
  return [
    {
      key: `primer ${otherKey}`,
      title: `${other.name} for ${sheet.name}`,
      cost: said('plan.another-tin-ready-for-the-next', {
        recoatMinMin: formatDuration(other.clocks.recoatMinMin),
      }),
      // Where the primer is a choice of the zone, and nobody has changed its steps by hand.
      change: zoneIds.length > 0 ? { kind: 'options', zoneIds, options: { primerKey: otherKey } } : null,
      question: { ...question, input: { ...input, steps } },
    },
  ];
}

/** Every coat as thin as its sheet allows: it dries sooner, and hides less. */
function lighterCoats(question: PlanRequest): Improvement {
  const { input, shop } = question;
  const steps = input.steps.map((step) => {
    const sheet = step.productKey === null ? undefined : shop.sheets[step.productKey];
    return sheet && step.wftUm !== null ? { ...step, wftUm: Math.min(step.wftUm, sheet.wftMinUm) } : step;
  });
  return {
    key: 'light',
    title: said('plan.lighter-coats'),
    cost: said('plan.as-thin-as-the-sheets-allow'),
    change: null,
    question: { ...question, input: { ...input, steps } },
  };
}

/** A plan that another question may begin from: how it was made, its loads, and where its tasks are. */
export interface StandingPlan {
  /** Null where nobody knows any more. */
  recipe: PlanRecipe | null;
  loads: EarlierPlan['loads'];
  ops: EarlierOp[];
}

/** The plan that a question knows from before, as far as it knows who did what; null where it knows of none. */
export function standingIn({ earlier: { loads, ops } }: PlanRequest): StandingPlan | null {
  const known = ops.flatMap(({ personId, gun = null, segments, ...op }) =>
    personId === undefined
      ? []
      : [
          {
            ...op,
            personId,
            gun,
            segments: segments.map(({ pieces = 0, ...span }) => ({ ...span, pieces })),
          },
        ],
  );
  return known.length === 0 ? null : { recipe: null, loads, ops: known };
}

function standingOf({ plan, problem, recipe }: Found): StandingPlan {
  return {
    recipe,
    loads: problem.loads.map(({ id, zoneId, lie, pieceIds }) => ({ id, zoneId, lie, pieceIds })),
    ops: plan.ops.map(({ op, personId, start, end, segments }) => ({
      id: op.id,
      personId,
      start,
      end,
      segments,
      gun: op.gun ?? null,
    })),
  };
}

/** What a plan comes to, for comparing. */
export interface PlanFacts {
  standing: StandingPlan;
  completion: number;
  labourMin: number;
  roomMin: number;
  loads: number;
  setups: number;
  bound: Bound;
}

function factsOf(found: Found, bound: Bound): PlanFacts {
  const { plan } = found;
  return {
    standing: standingOf(found),
    completion: plan.completion,
    labourMin: labourMinutes(plan),
    roomMin: roomMinutes(plan),
    loads: new Set(plan.ops.map(({ op }) => op.loadId)).size,
    // Filling up what is there already sets nothing up.
    setups: plan.ops.filter(({ op, personId }) => personId !== null && op.setupMin > (op.refillMin ?? 0))
      .length,
    bound,
  };
}

/** The question with several things done at once, by the keys of what could be tried. */
export function applyImprovements(question: PlanRequest, keys: readonly string[]): PlanRequest {
  return keys.reduce(
    (changed, key) =>
      improvementsFor(changed).find((improvement) => improvement.key === key)?.question ?? changed,
    question,
  );
}

/**
 * What a question comes to, with so many tries of a search.
 * @param base the plan as it is: where more room or hours are given, it stands in them as well, so that what they come to is never
 *   worse.
 * @returns null when it has no plan.
 */
export function weigh(
  question: PlanRequest,
  objective: Objective,
  tries: number,
  base: StandingPlan | null = null,
): PlanFacts | null {
  const search = searchPlan(
    question,
    { objective, seed: 1, pins: new Map() },
    base?.recipe ? [base.recipe] : [],
  );
  if (!search.ok) return null;
  for (let number = 0; number < tries && !search.value.isProven; number += 1) search.value.step();
  const { found, bound } = search.value;
  if (!found) return null;
  return factsOf((base && asItStands(question, objective, base, found)) ?? found, bound);
}

/** The standing plan in a question of much the same kind, where it holds there and is better than what was found. */
function asItStands(
  question: PlanRequest,
  objective: Objective,
  { loads, ops }: StandingPlan,
  found: Found,
): Found | null {
  const kept = planAsBefore({ ...question, earlier: { loads, ops } }, ops);
  if (!kept.ok) return null;
  const { problem, plan } = kept.value;
  const score = scoreOf(plan, objective);
  const isSooner = objective === 'earliest' && plan.completion < found.plan.completion;
  if (!isSooner && compareScores(score, scoreOf(found.plan, objective)) >= 0) return null;
  return checkPlan(problem, plan).length === 0 ? { problem, plan, recipe: found.recipe, score } : null;
}

/** One small thing that would make a plan possible where there is none. */
export interface Unblocker {
  key: string;
  title: string;
  cost: string;
  /** The wish with it, where it is a wish that stands in the way; else what has to change in the shop or the job. */
  planOptions: PlanOptions | null;
  change: Improvement['change'];
}

/**
 * Where there is no plan: each single thing that would free it, the gentlest first. A pin moved to when it could hold, a
 * pin let go, a closed day opened, then whatever more room, hands or hours would do.
 * @returns nothing where a plan exists already, or no single thing is enough.
 */
export function* unblockersFor(question: PlanRequest, planOptions: PlanOptions): Generator<Unblocker> {
  const pins = activePins(planOptions, question.now);
  const asked: PlanRequest = {
    ...question,
    ...roomWishesOf(planOptions),
  };
  const first = tryPlan(asked, pins);
  if (first.isPossible) return;
  for (const { opId, name, earliest } of first.troubles) {
    if (earliest === null) continue;
    const moved = new Map(pins).set(opId, earliest);
    if (tryPlan(asked, moved).isPossible)
      yield {
        key: `move ${opId}`,
        title: said('plan.pin-to', { name, format: saidMoment('when', earliest) }),
        cost: said('plan.the-first-start-that-would-hold'),
        planOptions: { ...planOptions, pins: Object.fromEntries(moved) },
        change: null,
      };
  }
  const names = new Map(first.troubles.map(({ opId, name }) => [opId, name]));
  for (const opId of pins.keys()) {
    const fewer = new Map(pins);
    fewer.delete(opId);
    if (tryPlan(asked, fewer).isPossible)
      yield {
        key: `free ${opId}`,
        title: said('plan.let-go', { is: Boolean(names.has(opId)), get: names.get(opId) }),
        cost: said('plan.it-is-planned-wherever-it-fits'),
        planOptions: { ...planOptions, pins: Object.fromEntries(fewer) },
        change: null,
      };
  }
  for (const { key, title, cost, change, question: changed } of improvementsFor(asked)) {
    if (!tryPlan(changed, pins).isPossible) continue;
    if (change?.kind === 'wish')
      yield { key, title, cost, planOptions: { ...planOptions, ...change.planOptions }, change: null };
    else yield { key, title, cost, planOptions: null, change };
  }
}
