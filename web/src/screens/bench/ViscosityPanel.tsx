import type { ProductSheet } from '@upholder/core/catalogue';
import {
  CUPS,
  cupSeconds,
  cupViscosity,
  expectedViscosity,
  fitThinning,
  materialRemark,
  nextThinning,
  outsideCup,
  type PotRecord,
  potState,
  pouredOf,
  rethinMl,
  slopePrior,
  summariseRuns,
  thinningFraction,
  viscosityAt23,
  warmBathMinutes,
} from '@upholder/core/mixing';
import { formatOunces } from '@upholder/core/units';
import { lazy, Suspense, useMemo, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { useApp } from '../../app/store.ts';
import { Button, Notice, Select } from '../../parts/controls.tsx';
import { Stopwatch } from './Stopwatch.tsx';

const ThinningChart = lazy(async () => ({ default: (await import('./ThinningChart.tsx')).ThinningChart }));

/** The readings of a pot as viscosities at 23 °C; those that say nothing are left out. */
function viscositiesOf(all: PotRecord['readings']) {
  return all.flatMap((reading) => {
    const own = CUPS.find(({ id }) => id === reading.cupId);
    const mean = summariseRuns(reading.runs)?.mean;
    if (!own || mean === undefined) return [];
    const viscosity = cupViscosity(own, mean);
    if (viscosity <= 0) return [];
    const at23 = reading.materialC === null ? viscosity : viscosityAt23(viscosity, reading.materialC);
    return [{ reading, own, mean, fraction: reading.fraction, viscosity: at23 }];
  });
}

/** Whether the pot is thin enough: time the cup, and what to add next, with how sure that is. */
export function ViscosityPanel({
  pot,
  sheet,
  now,
  onChange,
}: {
  pot: PotRecord;
  sheet: ProductSheet;
  now: Date;
  onChange(pot: PotRecord): void;
}) {
  const [cupId, setCupId] = useState(pot.target?.cupId ?? 'iso-4');
  const [runs, setRuns] = useState<number[]>([]);
  const cup = CUPS.find(({ id }) => id === cupId) ?? CUPS[0];
  const state = potState(pouredOf(pot), sheet);
  const summary = summariseRuns(runs);
  const theme = useApp(({ face }) => face.theme);
  const { target } = pot;
  const readings = useMemo(() => viscositiesOf(pot.readings), [pot.readings]);
  const fit = useMemo(
    () =>
      readings.length > 0
        ? fitThinning(readings, slopePrior(sheet.base === 'water' ? 'water' : 'other'))
        : null,
    [readings, sheet.base],
  );
  const targetCup = CUPS.find(({ id }) => id === target?.cupId);
  const charted = useMemo(
    () =>
      targetCup
        ? readings.map(({ fraction, viscosity }) => ({ fraction, seconds: cupSeconds(targetCup, viscosity) }))
        : [],
    [readings, targetCup],
  );
  if (!cup) return null;
  const maximum = thinningFraction(sheet.maxThinning, sheet);
  const next =
    fit && target && targetCup
      ? nextThinning(fit, cupViscosity(targetCup, (target.fromS + target.toS) / 2), state.fraction, maximum, [
          cupViscosity(targetCup, target.fromS),
          cupViscosity(targetCup, target.toS),
        ])
      : null;
  const addMl = next ? rethinMl(state.mixMl, state.fraction, next.now) : 0;
  const remark = pot.materialC === null ? null : materialRemark(pot.materialC, sheet.hardener !== null);
  const bathMin =
    pot.materialC === null
      ? null
      : warmBathMinutes(Math.max(state.mixMl, pot.paintMl) / 1000, pot.materialC, 20, 35);
  function keep(): void {
    if (!summary) return;
    onChange({
      ...pot,
      readings: [
        ...pot.readings,
        {
          id: uuid(),
          cupId,
          runs,
          materialC: pot.materialC,
          fraction: Math.round(state.fraction * 10_000) / 10_000,
          at: now.toISOString(),
        },
      ],
    });
    setRuns([]);
  }
  function addThinner(): void {
    onChange({
      ...pot,
      pours: [
        ...pot.pours,
        { id: uuid(), role: 'thinner', ml: Math.round(addMl * 10) / 10, at: now.toISOString() },
      ],
      // What was added by the cup is what the recipe is now; the pours keep what was really done.
      recipe: {
        ...pot.recipe,
        thinning: { convention: 'on-paint', value: Math.floor((next?.now ?? 0) * 10_000 + 1e-6) / 100 },
      },
    });
  }
  return (
    <section aria-label="Viscosity" className="bg-sheet p-5">
      <div className="flex items-center gap-3">
        <h2 className="flex-1 text-xl">Is it thin enough?</h2>
        <Select
          aria-label="Cup"
          className="!w-40 min-h-14 text-lg"
          value={cupId}
          onChange={({ target: { value } }) => setCupId(value)}
        >
          {CUPS.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Select>
      </div>
      {target && targetCup && (
        <p className="text-lg text-quiet">
          Wanted: {target.fromS} to {target.toS} s in {targetCup.name}
        </p>
      )}
      <div className="mt-3">
        <Stopwatch onRun={(seconds) => setRuns((all) => [...all, seconds])} />
      </div>
      {summary && (
        <div className="mt-3">
          <p className="text-[2.2rem] leading-tight">
            {runs.map((run, index) => (
              <span
                // biome-ignore lint/suspicious/noArrayIndexKey: runs have no name but their place
                key={index}
                className={`quantity mr-4 ${index === summary.outlier ? 'text-quiet line-through' : ''}`}
              >
                {run.toFixed(1)}
              </span>
            ))}
          </p>
          <p className="text-lg">
            mean <span className="quantity">{summary.mean.toFixed(1)} s</span>, spread{' '}
            <span className="quantity">{summary.spread.toFixed(1)} s</span>
          </p>
          {outsideCup(cup, summary.mean) && <Notice kind="stop">{outsideCup(cup, summary.mean)}</Notice>}
          <div className="mt-2 flex gap-3">
            <Button kind="act" posture="floor" onClick={keep}>
              Keep the reading
            </Button>
            <Button posture="floor" onClick={() => setRuns([])}>
              Time anew
            </Button>
          </div>
        </div>
      )}
      {remark && <Notice>{remark}</Notice>}
      {readings.map(({ reading, own, mean, fraction }) => (
        <p key={reading.id} className="mt-2 border-line border-t pt-2 text-lg">
          <span className="quantity">{mean.toFixed(1)} s</span> {own.name} at{' '}
          <span className="quantity">{(fraction * 100).toFixed(1)} % on paint</span>
        </p>
      ))}
      {remark && pot.materialC !== null && pot.materialC < 18 && bathMin !== null && (
        <p className="mt-1 text-quiet">
          In a bath of 35 °C warm water, the tin closed, about {Math.ceil(bathMin)} min to 20 °C; a rough
          estimate, never with a flame or a heater.
        </p>
      )}
      {next && fit && targetCup && (
        <div className="mt-3" role="status">
          {next.isThere ? (
            <p className="text-2xl">Thin enough.</p>
          ) : next.isBeyondMaximum && addMl < 1 ? (
            <Notice kind="stop">
              The sheet ends at {(maximum * 100).toFixed(0)} % on paint, and the target would take{' '}
              {(next.best * 100).toFixed(1)} %. Warm the closed tin in a bath of warm water, never with a
              flame or a heater; or take a larger tip or needle, more air, or another product.
            </Notice>
          ) : (
            <>
              <p className="text-lg text-quiet">
                Add now{next.isBeyondMaximum ? ', up to the sheet’s maximum' : ''}
              </p>
              <p className="text-[3.4rem] leading-none">
                <span className="quantity">{addMl.toFixed(addMl < 100 ? 1 : 0)} mL</span>
              </p>
              <p className="text-[2.2rem] text-quiet leading-tight">
                <span className="quantity">{(addMl * sheet.thinnerDensityKgL).toFixed(0)} g</span> ·{' '}
                <span className="quantity">{formatOunces(addMl)}</span>
              </p>
              <p className="mt-1 text-lg">
                to <span className="quantity">{(next.now * 100).toFixed(1)} %</span> on paint, then about{' '}
                <span className="quantity">
                  {cupSeconds(targetCup, expectedViscosity(fit, next.now)).toFixed(0)} s
                </span>
                {pot.materialC !== null && ' at 23 °C'}. The target lies between{' '}
                {(Math.max(0, next.from) * 100).toFixed(1)} and {(next.to * 100).toFixed(1)} %, nine times in
                ten.
              </p>
              <Button kind="act" posture="floor" className="mt-3" onClick={addThinner}>
                It is in
              </Button>
            </>
          )}
        </div>
      )}
      {fit && target && targetCup && (
        <Suspense fallback={<div className="mt-4 h-56 bg-closed" />}>
          <ThinningChart
            key={theme}
            fit={fit}
            cup={targetCup}
            target={target}
            maximum={maximum}
            readings={charted}
          />
        </Suspense>
      )}
    </section>
  );
}
