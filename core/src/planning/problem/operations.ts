import { type Applicator, isSprayed, type ProductSheet } from '../../catalogue/sheet.ts';
import { doorsSideBySide, inTurns } from '../../elevation/index.ts';
import {
  type LogAction,
  type LogEntry,
  leavesOut,
  stepAsLogged,
  toolSwitches,
  turnsOver,
  type Zone,
} from '../../jobs/index.ts';
import { coatAmounts } from '../../mixing/index.ts';
import { type CoatSide, isWorkedInRoom, type Piece } from '../../pieces/index.ts';
import {
  holderResource,
  type Minute,
  PLACE_KIND_TRAITS,
  resourceAt,
  SHOP_PLACE,
  type ShopSettings,
  toMinute,
} from '../../shop/index.ts';
import {
  type ClockKind,
  isWiped,
  minutesOfStep,
  type Step,
  type StepMinutes,
  shareKeys,
  sideOf,
  stepAppliesTo,
  stepInPlace,
  strainingMinutes,
  waitOf,
  withTool,
  YARDSTICKS,
} from '../../systems/index.ts';
import { does } from '../../systems/operations.ts';
import { actionWords, SIDE_WORDS } from '../../words/index.ts';
import { airIn, isOutdoors, badAirIn as unfitAir } from './air.ts';
import { clocksOfCoat, coatAirIn, lagsOf } from './coatClocks.ts';
import { materialOf, paintOf, restOf } from './guns.ts';
import { hourlyLags, shortestLags } from './hourly.ts';
import type { JobForPlanning, ShopForPlanning } from './input.ts';
import { type Batch, spaceOf } from './loads.ts';
import { type PlanOp, type PlanPlace, workMinutes } from './model.ts';
import { repairOp } from './repairs.ts';

// Longer than other files: one operation is made in one place, from step, load, shop and log.

/** Mixing and a cup reading, for each mix after the first. */
const FURTHER_MIX_MIN = 12;

function labourOf({ setupMin, handsOnMin, cleanupMin }: StepMinutes, pieces: readonly Piece[]) {
  const perPieceMin = pieces.length === 0 ? 0 : Math.round((handsOnMin / pieces.length) * 100) / 100;
  return { setupMin, perPieceMin, cleanupMin };
}

/** Nobody drives home for a shorter pause than this. */
const ON_SITE_PAUSE_MIN = 60;

interface Task {
  side: CoatSide;
  action: LogAction;
  /** Which of the pieces take part, where that is not all of them, and how the task is told apart from its like. */
  only?: { pieceIds: ReadonlySet<string>; suffix: string };
  /** The clock that it waits for besides the step's own. */
  waitFor?: ClockKind;
  /** The tool that its pieces went on with; the step's own where it is left out. */
  tool?: Applicator;
}

/** A task cut by what its pieces are coated with: those that went on with another tool come after the others. */
function byTool(
  task: Task,
  all: readonly Piece[],
  switched: ReadonlyMap<string, Applicator> | undefined,
): Task[] {
  if (!switched || turnsOver(task)) return [task];
  const members = task.only ? all.filter(({ id }) => task.only?.pieceIds.has(id)) : all;
  const tools = new Set(members.map(({ id }) => switched.get(id)));
  if (tools.size === 1 && tools.has(undefined)) return [task];
  // As the step says first, then by the names of the tools.
  return [...tools]
    .sort((a, b) => (a ?? '').localeCompare(b ?? ''))
    .map((tool) => ({
      ...task,
      ...(tool && { tool }),
      only: {
        pieceIds: idsOf(members.filter(({ id }) => switched.get(id) === tool)),
        suffix: `${task.only?.suffix ?? ''}${tool ? `~${tool}` : ''}`,
      },
    }));
}

/**
 * Pairs of doors of a batch that hang side by side on their hinges: by the map, and by the take-off where they are in none of its
 * openings.
 */
export function neighboursOf(
  { way, pieces }: Pick<Batch, 'way' | 'pieces'>,
  { openings = [] }: Pick<JobForPlanning, 'openings'>,
): [string, string][] {
  if (way !== 'hinges') return [];
  return doorsSideBySide(
    pieces.filter(({ finishBack }) => finishBack),
    openings,
  );
}

/**
 * A coat on doors that hang on their hinges: the fronts while they are shut; then, when those may be touched, every second door
 * is opened for its back and its edges, and the others when these may be touched, so that no two neighbours are open and wet.
 */
function onHinges(members: readonly Piece[], neighbours: readonly [string, string][]): Task[] {
  const fronts = members.filter(({ finishFront }) => finishFront);
  const backs = members.filter(({ finishBack }) => finishBack);
  const turns = inTurns(backs, neighbours);
  return [
    ...(fronts.length > 0
      ? [{ side: 'front' as const, action: 'do' as const, only: { pieceIds: idsOf(fronts), suffix: '' } }]
      : []),
    ...turns.flatMap((some, turn): Task[] =>
      some.length === 0
        ? []
        : [
            {
              side: 'back',
              action: 'do',
              only: { pieceIds: idsOf(some), suffix: turn === 0 ? '' : `.${turn + 1}` },
              waitFor: 'touch',
            },
          ],
    ),
  ];
}

function idsOf(pieces: readonly Piece[]): ReadonlySet<string> {
  return new Set(pieces.map(({ id }) => id));
}

/** @param isBackUp the last coat went on the back, so that pieces that lie are turned over before anything is done to the front. */
function tasksOf(
  step: Step,
  batch: Batch,
  members: readonly Piece[],
  {
    isBackUp,
    areOff,
    neighbours,
    isAtOnce,
  }: {
    isBackUp: boolean;
    areOff: boolean;
    neighbours: readonly [string, string][];
    isAtOnce: boolean;
  },
): Task[] {
  const isInRoom = isWorkedInRoom(batch.way);
  const isTurned = isBackUp && batch.isTwoSided && !isInRoom && step.faces === 'front' && !step.isEdgesOnly;
  if (!does(step, 'laysFilm'))
    return [
      ...(isTurned ? [{ side: 'front' as const, action: 'flip' as const }] : []),
      { side: 'all', action: 'do' },
    ];
  if (batch.way === 'hinges' && !areOff && !step.isEdgesOnly && step.faces === 'both')
    return onHinges(members, neighbours);
  if (isTurned)
    return [
      { side: 'front', action: 'flip' },
      { side: 'front', action: 'do' },
    ];
  if (step.isEdgesOnly || step.faces !== 'both') return [{ side: sideOf(step), action: 'do' }];
  // In the client's room pieces stay upright or lean: nothing is turned over. What is wiped on and off is held in the hand meanwhile.
  if (!batch.isTwoSided || isInRoom || isAtOnce) return [{ side: 'all', action: 'do' }];
  return [
    { side: 'back', action: 'do' },
    { side: 'front', action: 'flip' },
    { side: 'front', action: 'do' },
  ];
}

function rowOf(step: Step, batch: Batch): PlanPlace {
  if (isWorkedInRoom(batch.way) || step.place === 'room') return 'room';
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
  const faces = { front: new Set<string>(), back: new Set<string>() };
  for (const entry of log) {
    if (entry.stepId !== step.id || entry.action !== task.action) continue;
    // One face after the other is the whole piece too.
    if (task.side === 'all' && (entry.side === 'front' || entry.side === 'back')) {
      const [own, other] = entry.side === 'front' ? [faces.front, faces.back] : [faces.back, faces.front];
      for (const id of entry.pieceIds) {
        own.add(id);
        if (members.has(id) && other.has(id)) done.set(id, entry);
      }
    }
    if (entry.side !== task.side && entry.side !== 'all') continue;
    for (const pieceId of entry.pieceIds) if (members.has(pieceId)) done.set(pieceId, entry);
  }
  return done;
}

/** Pieces for which the log says that a step was left out, by step. */
function leftOutOf(log: readonly LogEntry[]): Map<string, Set<string>> {
  const found = new Map<string, Set<string>>();
  for (const { stepId, pieceIds } of log.filter(leavesOut)) {
    const own = found.get(stepId) ?? new Set();
    for (const id of pieceIds) own.add(id);
    found.set(stepId, own);
  }
  return found;
}

function spaceOfAll(pieces: readonly Piece[], { holder }: Batch, settings: ShopSettings): number {
  return pieces.reduce((sum, piece) => sum + spaceOf(piece, holder, settings), 0);
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
  const air = airIn(batch.placeId, shop, input.job);
  const driesIn = coatAirIn(batch.placeId, shop, input.job);
  const shared = shareKeys(input.zones, input.steps, shop.sheets);
  const isInRoom = isWorkedInRoom(batch.way);
  const steps = input.steps.filter((step) => step.zoneId === zone.id).sort((a, b) => a.position - b.position);
  const { holder } = batch;
  const restRow: PlanPlace = isInRoom ? 'room' : batch.lie === 'hung' ? 'rail' : 'rack';
  const place = shop.settings.places.find(({ id }) => id === batch.placeId);
  // Whoever works in a garage at the client's is there already.
  const isFarAway = !isInRoom && !(place && PLACE_KIND_TRAITS[place.kind].isAtClient);
  const neighbours = neighboursOf(batch, input);
  let areOff = false;
  const ops: Draft[] = [];
  let isBackUp = false;
  const switches = toolSwitches(input.events ?? []);
  const skipped = leftOutOf(log);
  const { yardsticks } = shop.settings;
  for (const planned of steps) {
    if (planned.loadFilter === 'hung' && batch.lie !== 'hung') continue;
    const without = skipped.get(planned.id);
    const all = batch.pieces.filter((piece) => !without?.has(piece.id) && stepAppliesTo(planned, piece));
    if (all.length === 0) continue;
    if (batch.way === 'hinges' && does(planned, 'takesDown')) areOff = true;
    if (batch.way === 'hinges' && does(planned, 'mountsAgain')) areOff = false;
    const isFilm = planned.productKey !== null;
    // A window matters to the coat that comes next: nothing shuts after the last.
    const isFollowed = steps.some(
      (later) =>
        later.position > planned.position &&
        later.productKey !== null &&
        all.some((piece) => stepAppliesTo(later, piece)),
    );
    const tasks = tasksOf(planned, batch, all, {
      isBackUp,
      areOff,
      neighbours,
      isAtOnce: isWiped(planned, shop.sheets[planned.productKey ?? '']),
    }).flatMap((task) => byTool(task, all, switches.get(planned.id)));
    if (does(planned, 'laysFilm') && !planned.isEdgesOnly) isBackUp = planned.faces === 'back';
    else if (tasks.some(turnsOver)) isBackUp = false;
    for (const task of tasks) {
      const members = task.only ? all.filter(({ id }) => task.only?.pieceIds.has(id)) : all;
      const step = withTool(planned, task.tool, shop.sheets[planned.productKey ?? '']);
      const worked = stepInPlace(step, batch.way === 'left');
      const { applicator } = worked;
      const filmSide = does(step, 'laysFilm') ? task.side : sideOf(step);
      const minutes = minutesOfStep(worked, members, filmSide, yardsticks);
      const mixesMin = (step.mixCount - 1) * FURTHER_MIX_MIN;
      const row = rowOf(step, batch);
      const isFlip = turnsOver(task);
      const isCoat = isFilm && !isFlip;
      const entries = doneTimes(log, step, task, members);
      const last = [...entries.values()].at(-1);
      const sheet = shop.sheets[step.productKey ?? ''];
      const isLaid = isCoat && does(step, 'laysFilm');
      // Guns and brushes are cleaned at the end of the day, as far as that time goes; the rest is the coat's own.
      const cleanMin = Math.min(minutes.cleanupMin, shop.settings.wrapUpMin);
      const paint = isLaid ? paintOf(step, zone, sheet, { applicator, cleanMin }) : null;
      const clocks = isCoat ? clocksOfCoat(step, shop, driesIn, last) : null;
      const dryingMin = stepAsLogged(step, last).dryingMin;
      // What is logged dried in the air that was noted then.
      const lagsBy =
        isCoat && sheet && !last && isOutdoors(batch.placeId, shop)
          ? hourlyLags(sheet, step.wftUm ?? sheet.wftTypUm, air.forecast, dryingMin, {
              mayShorten: shop.settings.mayShortenClocks,
            })
          : null;
      const lags = lagsBy ? shortestLags(lagsBy) : lagsOf(clocks, dryingMin);
      const amounts =
        isCoat && sheet && does(step, 'laysFilm')
          ? coatAmounts(step, sheet, members, task.side, isOnSite)
          : null;
      const strainMin = Math.round(strainingMinutes((amounts?.paintMl ?? 0) + (amounts?.thinnerMl ?? 0)));
      // Filler is spread at the bench and lies about safely; films go on hooks or points until they can be handled.
      const isHeld = isLaid && !step.isEdgesOnly && holder !== null;
      const setupMin = minutes.setupMin + mixesMin + strainMin;
      const own: StepMinutes = isLaid
        ? {
            setupMin,
            handsOnMin: minutes.handsOnMin + members.length * (isHeld ? shop.settings.handlingMin : 0),
            cleanupMin: minutes.cleanupMin - cleanMin,
          }
        : { ...minutes, setupMin };
      const turned = { ...step, labour: YARDSTICKS.flip, applications: [], passes: 1 };
      const labour = labourOf(isFlip ? minutesOfStep(turned, members, 'front', yardsticks) : own, members);
      // Loose pieces are fetched and brought back; who works in the room is there already.
      const isTrip = shop.settings.tripMin > 0 && row === 'room' && isFarAway && !isFilm && !isFlip;
      const refillMin = isTrip
        ? labour.setupMin
        : Math.min(labour.setupMin, shop.settings.changeover.refillMin + mixesMin);
      const uses =
        row === 'room'
          ? [{ resourceId: row, amount: 1 }]
          : row === 'bench' || row === 'booth'
            ? [{ resourceId: resourceAt(row, batch.placeId), amount: 1 }]
            : [];
      ops.push({
        id: `${step.id}/${task.side}/${task.action}@${loadId}${task.only?.suffix ?? ''}`,
        loadId,
        zoneId: zone.id,
        stepId: step.id,
        stepKey: step.key,
        name: nameOf(step, task),
        side: task.side,
        action: task.action,
        pieceIds: members.map(({ id }) => id),
        row: isFlip ? restRow : row,
        ...(task.tool && { tool: task.tool }),
        ...(batch.placeId !== SHOP_PLACE && { placeId: batch.placeId }),
        waitFor: isFlip ? 'handle' : (task.waitFor ?? waitOf(step)),
        isWet: isLaid,
        isCoat,
        abrades: does(step, 'keys'),
        cleans: does(step, 'takesDust'),
        ...(paint && { paint }),
        ...((isLaid || isTrip) && { refillMin }),
        ...(isTrip && { isTrip, restMin: ON_SITE_PAUSE_MIN }),
        ...(isLaid && !paint && sheet && { restMin: restOf(sheet) }),
        skill: isLaid ? (isSprayed(applicator) ? 'spray' : 'brush') : 'prep',
        ...(isCoat && sheet ? { badAir: unfitAir(sheet, batch.placeId, air, shop) } : {}),
        ...labour,
        ...(isTrip && { setupMin: labour.setupMin + shop.settings.tripMin }),
        uses: isFlip ? [] : uses,
        hold:
          isHeld && clocks && holder
            ? {
                resourceId: holderResource(holder),
                // Where they are coated in parts, all of them are on it together.
                amount: spaceOfAll(task.only ? all : members, batch, shop.settings),
                least: Math.min(...members.map((piece) => spaceOf(piece, holder, shop.settings))),
                ...(!task.only && { each: members.map((piece) => spaceOf(piece, holder, shop.settings)) }),
                minutes: lagsBy && lags ? lags.handle : clocks.handle.hereMinutes,
              }
            : null,
        lags: isFlip ? null : lags,
        ...(lagsBy && { lagsBy }),
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
    const times: { pieceId: string; end: Minute; by: string | null }[] = [];
    for (const pieceId of op.pieceIds) {
      const entry = entries.get(pieceId) ?? doneLater.get(pieceId);
      if (entry) times.push({ pieceId, end: toMinute(entry.doneAt), by: entry.memberId });
      if (entry && !doneLater.has(pieceId)) doneLater.set(pieceId, entry);
    }
    const done = new Set(times.map(({ pieceId }) => pieceId));
    const rest = op.pieceIds.filter((pieceId) => !done.has(pieceId));
    const latest = Math.max(0, ...times.map(({ end }) => end));
    const finished = (pieceIds: string[]): PlanOp => ({
      ...op,
      pieceIds,
      done: {
        start: latest - workMinutes({ ...op, pieceIds }),
        end: latest,
        by: times.find(({ end }) => end === latest)?.by ?? null,
        ...(op.hold && {
          ends: pieceIds.map((id) => times.find(({ pieceId }) => pieceId === id)?.end ?? latest),
        }),
      },
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
