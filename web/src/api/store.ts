import { configureStore, createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { type TypedUseSelectorHook, useDispatch, useSelector } from 'react-redux';
import { keepChanges, renewAroundChanges } from './cache.ts';
import { keepWhatIsKnown } from './kept.ts';
import { queueReducer } from './sync/queueSlice.ts';
import { onKeptAnswer, onOwnChanges, upholder } from './upholder.ts';

interface DeviceSettings {
  theme: 'light' | 'booth';
  isConnected: boolean;
  /** What this device shows volumes and weights in, where it differs from the shop and the member. */
  units: 'metric' | 'us' | null;
  /** Mixes that run out are heard. */
  isAudible: boolean;
  /** The oldest answer that the page goes by because the server could not be reached; epoch ms by this device. */
  keptSince: number | null;
}

/** What this device was told to be like; storage that is blocked remembers nothing. */
function kept(key: string): string | null {
  try {
    return localStorage.getItem(`upholder.${key}`);
  } catch {
    return null;
  }
}

function unitsKept(): DeviceSettings['units'] {
  const units = kept('units');
  return units === 'us' || units === 'metric' ? units : null;
}

/** Remembers a choice of this device for the next task. */
export function savePreference(key: 'theme' | 'units' | 'sound', value: string | null): void {
  try {
    if (value === null) localStorage.removeItem(`upholder.${key}`);
    else localStorage.setItem(`upholder.${key}`, value);
  } catch {
    // Then it lasts as long as the page.
  }
}

const deviceSettings = createSlice({
  name: 'deviceSettings',
  initialState: (): DeviceSettings => ({
    theme: kept('theme') === 'booth' ? 'booth' : 'light',
    isConnected: true,
    units: unitsKept(),
    isAudible: kept('sound') !== 'off',
    keptSince: null,
  }),
  reducers: {
    themeChosen(state, { payload }: PayloadAction<DeviceSettings['theme']>) {
      state.theme = payload;
    },
    unitsChosen(state, { payload }: PayloadAction<DeviceSettings['units']>) {
      state.units = payload;
    },
    soundChosen(state, { payload }: PayloadAction<boolean>) {
      state.isAudible = payload;
    },
    connectionChanged(state, { payload }: PayloadAction<boolean>) {
      state.isConnected = payload;
    },
    /** An answer of this device is shown, or, with null, everything comes from the server again. */
    keptShown(state, { payload }: PayloadAction<number | null>) {
      if (payload === null) state.keptSince = null;
      else {
        state.isConnected = false;
        state.keptSince = Math.min(payload, state.keptSince ?? payload);
      }
    },
  },
});

export const { themeChosen, unitsChosen, soundChosen, connectionChanged, keptShown } = deviceSettings.actions;

export const store = configureStore({
  reducer: {
    [upholder.reducerPath]: upholder.reducer,
    queue: queueReducer,
    deviceSettings: deviceSettings.reducer,
  },
  middleware: (defaults) => defaults().concat(upholder.middleware),
});

/** Answers of this page that were put into what is kept. */
let writes = 0;
/** How often this page wrote something and kept the answer. */
export const ownWrites = (): number => writes;

onOwnChanges((changes) => {
  writes += 1;
  keepChanges(store, changes);
  renewAroundChanges(store, changes);
});

onKeptAnswer((at) => store.dispatch(keptShown(at)));
keepWhatIsKnown(
  () => store.getState().upholder,
  (changed) => store.subscribe(changed),
);

export type State = ReturnType<typeof store.getState>;
export const useApp: TypedUseSelectorHook<State> = useSelector;
export const useAppDispatch: () => typeof store.dispatch = useDispatch;
