import { configureStore, createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { type TypedUseSelectorHook, useDispatch, useSelector } from 'react-redux';
import { keepOutbox, outboxReducer } from '../api/outbox.ts';
import { upholder } from '../api/upholder.ts';

interface Interface {
  theme: 'light' | 'booth';
  isConnected: boolean;
  /** Server clock minus this device's clock, in ms. */
  clockOffsetMs: number;
}

function keptTheme(): Interface['theme'] {
  try {
    return localStorage.getItem('upholder.theme') === 'booth' ? 'booth' : 'light';
  } catch {
    return 'light';
  }
}

const face = createSlice({
  name: 'face',
  initialState: (): Interface => ({ theme: keptTheme(), isConnected: true, clockOffsetMs: 0 }),
  reducers: {
    themeChosen(state, { payload }: PayloadAction<Interface['theme']>) {
      state.theme = payload;
    },
    connectionChanged(state, { payload }: PayloadAction<boolean>) {
      state.isConnected = payload;
    },
    clockSet(state, { payload }: PayloadAction<number>) {
      state.clockOffsetMs = payload;
    },
  },
});

export const { themeChosen, connectionChanged, clockSet } = face.actions;

export const store = configureStore({
  reducer: { [upholder.reducerPath]: upholder.reducer, outbox: outboxReducer, face: face.reducer },
  middleware: (defaults) => defaults().concat(upholder.middleware),
});

let kept = store.getState().outbox;
store.subscribe(() => {
  const { outbox } = store.getState();
  if (outbox !== kept) keepOutbox(outbox);
  kept = outbox;
});

type State = ReturnType<typeof store.getState>;
export const useApp: TypedUseSelectorHook<State> = useSelector;
export const useAppDispatch: () => typeof store.dispatch = useDispatch;
