import {
  type FilmSheet,
  filmFigures,
  filmScore,
  LESSON_PLANS,
  type SprayCase,
  type SprayLesson,
  surfaceOf,
} from '@upholder/core/film';
import { type ReactNode, type RefObject, useEffect, useMemo, useRef, useState } from 'react';
import { upholder } from '../../api/upholder.ts';
import { Card } from '../../parts/controls.tsx';
import { CELL_MM } from '../../workers/useFilm.ts';
import { FilmNumbers } from './FilmFiguresCard.tsx';
import { FilmMap } from './FilmMap.tsx';
import { FilmScale } from './FilmScale.tsx';
import { bestOf, keepBest, PracticePanel } from './PracticePanel.tsx';
import { Recordings } from './Recordings.tsx';
import { type Hold, usePractice } from './usePractice.ts';
import { limitsOf } from './useSprayCase.ts';

const TILT_DEG = 5;
const STEP_MM = 10;

/** Keys that turn the gun; null for every other. */
function turned(hold: Hold, key: string): Hold | null {
  switch (key) {
    case 'ArrowLeft':
      return { ...hold, yawDeg: Math.max(-70, hold.yawDeg - TILT_DEG) };
    case 'ArrowRight':
      return { ...hold, yawDeg: Math.min(70, hold.yawDeg + TILT_DEG) };
    case 'ArrowUp':
      return { ...hold, pitchDeg: Math.max(-70, hold.pitchDeg - TILT_DEG) };
    case 'ArrowDown':
      return { ...hold, pitchDeg: Math.min(70, hold.pitchDeg + TILT_DEG) };
    case '+':
      return { ...hold, distanceMm: Math.min(500, hold.distanceMm + STEP_MM) };
    case '-':
      return { ...hold, distanceMm: Math.max(80, hold.distanceMm - STEP_MM) };
    case 'f':
    case 'F':
      return { ...hold, isUpright: !hold.isUpright };
    default:
      return null;
  }
}

/** The wheel changes the distance; only over the piece, and without scrolling the page. */
function useWheel(target: RefObject<HTMLElement | null>, onTurn: (by: number) => void): void {
  const turn = useRef(onTurn);
  useEffect(() => {
    turn.current = onTurn;
  });
  useEffect(() => {
    const node = target.current;
    if (!node) return;
    const wheel = (event: WheelEvent) => {
      event.preventDefault();
      turn.current(Math.sign(event.deltaY) * STEP_MM);
    };
    node.addEventListener('wheel', wheel, { passive: false });
    return () => node.removeEventListener('wheel', wheel);
  }, [target]);
}

/** A lesson: the card or the door, sprayed with pointer or finger, and what came of it. */
export function PracticeView({
  one,
  limits: sheet,
  tabs,
}: {
  one: SprayCase;
  limits: FilmSheet;
  tabs(children: ReactNode): ReactNode;
}) {
  const { data: session } = upholder.useSessionQuery();
  const memberId = session?.member?.id ?? '';
  const [lesson, setLesson] = useState<SprayLesson>('speed');
  const { piece, isFlat } = LESSON_PLANS[lesson];
  const surface = useMemo(() => surfaceOf(piece, CELL_MM), [piece]);
  const limits = useMemo(() => limitsOf(sheet, isFlat), [sheet, isFlat]);
  const [hold, setHold] = useState<Hold>({
    distanceMm: one.distanceMm,
    yawDeg: 0,
    pitchDeg: 0,
    isUpright: true,
  });
  const canvas = useRef<HTMLCanvasElement | null>(null);
  const field = useRef<HTMLDivElement | null>(null);
  const practice = usePractice(surface, one, limits, hold, canvas);
  const [best, setBest] = useState(() => bestOf(memberId));
  const { deposit, isReplay } = practice;
  const blank = useMemo(() => new Float64Array(surface.count), [surface]);
  useEffect(() => {
    if (!deposit || isReplay || memberId === '') return;
    const { score } = filmScore(filmFigures(surface, deposit.filmUm, limits, (part) => part === 'face'));
    keepBest(memberId, lesson, score);
    setBest(bestOf(memberId));
  }, [deposit, isReplay, memberId, lesson, surface, limits]);
  useWheel(field, (by) =>
    setHold((before) => ({ ...before, distanceMm: Math.min(500, Math.max(80, before.distanceMm + by)) })),
  );
  const { at } = practice;
  const spread = (one.setting.fanMm * hold.distanceMm) / one.referenceMm / 2;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_26rem] items-start gap-4 max-lg:grid-cols-1">
      <Card className="flex flex-col gap-4 p-4" aria-label="Practice">
        <div className="flex gap-5">
          {/* Strokes start and end off the piece: there is room around it. */}
          <div
            ref={field}
            // biome-ignore lint/a11y/noNoninteractiveTabindex: keys turn the gun while the field has the focus
            tabIndex={0}
            role="application"
            aria-label="Practice field"
            className="min-w-0 flex-1 touch-none overflow-hidden bg-closed p-12 max-md:p-6"
            onKeyDown={(event) => {
              const next = turned(hold, event.key);
              if (!next) return;
              event.preventDefault();
              setHold(next);
            }}
          >
            <div
              className="relative mx-auto"
              style={{
                maxWidth:
                  piece.widthMm > piece.heightMm ? '100%' : `${(piece.widthMm / piece.heightMm) * 28}rem`,
              }}
            >
              <FilmMap
                piece={piece}
                surface={surface}
                filmUm={practice.deposit?.filmUm ?? blank}
                limits={limits}
                isUpright={!isFlat}
                label="Wet film on the practice piece"
                canvasRef={canvas}
              >
                {at && (
                  <line
                    x1={at.x - (hold.isUpright ? 0 : spread)}
                    y1={at.y - (hold.isUpright ? spread : 0)}
                    x2={at.x + (hold.isUpright ? 0 : spread)}
                    y2={at.y + (hold.isUpright ? spread : 0)}
                    stroke="#d0342c"
                    strokeWidth={practice.isSpraying ? 5 : 2}
                    vectorEffect="non-scaling-stroke"
                  />
                )}
              </FilmMap>
              <div
                className="-inset-12 max-md:-inset-6 absolute cursor-crosshair"
                data-testid="gun"
                {...practice.handlers}
              />
            </div>
          </div>
          <FilmScale limits={limits} meanUm={null} />
        </div>
        {deposit ? (
          <FilmNumbers surface={surface} deposit={deposit} limits={limits} />
        ) : (
          <p className="text-quiet">Press beside the piece, and move over it and off the other side.</p>
        )}
      </Card>
      <Card className="p-4">
        {tabs(
          <PracticePanel
            lesson={lesson}
            best={best}
            hold={hold}
            faults={practice.faults}
            hasSprayed={deposit !== null}
            onLesson={(next) => {
              setLesson(next);
              setHold({ distanceMm: one.distanceMm, yawDeg: 0, pitchDeg: 0, isUpright: true });
            }}
            onHold={setHold}
            onClear={practice.clear}
            recordings={
              <Recordings piece={piece} one={one} path={practice.path} onReplay={practice.replay} />
            }
          />,
        )}
      </Card>
    </div>
  );
}
