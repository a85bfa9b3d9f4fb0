import type { Belief } from '@upholder/core/estimating';

const WIDTH = 260;
const HEIGHT = 30;
const PAD = 6;

interface Dot {
  id: string;
  value: number;
  isDoubtful: boolean;
  isExcluded: boolean;
}

/** What a figure was thought to be, what was measured, and what is believed now, on one scale. */
export function FigureStrip({
  prior,
  belief,
  dots,
  words,
}: {
  prior: Belief;
  belief: Belief;
  dots: readonly Dot[];
  /** The same in words, for those who hear the page. */
  words: string;
}) {
  const ends = [prior.mean - 2 * prior.sd, prior.mean + 2 * prior.sd, ...dots.map(({ value }) => value)];
  const low = Math.min(...ends);
  const high = Math.max(...ends);
  const x = (value: number) => PAD + ((value - low) / (high - low || 1)) * (WIDTH - 2 * PAD);
  const span = ({ mean, sd }: Belief) => ({
    x: x(mean - 1.645 * sd),
    width: x(mean + 1.645 * sd) - x(mean - 1.645 * sd),
  });
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="h-8 w-full max-w-[17rem]"
      role="img"
      aria-label={words}
    >
      <rect {...span(prior)} y={4} height={6} className="fill-line" />
      <rect {...span(belief)} y={4} height={6} className="fill-act" opacity={0.45} />
      <line x1={x(belief.mean)} x2={x(belief.mean)} y1={1} y2={13} className="stroke-act" strokeWidth={2.5} />
      {dots.map(({ id, value, isDoubtful, isExcluded }) =>
        isExcluded ? (
          <path
            key={id}
            d={`M${x(value) - 3.5} ${18.5} l7 7 m0 -7 l-7 7`}
            className="stroke-quiet"
            strokeWidth={1.5}
          />
        ) : (
          <circle
            key={id}
            cx={x(value)}
            cy={22}
            r={4}
            className={isDoubtful ? 'fill-none stroke-stop' : 'fill-ink'}
            strokeWidth={isDoubtful ? 2.5 : 0}
            opacity={isDoubtful ? 1 : 0.75}
          />
        ),
      )}
    </svg>
  );
}
