import { type Finding, isUnsettled, statedFindings } from '../inspection/index.ts';
import type { Job, LogEntry } from '../jobs/index.ts';
import { said } from '../said/index.ts';
import { addDays } from '../shop/index.ts';
import type { Step } from '../systems/index.ts';
import {
  type EventOf,
  eventsOf,
  FOLLOW_UPS,
  type FollowUp,
  type JobEvent,
  standingEvents,
} from './events.ts';

/** Where a job stands, from the first day to the last question about it. */
export const JOB_STATES = ['open', 'work-done', 'reopened', 'handed-over', 'in-care', 'closed'] as const;
export type JobState = (typeof JOB_STATES)[number];

/** Where a job stands, in words. */
export const JOB_STATE_WORDS: Record<JobState, string> = {
  open: said('handover.state-open'),
  'work-done': said('handover.state-work-done'),
  reopened: said('handover.state-reopened'),
  'handed-over': said('handover.state-handed-over'),
  'in-care': said('handover.state-in-care'),
  closed: said('handover.state-closed'),
};

/** The handover that counts: the last one; null before the first. */
export function lastHandover(events: readonly JobEvent[]): EventOf<'handover'> | null {
  return eventsOf(events, 'handover').at(-1) ?? null;
}

/** A call-back with how it ended. */
export interface CallBack {
  event: EventOf<'call-back'>;
  /** Null while it is open. */
  end: EventOf<'call-back-ended'> | null;
}

/** All call-backs of a job, the oldest first. */
export function callBacksOf(events: readonly JobEvent[]): CallBack[] {
  const ends = eventsOf(events, 'call-back-ended');
  return eventsOf(events, 'call-back').map((event) => ({
    event,
    end: ends.findLast(({ what }) => what.callBackId === event.id) ?? null,
  }));
}

/** The call-back that is still open; the last of them where there are several. */
export function openCallBack(events: readonly JobEvent[]): CallBack | null {
  return callBacksOf(events).findLast(({ end }) => end === null) ?? null;
}

/**
 * Where a job stands. Open until its work is logged; handed over until the client signed; in care from then on, until it is
 * closed. A call-back opens it again.
 * @param isWorkDone whether everything that was planned is logged.
 */
export function jobStateOf(
  { status }: Pick<Job, 'status'>,
  events: readonly JobEvent[],
  isWorkDone: boolean,
): JobState {
  if (status === 'closed') return 'closed';
  if (status === 'handed-over') {
    const how = lastHandover(events)?.what.how;
    return how === 'finger' || how === 'paper' ? 'in-care' : 'handed-over';
  }
  if (openCallBack(events)) return 'reopened';
  return isWorkDone ? 'work-done' : 'open';
}

/** A question about the finish that is due, or will be. */
export interface DueFollowUp {
  which: FollowUp;
  /** Shop-local. */
  dueOn: string;
}

/** A year later, shop-local; the last of February where there is no 29th. */
export function yearAfter(date: string): string {
  const [year = 0, month = 1, day = 1] = date.split('-').map(Number);
  const leap = month === 2 && day === 29 ? 28 : day;
  return `${year + 1}-${String(month).padStart(2, '0')}-${String(leap).padStart(2, '0')}`;
}

/**
 * What is still to be asked after the last handover: once the finish has cured, and after a year. A handover after a
 * call-back starts the dates again.
 * @param handedOverOn shop-local day of that handover.
 */
export function followUpsOf(events: readonly JobEvent[], handedOverOn: string): DueFollowUp[] {
  const handover = lastHandover(events);
  if (!handover) return [];
  const answered = new Set(
    eventsOf(events, 'follow-up')
      .filter(({ at }) => at >= handover.at)
      .map(({ what }) => what.which),
  );
  const dates: Record<FollowUp, string> = {
    cured: handover.what.care?.curedOn ?? addDays(handedOverOn, 30),
    year: yearAfter(handedOverOn),
  };
  return FOLLOW_UPS.filter((which) => !answered.has(which)).map((which) => ({ which, dueOn: dates[which] }));
}

/** Findings that were made for a call-back, each with whether somebody still has to do something about it. */
export function findingsOfCallBack(
  callBackId: string,
  job: { steps: readonly Step[]; log: readonly LogEntry[]; findings?: readonly Finding[] },
): { finding: Finding; isOpen: boolean }[] {
  return statedFindings(job)
    .filter(({ finding }) => finding.callBackId === callBackId)
    .map(({ finding, state }) => ({ finding, isOpen: isUnsettled(state) }));
}

/** What one event makes of the status of a job; null where it says nothing of it. */
function statusBy({ what }: JobEvent, hasOpenCallBack: boolean): Job['status'] | null {
  switch (what.kind) {
    case 'handover':
      return 'handed-over';
    case 'call-back':
    case 'reopened':
      return 'open';
    case 'call-back-ended':
      return hasOpenCallBack ? null : 'handed-over';
    case 'closed':
      return 'closed';
    default:
      return null;
  }
}

/**
 * The status of a job once its last event is kept.
 * @param before its status before that event. @param events all of them, that one last.
 */
export function statusAfter(before: Job['status'], events: readonly JobEvent[]): Job['status'] {
  const last = events.at(-1);
  if (!last) return before;
  const { what } = last;
  if (what.kind !== 'withdrawn') return statusBy(last, openCallBack(events) !== null) ?? before;
  const gone = events.find(({ id }) => id === what.eventId);
  if (!gone || statusBy(gone, false) === null) return before;
  // Taken back: as the events that still stand have it. What a call-back opened had been handed over before.
  const standing = standingEvents(events);
  const start: Job['status'] = gone.what.kind === 'call-back' ? 'handed-over' : 'open';
  return standing.reduce<Job['status']>(
    (status, event, index) => statusBy(event, openCallBack(standing.slice(0, index + 1)) !== null) ?? status,
    start,
  );
}
