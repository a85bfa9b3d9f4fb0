import { useEffect, useRef, useState } from 'react';

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
  const words = {
    ready: 'Hold, and let go as the cup opens',
    armed: 'Let go as the cup opens',
    running: 'Press when the stream breaks',
  }[phase];
  return (
    <button
      type="button"
      onPointerDown={press}
      onPointerUp={release}
      onKeyDown={(event) => {
        if (event.key !== ' ' && event.key !== 'Enter') return;
        event.preventDefault();
        if (!event.repeat) press();
      }}
      onKeyUp={(event) => {
        if (event.key !== ' ' && event.key !== 'Enter') return;
        event.preventDefault();
        release();
      }}
      className={`flex min-h-36 w-full touch-none select-none flex-col items-center justify-center rounded-[3px] border-[3px] ${phase === 'running' ? 'border-act bg-act text-on-act' : phase === 'armed' ? 'border-act bg-act-wash' : 'border-ink bg-raised'}`}
    >
      <span className="quantity text-[3.4rem] leading-none">{shown.toFixed(1)} s</span>
      <span className="mt-2 font-semibold text-lg">{words}</span>
    </button>
  );
}
