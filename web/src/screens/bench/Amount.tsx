import { type ComponentRole, DROP_ML } from '@upholder/core/mixing';
import { unitsOf } from '@upholder/core/units';
import { savePreference, unitsChosen, useApp, useAppDispatch } from '../../api/store.ts';
import { show, voice } from '../../base/voice.ts';
import { Button } from '../../parts/controls.tsx';

/** A volume in words: drops where a component is counted. */
export function volumeWords(ml: number, role?: ComponentRole): string {
  return role === 'accelerator' ? `${Math.round(ml / DROP_ML)} drops` : show('volume', ml);
}

/** A volume in the units of this page. */
export function Volume({ ml, role }: { ml: number; role?: ComponentRole }) {
  return <span className="quantity">{volumeWords(ml, role)}</span>;
}

/** A weight in the units of this page. */
export function Weight({ g }: { g: number }) {
  return <span className="quantity">{show('weight', g)}</span>;
}

/** Shows volumes and weights in the other system on this device, or in the usual one again. */
export function UnitsSwitch() {
  const chosen = useApp(({ deviceSettings }) => deviceSettings.units);
  const dispatch = useAppDispatch();
  const other = unitsOf(voice().units).volume === 'gal' ? 'metric' : 'us';
  return (
    <Button
      posture="floor"
      className="!px-3.5 !text-body"
      onClick={() => {
        const next = chosen === null ? other : null;
        dispatch(unitsChosen(next));
        savePreference('units', next);
      }}
    >
      {other === 'us' ? 'Show fl oz and oz' : 'Show mL and g'}
    </Button>
  );
}
