import type { LogEntry } from '@upholder/core/jobs';
import {
  isRepair,
  joinWaits,
  type Move,
  type PlanOptions,
  type PlanSnapshot,
  type WaitNames,
} from '@upholder/core/planning';
import { show } from '../../base/voice.ts';

/** The air has changed when it is off by so much. */
const AIR_C = 0.75;
const AIR_PCT = 4;

/** What has changed between two plans that can have moved things, in words; the weightiest first. */
export function causes(
  before: PlanSnapshot,
  plan: PlanSnapshot,
  log: readonly Pick<LogEntry, 'loggedAt' | 'isWithdrawal'>[],
): string[] {
  const words: string[] = [];
  const { airC, rhPct } = plan.climate;
  if (Math.abs(airC - before.climate.airC) >= AIR_C || Math.abs(rhPct - before.climate.rhPct) >= AIR_PCT)
    words.push(
      `Expected air changed from ${show('temperature', before.climate.airC)}, ${Math.round(before.climate.rhPct)} % to ${show('temperature', airC)}, ${Math.round(rhPct)} %, so all drying times changed.`,
    );
  const since = log.filter(({ loggedAt }) => loggedAt > before.madeAt);
  const withdrawn = since.filter(({ isWithdrawal }) => isWithdrawal).length;
  if (since.length > 0)
    words.push(
      `${since.length} ${since.length === 1 ? 'entry' : 'entries'} in the log since${withdrawn > 0 ? `, ${withdrawn} withdrawn` : ''}.`,
    );
  const count = ({ loads }: PlanSnapshot) => loads.reduce((sum, { pieceIds }) => sum + pieceIds.length, 0);
  if (count(before) !== count(plan)) words.push(`${count(plan)} pieces now, ${count(before)} before.`);
  const loadsOf = ({ loads }: PlanSnapshot) =>
    loads
      .map(({ id }) => id)
      .sort()
      .join();
  if (count(before) === count(plan) && loadsOf(before) !== loadsOf(plan)) words.push('Loads were regrouped.');
  const pinsOf = ({ planOptions }: PlanSnapshot) => JSON.stringify(Object.entries(planOptions.pins).sort());
  if (pinsOf(before) !== pinsOf(plan)) words.push('Other tasks are pinned.');
  if (before.planOptions.objective !== plan.planOptions.objective) words.push('The objective changed.');
  words.push(...roomWords(before.planOptions, plan.planOptions));
  return words;
}

/** What the client now asks otherwise for the room. */
function roomWords(before: PlanOptions, after: PlanOptions): string[] {
  const daysOf = ({ roomClosed, roomNotOn }: PlanOptions) => JSON.stringify([roomClosed, roomNotOn]);
  const said: [boolean, string][] = [
    [daysOf(before) !== daysOf(after), 'The client’s room is closed on other days.'],
    [
      JSON.stringify(before.roomHours) !== JSON.stringify(after.roomHours),
      'The client’s room is open at other hours.',
    ],
    [
      before.oneZoneAtATime !== after.oneZoneAtATime,
      after.oneZoneAtATime
        ? 'The room is now done zone by zone.'
        : 'The room is no longer done zone by zone.',
    ],
    [
      before.refitTogether !== after.refitTogether,
      after.refitTogether
        ? 'Everything is now refitted in one go.'
        : 'Pieces are now refitted as they become ready.',
    ],
    [before.tripMin !== after.tripMin, 'The way to the client takes another time.'],
  ];
  return said.flatMap(([isSaid, words]) => (isSaid ? [words] : []));
}

/** Why one task lies where it lies now, in a few words. */
export function whyThere(move: Move, plan: Pick<PlanSnapshot, 'ops'>, names: WaitNames): string {
  const op = plan.ops.find(({ id }) => id === move.opId);
  if (!op || move.after === null) return 'not needed any more';
  if (isRepair(op.id)) return 'added: the window closes, or dust settles, before the coat';
  const waits = joinWaits(op.waits, names);
  const closed = joinWaits([{ start: 0, end: 1, why: { kind: 'closed' } }], names)[0]?.words;
  const held = waits.filter(({ words }) => words !== closed);
  const longest = held.reduce<(typeof held)[number] | undefined>(
    (most, one) => (most && most.end - most.start >= one.end - one.start ? most : one),
    undefined,
  );
  if (move.before !== null && move.after < move.before) return 'its predecessor or place is free earlier';
  return longest?.words ?? (waits.length > 0 ? 'the next working hours' : 'follows directly');
}
