import { isSprayed, type ProductSheet } from '../../catalogue/sheet.ts';
import { coatingObstacles, type FilmClocks } from '../../drying/index.ts';
import { type LogAction, type LogEntry, stepAsLogged, turnsOver, type Zone } from '../../jobs/index.ts';
import { coatAmounts } from '../../mixing/index.ts';
import type { CoatSide, Piece } from '../../pieces/index.ts';
import { type Minute, type ShopSettings, toMinute } from '../../shop/index.ts';
import {
  applicatorInPlace,
  handsOnMinutes,
  type Labour,
  type Step,
  shareKeys,
  sideOf,
  stepAppliesTo,
  strainingMinutes,
  waitOf,
  YARDSTICKS,
} from '../../systems/index.ts';
import { does } from '../../systems/operations.ts';
import { actionWords, SIDE_WORDS } from '../../words/index.ts';
import { clocksOfCoat } from './coatClocks.ts';
import { materialOf, paintOf, restOf } from './guns.ts';
import type { JobForPlanning, ShopForPlanning } from './input.ts';
import { type Batch, spaceOf } from './loads.ts';
import { type BadAir, type Lags, type PlanOp, type PlanPlace, workMinutes } from './model.ts';
import { repairOp } from './repairs.ts';

// Longer than other files: one operation is made in one place, from step, load, shop and log.

/**
 * Lags of a step by kind of successor: the clocks of its film where it lays one, and at least the rest that the step
 * itself asks for (caulk and filler that dry, a night between coats). Null when nothing has to dry.
 */
export function lagsOf(clocks: FilmClocks | null, dryingMin = 0): Lags | null {
  if (!clocks && dryingMin === 0) return null;
  const least = (minutes = 0) => Math.max(minutes, dryingMin);
  return {
    sand: least(clocks?.sand.hereMinutes),
    recoat: least(clocks?.recoatMin.hereMinutes),
    handle: least(clocks?.handle.hereMinutes),
    pack: least(clocks?.pack.hereMinutes),
    refit: least(clocks?.refit.hereMinutes),
  };
}

/** Mixing and a cup reading, for each mix after the first. */
const FURTHER_MIX_MIN = 12;

function labourOf(labour: Labour, pieces: readonly Piece[], side: CoatSide) {
  const total = handsOnMinutes(labour, pieces, side);
  const perPieceMin = pieces.length === 0 ? 0 : Math.round((total / pieces.length) * 100) / 100;
  return { setupMin: labour.setupMin, perPieceMin, cleanupMin: labour.cleanupMin };
}

const FORECAST_MIN = 60;

/** When the air is not fit for a product, as far as the forecast goes; hours that follow one another are joined. */
export function badAirFor(sheet: ProductSheet, forecast: ShopForPlanning['forecast'] = []): BadAir[] {
  const bad: BadAir[] = [];
  for (const { at, climate } of forecast) {
    const [why] = coatingObstacles(sheet, climate);
    if (why === undefined) continue;
    const last = bad.at(-1);
    if (last && at <= last.end) last.end = at + FORECAST_MIN;
    else bad.push({ start: at, end: at + FORECAST_MIN, why });
  }
  return bad;
}

/** The same for many coats: each product is held against a forecast once. */
const heldAgainst = new WeakMap<object, Map<ProductSheet, BadAir[]>>();

function badAirOf({ forecast }: Pick<ShopForPlanning, 'forecast'>): (sheet: ProductSheet) => BadAir[] {
  if (!forecast) return () => [];
  const known = heldAgainst.get(forecast) ?? new Map<ProductSheet, BadAir[]>();
  heldAgainst.set(forecast, known);
  return (sheet) => {
    const bad = known.get(sheet) ?? badAirFor(sheet, forecast);
    known.set(sheet, bad);
    return bad;
  };
}

/** Nobody drives home for a shorter pause than this. */
const ON_SITE_PAUSE_MIN = 60;

interface Task {
  side: CoatSide;
  action: LogAction;
}

/** @param before the film that went on before it, edges apart. */
function tasksOf(step: Step, batch: Batch, isOnSite: boolean, before: Step | undefined): Task[] {
  if (!does(step, 'laysFilm')) return [{ side: 'all', action: 'do' }];
  const isTurned = batch.isTwoSided && !isOnSite && step.faces === 'front' && before?.faces === 'back';
  if (isTurned && !step.isEdgesOnly)
    return [
      { side: 'front', action: 'flip' },
      { side: 'front', action: 'do' },
    ];
  if (step.isEdgesOnly || step.faces !== 'both') return [{ side: sideOf(step), action: 'do' }];
  // In the client's room pieces stay upright, on their hinges or leaning: nothing is turned over.
  if (!batch.isTwoSided || isOnSite) return [{ side: 'all', action: 'do' }];
  return [
    { side: 'back', action: 'do' },
    { side: 'front', action: 'flip' },
    { side: 'front', action: 'do' },
  ];
}

function rowOf(step: Step, batch: Batch, isOnSite: boolean): PlanPlace {
  if (batch.lie === 'fixed' || isOnSite || step.place === 'room') return 'room';
  if (step.place === 'rest') return batch.lie === 'hung' ? 'rail' : 'rack';
  return step.place;
}

/** When each piece of a batch had a task, from the log that counts. A flip counts for the front only. */
function doneTimes(
  log: readonly LogEntry[],
  step: Step,
  task: Task,
  pieces: readonly Piece[],
): Map<string, LogEntry> {
  const done = new Map<string, LogEntry>();
  const members = new Set(pieces.map(({ id }) => id));
  for (const entry of log) {
    if (entry.stepId !== step.id || entry.action !== task.action) continue;
    if (entry.side !== task.side && entry.side !== 'all') continue;
    for (const pieceId of entry.pieceIds) if (members.has(pieceId)) done.set(pieceId, entry);
  }
  return done;
}

function spaceOfAll(pieces: readonly Piece[], lie: Batch['lie'], settings: ShopSettings): number {
  return pieces.reduce((sum, piece) => sum + spaceOf(piece, lie, settings), 0);
}

interface Draft extends PlanOp {
  entries: Map<string, LogEntry>;
}

/** The tasks that a batch goes through, in order, with what the log says of each. */
export function draftOps(
  input: JobForPlanning,
  shop: ShopForPlanning,
  zone: Zone,
  batch: Batch,
  loadId: string,
  log: readonly LogEntry[],
): Draft[] {
  const isOnSite = input.job.place === 'client';
  const badAir = badAirOf(shop);
  const shared = shareKeys(input.zones, input.steps, shop.sheets);
  const isInRoom = batch.lie === 'fixed' || isOnSite;
  const steps = input.steps.filter((step) => step.zoneId === zone.id).sort((a, b) => a.position - b.position);
  const holder = isInRoom ? null : batch.lie === 'hung' ? 'rail' : 'rack';
  const ops: Draft[] = [];
  let coated: Step | undefined;
  for (const step of steps) {
    if (step.loadFilter === 'hung' && batch.lie !== 'hung') continue;
    const members = batch.pieces.filter((piece) => stepAppliesTo(step, piece));
    if (members.length === 0) continue;
    const applicator = applicatorInPlace(step, isInRoom && !isOnSite);
    const stepLabour =
      applicator !== step.applicator && applicator === 'roller' ? YARDSTICKS.roller : step.labour;
    const mixesMin = (step.mixCount - 1) * FURTHER_MIX_MIN;
    const isFilm = step.productKey !== null;
    // A window matters to the coat that comes next: nothing shuts after the last.
    const isFollowed = steps.some(
      (later) =>
        later.position > step.position &&
        later.productKey !== null &&
        members.some((piece) => stepAppliesTo(later, piece)),
    );
    const row = rowOf(step, batch, isOnSite);
    const before = coated;
    if (does(step, 'laysFilm') && !step.isEdgesOnly) coated = step;
    for (const task of tasksOf(step, batch, isOnSite, before)) {
      const isFlip = turnsOver(task);
      const isCoat = isFilm && !isFlip;
      const entries = doneTimes(log, step, task, members);
      const last = [...entries.values()].at(-1);
      const sheet = shop.sheets[step.productKey ?? ''];
      const isLaid = isCoat && does(step, 'laysFilm');
      // Guns and brushes are cleaned at the end of the day, as far as that time goes; the rest is the coat's own.
      const cleanMin = Math.min(stepLabour.cleanupMin, shop.settings.wrapUpMin);
      const paint = isLaid ? paintOf(step, zone, sheet, { applicator, cleanMin }) : null;
      const clocks = isCoat ? clocksOfCoat(step, shop.sheets, shop.settings, shop.climate, last) : null;
      const amounts =
        isCoat && sheet && does(step, 'laysFilm')
          ? coatAmounts(step, sheet, members, task.side, isOnSite)
          : null;
      const strainMin = Math.round(strainingMinutes((amounts?.paintMl ?? 0) + (amounts?.thinnerMl ?? 0)));
      // Filler is spread at the bench and lies about safely; films go on hooks or points until they can be handled.
      const isHeld = isLaid && !step.isEdgesOnly && holder !== null;
      const ownLabour = isLaid
        ? {
            ...stepLabour,
            setupMin: stepLabour.setupMin + mixesMin + strainMin,
            cleanupMin: stepLabour.cleanupMin - cleanMin,
            perPieceMin: stepLabour.perPieceMin + (isHeld ? shop.settings.handlingMin : 0),
          }
        : { ...stepLabour, setupMin: stepLabour.setupMin + mixesMin + strainMin };
      const labour = isFlip
        ? labourOf(YARDSTICKS.flip, members, 'front')
        : labourOf(ownLabour, members, does(step, 'laysFilm') ? task.side : sideOf(step));
      // Loose pieces are fetched and brought back; who works in the room is there already.
      const isTrip = shop.settings.tripMin > 0 && row === 'room' && !isInRoom && !isFilm && !isFlip;
      const refillMin = isTrip
        ? labour.setupMin
        : Math.min(labour.setupMin, shop.settings.changeover.refillMin + mixesMin);
      const uses =
        row === 'booth' && !isFlip
          ? [{ resourceId: 'booth', amount: 1 }]
          : row === 'bench' || row === 'room'
            ? [{ resourceId: row, amount: 1 }]
            : [];
      ops.push({
        id: `${step.id}/${task.side}/${task.action}@${loadId}`,
        loadId,
        zoneId: zone.id,
        stepId: step.id,
        stepKey: step.key,
        name: nameOf(step, task),
        side: task.side,
        action: task.action,
        pieceIds: members.map(({ id }) => id),
        row: isFlip ? (holder ?? 'room') : row,
        waitFor: isFlip ? 'handle' : waitOf(step),
        isWet: isLaid,
        isCoat,
        abrades: does(step, 'keys'),
        cleans: does(step, 'takesDust'),
        ...(paint && { paint }),
        ...((isLaid || isTrip) && { refillMin }),
        ...(isTrip && { isTrip, restMin: ON_SITE_PAUSE_MIN }),
        ...(isLaid && !paint && sheet && { restMin: restOf(sheet) }),
        skill: isLaid ? (isSprayed(applicator) ? 'spray' : 'brush') : 'prep',
        ...(isCoat && sheet ? { badAir: badAir(sheet) } : {}),
        ...labour,
        ...(isTrip && { setupMin: labour.setupMin + shop.settings.tripMin }),
        uses: isFlip ? [] : uses,
        hold:
          isHeld && clocks && holder
            ? {
                resourceId: holder,
                amount: spaceOfAll(members, batch.lie, shop.settings),
                least: Math.min(...members.map((piece) => spaceOf(piece, batch.lie, shop.settings))),
                minutes: clocks.handle.hereMinutes,
              }
            : null,
        lags: isFlip ? null : lagsOf(clocks, stepAsLogged(step, last).dryingMin),
        shareKey: isTrip
          ? `trip ${input.job.id}`
          : isFlip
            ? null
            : sessionKey(step, shared.get(step.id), { zone, sheet, applicator, row }),
        windowMax: isFollowed ? (clocks?.recoatMax?.hereMinutes ?? deglossWindow(step, shop.supplies)) : null,
        done: null,
        entries,
      });
    }
  }
  return ops;
}

/** Minutes in which the coat has to follow a deglosser: its key does not last; null for every other step. */
function deglossWindow({ operation, supplyKey }: Step, supplies: ShopForPlanning['supplies']): Minute | null {
  const supply = does(operation, 'deglosses') && supplyKey !== null ? supplies?.[supplyKey] : undefined;
  return supply?.kind === 'deglosser' ? supply.windowMin : null;
}

/**
 * What makes two tasks one session when they follow one another with the same person: the same material by brush or roller,
 * whatever zone it is for, or else the same step. What is sprayed goes by the gun and not by who holds it.
 */
function sessionKey(
  step: Step,
  shared: string | undefined,
  {
    zone,
    sheet,
    applicator,
    row,
  }: { zone: Zone; sheet: ProductSheet | undefined; applicator: Step['applicator']; row: PlanPlace },
): string | null {
  if (!sheet || !does(step, 'laysFilm')) return shared ?? step.id;
  if (applicator !== null && isSprayed(applicator)) return null;
  return `${row} ${applicator} ${materialOf(step, zone, sheet)}`;
}

function nameOf(step: Step, task: Task): string {
  if (turnsOver(task)) return actionWords(task.action, step.name);
  return step.name + (task.side === 'edges' ? '' : SIDE_WORDS[task.side]);
}

/**
 * Applies the log to the operations of a load: what all pieces have had is done; what some have had is cut to the rest;
 * a later step that is logged makes the unlogged ones before it done too, since nobody primes before cleaning.
 */
export function applyLog(drafts: readonly Draft[], log: readonly LogEntry[]): PlanOp[] {
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
      const repair = repairOp(op, action);
      ops.unshift({ ...repair, id: `${repair.id}+logged`, row: 'bench', done: { start: end - 5, end } });
    }
  }
  return ops;
}
