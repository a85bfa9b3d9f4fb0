import {
  type CombReading,
  type FilmLimits,
  filmAt,
  filmFigures,
  type SprayCase,
  type Stroke,
  type Surface,
  surfaceOf,
} from '@upholder/core/film';
import type { PieceSpec } from '@upholder/core/pieces';
import { type PointerEvent, useMemo, useState } from 'react';
import { show } from '../../base/voice.ts';
import { Card } from '../../parts/controls.tsx';
import { CELL_MM, useFilm } from '../../workers/useFilm.ts';
import { FilmNumbers, lineOf, Section, type SectionLine, Spread } from './FilmFiguresCard.tsx';
import { FilmMap, placeOn } from './FilmMap.tsx';
import { FilmScale } from './FilmScale.tsx';
import { FilmSights, useFilmView } from './FilmView.tsx';
import type { SprayCover } from './useSprayCase.ts';

/** Height of an upright piece on the screen. */
const TALL_REM = 28;

/** Colours are looked at: nothing is marked as thin or thick. */
const NO_LIMITS: FilmLimits = { leastUm: 0, sagUm: Number.POSITIVE_INFINITY };

/** Comb readings where they were taken. */
function CombMarks({ combs, surface }: { combs: readonly CombReading[]; surface: Surface }) {
  const size = Math.max(surface.widthMm, surface.heightMm) / 48;
  return combs.map(({ x, y, um }) => (
    <g key={`${x} ${y}`}>
      <circle cx={x} cy={y} r={size / 2} fill="#fff" stroke="#1b1a17" strokeWidth={size / 6} />
      <text
        x={x + size}
        y={y}
        fontSize={size * 1.5}
        fontWeight={700}
        fill="#1b1a17"
        stroke="#fff"
        strokeWidth={size / 4}
        paintOrder="stroke"
        dominantBaseline="central"
      >
        {show('film', Math.round(um))}
      </text>
    </g>
  ));
}

/** Film under the pointer. */
function useUnderPointer(surface: Surface, filmUm: Float64Array | null) {
  const [um, setUm] = useState<number | null>(null);
  return {
    um,
    onPointerMove(event: PointerEvent<HTMLElement>) {
      const { x, y } = placeOn(event.currentTarget, surface, event);
      setUm(filmUm ? filmAt(surface, filmUm, x, y) : null);
    },
    onPointerLeave: () => setUm(null),
  };
}

function StrokeLines({ strokes }: { strokes: readonly Stroke[] }) {
  return strokes.map(({ fromX, fromY, toX, toY, of }) => (
    <line
      key={`${of} ${fromX} ${fromY} ${toX} ${toY}`}
      x1={fromX}
      y1={fromY}
      x2={toX}
      y2={toY}
      stroke="#ffffff"
      strokeOpacity={0.6}
      strokeDasharray={of === 'face' ? undefined : '6 5'}
      strokeWidth={1.2}
      vectorEffect="non-scaling-stroke"
    />
  ));
}

/** The film that a case lays on a piece: map with strokes, scale, numbers, section and spread. */
export function PlannedFilm({
  piece,
  one,
  limits: wet,
  cover,
  isFlat,
  combs = [],
  onPlace,
}: {
  piece: PieceSpec;
  one: SprayCase;
  limits: FilmLimits;
  /** What the coat dries to and covers; null where nobody knows the product. */
  cover: SprayCover | null;
  isFlat: boolean;
  /** Comb readings that are shown where they were taken. */
  combs?: readonly CombReading[];
  /** A press on the piece names a place, while one is asked for. */
  onPlace?: ((x: number, y: number) => void) | undefined;
}) {
  const surface = useMemo(() => surfaceOf(piece, CELL_MM), [piece]);
  const laid = useFilm(piece, one);
  const view = useFilmView(surface, laid?.deposit.filmUm ?? null, wet, cover);
  const { filmUm, limits } = view;
  const under = useUnderPointer(surface, filmUm);
  const isWide = piece.widthMm > piece.heightMm;
  const [section, setSection] = useState<SectionLine>({ way: isWide ? 'across' : 'down', share: 0.5 });
  const cut = lineOf(surface, section);
  const meanUm = laid && filmUm ? filmFigures(surface, filmUm, limits).meanUm : null;
  return (
    <Card className="flex flex-col gap-4 p-4" aria-label="Film on the piece">
      {cover && <FilmSights view={view} cover={cover} />}
      <div
        className={
          isWide
            ? 'flex flex-wrap gap-5'
            : 'grid grid-cols-[minmax(0,1fr)_auto_12rem] gap-5 max-md:grid-cols-1'
        }
      >
        <div className="min-w-0 flex-1">
          {/* Strokes begin and end off the piece: there is room around it for their ends. */}
          <div className="overflow-hidden bg-closed px-12 py-8 max-md:px-6">
            <div
              className="relative mx-auto touch-none"
              style={{ maxWidth: isWide ? '100%' : `${(piece.widthMm / piece.heightMm) * TALL_REM}rem` }}
              onPointerMove={under.onPointerMove}
              onPointerLeave={under.onPointerLeave}
            >
              <FilmMap
                piece={piece}
                surface={surface}
                filmUm={filmUm}
                limits={view.sight === 'seen' ? NO_LIMITS : limits}
                isUpright={!isFlat}
                label={
                  view.sight === 'seen'
                    ? `What is seen of the front after ${view.coats} coats`
                    : `${view.sight === 'wet' ? 'Wet' : 'Dry'} film on the front of the piece`
                }
                {...(view.paint && { paint: view.paint })}
              >
                {view.sight !== 'seen' && <StrokeLines strokes={laid?.strokes ?? []} />}
                <line
                  x1={cut.fromX}
                  y1={cut.fromY}
                  x2={cut.toX}
                  y2={cut.toY}
                  stroke="#1b1a17"
                  strokeWidth={1.5}
                  strokeDasharray="2 5"
                  vectorEffect="non-scaling-stroke"
                />
                <CombMarks combs={combs} surface={surface} />
              </FilmMap>
              {onPlace && (
                <button
                  type="button"
                  aria-label="Place the reading here"
                  className="absolute inset-0 cursor-crosshair"
                  onClick={(event) => {
                    // By a key it names no place: that is typed.
                    if (event.detail === 0) return;
                    const { x, y } = placeOn(event.currentTarget, surface, event);
                    onPlace(x, y);
                  }}
                />
              )}
            </div>
          </div>
          <p className="mt-1 min-h-6 text-center text-note text-quiet">
            {under.um === null ? (
              `${piece.construction === 'box' ? 'The back wall of the box, as if it lay open. ' : ''}Point at the piece to read its film. Dots: too thin. Hatched: it sags.`
            ) : (
              <>
                <span className="quantity text-ink">{show('film', Math.round(under.um))}</span>{' '}
                {view.sight === 'wet' ? 'wet' : 'dry'}, here
              </>
            )}
          </p>
        </div>
        <FilmScale limits={limits} meanUm={meanUm} seen={view.seen} />
        {laid && (
          <div className={isWide ? 'w-full' : ''}>
            <FilmNumbers surface={surface} deposit={laid.deposit} limits={wet} isColumn={!isWide} />
          </div>
        )}
      </div>
      {filmUm && (
        <div className="grid grid-cols-2 gap-5 max-md:grid-cols-1">
          <Section
            surface={surface}
            filmUm={filmUm}
            limits={limits}
            section={section}
            onSection={setSection}
          />
          <Spread surface={surface} filmUm={filmUm} limits={limits} />
        </div>
      )}
    </Card>
  );
}
