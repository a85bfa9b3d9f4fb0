import { useEffect, useRef } from 'react';
import Pad from 'signature_pad';

/** The field that strokes are kept on: see `handover` events. */
const FIELD_WIDTH = 1000;
const FIELD_HEIGHT = 300;

/** Strokes of a pad as whole numbers on the field, whatever its size on the screen was. */
function strokesOf(pad: Pad, width: number, height: number): number[][] {
  const within = (value: number, most: number) => Math.max(0, Math.min(most, Math.round(value)));
  return pad
    .toData()
    .map(({ points }) =>
      points.flatMap(({ x, y }) => [
        within((x / width) * FIELD_WIDTH, FIELD_WIDTH),
        within((y / height) * FIELD_HEIGHT, FIELD_HEIGHT),
      ]),
    )
    .filter((stroke) => stroke.length >= 2);
}

/** A field to sign in with a finger, a pen or the mouse. */
export function SignaturePad({ onStrokes }: { onStrokes(strokes: number[][]): void }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const tell = useRef(onStrokes);
  tell.current = onStrokes;
  const clear = useRef<() => void>(() => undefined);
  useEffect(() => {
    const element = canvas.current;
    if (!element) return;
    // Dark on white whatever the theme: it is printed as it stands.
    const pad = new Pad(element, { penColor: '#1b201e', minWidth: 1.2, maxWidth: 2.6 });
    /** Fits the pad to its place; what was on it is gone, as its points lie elsewhere now. */
    const fit = () => {
      const { width, height } = element.getBoundingClientRect();
      const ratio = Math.max(window.devicePixelRatio, 1);
      element.width = width * ratio;
      element.height = height * ratio;
      element.getContext('2d')?.scale(ratio, ratio);
      pad.clear();
    };
    fit();
    const ended = () => {
      const { width, height } = element.getBoundingClientRect();
      tell.current(strokesOf(pad, width, height));
    };
    const turned = () => {
      fit();
      tell.current([]);
    };
    pad.addEventListener('endStroke', ended);
    window.addEventListener('resize', turned);
    clear.current = () => {
      pad.clear();
      tell.current([]);
    };
    return () => {
      pad.off();
      window.removeEventListener('resize', turned);
    };
  }, []);
  return (
    <div className="relative">
      <canvas
        ref={canvas}
        role="img"
        aria-label="Sign here"
        className="block aspect-[10/3] w-full touch-none rounded-[3px] border-[1.5px] border-ink bg-white"
      />
      <span
        aria-hidden="true"
        className="pointer-events-none absolute right-[6%] bottom-[22%] left-[6%] border-[#888] border-b border-dashed"
      />
      <button
        type="button"
        className="absolute top-1.5 right-1.5 press-h-11 px-3 font-semibold text-[#2536c9] underline"
        onClick={() => clear.current()}
      >
        Clear
      </button>
    </div>
  );
}

/** A signature as it was given. */
export function Signature({ strokes, by }: { strokes: readonly (readonly number[])[]; by: string }) {
  const pathOf = (stroke: readonly number[]) => {
    const points: string[] = [];
    for (let at = 0; at + 1 < stroke.length; at += 2) points.push(`${stroke[at]} ${stroke[at + 1]}`);
    // A dot is a line of no length.
    return `M${points.length === 1 ? [points[0], points[0]].join('L') : points.join('L')}`;
  };
  return (
    <svg
      role="img"
      aria-label={`Signature of ${by}`}
      viewBox={`0 0 ${FIELD_WIDTH} ${FIELD_HEIGHT}`}
      className="block w-full max-w-md bg-white"
    >
      <path
        d={strokes.map(pathOf).join('')}
        fill="none"
        stroke="#1b201e"
        strokeWidth={7}
        strokeLinecap="round"
        strokeLinejoin="round"
      />
    </svg>
  );
}
