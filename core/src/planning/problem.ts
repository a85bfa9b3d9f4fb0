import type { ProductSheet } from '../catalogue/sheet.ts';
import { type Climate, type FilmClocks, filmClocks } from '../drying/index.ts';
import type { Job, LogAction, LogEntry, Zone } from '../jobs/index.ts';
import { effectiveLog } from '../jobs/index.ts';
import { failure, type Outcome, success } from '../outcome.ts';
import {
  type CoatSide,
  PIECE_KIND_WORDS,
  type Piece,
  panelPerimeterMm,
  sideAreaM2,
} from '../pieces/index.ts';
import {
  type CrewMember,
  longestStretch,
  type Minute,
  type ShopSettings,
  toMinute,
  workIntervals,
} from '../shop/index.ts';
import { applicatorInPlace, type Labour, type Step, YARDSTICKS } from '../systems/index.ts';
import { type Batch, cutIntoBatches, spaceOf } from './loads.ts';
import {
  type Lags,
  type Load,
  type Person,
  type PlanOp,
  type PlanProblem,
  type PlanRow,
  type Reservation,
  repairId,
  workMinutes,
} from './model.ts';

/** Everything about one job that planning needs. */
export interface JobForPlanning {
  job: Pick<Job, 'id' | 'place' | 'startOn'>;
  zones: Zone[];
  steps: Step[];
  pieces: Piece[];
  log: LogEntry[];
}

/** The shop around it. */
export interface ShopForPlanning {
  timeZone: string;
  settings: ShopSettings;
  crew: CrewMember[];
  sheets: Readonly<Record<string, ProductSheet>>;
  /** What planning expects of the air. */
  climate: Climate;
  reserved: Reservation[];
}

/** Which pieces went together in the plan before, so that started loads stay together. */
export type EarlierLoad = Pick<Load, 'id' | 'zoneId' | 'lie' | 'pieceIds'>;

/** What a new plan needs to know of the one before. */
export interface EarlierPlan {
  loads: readonly EarlierLoad[];
  /** When its visits were to be. */
  ops: readonly { id: string; start: Minute; end: Minute }[];
}

/** For a job that was never planned. */
export const NO_EARLIER_PLAN: EarlierPlan = { loads: [], ops: [] };

/** Which loads of an earlier plan stay together: those of zones where work has begun, or all of them. */
export type KeepLoads = 'started' | 'all';

/** Clocks of a coat from what is known: the logged climate and film where there are any, else what is expected. */
export function clocksOfCoat(
  step: Step,
  sheets: ShopForPlanning['sheets'],
  settings: ShopSettings,
  expected: Climate,
  entry?: LogEntry,
): FilmClocks | null {
  const sheet = sheets[entry?.coat?.productKey ?? step.productKey ?? ''];
  if (!sheet) return null;
  const climate = entry?.coat?.climate ?? expected;
  const wft = entry?.coat?.wftUm ?? step.wftUm ?? sheet.wftTypUm;
  return filmClocks(sheet, climate, wft, { mayShorten: settings.mayShortenClocks });
}

/** Turns the clocks of a film into lags by kind of successor. */
export function lagsOf(clocks: FilmClocks): Lags {
  return {
    sand: clocks.sand.hereMinutes,
    recoat: clocks.recoatMin.hereMinutes,
    handle: clocks.handle.hereMinutes,
    pack: clocks.pack.hereMinutes,
    refit: clocks.refit.hereMinutes,
  };
}

function labourOf(labour: Labour, pieces: readonly Piece[], side: CoatSide) {
  const total = pieces.reduce((sum, piece) => {
    const sides =
      side === 'all' ? Number(piece.finishFront) + Number(piece.finishBack) : side === 'edges' ? 0 : 1;
    const profileM = (panelPerimeterMm(piece) * sides) / 1000;
    return (
      sum + labour.perPieceMin + labour.perM2Min * sideAreaM2(piece, side) + labour.perProfileMMin * profileM
    );
  }, 0);
  const perPieceMin = pieces.length === 0 ? 0 : Math.round((total / pieces.length) * 100) / 100;
  return { setupMin: labour.setupMin, perPieceMin, cleanupMin: labour.cleanupMin };
}

interface Visit {
  side: CoatSide;
  action: LogAction;
}

function visitsOf(step: Step, batch: Batch): Visit[] {
  if (step.operation !== 'coat') return [{ side: 'all', action: 'do' }];
  if (step.isEdgesOnly) return [{ side: 'edges', action: 'do' }];
  if (!batch.isTwoSided) return [{ side: 'all', action: 'do' }];
  return [
    { side: 'back', action: 'do' },
    { side: 'front', action: 'flip' },
    { side: 'front', action: 'do' },
  ];
}

function rowOf(step: Step, batch: Batch, isOnSite: boolean): PlanRow {
  if (batch.lie === 'fixed' || isOnSite || step.place === 'room') return 'room';
  if (step.place === 'rest') return batch.lie === 'hung' ? 'rail' : 'rack';
  return step.place;
}

/** When each piece of a visit was done, from the log that counts. A flip counts for the front only. */
function doneTimes(log: readonly LogEntry[], step: Step, visit: Visit): Map<string, LogEntry> {
  const done = new Map<string, LogEntry>();
  for (const entry of log) {
    if (entry.stepId !== step.id || entry.action !== visit.action) continue;
    if (entry.side !== visit.side && entry.side !== 'all') continue;
    for (const pieceId of entry.pieceIds) done.set(pieceId, entry);
  }
  return done;
}

interface Draft extends PlanOp {
  entries: Map<string, LogEntry>;
}

function draftOps(
  input: JobForPlanning,
  shop: ShopForPlanning,
  zone: Zone,
  batch: Batch,
  loadId: string,
  log: readonly LogEntry[],
): Draft[] {
  const isOnSite = input.job.place === 'client';
  const isInRoom = batch.lie === 'fixed' || isOnSite;
  const steps = input.steps.filter((step) => step.zoneId === zone.id).sort((a, b) => a.position - b.position);
  const holder = isInRoom ? null : batch.lie === 'hung' ? 'rail' : 'rack';
  const space = batch.pieces.reduce((sum, piece) => sum + spaceOf(piece, batch.lie, shop.settings), 0);
  const ops: Draft[] = [];
  for (const step of steps) {
    if (step.reach === 'hung' && batch.lie !== 'hung') continue;
    const applicator = applicatorInPlace(step, isInRoom);
    const stepLabour =
      applicator !== step.applicator && applicator === 'roller' ? YARDSTICKS.roller : step.labour;
    const isFilm = step.productKey !== null;
    const row = rowOf(step, batch, isOnSite);
    for (const visit of visitsOf(step, batch)) {
      const isFlip = visit.action === 'flip';
      const isCoat = isFilm && !isFlip;
      const entries = doneTimes(log, step, visit);
      const last = [...entries.values()].at(-1);
      const clocks = isCoat ? clocksOfCoat(step, shop.sheets, shop.settings, shop.climate, last) : null;
      const labour = labourOf(
        isFlip ? YARDSTICKS.flip : stepLabour,
        batch.pieces,
        isFlip ? 'front' : visit.side,
      );
      const uses =
        row === 'booth' && !isFlip
          ? [{ resourceId: 'booth', amount: 1 }]
          : row === 'bench'
            ? [{ resourceId: 'bench', amount: 1 }]
            : [];
      // Filler is spread at the bench and lies about safely; films go on hooks or points until they can be handled.
      const isHeld = isCoat && step.operation === 'coat' && !step.isEdgesOnly && holder !== null;
      ops.push({
        id: `${step.id}/${visit.side}/${visit.action}@${loadId}`,
        loadId,
        zoneId: zone.id,
        stepId: step.id,
        stepKey: step.key,
        name: nameOf(step, visit),
        side: visit.side,
        action: visit.action,
        pieceIds: batch.pieces.map(({ id }) => id),
        row: isFlip ? (holder ?? 'room') : row,
        waitFor: isFlip ? 'handle' : step.waitFor,
        isWet: isCoat && step.operation === 'coat',
        isCoat,
        abrades: step.operation === 'sand' || step.operation === 'key',
        cleans: step.operation === 'dust',
        ...labour,
        uses: isFlip ? [] : uses,
        hold:
          isHeld && clocks && holder
            ? { resourceId: holder, amount: space, minutes: clocks.handle.hereMinutes }
            : null,
        lags: clocks ? lagsOf(clocks) : null,
        windowMax: clocks?.recoatMax?.hereMinutes ?? null,
        done: null,
        entries,
      });
    }
  }
  return ops;
}

function nameOf(step: Step, visit: Visit): string {
  if (visit.action === 'flip') return `Flip for ${step.name}`;
  if (visit.side === 'back') return `${step.name}, backs`;
  return visit.side === 'front' ? `${step.name}, fronts` : step.name;
}

/**
 * Applies the log to the operations of a load: what all pieces have had is done; what some have had is cut to the rest;
 * a later step that is logged makes the unlogged ones before it done too, since nobody primes before cleaning.
 */
function applyLog(drafts: readonly Draft[], log: readonly LogEntry[]): PlanOp[] {
  const ops: PlanOp[] = [];
  const doneLater = new Map<string, LogEntry>();
  for (let index = drafts.length - 1; index >= 0; index -= 1) {
    const draft = drafts[index];
    if (!draft) continue;
    const { entries, ...op } = draft;
    const times: { pieceId: string; end: Minute }[] = [];
    for (const pieceId of op.pieceIds) {
      const entry = entries.get(pieceId) ?? doneLater.get(pieceId);
      if (entry) times.push({ pieceId, end: toMinute(entry.doneAt) });
      if (entry && !doneLater.has(pieceId)) doneLater.set(pieceId, entry);
    }
    const done = new Set(times.map(({ pieceId }) => pieceId));
    const rest = op.pieceIds.filter((pieceId) => !done.has(pieceId));
    const latest = Math.max(0, ...times.map(({ end }) => end));
    const finished = (pieceIds: string[]): PlanOp => ({
      ...op,
      pieceIds,
      done: { start: latest - workMinutes({ ...op, pieceIds }), end: latest },
    });
    if (rest.length === 0) ops.unshift(finished(op.pieceIds));
    else if (done.size === 0) ops.unshift(op);
    else ops.unshift({ ...finished([...done]), id: `${op.id}+part` }, { ...op, pieceIds: rest });
    for (const action of ['dust', 'scuff'] as const) {
      const repairs = log.filter(
        (entry) =>
          entry.stepId === op.stepId &&
          entry.action === action &&
          entry.pieceIds.some((id) => op.pieceIds.includes(id)),
      );
      const last = repairs.at(-1);
      if (!last || !op.isCoat || (last.side !== op.side && op.side !== 'all')) continue;
      const end = toMinute(last.doneAt);
      ops.unshift({
        ...op,
        id: `${repairId(op.id, action)}+logged`,
        name: action === 'scuff' ? `Scuff before ${op.name}` : `Dust before ${op.name}`,
        action,
        row: 'bench',
        isWet: false,
        isCoat: false,
        abrades: action === 'scuff',
        cleans: action === 'dust',
        uses: [],
        hold: null,
        lags: null,
        windowMax: null,
        done: { start: end - 5, end },
      });
    }
  }
  return ops;
}

/**
 * Work that the earlier plan has under way just now is taken to be so: it goes on and ends when it was to end, instead of
 * starting over. Only the first open visit of a load can be under way.
 */
function goOn(ops: PlanOp[], earlier: EarlierPlan, now: Minute): PlanOp[] {
  const first = ops.findIndex((op) => !op.done);
  const op = ops[first];
  const planned = op && earlier.ops.find(({ id }) => id === op.id);
  if (!op || !planned || planned.start >= now || planned.end <= now) return ops;
  const left = { ...op, setupMin: 0, cleanupMin: 0, perPieceMin: (planned.end - now) / op.pieceIds.length };
  return ops.with(first, left);
}

/** `18 doors`, `12 drawer fronts and 3 doors`: what a set of pieces is, in words. */
export function piecesInWords(pieces: readonly Pick<Piece, 'kind'>[]): string {
  const counts = new Map<Piece['kind'], number>();
  for (const { kind } of pieces) counts.set(kind, (counts.get(kind) ?? 0) + 1);
  const parts = [...counts].map(([kind, count]) => `${count} ${PIECE_KIND_WORDS[kind][count === 1 ? 0 : 1]}`);
  return parts.length < 2 ? (parts[0] ?? 'nothing') : `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)}`;
}

function batchesOfZone(
  input: JobForPlanning,
  shop: ShopForPlanning,
  zone: Zone,
  atLeast: number,
  earlier: readonly EarlierLoad[],
  log: readonly LogEntry[],
  keep: KeepLoads,
): { id: string | null; batch: Batch }[] {
  const pieces = input.pieces
    .filter((piece) => piece.zoneId === zone.id)
    .sort((a, b) => a.position - b.position || a.tag.localeCompare(b.tag));
  const isOnSite = input.job.place === 'client';
  const stepIds = new Set(input.steps.filter((step) => step.zoneId === zone.id).map(({ id }) => id));
  const isStarted = log.some((entry) => stepIds.has(entry.stepId));
  const kept: { id: string | null; batch: Batch }[] = [];
  const taken = new Set<string>();
  if (isStarted || keep === 'all') {
    for (const load of earlier.filter(({ zoneId }) => zoneId === zone.id)) {
      const members = pieces.filter(({ id }) => load.pieceIds.includes(id));
      if (members.length === 0) continue;
      for (const { id } of members) taken.add(id);
      const isTwoSided = load.lie === 'flat' && members.some(({ finishBack }) => finishBack);
      kept.push({ id: load.id, batch: { lie: load.lie, isTwoSided, pieces: members } });
    }
  }
  const longestShift = longestStretch(shop.settings.week);
  const fits = (batch: Batch) =>
    draftOps(input, shop, zone, batch, 'x', []).every((op) => !op.isWet || workMinutes(op) <= longestShift);
  const fresh = pieces.filter(({ id }) => !taken.has(id));
  const laying = zone.options?.laying ?? 'by-kind';
  const cut = cutIntoBatches(fresh, laying, isOnSite, shop.settings, atLeast, fits);
  return [...kept, ...cut.map((batch) => ({ id: null, batch }))];
}

/** The crew with their working hours between two minutes. Whoever keeps the shop's hours shares one calendar. */
export function peopleOf(shop: ShopForPlanning, now: Minute, horizon: Minute): Person[] {
  const hours = (daysOff: readonly string[]) =>
    workIntervals(shop.settings, shop.timeZone, now, horizon, daysOff);
  const usual = hours([]);
  return shop.crew.map(({ id, name, daysOff }) => ({
    id,
    name,
    work: daysOff.length === 0 ? usual : hours(daysOff),
  }));
}

/**
 * States the planning problem of one job from now: its loads with what is done and what is left, the people with their
 * hours, the places, and what other jobs have reserved.
 *
 * @param atLeast smallest number of loads per zone and way of lying; more loads overlap better but cost more set-ups.
 * @returns the problem, or what is missing.
 */
export function buildProblem(
  input: JobForPlanning,
  shop: ShopForPlanning,
  span: { now: Minute; horizon: Minute; people: readonly Person[] },
  earlier: EarlierPlan,
  atLeast: number,
  keep: KeepLoads = 'started',
): Outcome<PlanProblem> {
  const { now, horizon, people } = span;
  if (input.pieces.length === 0) return failure('The job has no pieces yet: add them under Pieces.');
  const unset = input.zones.filter(
    (zone) => zone.systemId === null && input.pieces.some((piece) => piece.zoneId === zone.id),
  );
  if (unset.length > 0) {
    return failure(
      `Choose a finishing system for ${unset.map(({ name }) => name).join(', ')} under Sequence.`,
    );
  }
  const log = effectiveLog(input.log);
  const loads = input.zones.flatMap((zone) =>
    batchesOfZone(input, shop, zone, atLeast, earlier.loads, log, keep).map(({ id, batch }): Load => {
      // The first piece names a load: the same cut gives the same name, another cut another.
      const loadId = id ?? `${zone.id.slice(-8)}.${batch.pieces[0]?.id.slice(-12)}.${batch.pieces.length}`;
      const ops = goOn(applyLog(draftOps(input, shop, zone, batch, loadId, log), log), earlier, now);
      const label = `${zone.name}: ${piecesInWords(batch.pieces)}`;
      return {
        id: loadId,
        zoneId: zone.id,
        label,
        lie: batch.lie,
        pieceIds: batch.pieces.map((piece) => piece.id),
        ops,
      };
    }),
  );
  const { settings } = shop;
  return success({
    now,
    horizon,
    people: [...people],
    resources: [
      { id: 'booth', name: 'Booth', capacity: settings.hasBooth ? 1 : 0 },
      { id: 'bench', name: 'Bench', capacity: settings.benches },
      { id: 'rail', name: 'Rail', capacity: settings.railLengthMm },
      { id: 'rack', name: 'Rack', capacity: settings.rackSlots },
    ],
    loads,
    reserved: shop.reserved,
  });
}
