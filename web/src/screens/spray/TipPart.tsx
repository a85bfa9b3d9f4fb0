import { PAINT_FACTOR, readTip, TIP_REFERENCE_MM, tipFlowMlMin } from '@upholder/core/equipment';
import type { SprayCase } from '@upholder/core/film';
import type { Gun } from '@upholder/core/mixing';
import { useState } from 'react';
import { typedBar } from '../../base/typed.ts';
import { show } from '../../base/voice.ts';
import { Button, Field, TextInput } from '../../parts/controls.tsx';
import { NumberEntry } from './NumberEntry.tsx';
import { FANS_MM, FLOWS_ML_MIN } from './ranges.ts';

/** Flow and fan of an airless tip by its code and pressure, with what paint runs of the rate of water. */
export function TipPart({ gun, one, onCase }: { gun: Gun; one: SprayCase; onCase(next: SprayCase): void }) {
  const [code, setCode] = useState(gun.tip === '' ? '310' : gun.tip);
  const [pressure, setPressure] = useState(gun.pressureBar === null ? '' : `${gun.pressureBar} bar`);
  const [factor, setFactor] = useState(PAINT_FACTOR);
  const tip = readTip(code);
  const bar = typedBar(pressure);
  const isBar = bar !== null && bar >= 1 && bar <= 600;
  const flow = tip && isBar ? tipFlowMlMin(tip, bar, factor) : null;
  const fanMm = tip && Math.round((tip.fanMm * one.distanceMm) / TIP_REFERENCE_MM);
  const isOfUse =
    flow !== null &&
    fanMm !== null &&
    flow >= FLOWS_ML_MIN[0] &&
    flow <= FLOWS_ML_MIN[1] &&
    fanMm >= FANS_MM[0] &&
    fanMm <= FANS_MM[1];
  const isTooHigh = isBar && gun.maxBar !== null && bar > gun.maxBar;
  return (
    <div className="flex flex-col gap-3">
      <div className="grid grid-cols-3 items-start gap-3">
        <Field label="Tip code" error={tip ? undefined : 'Three digits, such as 310.'}>
          {(ids) => (
            <TextInput
              {...ids}
              inputMode="numeric"
              value={code}
              onChange={({ target }) => setCode(target.value)}
            />
          )}
        </Field>
        <Field
          label="Pressure"
          hint="bar or psi"
          error={
            pressure.trim() === '' || isBar ? undefined : 'Enter 1 to 600 bar, such as 100 bar or 1500 psi.'
          }
        >
          {(ids) => (
            <TextInput {...ids} value={pressure} onChange={({ target }) => setPressure(target.value)} />
          )}
        </Field>
        <NumberEntry label="Paint of water" value={factor} range={[0.5, 1]} onValue={setFactor} />
      </div>
      {tip && flow !== null && (
        <p>
          <span className="quantity">{show('flow', flow)}</span>, fan{' '}
          <span className="quantity">{show('length', Math.round(tip.fanMm))}</span> at{' '}
          {show('length', TIP_REFERENCE_MM)}. Paint runs at 0.7 to 0.9 of water; a bucket test beats this.
        </p>
      )}
      {flow !== null && !isOfUse && (
        <p className="font-semibold text-stop">
          No tip for doors and fronts: they give {show('flow', FLOWS_ML_MIN[0])} to{' '}
          {show('flow', FLOWS_ML_MIN[1])}, such as 208 to 414.
        </p>
      )}
      {isTooHigh && (
        <p className="font-semibold text-stop">
          {gun.name} may have {gun.maxBar} bar at most: it can burst.
        </p>
      )}
      <Button
        className="self-start"
        disabled={!isOfUse || isTooHigh}
        onClick={() => {
          if (flow === null || fanMm === null) return;
          const setting = {
            ...one.setting,
            flowMlMin: Math.round(flow),
            fanMm,
          };
          onCase({ ...one, referenceMm: one.distanceMm, setting });
        }}
      >
        Use this tip
      </Button>
    </div>
  );
}
