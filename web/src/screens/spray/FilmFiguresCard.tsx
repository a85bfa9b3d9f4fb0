import {
  type Deposit,
  type FilmLimits,
  filmFigures,
  filmHistogram,
  filmScore,
  filmSection,
  type Surface,
} from '@upholder/core/film';
import { show } from '../../base/voice.ts';
import { Button } from '../../parts/controls.tsx';

const BINS = 40;
const POINTS = 160;
const [WIDTH, HEIGHT] = [360, 90];

const percent = (share: number) => `${(share * 100).toFixed(share > 0 && share < 0.1 ? 1 : 0)} %`;

/** Where a section is laid: across or down the piece, at a share of the other way. */
export interface SectionLine {
  way: 'across' | 'down';
  share: number;
}

/** The ends of a section, in mm on the face. */
export function lineOf(
  { widthMm, heightMm }: Pick<Surface, 'widthMm' | 'heightMm'>,
  { way, share }: SectionLine,
) {
  return way === 'down'
    ? { fromX: widthMm * share, fromY: 0, toX: widthMm * share, toY: heightMm }
    : { fromX: 0, fromY: heightMm * share, toX: widthMm, toY: heightMm * share };
}

/** Film along a line over the piece, with both limits; the line can be moved and turned. */
export function Section({
  surface,
  filmUm,
  limits,
  section,
  onSection,
}: {
  surface: Surface;
  filmUm: Float64Array;
  limits: FilmLimits;
  section: SectionLine;
  onSection(section: SectionLine): void;
}) {
  const { widthMm, heightMm } = surface;
  const isDown = section.way === 'down';
  const line = lineOf(surface, section);
  const place = (isDown ? widthMm : heightMm) * section.share;
  const points = filmSection(surface, filmUm, line, POINTS);
  const top = Math.max(limits.sagUm * 1.2, ...points.map(({ um }) => um ?? 0));
  const length = points.at(-1)?.atMm ?? 1;
  const y = (um: number) => HEIGHT - (um / top) * HEIGHT;
  const path = points
    .map(({ atMm, um }, index) =>
      um === null
        ? ''
        : `${index === 0 || points[index - 1]?.um === null ? 'M' : 'L'}${((atMm / length) * WIDTH).toFixed(1)} ${y(um).toFixed(1)}`,
    )
    .join('');
  return (
    <figure>
      <figcaption className="label">
        {`Section ${isDown ? 'from top to bottom' : 'from left to right'}, ${show('length', Math.round(place))} from the ${isDown ? 'left' : 'top'}; shaded from least to sag`}
      </figcaption>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className="h-24 w-full border-quiet border-b"
        preserveAspectRatio="none"
        role="img"
        aria-label={`Film along the section, up to ${show('film', Math.round(Math.max(...points.map(({ um }) => um ?? 0))))}`}
      >
        <rect
          width={WIDTH}
          y={y(limits.sagUm)}
          height={Math.max(0, y(limits.leastUm) - y(limits.sagUm))}
          className="fill-act-wash"
        />
        <path d={path} className="fill-none stroke-ink" strokeWidth={2} vectorEffect="non-scaling-stroke" />
      </svg>
      <div className="flex items-center gap-3">
        <input
          type="range"
          aria-label="Move the section"
          className="h-9 flex-1 accent-(--act)"
          min={0.01}
          max={0.99}
          step={0.01}
          value={section.share}
          onChange={({ target }) => onSection({ ...section, share: Number(target.value) })}
        />
        <Button onClick={() => onSection({ way: isDown ? 'across' : 'down', share: 0.5 })}>Turn it</Button>
      </div>
    </figure>
  );
}

/** How much of the piece has how much film. */
export function Spread({
  surface,
  filmUm,
  limits,
}: {
  surface: Surface;
  filmUm: Float64Array;
  limits: FilmLimits;
}) {
  const bin = (limits.sagUm * 1.4) / BINS;
  const areas = filmHistogram(surface, filmUm, bin, BINS);
  const most = Math.max(...areas, 1e-9);
  const x = (um: number) => (um / (bin * BINS)) * WIDTH;
  return (
    <figure>
      <figcaption className="label">Area by film, thin on the left; shaded from least to sag</figcaption>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className="h-24 w-full border-quiet border-b"
        preserveAspectRatio="none"
        role="img"
        aria-label="How much of the piece has how much film"
      >
        <rect
          x={x(limits.leastUm)}
          width={x(limits.sagUm) - x(limits.leastUm)}
          height={HEIGHT}
          className="fill-act-wash"
        />
        <path
          d={`M0 ${HEIGHT}${areas.map((area, index) => `L${x((index + 0.5) * bin).toFixed(1)} ${(HEIGHT - (area / most) * (HEIGHT - 4)).toFixed(1)}`).join('')}L${WIDTH} ${HEIGHT}z`}
          className="fill-quiet"
        />
      </svg>
    </figure>
  );
}

function Figure({
  label,
  value,
  note,
  isBad = false,
}: {
  label: string;
  value: string;
  note?: string;
  isBad?: boolean;
}) {
  return (
    <div className="leading-snug">
      <dt className="label">{label}</dt>
      <dd className={`quantity text-lead ${isBad ? 'text-stop' : ''}`}>{value}</dd>
      {note && <dd className="text-note text-quiet">{note}</dd>}
    </div>
  );
}

/** What a film is in numbers: mean, evenness, too thin, too thick, where the paint went, and its score with every term. */
export function FilmNumbers({
  surface,
  deposit,
  limits,
  isColumn = false,
}: {
  surface: Surface;
  deposit: Deposit;
  limits: FilmLimits;
  /** Below each other, beside a tall piece. */
  isColumn?: boolean;
}) {
  const figures = filmFigures(surface, deposit.filmUm, limits);
  const { score, under, over, uneven } = filmScore(figures);
  const terms = [
    under > 0.5 && `${Math.round(under)} too thin`,
    over > 0.5 && `${Math.round(over)} too thick`,
    uneven > 0.5 && `${Math.round(uneven)} uneven`,
  ].filter(Boolean);
  return (
    <dl
      className={
        isColumn
          ? 'flex flex-col gap-2.5 max-md:grid max-md:grid-cols-2'
          : 'grid grid-cols-[repeat(auto-fit,minmax(7.5rem,1fr))] gap-x-5 gap-y-2'
      }
    >
      <Figure
        label="Score"
        value={`${Math.round(score)} of 100`}
        note={terms.length > 0 ? `less ${terms.join(', ')}` : 'nothing taken off'}
      />
      <Figure label="Mean wet film" value={show('film', Math.round(figures.meanUm))} />
      <Figure label="Varies by" value={percent(figures.cv)} note="up to 10 % is free" />
      <Figure label="Too thin" value={percent(figures.underShare)} isBad={figures.underShare > 0.05} />
      <Figure label="Will sag" value={percent(figures.overShare)} isBad={figures.overShare > 0.01} />
      <Figure
        label="Sprayed"
        value={show('volume', deposit.sprayedMl)}
        note={`${show('volume', deposit.onPieceMl)} on the piece, ${show('volume', deposit.pastMl)} past it, ${show('volume', deposit.airMl)} mist`}
      />
    </dl>
  );
}
