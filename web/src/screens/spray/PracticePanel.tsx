import {
  type HandFault,
  LESSON_PLANS,
  type SeenFault,
  SPRAY_LESSONS,
  type SprayLesson,
} from '@upholder/core/film';
import type { ReactNode } from 'react';
import { Link, useSearchParams } from 'react-router';
import { show } from '../../base/voice.ts';
import { Button } from '../../parts/controls.tsx';
import { awayBy, type Hold } from './hold.ts';

export const LESSON_WORDS: Record<SprayLesson, { name: string; goal: string }> = {
  speed: { name: 'Speed', goal: 'Several strokes along the card, all as fast as the set-up says.' },
  distance: { name: 'Distance', goal: 'Turn the wheel, or press + and −: near is heavy, far is dry.' },
  wrist: {
    name: 'Straight wrist',
    goal: 'Tilt with the arrow keys, see what it does, and go back to square.',
  },
  trigger: { name: 'Trigger on the move', goal: 'Press before the card, let go behind it; never over it.' },
  overlap: { name: 'Overlap', goal: 'Aim each stroke at the edge of the one before.' },
  edges: { name: 'Edges', goal: 'Tilt towards each edge for one light stroke, then do the face.' },
  recess: {
    name: 'Recessed door',
    goal: 'Walls first, tilted into them, then rails and stiles, then the panel.',
  },
  narrow: { name: 'Narrow front', goal: 'A narrow fan and less flow under Set-up; off both ends.' },
  upright: { name: 'Upright door', goal: 'It runs sooner: keep moving, and never stop over it.' },
};

const FAULT_WORDS: Record<HandFault, (amount: number) => string> = {
  arc: (degrees) => `The arm swings by ${Math.round(degrees)}°: the ends get thin. Move from the shoulder.`,
  tilt: (degrees) => `The gun tilts by ${Math.round(degrees)}°: one side gets fat. Hold it square.`,
  uneven: (share) => `The speed varies by ${Math.round(share * 100)} %: stripes across the stroke.`,
  dwell: (seconds) => `The gun stands for ${seconds.toFixed(1)} s with the trigger open: a run starts there.`,
  late: (mm) => `The trigger opens ${show('length', Math.round(mm))} behind the edge: that end stays dry.`,
  far: (mm) => `${show('length', Math.round(mm))} away: dry spray and loss. Go nearer.`,
  near: (mm) => `${show('length', Math.round(mm))} away: heavy and narrow. Step back.`,
  slow: (speed) => `${show('speed', speed)}: too slow, the film gets heavy.`,
  fast: (speed) => `${show('speed', speed)}: too fast, the film gets thin.`,
};

function Held({ hold, onHold }: { hold: Hold; onHold(next: Hold): void }) {
  const turn = (part: Partial<Hold>) => onHold({ ...hold, ...part });
  return (
    <div className="flex flex-wrap items-center gap-2">
      <span className="inline-flex items-center gap-1">
        <Button aria-label="Nearer" onClick={() => onHold(awayBy(hold, -20))}>
          −
        </Button>
        <span className="quantity min-w-20 text-center">{show('length', hold.distanceMm)}</span>
        <Button aria-label="Farther" onClick={() => onHold(awayBy(hold, 20))}>
          +
        </Button>
      </span>
      <Button onClick={() => turn({ isUpright: !hold.isUpright })}>
        Fan {hold.isUpright ? 'upright' : 'level'}
      </Button>
      <Button
        disabled={hold.yawDeg === 0 && hold.pitchDeg === 0}
        onClick={() => turn({ yawDeg: 0, pitchDeg: 0 })}
      >
        Square
      </Button>
      <span className="text-note text-quiet">
        {hold.yawDeg === 0 && hold.pitchDeg === 0
          ? 'square to the face'
          : [
              hold.pitchDeg !== 0 && `${Math.abs(hold.pitchDeg)}° ${hold.pitchDeg < 0 ? 'up' : 'down'}`,
              hold.yawDeg !== 0 && `${Math.abs(hold.yawDeg)}° ${hold.yawDeg < 0 ? 'left' : 'right'}`,
            ]
              .filter(Boolean)
              .join(', ')}
      </span>
    </div>
  );
}

/** Lessons, how the gun is held, and what was seen of the hand. */
export function PracticePanel({
  lesson,
  best,
  hold,
  faults,
  hasSprayed,
  onLesson,
  onHold,
  onClear,
  recordings,
}: {
  lesson: SprayLesson;
  best: Partial<Record<SprayLesson, number>>;
  hold: Hold;
  faults: readonly SeenFault[];
  hasSprayed: boolean;
  onLesson(lesson: SprayLesson): void;
  onHold(hold: Hold): void;
  onClear(): void;
  /** Runs that were recorded elsewhere. */
  recordings: ReactNode;
}) {
  const [search] = useSearchParams();
  const sheet = new URLSearchParams(search);
  sheet.set('lesson', lesson);
  return (
    <div className="flex flex-col gap-3">
      <ol className="grid grid-cols-3 gap-1.5">
        {SPRAY_LESSONS.map((key, index) => {
          const score = best[key];
          const isLearnt = score !== undefined && score >= LESSON_PLANS[key].pass;
          return (
            <li key={key}>
              <button
                type="button"
                aria-pressed={key === lesson}
                onClick={() => onLesson(key)}
                className={`flex min-h-14 w-full flex-col border-b-[3px] px-2 py-1 text-left leading-tight ${key === lesson ? 'border-act bg-act-wash font-semibold' : isLearnt ? 'border-ink bg-raised' : 'border-line bg-raised'}`}
              >
                <span className="text-note">
                  {index + 1} {LESSON_WORDS[key].name}
                </span>
                <span className="text-small text-quiet">
                  {score === undefined ? `from ${LESSON_PLANS[key].pass}` : `best ${Math.round(score)}`}
                  {isLearnt && ' ✓'}
                </span>
              </button>
            </li>
          );
        })}
      </ol>
      <p className="max-w-prose">{LESSON_WORDS[lesson].goal}</p>
      <Held hold={hold} onHold={onHold} />
      <p className="text-note text-quiet">
        Press on the piece to spray. Wheel, + and −, or a second finger up and down: distance. Arrow keys, or
        a second finger sideways: tilt. F: turn the fan.
      </p>
      <ul className="flex flex-col gap-1" aria-live="polite" aria-label="Seen of the hand">
        {faults.slice(0, 3).map(({ fault, amount }, index) => (
          <li key={fault} className="border-stop border-l-[6px] bg-stop-wash px-3 py-1.5">
            <span className="font-bold">{index + 1}</span> {FAULT_WORDS[fault](amount)}
          </li>
        ))}
        {hasSprayed && faults.length === 0 && (
          <li className="border-act border-l-[6px] bg-act-wash px-3 py-1.5">
            A steady hand: nothing to mend.
          </li>
        )}
      </ul>
      <p className="flex flex-wrap items-center gap-4">
        <Button disabled={!hasSprayed} onClick={onClear}>
          Wipe it clean
        </Button>
        <Link to={`/spray/sheet?${sheet}`} className="font-semibold text-act underline underline-offset-2">
          Stroke sheet to print
        </Link>
      </p>
      {recordings}
    </div>
  );
}
