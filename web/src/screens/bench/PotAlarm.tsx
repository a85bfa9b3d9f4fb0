import { useEffect, useRef } from 'react';
import { keepChoice, soundChosen, useApp, useAppDispatch } from '../../api/store.ts';
import { upholder } from '../../api/upholder.ts';
import { chime } from '../../devices/chime.ts';
import { usePotClocks } from '../../job/usePotClocks.ts';
import { Button } from '../../parts/controls.tsx';

/** Sounds once when a pot has lived three quarters of its life, and once when it is over, whatever screen is open. */
export function PotAlarm() {
  const { data: shop } = upholder.useShopQuery();
  const clocks = usePotClocks(shop);
  const isAudible = useApp(({ face }) => face.isAudible);
  const heard = useRef(new Set<string>());
  const due = clocks.filter(
    ({ pot, clock }) => clock.phase !== 'good' && !heard.current.has(`${pot.id} ${clock.phase}`),
  );
  useEffect(() => {
    for (const { pot, clock } of due) {
      heard.current.add(`${pot.id} ${clock.phase}`);
      if (isAudible && clock.phase !== 'good') chime(clock.phase);
    }
  }, [due, isAudible]);
  return null;
}

/** Whether this device makes itself heard. */
export function SoundSwitch() {
  const isAudible = useApp(({ face }) => face.isAudible);
  const dispatch = useAppDispatch();
  return (
    <Button
      posture="floor"
      className="!px-3.5 !text-body"
      aria-pressed={isAudible}
      onClick={() => {
        dispatch(soundChosen(!isAudible));
        keepChoice('sound', isAudible ? 'off' : 'on');
        if (!isAudible) chime('short');
      }}
    >
      {isAudible ? 'Alarms sound' : 'Alarms are silent'}
    </Button>
  );
}
