import { useEffect, useRef, useState } from 'react';

/** Keys that run the watch; foot pedals usually send one of the last two. */
const KEYS = [' ', 'PageDown', 'F13'];

/** Whether a key is meant for the watch: from anywhere on the screen but a field or another button. */
function isForWatch({ key, target }: KeyboardEvent): boolean {
  if (!(target instanceof HTMLElement)) return KEYS.includes(key);
  if (target.dataset.stopwatch !== undefined) return key === 'Enter' || KEYS.includes(key);
  return KEYS.includes(key) && !/^(INPUT|TEXTAREA|SELECT|BUTTON|A)$/.test(target.tagName);
}

/**
 * A stopwatch for cups: it starts when finger, space bar or pedal is let go, as the cup is opened, and stops at the next
 * press, when the stream first breaks.
 */
export function Stopwatch({ onRun }: { onRun(seconds: number): void }) {
  const [shown, setShown] = useState(0);
  const [phase, setPhase] = useState<'ready' | 'armed' | 'running'>('ready');
  const started = useRef(0);
  useEffect(() => {
    if (phase !== 'running') return;
    let frame = requestAnimationFrame(function tick() {
      setShown((performance.now() - started.current) / 1000);
      frame = requestAnimationFrame(tick);
    });
    return () => cancelAnimationFrame(frame);
  }, [phase]);
  function press(): void {
    if (phase === 'running') {
      const seconds = (performance.now() - started.current) / 1000;
      setShown(seconds);
      setPhase('ready');
      if (seconds >= 3) onRun(Math.round(seconds * 10) / 10);
    } else setPhase('armed');
  }
  function release(): void {
    if (phase !== 'armed') return;
    started.current = performance.now();
    setPhase('running');
  }
  const hands = useRef({ press, release });
  hands.current = { press, release };
  useEffect(() => {
    function down(event: KeyboardEvent): void {
      if (!isForWatch(event)) return;
      event.preventDefault();
      if (!event.repeat) hands.current.press();
    }
    function up(event: KeyboardEvent): void {
      if (!isForWatch(event)) return;
      event.preventDefault();
      hands.current.release();
    }
    window.addEventListener('keydown', down);
    window.addEventListener('keyup', up);
    return () => {
      window.removeEventListener('keydown', down);
      window.removeEventListener('keyup', up);
    };
  }, []);
  const words = {
    ready: 'Hold, and release as the cup opens',
    armed: 'Release as the cup opens',
    running: 'Stop when the stream breaks',
  }[phase];
  return (
    <button
      type="button"
      data-stopwatch=""
      onPointerDown={press}
      onPointerUp={release}
      className={`flex min-h-36 w-full touch-none select-none flex-col items-center justify-center rounded-[3px] border-[3px] ${phase === 'running' ? 'border-act bg-act text-on-act' : phase === 'armed' ? 'border-act bg-act-wash' : 'border-ink bg-raised'}`}
    >
      <span className="quantity text-far leading-none">{shown.toFixed(1)} s</span>
      <span className="mt-2 font-semibold text-lead">{words}</span>
    </button>
  );
}
