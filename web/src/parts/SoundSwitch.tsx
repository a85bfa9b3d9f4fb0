import { savePreference, soundChosen, useApp, useAppDispatch } from '../api/store.ts';
import { chime } from '../devices/chime.ts';
import { askToNotify } from '../devices/notify.ts';
import { Button } from './controls.tsx';

/** Whether this device makes itself heard, and tells it also when another page is in front. */
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
        if (isAudible) return;
        chime('short');
        void askToNotify();
      }}
    >
      {isAudible ? 'Alarms on' : 'Alarms off'}
    </Button>
  );
}
