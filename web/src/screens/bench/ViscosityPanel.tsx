import type { ProductSheet } from '@upholder/core/catalogue';
import {
  areComparable,
  bandWords,
  type Cup,
  cupSeconds,
  cupsOf,
  cupViscosity,
  fitThinning,
  type MixRecord,
  materialRemark,
  mixState,
  nextThinning,
  pouredOf,
  rethinMl,
  type StoredItem,
  slopePrior,
  summariseRuns,
  targetViscosity,
  thinnerRoom,
  viscosityAt23,
  warmBathMinutes,
} from '@upholder/core/mixing';
import { lazy, Suspense, useMemo, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { useApp } from '../../api/store.ts';
import { show } from '../../base/voice.ts';
import { Notice, Select } from '../../parts/controls.tsx';
import { targetIn } from './mixTargets.ts';
import { Stopwatch } from './Stopwatch.tsx';
import { TypedRun } from './TypedRun.tsx';
import { NextThinner, Runs } from './ViscosityParts.tsx';

const ThinningChart = lazy(async () => ({ default: (await import('./ThinningChart.tsx')).ThinningChart }));

/** The readings of a mix as viscosities at 23 °C; those that say nothing are left out. */
function viscositiesOf(all: MixRecord['readings'], cups: readonly Cup[]) {
  return all.flatMap((reading) => {
    const own = cups.find(({ id }) => id === reading.cupId);
    const mean = summariseRuns(reading.runs)?.mean;
    if (!own || mean === undefined) return [];
    const viscosity = cupViscosity(own, mean);
    if (viscosity <= 0) return [];
    const at23 = reading.materialC === null ? viscosity : viscosityAt23(viscosity, reading.materialC);
    return [{ reading, own, mean, fraction: reading.fraction, viscosity: at23 }];
  });
}

/** The readings of a mix, and the line through those that compare with the cup of its target. */
function useFit(mix: MixRecord, sheet: ProductSheet, cups: readonly Cup[]) {
  const { target } = mix;
  const readings = useMemo(() => viscositiesOf(mix.readings, cups), [mix.readings, cups]);
  const targetCup = cups.find(({ id }) => id === target?.cupId);
  // Seconds of a cup without a standard say nothing about those of another one.
  const usable = useMemo(
    () => readings.filter(({ own }) => targetCup !== undefined && areComparable(own, targetCup)),
    [readings, targetCup],
  );
  const fit = useMemo(
    () =>
      usable.length > 0 ? fitThinning(usable, slopePrior(sheet.base === 'water' ? 'water' : 'other')) : null,
    [usable, sheet.base],
  );
  const charted = useMemo(
    () =>
      targetCup
        ? usable.map(({ fraction, viscosity }) => ({ fraction, seconds: cupSeconds(targetCup, viscosity) }))
        : [],
    [usable, targetCup],
  );
  return { readings, targetCup, fit, charted };
}

/** Whether the mix is thin enough: time the cup, and what to add next, with how sure that is. */
export function ViscosityPanel({
  mix,
  sheet,
  items,
  now,
  onChange,
}: {
  mix: MixRecord;
  sheet: ProductSheet;
  /** What belongs to the bench, the shop's own cups among it. */
  items: readonly StoredItem[];
  now: Date;
  onChange(mix: MixRecord): void;
}) {
  const [cupId, setCupId] = useState(mix.target?.cupId ?? 'iso-4');
  const [runs, setRuns] = useState<number[]>([]);
  const cups = useMemo(() => cupsOf(items), [items]);
  const cup = cups.find(({ id }) => id === cupId) ?? cups[0];
  const state = mixState(pouredOf(mix), sheet);
  const summary = summariseRuns(runs);
  const theme = useApp(({ deviceSettings }) => deviceSettings.theme);
  const { target } = mix;
  const { readings, targetCup, fit, charted } = useFit(mix, sheet, cups);
  if (!cup) return null;
  const maximum = thinnerRoom(sheet, mix.recipe);
  const shown = targetIn(target && targetCup ? { ...target, cup: targetCup } : null, cup, cups);
  // What comes next is said in the cup that is in hand, where it can be.
  const sayCup = targetCup && areComparable(cup, targetCup) ? cup : targetCup;
  const wanted = target && targetCup ? targetViscosity(targetCup, target) : null;
  const next = fit && wanted ? nextThinning(fit, wanted.aim, state.fraction, maximum, wanted.band) : null;
  // Conditioner and accelerator are in the mix, but thinner is not reckoned on them.
  const addMl = next ? rethinMl(state.basisMl * (1 + state.fraction), state.fraction, next.now) : 0;
  const remark = mix.materialC === null ? null : materialRemark(mix.materialC, sheet);
  const bathMin =
    mix.materialC === null
      ? null
      : warmBathMinutes(Math.max(state.mixMl, mix.paintMl) / 1000, mix.materialC, 20, 35);
  function keep(): void {
    if (!summary) return;
    onChange({
      ...mix,
      readings: [
        ...mix.readings,
        {
          id: uuid(),
          cupId,
          runs,
          materialC: mix.materialC,
          fraction: Math.round(state.fraction * 10_000) / 10_000,
          at: now.toISOString(),
        },
      ],
    });
    setRuns([]);
  }
  function addThinner(): void {
    onChange({
      ...mix,
      pours: [
        ...mix.pours,
        { id: uuid(), role: 'thinner', ml: Math.round(addMl * 10) / 10, at: now.toISOString() },
      ],
      // What was added by the cup is what the recipe is now; the pours keep what was really done.
      recipe: {
        ...mix.recipe,
        thinning: { convention: 'on-paint', value: Math.floor((next?.now ?? 0) * 10_000 + 1e-6) / 100 },
      },
    });
  }
  return (
    <section aria-label="Viscosity" className="bg-sheet p-5">
      <div className="flex items-center gap-3">
        <h2 className="flex-1 text-lead">Viscosity check</h2>
        <Select
          aria-label="Cup"
          className="!w-40 min-h-14 text-lead"
          value={cupId}
          onChange={({ target: { value } }) => setCupId(value)}
        >
          {cups.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Select>
      </div>
      {shown.target && (
        <p className="text-lead text-quiet">
          Wanted: <span className="quantity text-arm text-ink">{bandWords(shown.target)}</span> in{' '}
          {shown.target.cup.name}
        </p>
      )}
      {shown.remark && <Notice>{shown.remark}</Notice>}
      <div className="mt-3">
        <Stopwatch onRun={(seconds) => setRuns((all) => [...all, seconds])} />
        <TypedRun onRun={(seconds) => setRuns((all) => [...all, seconds])} />
      </div>
      <Runs runs={runs} cup={cup} onKeep={keep} onAnew={() => setRuns([])} />
      {remark && <Notice>{remark}</Notice>}
      {readings.map(({ reading, own, mean, fraction }) => (
        <p key={reading.id} className="mt-2 border-line border-t pt-2 text-lead">
          <span className="quantity text-arm">{mean.toFixed(1)} s</span> {own.name} at{' '}
          <span className="quantity text-arm">{(fraction * 100).toFixed(1)} %</span> on paint
          {targetCup && !areComparable(own, targetCup) && (
            <span className="block text-quiet">does not compare with {targetCup.name}: not in the fit</span>
          )}
        </p>
      ))}
      {remark && mix.materialC !== null && mix.materialC < 18 && bathMin !== null && (
        <p className="mt-1 text-quiet">
          In a bath of {show('temperature', 35)} warm water, lid on, about {Math.ceil(bathMin)} min to{' '}
          {show('temperature', 20)}; a rough estimate. Never use a flame or a heater.
        </p>
      )}
      {next && fit && targetCup && (
        <NextThinner
          mix={mix}
          sheet={sheet}
          next={next}
          addMl={addMl}
          maximum={maximum}
          fit={fit}
          targetCup={targetCup}
          sayCup={sayCup}
          onAdded={addThinner}
        />
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
