import type { SprayCase, StrokePlan } from '@upholder/core/film';
import { Link, useSearchParams } from 'react-router';
import { show } from '../../base/voice.ts';
import { strokeWords } from '../../job/StrokeDrawing.tsx';
import { Field, Select } from '../../parts/controls.tsx';

function Slide({
  label,
  value,
  most,
  step,
  words,
  onValue,
}: {
  label: string;
  value: number;
  most: number;
  step: number;
  words: string;
  onValue(value: number): void;
}) {
  return (
    <label className="grid grid-cols-[1fr_auto] items-baseline gap-x-3">
      <span>{label}</span>
      <span className={`quantity ${value === 0 ? 'text-quiet' : 'font-bold'}`}>{words}</span>
      <input
        type="range"
        className="col-span-2 h-8 w-full accent-(--act)"
        min={0}
        max={most}
        step={step}
        value={value}
        onChange={({ target }) => onValue(Number(target.value))}
      />
    </label>
  );
}

function Tick({ label, isOn, onChange }: { label: string; isOn: boolean; onChange(isOn: boolean): void }) {
  return (
    <label className="flex press-h-9 items-center gap-2">
      <input
        type="checkbox"
        className="size-5 accent-(--act)"
        checked={isOn}
        onChange={({ target }) => onChange(target.checked)}
      />
      {label}
    </label>
  );
}

/** Leads to the strokes on paper. */
function SheetLink() {
  const [search] = useSearchParams();
  return (
    <Link to={`/spray/sheet?${search}`} className="font-semibold text-act underline underline-offset-2">
      Stroke sheet to print
    </Link>
  );
}

/** How the piece is stroked, what that takes, and what a hand may do wrong meanwhile. */
export function StrokesPanel({
  one,
  plan,
  onCase,
}: {
  one: SprayCase;
  plan: StrokePlan;
  onCase(next: SprayCase): void;
}) {
  const { faults } = one;
  const fault = (part: Partial<SprayCase['faults']>) => onCase({ ...one, faults: { ...faults, ...part } });
  return (
    <div className="flex flex-col gap-3">
      <ol className="list-decimal pl-5">
        {strokeWords(plan).map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ol>
      <p className="text-quiet">
        <span className="quantity">{show('run', plan.lengthM)}</span> with the trigger open,{' '}
        <span className="quantity">{Math.round(plan.sprayS)} s</span>,{' '}
        <span className="quantity">{show('volume', plan.sprayedMl)}</span> sprayed;{' '}
        <span className="quantity">{Math.round(plan.geometricEfficiency * 100)} %</span> of the face strokes
        meets the face.
      </p>
      <SheetLink />
      <div className="grid grid-cols-2 gap-3">
        <Field label="Direction">
          {(ids) => (
            <Select
              {...ids}
              value={one.direction ?? ''}
              onChange={({ target }) =>
                onCase({
                  ...one,
                  direction: target.value === '' ? null : (target.value as 'across' | 'down'),
                })
              }
            >
              <option value="">whichever wastes less</option>
              <option value="across">from side to side</option>
              <option value="down">up and down</option>
            </Select>
          )}
        </Field>
        <Field label="Passes over wet paint">
          {(ids) => (
            <Select
              {...ids}
              value={one.passes === 1 ? 'one' : one.isCrossed ? 'crossed' : 'two'}
              onChange={({ target }) =>
                onCase({
                  ...one,
                  passes: target.value === 'one' ? 1 : 2,
                  isCrossed: target.value === 'crossed',
                })
              }
            >
              <option value="one">one</option>
              <option value="two">two, the same way</option>
              <option value="crossed">two, crossed</option>
            </Select>
          )}
        </Field>
      </div>
      <Tick
        label="Walls and edges first"
        isOn={one.hasEdges}
        onChange={(hasEdges) => onCase({ ...one, hasEdges })}
      />
      <Tick
        label="Narrow the fan for narrow pieces"
        isOn={!one.isFixedFan}
        onChange={(isOn) => onCase({ ...one, isFixedFan: !isOn })}
      />
      <h3 className="mt-1">What the hand does</h3>
      <Slide
        label="Arm swings in an arc"
        value={faults.arcDeg}
        most={40}
        step={5}
        words={`${faults.arcDeg}°`}
        onValue={(arcDeg) => fault({ arcDeg })}
      />
      <Slide
        label="Gun tilts to one side"
        value={faults.tiltDeg}
        most={40}
        step={5}
        words={`${faults.tiltDeg}°`}
        onValue={(tiltDeg) => fault({ tiltDeg })}
      />
      <Slide
        label="Speed swings"
        value={faults.unevenness}
        most={0.8}
        step={0.1}
        words={`± ${Math.round(faults.unevenness * 100)} %`}
        onValue={(unevenness) => fault({ unevenness })}
      />
      <Slide
        label="Stands at the end of a stroke"
        value={faults.dwellS}
        most={2}
        step={0.25}
        words={`${faults.dwellS} s`}
        onValue={(dwellS) => fault({ dwellS })}
      />
      <Slide
        label="Trigger late by"
        value={faults.lateMm}
        most={120}
        step={10}
        words={show('length', faults.lateMm)}
        onValue={(lateMm) => fault({ lateMm })}
      />
    </div>
  );
}
