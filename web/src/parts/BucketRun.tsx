import { bucketFlowMlMin } from '@upholder/core/equipment';
import type { BenchScale, ScaleReading } from '@upholder/core/mixing';
import { useEffect, useRef, useState } from 'react';
import { typedNumber } from '../base/typed.ts';
import { show } from '../base/voice.ts';
import { SimulatedScale } from '../devices/simulatedScale.ts';
import { Button, Field, TextInput } from './controls.tsx';

/** What a bucket test found. */
export interface BucketReading {
  grams: number;
  seconds: number;
  cupSeconds: number | null;
}

/** The simulated gun gives so much more or less than it is said to. */
const OFF = 0.1;

/** The scale, from zero on; what the simulated gun sprays flows onto it while the watch runs. */
function useBag(flowGs: number, isRunning: boolean): ScaleReading & { zero(): void } {
  const [scale] = useState(() => new SimulatedScale());
  const [off] = useState(() => 1 + (Math.random() * 2 - 1) * OFF);
  const [reading, setReading] = useState<ScaleReading>({ grams: 0, isStable: false });
  useEffect(() => (scale satisfies BenchScale).listen(setReading), [scale]);
  useEffect(() => {
    scale.pour(isRunning ? flowGs * off : 0);
  }, [scale, flowGs, off, isRunning]);
  return { ...reading, zero: () => scale.tare() };
}

/** Seconds since the watch was started; it stands when it is stopped. */
function useWatch(): { seconds: number; isRunning: boolean; toggle(): void } {
  const [seconds, setSeconds] = useState(0);
  const [isRunning, setRunning] = useState(false);
  const started = useRef(0);
  useEffect(() => {
    if (!isRunning) return;
    const timer = setInterval(() => setSeconds((performance.now() - started.current) / 1000), 100);
    return () => clearInterval(timer);
  }, [isRunning]);
  return {
    seconds,
    isRunning,
    toggle() {
      if (isRunning) setSeconds((performance.now() - started.current) / 1000);
      else {
        started.current = performance.now();
        setSeconds(0);
      }
      setRunning(!isRunning);
    },
  };
}

/** Spraying into a bag and weighing it, by watch and scale or by typing what another watch and scale said. */
export function BucketRun({
  density,
  assumedMlMin,
  action,
  onTest,
}: {
  /** Of the mix, in g/mL. */
  density: number;
  /** What the gun is said to give: the simulated one comes near it. */
  assumedMlMin: number;
  /** What the button says. */
  action: string;
  onTest(reading: BucketReading): void;
}) {
  const watch = useWatch();
  const bag = useBag((assumedMlMin / 60) * density, watch.isRunning);
  const [grams, setGrams] = useState('');
  const [seconds, setSeconds] = useState('15');
  const [cup, setCup] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const read = { grams: typedNumber(grams, 'g'), seconds: typedNumber(seconds, 's', 'sec') };
  const isRead = (value: number | null): value is number => value !== null && value > 0;
  function add(): void {
    const cupSeconds = typedNumber(cup, 's', 'sec');
    const isTimed = isRead(read.seconds) && read.seconds >= 1 && read.seconds <= 600;
    if (!isRead(read.grams) || !isRead(read.seconds) || !isTimed) {
      setProblem('Enter how many grams the bag gained, and for how many seconds you sprayed: 1 to 600.');
      return;
    }
    if (cupSeconds !== null && !(cupSeconds >= 1 && cupSeconds <= 600)) {
      setProblem('Enter a cup time of 1 to 600 s, or none.');
      return;
    }
    setProblem(null);
    setGrams('');
    onTest({ grams: read.grams, seconds: read.seconds, cupSeconds });
  }
  return (
    <div className="flex flex-col gap-3">
      <div className="flex flex-wrap items-center gap-3">
        <Button
          className="press-h-12"
          disabled={watch.isRunning}
          onClick={() => {
            bag.zero();
            setGrams('');
          }}
        >
          Bag on, zero
        </Button>
        <Button
          kind={watch.isRunning ? 'act' : 'plain'}
          className="press-h-12 min-w-40"
          onClick={() => {
            if (watch.isRunning) setSeconds(String(Math.round(watch.seconds * 10) / 10));
            watch.toggle();
          }}
        >
          {watch.isRunning ? `Stop ${watch.seconds.toFixed(1)} s` : 'Start spraying'}
        </Button>
        <span>
          <span className="text-note text-quiet">Scale (simulated)</span>{' '}
          <span className="quantity text-lead">{bag.grams.toFixed(1)} g</span>
        </span>
        <Button
          disabled={watch.isRunning || !bag.isStable || bag.grams <= 1}
          onClick={() => setGrams(bag.grams.toFixed(1))}
        >
          Take the reading
        </Button>
      </div>
      <div className="grid grid-cols-3 items-start gap-3">
        <Field label="Grams">
          {(ids) => (
            <TextInput
              {...ids}
              inputMode="decimal"
              value={grams}
              onChange={({ target }) => setGrams(target.value)}
            />
          )}
        </Field>
        <Field label="Seconds">
          {(ids) => (
            <TextInput
              {...ids}
              inputMode="decimal"
              value={seconds}
              onChange={({ target }) => setSeconds(target.value)}
            />
          )}
        </Field>
        <Field label="Cup time, s" hint="if timed">
          {(ids) => (
            <TextInput
              {...ids}
              inputMode="decimal"
              value={cup}
              onChange={({ target }) => setCup(target.value)}
            />
          )}
        </Field>
      </div>
      <p className="flex flex-wrap items-center gap-3">
        <Button onClick={add}>{action}</Button>
        {isRead(read.grams) && isRead(read.seconds) && (
          <span className="quantity">{show('flow', bucketFlowMlMin(read.grams, read.seconds, density))}</span>
        )}
      </p>
      {problem !== null && (
        <p role="alert" className="font-semibold text-small text-stop">
          {problem}
        </p>
      )}
    </div>
  );
}
