import type { ProductSheet } from '@upholder/core/catalogue';
import {
  type Cup,
  cupSeconds,
  cupViscosity,
  expectedViscosity,
  type MixRecord,
  type nextThinning,
  outsideCup,
  summariseRuns,
  type ThinningFit,
} from '@upholder/core/mixing';
import { show } from '../../base/voice.ts';
import { Button, Notice } from '../../parts/controls.tsx';
import { Volume, Weight } from './Amount.tsx';

/** The runs that were timed, their mean and spread, and whether they are kept. */
export function Runs({
  runs,
  cup,
  onKeep,
  onAnew,
}: {
  runs: readonly number[];
  cup: Cup;
  onKeep(): void;
  onAnew(): void;
}) {
  const summary = summariseRuns(runs);
  if (!summary) return null;
  return (
    <div className="mt-3">
      <p className="text-arm leading-tight">
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
      <p className="text-lead">
        mean <span className="quantity text-arm">{summary.mean.toFixed(1)} s</span>, spread{' '}
        <span className="quantity text-arm">{summary.spread.toFixed(1)} s</span>
      </p>
      {outsideCup(cup, summary.mean) && <Notice kind="stop">{outsideCup(cup, summary.mean)}</Notice>}
      <div className="mt-2 flex gap-3">
        <Button kind="act" posture="floor" disabled={cupViscosity(cup, summary.mean) <= 0} onClick={onKeep}>
          Save reading
        </Button>
        <Button posture="floor" onClick={onAnew}>
          Time again
        </Button>
      </div>
    </div>
  );
}

/** What is to be added so that it runs as it shall, or why that cannot be. */
export function NextThinner({
  mix,
  sheet,
  next,
  addMl,
  maximum,
  fit,
  targetCup,
  sayCup,
  onAdded,
}: {
  mix: MixRecord;
  sheet: ProductSheet;
  next: NonNullable<ReturnType<typeof nextThinning>>;
  addMl: number;
  maximum: number;
  fit: ThinningFit;
  targetCup: Cup;
  sayCup: Cup | undefined;
  onAdded(): void;
}) {
  return (
    <div className="mt-3" role="status">
      {next.isThere ? (
        <p className="text-head">Thin enough.</p>
      ) : next.isBeyondMaximum && addMl < 1 ? (
        <Notice kind="stop">
          The sheet allows up to {(maximum * 100).toFixed(0)} % on paint, and reaching the target would take{' '}
          {(next.best * 100).toFixed(1)} %. Warm the closed tin in a bath of warm water, never with a flame or
          a heater; or use a larger tip or needle, more air, or another product.
        </Notice>
      ) : (
        <>
          <p className="text-lead text-quiet">
            Add now{next.isBeyondMaximum ? ', up to the sheet’s maximum' : ''}
          </p>
          <p className="text-far leading-none">
            <Volume ml={addMl} />
          </p>
          <p className="text-arm text-quiet leading-tight">
            <Weight g={addMl * sheet.thinnerDensityKgL} />
          </p>
          <p className="mt-1 text-lead">
            to <span className="quantity text-arm">{(next.now * 100).toFixed(1)} %</span> on paint, then about{' '}
            <span className="quantity text-arm">
              {cupSeconds(sayCup ?? targetCup, expectedViscosity(fit, next.now)).toFixed(0)} s
            </span>
            {sayCup && sayCup.id !== targetCup.id && ` in ${sayCup.name}`}
            {mix.materialC !== null && ` at ${show('temperature', 23)}`}. The target lies between{' '}
            {(Math.max(0, next.from) * 100).toFixed(1)} and {(next.to * 100).toFixed(1)} % (90 % confidence).
          </p>
          <Button kind="act" posture="floor" className="mt-3" onClick={onAdded}>
            It is in
          </Button>
        </>
      )}
    </div>
  );
}
