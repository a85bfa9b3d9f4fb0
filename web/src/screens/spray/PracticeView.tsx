import {
  type FilmLimits,
  type FilmSheet,
  filmFigures,
  filmScore,
  LESSON_PLANS,
  type SprayCase,
  type SprayLesson,
  type Surface,
  surfaceOf,
} from '@upholder/core/film';
import type { PieceSpec } from '@upholder/core/pieces';
import { type ReactNode, type RefObject, useEffect, useMemo, useRef, useState } from 'react';
import { upholder } from '../../api/upholder.ts';
import { Button, Card } from '../../parts/controls.tsx';
import { CELL_MM } from '../../workers/useFilm.ts';
import { FilmNumbers } from './FilmFiguresCard.tsx';
import { FilmMap } from './FilmMap.tsx';
import { FilmScale } from './FilmScale.tsx';
import { awayBy, type Hold, turnedBy } from './hold.ts';
import { Fan, FaultRings, LiveSpeed } from './PracticeMarks.tsx';
import { PracticePanel } from './PracticePanel.tsx';
import { Recordings } from './Recordings.tsx';
import { faultMarks, type GunMark, ReplayBar } from './ReplayBar.tsx';
import { useBestRuns } from './useBestRuns.ts';
import { usePractice } from './usePractice.ts';
import { limitsOf } from './useSprayCase.ts';

const TILT_DEG = 5;
const STEP_MM = 10;

/** Keys that turn the gun; null for every other. */
function turned(hold: Hold, key: string): Hold | null {
  switch (key) {
    case 'ArrowLeft':
      return turnedBy(hold, -TILT_DEG, 0);
    case 'ArrowRight':
      return turnedBy(hold, TILT_DEG, 0);
    case 'ArrowUp':
      return turnedBy(hold, 0, -TILT_DEG);
    case 'ArrowDown':
      return turnedBy(hold, 0, TILT_DEG);
    case '+':
      return awayBy(hold, STEP_MM);
    case '-':
      return awayBy(hold, -STEP_MM);
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

type Practice = ReturnType<typeof usePractice>;
const SHOWN_FAULTS = 3;

/** The piece under the gun. */
function Field({
  piece,
  surface,
  limits,
  practice,
  hold,
  spread,
  isUprightPiece,
  canvas,
  moment,
  onHold,
}: {
  piece: PieceSpec;
  surface: Surface;
  limits: FilmLimits;
  practice: Practice;
  hold: Hold;
  /** Half of the fan on the piece, in mm. */
  spread: number;
  isUprightPiece: boolean;
  canvas: RefObject<HTMLCanvasElement | null>;
  /** The gun of a replay. */
  moment: GunMark | null;
  onHold(next: Hold): void;
}) {
  const field = useRef<HTMLDivElement | null>(null);
  const blank = useMemo(() => new Float64Array(surface.count), [surface]);
  useWheel(field, (by) => onHold(awayBy(hold, by)));
  const marks = faultMarks(practice.path, practice.faults.slice(0, SHOWN_FAULTS), piece);
  const gun = moment ?? (practice.at && { ...practice.at, isOpen: practice.isSpraying });
  return (
    // Strokes start and end off the piece: there is room around it.
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
        onHold(next);
      }}
    >
      <div
        className="relative mx-auto"
        style={{
          maxWidth: piece.widthMm > piece.heightMm ? '100%' : `${(piece.widthMm / piece.heightMm) * 28}rem`,
        }}
      >
        <FilmMap
          piece={piece}
          surface={surface}
          filmUm={practice.deposit?.filmUm ?? blank}
          limits={limits}
          isUpright={isUprightPiece}
          label="Wet film on the practice piece"
          canvasRef={canvas}
        >
          {!practice.isSpraying && (
            <FaultRings marks={marks} sizeMm={Math.max(piece.widthMm, piece.heightMm) / 45} />
          )}
          {gun && <Fan gun={gun} spread={spread} isUpright={hold.isUpright} />}
        </FilmMap>
        <div
          className="-inset-12 max-md:-inset-6 absolute cursor-crosshair"
          data-testid="gun"
          {...practice.handlers}
        />
      </div>
    </div>
  );
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
  const { scores, pathOf, keep } = useBestRuns(session?.member?.id ?? '');
  const [lesson, setLesson] = useState<SprayLesson>('speed');
  const { piece, isFlat } = LESSON_PLANS[lesson];
  const surface = useMemo(() => surfaceOf(piece, CELL_MM), [piece]);
  const limits = useMemo(() => limitsOf(sheet, isFlat), [sheet, isFlat]);
  const square: Hold = { distanceMm: one.distanceMm, yawDeg: 0, pitchDeg: 0, isUpright: true };
  const [hold, setHold] = useState(square);
  const [moment, setMoment] = useState<GunMark | null>(null);
  const canvas = useRef<HTMLCanvasElement | null>(null);
  const practice = usePractice(surface, one, limits, { hold, onHold: setHold }, canvas);
  const { deposit, isReplay, path } = practice;
  useEffect(() => {
    if (!deposit || isReplay) return;
    const { score } = filmScore(filmFigures(surface, deposit.filmUm, limits, (part) => part === 'face'));
    keep(lesson, score, path);
  }, [deposit, isReplay, path, keep, lesson, surface, limits]);
  const best = pathOf(lesson);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_26rem] items-start gap-4 max-lg:grid-cols-1">
      <Card className="flex flex-col gap-4 p-4" aria-label="Practice">
        <div className="flex gap-5 max-md:flex-col">
          <Field
            piece={piece}
            surface={surface}
            limits={limits}
            practice={practice}
            hold={hold}
            spread={(one.setting.fanMm * hold.distanceMm) / one.referenceMm / 2}
            isUprightPiece={!isFlat}
            canvas={canvas}
            moment={moment}
            onHold={setHold}
          />
          <FilmScale limits={limits} meanUm={null} />
        </div>
        {path.length > 1 && !practice.isSpraying && (
          <ReplayBar
            path={path}
            faults={practice.faults.slice(0, SHOWN_FAULTS)}
            onMoment={(count, gun) => {
              practice.scrub(count);
              setMoment(gun);
            }}
          />
        )}
        {practice.isSpraying ? (
          <LiveSpeed now={practice.speedCmS} wanted={one.setting.speedCmS} />
        ) : deposit ? (
          <FilmNumbers surface={surface} deposit={deposit} limits={limits} />
        ) : (
          <p className="text-quiet">Press beside the piece, and move over it and off the other side.</p>
        )}
      </Card>
      <Card className="p-4">
        {tabs(
          <PracticePanel
            lesson={lesson}
            best={scores}
            hold={hold}
            faults={practice.faults}
            hasSprayed={deposit !== null}
            onLesson={(next) => {
              setLesson(next);
              setHold(square);
              setMoment(null);
            }}
            onHold={setHold}
            onClear={practice.clear}
            recordings={
              <>
                {best && (
                  <Button className="self-start" onClick={() => practice.replay(best)}>
                    Show my best run
                  </Button>
                )}
                <Recordings piece={piece} one={one} path={path} onReplay={practice.replay} />
              </>
            }
          />,
        )}
      </Card>
    </div>
  );
}
