import type { JobDetail } from '@upholder/core/api';
import { type CombChart, combCharts, type Drift } from '@upholder/core/inspection';
import { toMinute } from '@upholder/core/shop';
import { whenWords } from '../../base/times.ts';
import { useNowMinute } from '../../base/useNow.ts';
import { bare, show } from '../../base/voice.ts';
import { sheetsOf } from '../../job/productLookups.ts';
import { useJobContext } from '../../job/useJobContext.ts';
import { Card } from '../../parts/controls.tsx';

const WIDTH = 330;
const HEIGHT = 110;
const PAD = 10;

const DRIFT_WORDS: Record<Drift['kind'], (count: number) => string> = {
  rising: (count) => `${count} readings in a row, each thicker than the last: check thinning and speed.`,
  falling: (count) =>
    `${count} readings in a row, each thinner than the last: check thinning, tip and speed.`,
  above: (count) => `The last ${count} readings are all above the typical film: heavier than meant.`,
  below: (count) => `The last ${count} readings are all below the typical film: lighter than meant.`,
};

/** Readings of one product over the band of its sheet. */
function Chart({ chart, name }: { chart: CombChart; name: string }) {
  const { shop } = useJobContext();
  const now = useNowMinute();
  const { readings, from, typical, to, outside, drift } = chart;
  const values = readings.map(({ um }) => um);
  const [low, high] = [Math.min(from, ...values) * 0.92, Math.max(to, ...values) * 1.05];
  const y = (um: number) => PAD + ((high - um) / (high - low)) * (HEIGHT - 2 * PAD);
  const x = (index: number) =>
    readings.length === 1 ? WIDTH / 2 : PAD + (index / (readings.length - 1)) * (WIDTH - 2 * PAD);
  const said =
    outside > 0
      ? `${outside} of ${readings.length} outside the sheet’s range.`
      : `${readings.length === 1 ? 'The reading is' : `All ${readings.length} readings are`} within the sheet’s range.`;
  return (
    <section className="mt-3">
      <h3>{name}</h3>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className="mt-1 w-full"
        role="img"
        aria-label={`Wet film of ${name}: ${values.map((um) => show('film', um)).join(', ')}`}
      >
        <rect x={0} y={y(to)} width={WIDTH} height={y(from) - y(to)} fill="var(--closed)" />
        <line x1={0} x2={WIDTH} y1={y(typical)} y2={y(typical)} stroke="var(--quiet)" strokeDasharray="4 4" />
        <polyline
          points={values.map((um, index) => `${x(index)},${y(um)}`).join(' ')}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
        {readings.map(({ entryId, um, at, memberName }, index) => (
          <circle
            key={entryId}
            cx={x(index)}
            cy={y(um)}
            r="4.5"
            fill={um < from || um > to ? 'var(--stop)' : 'var(--ink)'}
          >
            <title>{`${show('film', um)}, ${memberName}, ${whenWords(toMinute(at), now, shop.timeZone)}`}</title>
          </circle>
        ))}
      </svg>
      <p className="text-note leading-snug">
        Sheet <span className="quantity">{bare('film', from)}</span> to{' '}
        <span className="quantity">{show('film', to)}</span>, typically{' '}
        <span className="quantity">{show('film', typical)}</span>.{' '}
        <span className={outside > 0 ? 'font-semibold text-stop' : ''}>{said}</span>
      </p>
      {drift && <p className="font-semibold text-note text-stop">{DRIFT_WORDS[drift.kind](drift.count)}</p>}
    </section>
  );
}

/** What the comb read, product by product; nothing where nobody measured. */
export function CombCharts({ detail }: { detail: JobDetail }) {
  const { shop } = useJobContext();
  const sheets = sheetsOf(shop);
  const charts = combCharts(detail, sheets);
  if (charts.length === 0) return null;
  return (
    <Card className="p-5" aria-label="Wet film">
      <h2>Wet film, by comb</h2>
      {charts.map((chart) => (
        <Chart key={chart.productKey} chart={chart} name={sheets[chart.productKey]?.name ?? ''} />
      ))}
    </Card>
  );
}
