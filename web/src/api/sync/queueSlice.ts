import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Opening } from '@upholder/core/elevation';
import type { JobEvent } from '@upholder/core/handover';
import type { Finding, FindingAnswer, NewAnswer } from '@upholder/core/inspection';
import type { LogEntry } from '@upholder/core/jobs';
import type { MixRecord } from '@upholder/core/mixing';
import type { Envelope, LogEnvelope, MixEnvelope } from './envelope.ts';

/** What is on its way to the server, as the screens see it; the storage of the browser is what counts. */
export interface QueueState {
  /** False until the storage was read once. */
  isLoaded: boolean;
  envelopes: Envelope[];
  /** Whether this browser keeps anything; without it, what is logged goes straight to the server or not at all. */
  canKeep: boolean;
  /** The device's clock was set or stood still, and the server has not been heard since. */
  isClockUnsure: boolean;
  /** The newest word of each mix that this page knows; stays after delivery, until the server's list is here. */
  known: Record<string, MixRecord>;
}

const initialState: QueueState = {
  isLoaded: false,
  envelopes: [],
  canKeep: true,
  isClockUnsure: false,
  known: {},
};

const queue = createSlice({
  name: 'queue',
  initialState,
  reducers: {
    queueRead(state, { payload }: PayloadAction<Envelope[]>) {
      state.isLoaded = true;
      state.envelopes = payload;
      for (const one of payload) {
        if (one.kind !== 'mix') continue;
        const known = state.known[one.id];
        if (!known || known.revision <= one.body.revision) state.known[one.id] = one.body;
      }
    },
    storageFound(state, { payload }: PayloadAction<boolean>) {
      state.isLoaded = true;
      state.canKeep = payload;
    },
    clockDoubted(state, { payload }: PayloadAction<boolean>) {
      state.isClockUnsure = payload;
    },
    /** A mix as it stands at the server, or a newer word from elsewhere. */
    mixKnown(state, { payload }: PayloadAction<MixRecord>) {
      const known = state.known[payload.id];
      if (!known || known.revision <= payload.revision) state.known[payload.id] = payload;
    },
  },
});

export const { queueRead, storageFound, clockDoubted, mixKnown } = queue.actions;
export const queueReducer = queue.reducer;

const isLog = (one: Envelope): one is LogEnvelope => one.kind === 'log';

/** Log entries that are not at the server yet, refused ones left out. */
export function waitingEntries(envelopes: readonly Envelope[]): LogEnvelope[] {
  return envelopes.filter(isLog).filter(({ refusal }) => refusal === null);
}

/** The envelope of a mix, if a word of it is still on its way. */
export function waitingMix(envelopes: readonly Envelope[], id: string): MixEnvelope | undefined {
  return envelopes.find((one): one is MixEnvelope => one.kind === 'mix' && one.id === id);
}

/** The log as this screen should see it: what the server has, and what is still on its way to it, under its writer's name. */
export function withWaiting(
  log: readonly LogEntry[],
  envelopes: readonly Envelope[],
  jobId: string,
): LogEntry[] {
  const known = new Set(log.map(({ id }) => id));
  const extra = waitingEntries(envelopes)
    .filter(({ body }) => body.jobId === jobId && !known.has(body.id))
    .map(
      ({ body, memberName }): LogEntry => ({ ...body, memberId: null, memberName, loggedAt: body.doneAt }),
    );
  return extra.length === 0 ? [...log] : [...log, ...extra];
}

/** What was found on a job as this screen should see it: what the server has, and what is still on its way to it. */
export function withWaitingFindings(
  findings: readonly Finding[],
  envelopes: readonly Envelope[],
  jobId: string,
): Finding[] {
  const waiting = envelopes.filter(({ refusal }) => refusal === null);
  const known = new Set(findings.map(({ id }) => id));
  const author = ({ memberName }: Envelope) => ({ memberId: null, memberName });
  const fresh = waiting.flatMap((one): Finding[] =>
    one.kind === 'finding' && one.body.jobId === jobId && !known.has(one.id)
      ? [{ ...one.body, ...author(one), loggedAt: one.body.foundAt, answers: [] }]
      : [],
  );
  return [...findings, ...fresh].map((finding) => {
    const answers = waiting.flatMap((one): FindingAnswer[] =>
      one.kind === 'answer' &&
      one.body.findingId === finding.id &&
      !finding.answers.some(({ id }) => id === one.id)
        ? [{ ...withoutJob(one.body), ...author(one), loggedAt: one.body.at, stepIds: [] }]
        : [],
    );
    return answers.length === 0 ? finding : { ...finding, answers: [...finding.answers, ...answers] };
  });
}

const withoutJob = ({ jobId: _jobId, ...answer }: NewAnswer & { jobId: string }): NewAnswer => answer;

/** What happened to a job as this screen should see it: what the server has, and what is still on its way to it. */
export function withWaitingEvents(
  events: readonly JobEvent[],
  envelopes: readonly Envelope[],
  jobId: string,
): JobEvent[] {
  const known = new Set(events.map(({ id }) => id));
  const waiting = envelopes.flatMap((one): JobEvent[] =>
    one.kind === 'event' && one.refusal === null && one.body.jobId === jobId && !known.has(one.id)
      ? [{ ...one.body, memberId: null, memberName: one.memberName, loggedAt: one.body.at }]
      : [],
  );
  return waiting.length === 0 ? [...events] : [...events, ...waiting];
}

/** Items that have failed by what is still on its way to the server. */
export function waitingFailures(envelopes: readonly Envelope[]): Set<string> {
  return new Set(
    envelopes.flatMap((one) => {
      if (one.kind !== 'event' || one.refusal !== null) return [];
      const { what } = one.body;
      return what.kind === 'tool' && what.reason === 'failed' && what.itemId !== null ? [what.itemId] : [];
    }),
  );
}

/** Bags with the ticks that are still on their way to the server. */
export function withWaitingBags<T extends Pick<Opening, 'id' | 'returnedAt'>>(
  openings: readonly T[],
  envelopes: readonly Envelope[],
): T[] {
  const ticks = new Map<string, string | null>();
  for (const one of envelopes) {
    if (one.kind !== 'event' || one.refusal !== null) continue;
    const { what, at } = one.body;
    if (what.kind !== 'tick' || what.check !== 'bag') continue;
    for (const id of what.subjectIds) ticks.set(id, what.isOn ? at : null);
  }
  return openings.map((opening) => {
    const at = ticks.get(opening.id);
    return at === undefined ? opening : { ...opening, returnedAt: at };
  });
}
