import type { FilmLimits } from '@upholder/core/film';
import { show } from '../../base/voice.ts';
import { SCALE_GRADIENT, scaleAt } from './filmColours.ts';

/** Labels stand at least so far apart, as a share of the scale. */
const APART = 0.09;

/** Where a label may stand: at its place, or just so far from its neighbours that both can be read. */
function apart(at: number, neighbours: readonly number[]): number {
  const near = neighbours.find((one) => Math.abs(one - at) < APART);
  return near === undefined ? at : near + (at >= near ? APART : -APART);
}

/** Colours that a film is seen in, and how thick it is where they begin and end. */
export interface SeenColours {
  /** From no film up. */
  gradient: string;
  /** Where the gradient ends, in µm dry. */
  topUm: number;
  /** From here on nothing shows through; null where it never does. */
  hidesAtUm: number | null;
}

/** What the colours of a map mean, with the limits of the sheet and the mean beside them; or what is seen, with the film that hides. */
export function FilmScale({
  limits,
  meanUm,
  seen = null,
}: {
  limits: FilmLimits;
  meanUm: number | null;
  seen?: SeenColours | null;
}) {
  const limitTicks = [
    { um: limits.leastUm, words: 'least' },
    { um: limits.sagUm, words: 'sags' },
  ];
  const isHiding = seen?.hidesAtUm != null && seen.hidesAtUm > 0 && seen.hidesAtUm < seen.topUm;
  const ticks = seen ? (isHiding ? [{ um: seen.hidesAtUm ?? 0, words: 'hides' }] : []) : limitTicks;
  const shareOf = (um: number) => (seen ? Math.min(1, um / seen.topUm) : scaleAt(um, limits));
  const at = (um: number) => ({ bottom: `${shareOf(um) * 100}%` });
  return (
    <div className="relative h-full min-h-48 w-28 shrink-0">
      <div
        className="absolute inset-y-0 left-0 w-5 border border-quiet"
        style={{ background: seen ? seen.gradient : SCALE_GRADIENT }}
      />
      {ticks.map(({ um, words }) => (
        <span
          key={words}
          className="absolute left-5 flex translate-y-1/2 items-center gap-1 whitespace-nowrap text-small"
          style={at(um)}
        >
          <span className="h-px w-2 bg-ink" />
          <span className="quantity">{show('film', Math.round(um))}</span> {words}
        </span>
      ))}
      {meanUm !== null && (
        <span
          className="absolute left-5 flex translate-y-1/2 items-center gap-1 whitespace-nowrap bg-sheet text-small"
          style={{
            bottom: `${
              apart(
                shareOf(meanUm),
                ticks.map(({ um }) => shareOf(um)),
              ) * 100
            }%`,
          }}
        >
          <span className="h-0.5 w-3 bg-act" />
          <span className="quantity font-bold">{show('film', Math.round(meanUm))}</span> mean
        </span>
      )}
    </div>
  );
}
