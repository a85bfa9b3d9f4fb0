import { type ComponentRole, DROP_ML } from '@upholder/core/mixing';
import { formatOunces, formatOunceWeight } from '@upholder/core/units';
import { keepChoice, unitsChosen, useApp, useAppDispatch } from '../../api/store.ts';
import { Button } from '../../parts/controls.tsx';

const figure = (ml: number) => (ml >= 100 ? Math.round(ml) : Math.round(ml * 10) / 10);

/** A volume in words: drops where a component is counted, else mL or fluid ounces. */
export function volumeWords(ml: number, units: 'metric' | 'us', role?: ComponentRole): string {
  if (role === 'accelerator') return `${Math.round(ml / DROP_ML)} drops`;
  return units === 'us' ? formatOunces(ml) : `${figure(ml)} mL`;
}

/** A weight in words: g or ounces. */
export function weightWords(g: number, units: 'metric' | 'us'): string {
  return units === 'us' ? formatOunceWeight(g) : `${Math.round(g)} g`;
}

/** A volume in the units that stand first on this device, or in the others. */
export function Volume({
  ml,
  role,
  isOther = false,
}: {
  ml: number;
  role?: ComponentRole;
  isOther?: boolean;
}) {
  const units = useApp(({ face }) => face.units);
  const shown = isOther ? (units === 'us' ? 'metric' : 'us') : units;
  return <span className="quantity">{volumeWords(ml, shown, role)}</span>;
}

/** A weight in the units that stand first on this device. */
export function Weight({ g }: { g: number }) {
  return (
    <span className="quantity">
      {weightWords(
        g,
        useApp(({ face }) => face.units),
      )}
    </span>
  );
}

/** Which units stand first at this bench. */
export function UnitsSwitch() {
  const units = useApp(({ face }) => face.units);
  const dispatch = useAppDispatch();
  const other = units === 'us' ? 'metric' : 'us';
  return (
    <Button
      posture="floor"
      className="!px-3.5 !text-body"
      onClick={() => {
        dispatch(unitsChosen(other));
        keepChoice('units', other);
      }}
    >
      {other === 'us' ? 'fl oz and oz first' : 'mL and g first'}
    </Button>
  );
}
