import type { JobDetail, ShopContext } from '@upholder/core/api';
import {
  dayMinutes,
  type JobPrice,
  lossAt,
  type Percentiles,
  type Risk,
  termsOf,
} from '@upholder/core/pricing';
import { workingCrew } from '@upholder/core/shop';
import { does } from '@upholder/core/systems';
import { useMemo, useState } from 'react';
import { upholder } from '../../api/upholder.ts';
import { moneyText, readMoney } from '../../base/moneyText.ts';
import { exactMoney, money } from '../../base/voice.ts';
import { Card, Field, TextInput } from '../../parts/controls.tsx';
import { useRisk } from '../../workers/useRisk.ts';
import { CELL, HEAD } from '../materials/cells.ts';

/** Work is off the yardsticks by this share, for a job of several days. */
const WORK_OFF = 0.15;
/** Sanding a fault out, dusting and coating a piece again. */
const REPAIR_MIN = 30;
const MATERIAL_OFF = 0.15;

/** `1 in 6`, `never`, `always`: how often, as people say it. */
function oftenWords(share: number): string {
  if (share <= 0.002) return 'hardly ever';
  if (share >= 0.5) return `${Math.round(share * 10)} times in 10`;
  return `1 time in ${Math.round(1 / share)}`;
}

const WIDTH = 320;
const HEIGHT = 46;
const BINS = 48;

/** How often each cost comes up, with the price that is asked across it. */
function Silhouette({ risk, asked }: { risk: Risk; asked: number }) {
  const low = Math.min(risk.costs[0] ?? 0, asked);
  const high = Math.max(risk.costs.at(-1) ?? 1, asked);
  const bins = new Array<number>(BINS).fill(0);
  for (const cost of risk.costs) {
    const at = Math.min(BINS - 1, Math.floor(((cost - low) / (high - low || 1)) * BINS));
    bins[at] = (bins[at] ?? 0) + 1;
  }
  const most = Math.max(...bins);
  const x = (value: number) => ((value - low) / (high - low || 1)) * WIDTH;
  const points = bins.map(
    (count, at) => `${((at + 0.5) / BINS) * WIDTH},${HEIGHT - (count / most) * (HEIGHT - 6)}`,
  );
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="mt-2 h-14 w-full"
      preserveAspectRatio="none"
      role="img"
      aria-label={`Cost from ${money(risk.costs[0] ?? 0)} to ${money(risk.costs.at(-1) ?? 0)}, price ${money(asked)}`}
    >
      <polygon points={`0,${HEIGHT} ${points.join(' ')} ${WIDTH},${HEIGHT}`} className="fill-line" />
      <line
        x1={x(asked)}
        x2={x(asked)}
        y1={0}
        y2={HEIGHT}
        className="stroke-act"
        strokeWidth={2.5}
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
}

/** How sure the price is: what the job may come to, and how often a price does not cover it. */
export function RiskCard({ detail, price, shop }: { detail: JobDetail; price: JobPrice; shop: ShopContext }) {
  const { data } = upholder.useLessonsQuery();
  const input = useMemo(() => {
    if (!data) return null;
    const coated = data.tallies.filter(({ dimension }) => dimension === 'product');
    const films = detail.steps.filter((step) => does(step, 'laysFilm') && !step.isEdgesOnly);
    const mean = price.coats.reduce((sum, { film }) => sum + film.believed.mean, 0);
    const sd = price.coats.reduce((sum, { film }) => sum + film.believed.sd, 0);
    return {
      price: price.price,
      terms: termsOf(shop.settings, detail.job.pricing),
      minutes: price.minutes,
      days: price.span.days,
      minutesADay: dayMinutes(shop.settings) * Math.max(1, workingCrew(shop.crew).length),
      coats: films.reduce(
        (sum, { zoneId }) => sum + detail.pieces.filter((piece) => piece.zoneId === zoneId).length,
        0,
      ),
      faults: {
        count: coated.reduce((sum, { atWork }) => sum + atWork, 0),
        of: coated.reduce((sum, { of }) => sum + of, 0),
      },
      repairMin: REPAIR_MIN,
      materialOff: mean > 0 ? sd / mean : MATERIAL_OFF,
      workOff: WORK_OFF,
    };
  }, [data, detail, price, shop]);
  const risk = useRisk(input);
  const [typed, setTyped] = useState<string | null>(null);
  const read = readMoney(typed ?? moneyText(price.price.net));
  const asked = read.ok && read.value !== null ? read.value : price.price.net;
  if (!risk || !input) return null;
  const row = (name: string, of: Percentiles, words: (value: number) => string) => (
    <tr className="border-line border-t">
      <th scope="row" className="py-1.5 font-normal">
        {name}
      </th>
      <td className={`${CELL} quantity`}>{words(of.p50)}</td>
      <td className={`${CELL} quantity`}>{words(of.p80)}</td>
      <td className={`${CELL} quantity`}>{words(of.p95)}</td>
    </tr>
  );
  return (
    <Card className="p-4" aria-label="How sure it is">
      <h2>How sure it is</h2>
      <p className="text-quiet">
        Work and material may turn out otherwise, and{' '}
        {input.faults.of > 0
          ? `${input.faults.count} of ${input.faults.of} coats went wrong in your jobs so far.`
          : 'coats go wrong: 1 in 50 until your own log says otherwise.'}
      </p>
      <Silhouette risk={risk} asked={asked} />
      <table className="mt-1 w-full text-left">
        <thead>
          <tr>
            <th>
              <span className="sr-only">What</span>
            </th>
            <th className={HEAD}>1 in 2</th>
            <th className={HEAD}>4 in 5</th>
            <th className={HEAD}>19 in 20</th>
          </tr>
        </thead>
        <tbody>
          {row('Cost stays below', risk.cost, money)}
          {row('Price that covers it', risk.net, money)}
          {row('Days', risk.days, String)}
        </tbody>
      </table>
      <div className="mt-3 grid grid-cols-[9rem_1fr] items-end gap-x-4 max-md:grid-cols-1">
        <Field label="If you ask, before tax" error={read.ok ? undefined : read.message}>
          {(ids) => (
            <TextInput
              {...ids}
              className="quantity text-right"
              value={typed ?? moneyText(price.price.net)}
              onChange={({ target }) => setTyped(target.value)}
            />
          )}
        </Field>
        <p className="pb-1.5">
          At {exactMoney(asked)} you lose money{' '}
          <span className="font-semibold">{oftenWords(lossAt(asked, risk))}</span>.
        </p>
      </div>
    </Card>
  );
}
