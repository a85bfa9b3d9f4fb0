import { aimOf, type GunSample, lookedAt, type SeenFault } from '@upholder/core/film';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Button } from '../../parts/controls.tsx';

/** With the trigger closed nobody wants to watch for longer than this, in seconds. */
const PAUSE_S = 0.4;

/** A run is gone through in steps of so many seconds. */
const STEP_S = 0.05;

/** Seconds into the replay at which each sample comes. */
function clockOf(path: readonly GunSample[]): number[] {
  const times: number[] = [];
  let now = 0;
  path.forEach((sample, index) => {
    const before = path[index - 1];
    if (before) {
      const passed = Math.max(0, sample.t - before.t);
      now += before.flow > 0 && sample.flow > 0 ? passed : Math.min(PAUSE_S, passed);
    }
    times.push(now);
  });
  return times;
}

/** Where a gun looks at the face, and whether it sprays. */
export interface GunMark {
  x: number;
  y: number;
  isOpen: boolean;
}

function markOf(sample: GunSample | undefined): GunMark | null {
  return sample ? { ...lookedAt(aimOf(sample)), isOpen: sample.flow > 0 } : null;
}

/** Where on the face each fault was, in the order in which they are told; at its rim where the gun was beyond it. */
export function faultMarks(
  path: readonly GunSample[],
  faults: readonly SeenFault[],
  { widthMm, heightMm }: { widthMm: number; heightMm: number },
): GunMark[] {
  const within = (value: number, most: number) => Math.min(most, Math.max(0, value));
  return faults.flatMap(({ at }) => {
    const mark = markOf(path[at]);
    return mark ? [{ ...mark, x: within(mark.x, widthMm), y: within(mark.y, heightMm) }] : [];
  });
}

/** Samples that have come by a moment. */
function countAt(times: readonly number[], seconds: number): number {
  const next = times.findIndex((time) => time > seconds);
  return next < 0 ? times.length : next;
}

/** A run in time: play, stop, go to any moment, or to a fault. */
export function ReplayBar({
  path,
  faults,
  onMoment,
}: {
  path: readonly GunSample[];
  faults: readonly SeenFault[];
  /** So many samples have come, and there the gun is; the whole run, and no gun, at its end. */
  onMoment(count: number, gun: GunMark | null): void;
}) {
  const times = useMemo(() => clockOf(path), [path]);
  const whole = times.at(-1) ?? 0;
  const [now, setNow] = useState(whole);
  const [isPlaying, setPlaying] = useState(false);
  const tell = useRef(onMoment);
  useEffect(() => {
    tell.current = onMoment;
  });
  // Another run is shown whole at first.
  const [of, setOf] = useState(path);
  if (of !== path) {
    setOf(path);
    setNow(whole);
    setPlaying(false);
  }
  const goTo = (seconds: number) => {
    const count = countAt(times, seconds);
    setNow(seconds);
    tell.current(count, count < path.length ? markOf(path[Math.max(0, count - 1)]) : null);
  };
  const going = useRef({ goTo, now });
  useEffect(() => {
    going.current = { goTo, now };
  });
  useEffect(() => {
    if (!isPlaying) return;
    let last = performance.now();
    // From the start again where it stands at the end.
    let at = going.current.now >= whole ? 0 : going.current.now;
    let frame = requestAnimationFrame(function step(time) {
      at = Math.min(whole, at + Math.max(0, time - last) / 1000);
      last = time;
      going.current.goTo(at);
      if (at >= whole) setPlaying(false);
      else frame = requestAnimationFrame(step);
    });
    return () => cancelAnimationFrame(frame);
  }, [isPlaying, whole]);
  return (
    <div className="flex flex-wrap items-center gap-3" role="group" aria-label="Replay">
      <Button className="min-w-20" onClick={() => setPlaying(!isPlaying)}>
        {isPlaying ? 'Pause' : 'Replay'}
      </Button>
      <div className="relative min-w-40 flex-1">
        <input
          type="range"
          aria-label="Moment of the run"
          aria-valuetext={`${now.toFixed(1)} of ${whole.toFixed(1)} s`}
          className="h-10 w-full accent-(--act)"
          min={0}
          max={whole}
          step={STEP_S}
          value={Math.min(now, whole)}
          onChange={({ target }) => {
            setPlaying(false);
            const asked = Number(target.value);
            // The last step of the slider ends short of a run that is no multiple of it.
            goTo(asked > whole - STEP_S ? whole : asked);
          }}
        />
      </div>
      <span className="quantity">
        {now.toFixed(1)} / {whole.toFixed(1)} s
      </span>
      {faults.map(({ fault, at }, index) => (
        <Button
          key={fault}
          className="min-w-10"
          aria-label={`Go to fault ${index + 1}`}
          onClick={() => {
            setPlaying(false);
            goTo(times[at] ?? 0);
          }}
        >
          {index + 1}
        </Button>
      ))}
    </div>
  );
}
