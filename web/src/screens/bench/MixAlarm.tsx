import { useEffect, useRef } from 'react';
import { savePreference, soundChosen, useApp, useAppDispatch } from '../../api/store.ts';
import { upholder } from '../../api/upholder.ts';
import { chime } from '../../devices/chime.ts';
import { useMixClocks } from '../../job/useMixClocks.ts';
import { Button } from '../../parts/controls.tsx';

/** Sounds once when a mix has lived three quarters of its life, and once when it is over, whatever screen is open. */
export function MixAlarm() {
  const { data: shop } = upholder.useShopQuery();
  const clocks = useMixClocks(shop);
  const isAudible = useApp(({ deviceSettings }) => deviceSettings.isAudible);
  const heard = useRef(new Set<string>());
  const due = clocks.filter(
    ({ mix, clock }) => clock.phase !== 'good' && !heard.current.has(`${mix.id} ${clock.phase}`),
  );
  useEffect(() => {
    for (const { mix, clock } of due) {
      heard.current.add(`${mix.id} ${clock.phase}`);
      if (isAudible && clock.phase !== 'good') chime(clock.phase);
    }
  }, [due, isAudible]);
  return null;
}

/** Whether this device makes itself heard. */
export function SoundSwitch() {
  const isAudible = useApp(({ deviceSettings }) => deviceSettings.isAudible);
  const dispatch = useAppDispatch();
  return (
    <Button
      posture="floor"
      className="!px-3.5 !text-body"
      aria-pressed={isAudible}
      onClick={() => {
        dispatch(soundChosen(!isAudible));
        savePreference('sound', isAudible ? 'off' : 'on');
        if (!isAudible) chime('short');
      }}
    >
      {isAudible ? 'Alarms on' : 'Alarms off'}
    </Button>
  );
}
