import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { type PotRecord, PotRecordSchema } from '@upholder/core/mixing';

const STORAGE_KEY = 'upholder.pots';

/** Pots whose newest word the server does not have yet, what it refused, and the newest word of each as this page knows it. */
export interface PotBoxState {
  /** Stays after delivery, so that nothing falls back to an older word until the server's list is here. */
  known: Record<string, PotRecord>;
  unsent: Record<string, PotRecord>;
  refused: Record<string, string>;
}

function restored(): PotBoxState {
  try {
    const kept = JSON.parse(localStorage.getItem(STORAGE_KEY) ?? '{}') as Record<string, unknown>;
    const unsent = Object.fromEntries(
      Object.entries(kept).flatMap(([id, pot]) => {
        const parsed = PotRecordSchema.safeParse(pot);
        return parsed.success ? [[id, parsed.data]] : [];
      }),
    );
    return { known: { ...unsent }, unsent, refused: {} };
  } catch {
    // Storage that is blocked or damaged holds nothing to restore.
    return { known: {}, unsent: {}, refused: {} };
  }
}

/** Keeps unsent pots over a reload or a dead battery. */
export function keepPotBox({ unsent }: PotBoxState): void {
  try {
    localStorage.setItem(STORAGE_KEY, JSON.stringify(unsent));
  } catch {
    // Without storage a pot lives as long as the page.
  }
}

const potBox = createSlice({
  name: 'potBox',
  initialState: restored,
  reducers: {
    potChanged(state, { payload }: PayloadAction<PotRecord>) {
      state.unsent[payload.id] = payload;
      state.known[payload.id] = payload;
      delete state.refused[payload.id];
    },
    /** The server has this word, or a newer one from elsewhere. */
    potDelivered(state, { payload }: PayloadAction<PotRecord>) {
      const waiting = state.unsent[payload.id];
      if (waiting && waiting.revision <= payload.revision) delete state.unsent[payload.id];
      const known = state.known[payload.id];
      if (!known || known.revision <= payload.revision) state.known[payload.id] = payload;
    },
    potRefused(state, { payload }: PayloadAction<{ id: string; message: string }>) {
      state.refused[payload.id] = payload.message;
    },
  },
});

export const { potChanged, potDelivered, potRefused } = potBox.actions;
export const potBoxReducer = potBox.reducer;
