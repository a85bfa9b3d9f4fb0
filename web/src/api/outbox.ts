import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { LogEntry, NewLogEntry } from '@upholder/core/jobs';

const STORAGE_KEY = 'upholder.outbox';

/** Log entries on their way to the server, and those that it refused. */
export interface OutboxState {
  waiting: NewLogEntry[];
  refused: { entry: NewLogEntry; message: string }[];
}

function restored(): OutboxState {
  try {
    const kept = JSON.parse(localStorage.getItem(STORAGE_KEY) ?? 'null') as OutboxState | null;
    if (Array.isArray(kept?.waiting) && Array.isArray(kept.refused)) return kept;
  } catch {
    // Storage that is blocked or damaged holds nothing to restore.
  }
  return { waiting: [], refused: [] };
}

/** Keeps the outbox over a reload or a dead battery. */
export function keepOutbox(state: OutboxState): void {
  try {
    localStorage.setItem(STORAGE_KEY, JSON.stringify(state));
  } catch {
    // Without storage the outbox lives as long as the page.
  }
}

const outbox = createSlice({
  name: 'outbox',
  initialState: restored,
  reducers: {
    queued(state, { payload }: PayloadAction<NewLogEntry>) {
      state.waiting.push(payload);
    },
    delivered(state, { payload }: PayloadAction<string>) {
      state.waiting = state.waiting.filter(({ id }) => id !== payload);
    },
    refused(state, { payload }: PayloadAction<{ id: string; message: string }>) {
      const entry = state.waiting.find(({ id }) => id === payload.id);
      state.waiting = state.waiting.filter(({ id }) => id !== payload.id);
      if (entry) state.refused.push({ entry, message: payload.message });
    },
    dismissed(state, { payload }: PayloadAction<string>) {
      state.refused = state.refused.filter(({ entry }) => entry.id !== payload);
    },
  },
});

export const { queued, delivered, refused, dismissed } = outbox.actions;
export const outboxReducer = outbox.reducer;

/** The log as this screen should see it: what the server has, and what is still on its way to it. */
export function withWaiting(
  log: readonly LogEntry[],
  waiting: readonly NewLogEntry[],
  jobId: string,
  memberName: string,
): LogEntry[] {
  const known = new Set(log.map(({ id }) => id));
  const extra = waiting
    .filter((entry) => entry.jobId === jobId && !known.has(entry.id))
    .map((entry): LogEntry => ({ ...entry, memberId: null, memberName, loggedAt: entry.doneAt }));
  return extra.length === 0 ? [...log] : [...log, ...extra];
}
