import { configureStore, createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { type TypedUseSelectorHook, useDispatch, useSelector } from 'react-redux';
import { keepOutbox, outboxReducer } from '../api/outbox.ts';
import { keepPotBox, potBoxReducer } from '../api/potBox.ts';
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
  reducer: {
    [upholder.reducerPath]: upholder.reducer,
    outbox: outboxReducer,
    potBox: potBoxReducer,
    face: face.reducer,
  },
  middleware: (defaults) => defaults().concat(upholder.middleware),
});

let kept = store.getState().outbox;
let keptPots = store.getState().potBox;
store.subscribe(() => {
  const { outbox, potBox } = store.getState();
  if (potBox !== keptPots) keepPotBox(potBox);
  keptPots = potBox;
  if (outbox !== kept) keepOutbox(outbox);
  kept = outbox;
});

type State = ReturnType<typeof store.getState>;
export const useApp: TypedUseSelectorHook<State> = useSelector;
export const useAppDispatch: () => typeof store.dispatch = useDispatch;
