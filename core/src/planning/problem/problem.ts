import { failure, type Outcome, success } from '../../base/outcome.ts';
import { APPLICATOR_WORDS } from '../../catalogue/sheet.ts';
import type { LogEntry, Zone } from '../../jobs/index.ts';
import { effectiveLog } from '../../jobs/index.ts';
import { isWorkedInRoom, type Piece, staysMounted, tagsOf, workedWay } from '../../pieces/index.ts';
import { said } from '../../said/index.ts';
import {
  capacityOf,
  fitsInside,
  holderResource,
  holdersAt,
  type Interval,
  type Minute,
  maySpray,
  resourceAt,
  type ShopSettings,
  spaceNeeded,
  type Week,
  workIntervals,
  workingCrew,
} from '../../shop/index.ts';
import type { Step } from '../../systems/index.ts';
import { measured } from '../../units/index.ts';
import { deliveriesOf } from './deliveries.ts';
import { type GunCounts, gunKindOf } from './guns.ts';
import type { EarlierLoad, EarlierPlan, JobForPlanning, KeepLoads, ShopForPlanning } from './input.ts';
import { type Batch, type Cut, cutIntoBatches, placeIdOf, type Site } from './loads.ts';
import {
  type Load,
  type Person,
  type PlanOp,
  type PlanProblem,
  type Reservation,
  type Resource,
  ROOM_CAPACITY,
  workMinutes,
} from './model.ts';
import { applyLog, draftOps, neighboursOf } from './operations.ts';
import { withProtection } from './protect.ts';
import { inTurn, isInRoom } from './sections.ts';

// Longer than other files: the whole question is stated in one place.

/**
 * Work that the earlier plan has under way just now is taken to be so: it goes on and ends when it was to end, instead of
 * starting over. Only the first open task of a load can be under way.
 */
function goOn(ops: PlanOp[], earlier: EarlierPlan, now: Minute): PlanOp[] {
  const first = ops.findIndex((op) => !op.done);
  const op = ops[first];
  const planned = op && earlier.ops.find(({ id }) => id === op.id);
  if (!op || !planned || planned.start >= now || planned.end <= now) return ops;
  const work = planned.segments.reduce(
    (sum, { start, end }) => sum + Math.max(0, end - Math.max(start, now)),
    0,
  );
  const perPieceMin = Math.min(work, workMinutes(op)) / op.pieceIds.length;
  // What is in the gun stays in it: it is taken, and whoever sprays the same goes on from there.
  const { paint, ...rest } = op;
  return ops.with(first, { ...rest, setupMin: 0, cleanupMin: 0, perPieceMin, isUnderWay: true });
}

/** The guns that are in somebody's hand just now, with what is in them, until the work that is under way ends. */
function gunsInHand(loads: readonly Load[], earlier: EarlierPlan, now: Minute): Reservation[] {
  return loads.flatMap(({ ops }) => {
    const op = ops.find(({ done }) => !done);
    const planned = op && earlier.ops.find(({ id }) => id === op.id);
    if (!op || !planned?.gun || planned.start >= now || planned.end <= now) return [];
    const { start, end, gun } = planned;
    return [{ start, end, personId: null, use: null, gun: { ...gun, goesOn: false }, by: op.name }];
  });
}

/** `18 doors`, `12 drawer fronts and 3 doors`: what a set of pieces is, in words. */
export function piecesInWords(pieces: readonly Pick<Piece, 'kind'>[]): string {
  const counts = new Map<Piece['kind'], number>();
  for (const { kind } of pieces) counts.set(kind, (counts.get(kind) ?? 0) + 1);
  const parts = [...counts].map(([kind, count]) => said('word.pieces-of-kind', { kind, count }));
  const last = parts.at(-1);
  if (last === undefined) return said('word.nothing');
  return parts.length < 2 ? last : said('word.and', { before: parts.slice(0, -1).join(', '), last });
}

/** Pieces that leave their load for a step of their own. */
function aloneOf(steps: readonly Step[]): Set<string> {
  return new Set(steps.flatMap(({ goesAlone, pieceIds }) => (goesAlone ? pieceIds : [])));
}

const isReplaced = ({ treatment }: Piece) => treatment === 'replace';

/** Where and how a piece of a load that goes on is worked, on the rail or rack that the load has. */
function siteOf(piece: Piece, load: EarlierLoad, isOnSite: boolean, settings: ShopSettings): Site {
  const way = workedWay(piece, isOnSite);
  const placeId = placeIdOf(piece, isOnSite, settings);
  const isRoom = isWorkedInRoom(way);
  const holders = isRoom ? [] : holdersAt(settings, placeId);
  const alike = holders.filter(({ kind }) => (kind === 'rail') === (load.lie === 'hung'));
  const holder = alike.find(({ id }) => id === load.holderId) ?? alike[0] ?? null;
  return { way, placeId, holder, area: isRoom ? piece.area : '' };
}

function isSameSite(one: Site, other: Site): boolean {
  return one.way === other.way && one.placeId === other.placeId && one.area === other.area;
}

/** What cutting a zone into loads has to keep to. */
interface Standing {
  loads: readonly EarlierLoad[];
  log: readonly LogEntry[];
  keep: KeepLoads;
  /** Minutes of the longest stretch of work that anybody has. */
  longest: Minute;
  /** The same while the client's room is open. */
  inRoom: Minute;
}

/** Whether a batch can be worked in one go: asked again by every way of cutting, of the same batches. */
const fitting = new WeakMap<ShopForPlanning, WeakMap<JobForPlanning, Map<string, boolean>>>();

function batchesOfZone(
  input: JobForPlanning,
  shop: ShopForPlanning,
  zone: Zone,
  cut: Cut,
  { loads: earlier, log, keep, longest, inRoom }: Standing,
): { id: string | null; batch: Batch }[] {
  const pieces = input.pieces
    .filter((piece) => piece.zoneId === zone.id)
    .sort((a, b) => a.position - b.position || a.tag.localeCompare(b.tag));
  const isOnSite = input.job.place === 'client';
  const stepIds = new Set(input.steps.filter((step) => step.zoneId === zone.id).map(({ id }) => id));
  const isStarted = log.some((entry) => stepIds.has(entry.stepId));
  const kept: { id: string | null; batch: Batch }[] = [];
  const taken = new Set<string>();
  const alone = aloneOf(input.steps.filter(({ zoneId }) => zoneId === zone.id));
  if (isStarted || keep === 'all') {
    for (const load of earlier.filter(({ zoneId }) => zoneId === zone.id)) {
      const all = pieces.filter(({ id }) => load.pieceIds.includes(id));
      // A piece that is to be replaced after all leaves its load: the new one comes raw, and later.
      const isMixed = new Set(all.map(isReplaced)).size > 1;
      const stay = isMixed ? all.filter((piece) => !isReplaced(piece)) : all;
      // So does one that goes through a repair by itself; a load that it is alone in stays.
      const among = stay.length > 1 ? stay.filter(({ id }) => !alone.has(id)) : stay;
      const [first] = among;
      if (first === undefined) continue;
      // And one that is now worked elsewhere or otherwise.
      const site = siteOf(first, load, isOnSite, shop.settings);
      const members = among.filter((piece) => isSameSite(site, siteOf(piece, load, isOnSite, shop.settings)));
      for (const { id } of members) taken.add(id);
      const lie = staysMounted(site.way) ? 'fixed' : load.lie === 'fixed' ? 'flat' : load.lie;
      const isTwoSided = lie === 'flat' && members.some(({ finishBack }) => finishBack);
      kept.push({ id: load.id, batch: { ...site, lie, isTwoSided, pieces: members } });
    }
  }
  const known = fitting.get(shop)?.get(input) ?? new Map<string, boolean>();
  fitting.set(shop, (fitting.get(shop) ?? new WeakMap()).set(input, known));
  const fits = (batch: Batch): boolean => {
    // Batches of a zone are stretches of its pieces in their order.
    const [first, last] = [batch.pieces[0], batch.pieces.at(-1)];
    const key = [zone.id, first?.id, last?.id, batch.pieces.length, longest, inRoom].join();
    const isGood =
      known.get(key) ??
      draftOps(input, shop, zone, batch, 'x', []).every(
        (op) => (!op.isWet || workMinutes(op) <= longest) && (op.row !== 'room' || workMinutes(op) <= inRoom),
      );
    known.set(key, isGood);
    return isGood;
  };
  const fresh = pieces.filter(({ id }) => !taken.has(id));
  const laying = zone.options?.laying ?? 'by-kind';
  const batches = cutIntoBatches(fresh, laying, isOnSite, shop.settings, cut, fits, alone);
  return [...kept, ...batches.map((batch) => ({ id: null, batch }))];
}

/** The longest stretch of work that anybody has: no wet pass may take longer. */
function longestStretchOf(people: readonly Person[]): Minute {
  let longest = 0;
  for (const work of new Set(people.map((person) => person.work)))
    for (const { start, end } of work) longest = Math.max(longest, end - start);
  return longest;
}

/** So far apart lie the names of loads that would otherwise share one. */
const NEXT_NAME = 1000;

/**
 * The first piece and their number name a load: the same cut gives the same name, another cut another. Where a load that
 * was begun with that piece goes on without it, the name is taken, and the next one is free.
 */
function freshLoadId(zone: Pick<Zone, 'id'>, { pieces }: Batch, taken: ReadonlySet<string>): string {
  const stem = `${zone.id.slice(-8)}.${pieces[0]?.id.slice(-12)}`;
  for (let number = pieces.length; ; number += NEXT_NAME) {
    const id = `${stem}.${number}`;
    if (!taken.has(id)) return id;
  }
}

/** Working time with no longer pause than this in it is one day's work, also where it goes past midnight. */
export const EVENING_MIN = 240;

/** Working hours without the end of each day, when tools are cleaned and tomorrow is laid out. */
export function beforeWrapUp(work: readonly Interval[], wrapUpMin: Minute): Interval[] {
  return work.flatMap(({ start, end }, index) => {
    const next = work[index + 1];
    const isLast = !next || next.start - end >= EVENING_MIN;
    const until = isLast ? end - wrapUpMin : end;
    return until > start ? [{ start, end: until }] : [];
  });
}

/** The crew with their working hours between two minutes. Whoever keeps the shop's hours shares one calendar. */
export function peopleOf(shop: ShopForPlanning, now: Minute, horizon: Minute): Person[] {
  const { settings, timeZone } = shop;
  const hours = (week: Week, daysOff: readonly string[]) =>
    beforeWrapUp(
      workIntervals({ week, daysOff: settings.daysOff }, timeZone, now, horizon, daysOff),
      settings.wrapUpMin,
    );
  const usual = hours(settings.week, []);
  return workingCrew(shop.crew).map(({ id, name, daysOff, skills, week }) => ({
    id,
    name,
    work: daysOff.length === 0 && !week ? usual : hours(week ?? settings.week, daysOff),
    ...(skills && { skills }),
  }));
}

/** Booths, benches, rails and racks of the shop and of all its places, and the client's room. */
export function resourcesOf(settings: ShopSettings): Resource[] {
  const { places, holders } = settings;
  return [
    { id: 'booth', name: said('word.booth'), capacity: settings.hasBooth ? 1 : 0 },
    { id: 'bench', name: said('word.bench'), capacity: settings.benches },
    { id: 'rail', name: said('word.rail'), capacity: settings.railLengthMm },
    { id: 'rack', name: said('word.rack'), capacity: settings.rackSlots },
    { id: 'room', name: said('plan.room'), capacity: ROOM_CAPACITY },
    ...places.flatMap(({ id, name, benches, rating }) => [
      { id: resourceAt('booth', id), name, capacity: maySpray(rating, true) ? 1 : 0 },
      // Where there is no bench, somebody works at a trestle.
      { id: resourceAt('bench', id), name, capacity: Math.max(1, benches) },
    ]),
    ...holders.map((holder) => ({
      id: holderResource(holder),
      name: holder.name,
      capacity: capacityOf(holder),
    })),
  ];
}

/** What does not fit into the place that it is to be worked in, with gun and arm; null where all does. */
function tooLargeFor({ pieces, job }: JobForPlanning, settings: ShopSettings): string | null {
  const isOnSite = job.place === 'client';
  for (const place of settings.places) {
    const large = pieces.filter(
      (piece) => placeIdOf(piece, isOnSite, settings) === place.id && !fitsInside(place, piece),
    );
    if (large.length > 0)
      return said('plan.does-not-fit-into-the-place', {
        tags: tagsOf(
          large,
          large.map(({ id }) => id),
        ),
        place: place.name,
        size: measured(
          'length',
          Math.max(...large.map((piece) => spaceNeeded(piece).longMm)),
          Math.max(...large.map((piece) => spaceNeeded(piece).shortMm)),
        ),
      });
  }
  return null;
}

/** What is to be sprayed though no gun of its kind is left for it; null where each has one. */
function withoutGun(loads: readonly Load[], counts: GunCounts): string | null {
  const open = loads.flatMap(({ ops }) => ops).filter(({ done, paint }) => !done && paint);
  const op = open.find(({ paint }) => paint && counts[gunKindOf(paint, counts)] === 0);
  if (!op?.paint) return null;
  return said('plan.no-gun-is-left-for', {
    name: op.name,
    gun: APPLICATOR_WORDS[op.paint.applicator],
  });
}

/** The stretch of time that is planned, and who works in it. */
export interface PlanSpan {
  now: Minute;
  horizon: Minute;
  people: readonly Person[];
  /** No task in the client's room may take longer; any may where it is left out. */
  inRoom?: Minute;
  /** Whether the client wants the room worked on zone by zone. */
  oneZoneAtATime?: boolean;
}

/**
 * States the planning problem of one job from now: its loads with what is done and what is left, the people with their
 * hours, the places, and what other jobs have reserved.
 *
 * @param cut how finely the pieces are cut into loads.
 * @returns the problem, or what is missing.
 */
export function buildProblem(
  input: JobForPlanning,
  shop: ShopForPlanning,
  span: PlanSpan,
  earlier: EarlierPlan,
  cut: Cut,
  keep: KeepLoads = 'started',
): Outcome<PlanProblem> {
  const { now, horizon, people, inRoom = Number.POSITIVE_INFINITY } = span;
  if (input.pieces.length === 0) return failure(said('plan.the-job-has-no-pieces-yet'));
  const unset = input.zones.filter(
    (zone) => zone.systemId === null && input.pieces.some((piece) => piece.zoneId === zone.id),
  );
  if (unset.length > 0) {
    return failure(
      said('plan.choose-a-finishing-system-for-under', { unset: unset.map(({ name }) => name).join(', ') }),
    );
  }
  const log = effectiveLog(input.log);
  const deliveries = deliveriesOf(input.zones, input.pieces, shop.timeZone);
  const standing = { loads: earlier.loads, log, keep, longest: longestStretchOf(people), inRoom };
  // Loads that go on come first and keep their names.
  const taken = new Set<string>();
  const loads = input.zones.flatMap((zone) => {
    return batchesOfZone(input, shop, zone, cut, standing).map(({ id, batch }): Load => {
      const loadId = id ?? freshLoadId(zone, batch, taken);
      taken.add(loadId);
      const ops = goOn(applyLog(draftOps(input, shop, zone, batch, loadId, log), log), earlier, now);
      // Work that was logged on them says that they are here, whatever was announced.
      const from = ops.some(({ done }) => done)
        ? now
        : Math.max(...batch.pieces.map(({ id }) => deliveries.get(id) ?? now));
      const label = said('word.load', { zone: zone.name, pieces: piecesInWords(batch.pieces) });
      return {
        id: loadId,
        zoneId: zone.id,
        label,
        lie: batch.lie,
        placeId: batch.placeId,
        way: batch.way,
        area: batch.area,
        holderId: batch.holder?.id ?? null,
        neighbours: neighboursOf(batch, input),
        pieceIds: batch.pieces.map((piece) => piece.id),
        ops,
        ...(from > now && { from }),
      };
    });
  });
  const { settings } = shop;
  const large = tooLargeFor(input, settings);
  if (large !== null) return failure(large);
  const gunless = withoutGun(loads, shop.guns ?? {});
  if (gunless !== null) return failure(gunless);
  const ordered = inTurn(loads, input.zones, span.oneZoneAtATime ?? false);
  const inHand = gunsInHand(loads, earlier, now);
  return success({
    now,
    horizon,
    people: [...people],
    resources: resourcesOf(settings),
    loads: withProtection(ordered, input, isInRoom),
    // The same list for every way of cutting a job: what is worked out of it is then worked out once.
    reserved: inHand.length === 0 ? shop.reserved : [...shop.reserved, ...inHand],
    guns: { counts: shop.guns ?? {}, change: settings.changeover },
    ...(span.inRoom !== undefined && { inRoom: span.inRoom }),
  });
}
