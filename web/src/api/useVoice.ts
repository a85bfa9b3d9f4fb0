import { METRIC, SINGLE_UNITS, type UnitPrefs } from '@upholder/core/units';
import { PLAIN_VOICE, type Voice, voiceOf } from '@upholder/core/words';
import { setVoice } from '../base/voice.ts';
import { type State, store, useApp } from './store.ts';
import { upholder } from './upholder.ts';

const sessionOf = upholder.endpoints.session.select();
const shopOf = upholder.endpoints.shop.select();

/** What this device shows volumes and weights in, where it was told to differ. */
function onDevice(units: UnitPrefs, chosen: 'metric' | 'us' | null): UnitPrefs {
  if (chosen === null) return units;
  const at = chosen === 'us' ? 1 : 0;
  const single = { volume: SINGLE_UNITS.volume[at], weight: SINGLE_UNITS.weight[at] };
  return { ...units, single: { ...units.single, ...single } };
}

let last: { parts: readonly unknown[]; voice: Voice } = { parts: [], voice: PLAIN_VOICE };

/** How to speak to whoever is signed in here: as the shop does, in the units of the member, with what this device was told. */
function voiceIn(state: State): Voice {
  const shop = shopOf(state).data;
  const own = sessionOf(state).data?.member?.units ?? null;
  const parts = [shop?.settings, shop?.timeZone, own, state.deviceSettings.units];
  if (parts.some((part, at) => part !== last.parts[at]) || last.parts.length === 0) {
    const spoken = shop ? voiceOf(shop, own) : { ...PLAIN_VOICE, units: own ?? METRIC };
    const next = { ...spoken, units: onDevice(spoken.units, state.deviceSettings.units) };
    last = { parts, voice: JSON.stringify(next) === JSON.stringify(last.voice) ? last.voice : next };
  }
  return last.voice;
}

setVoice(voiceIn(store.getState()));
// Before anything is drawn again: the store tells its listeners in the order they came.
store.subscribe(() => setVoice(voiceIn(store.getState())));

/** Changes whenever everything is to be drawn again because the page speaks otherwise. */
export function useVoiceKey(): string {
  return JSON.stringify(useApp(voiceIn));
}
