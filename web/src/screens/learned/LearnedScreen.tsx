import type { ShopContext } from '@upholder/core/api';
import { APPLICATOR_WORDS } from '@upholder/core/catalogue';
import type { Belief } from '@upholder/core/estimating';
import {
  type Figure,
  type PaceFigure,
  paceFigures,
  perSideFigures,
  type Seen,
  transferFigures,
} from '@upholder/core/learning';
import { plural, regional } from '@upholder/core/said';
import { toMinute } from '@upholder/core/shop';
import { YARDSTICKS } from '@upholder/core/systems';
import { formatDuration } from '@upholder/core/units';
import { type ReactNode, useState } from 'react';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { useMay } from '../../api/useMay.ts';
import { dayWords } from '../../base/times.ts';
import { show } from '../../base/voice.ts';
import { useSeen } from '../../job/useLearned.ts';
import { Button, Card, Notice, Skeleton } from '../../parts/controls.tsx';
import { YARDSTICK_NAMES } from '../shop/yardstickDraft.ts';
import { FigureStrip } from './FigureStrip.tsx';
import { SeenList, type SeenRow } from './SeenList.tsx';

const ROLE_WORDS = { primer: 'Primer', colour: regional('Colour'), clear: 'Clear' } as const;

/** A figure with how sure it is, what it was before, and every measurement behind it. */
function Row<T extends Seen>({
  name,
  figure,
  unit,
  measureOf,
  wordsOf,
  from,
  children,
}: {
  name: ReactNode;
  figure: Figure<T>;
  unit(belief: Belief): string;
  measureOf(one: T): number;
  wordsOf(one: T): string;
  from: [one: string, many: string];
  children?: ReactNode;
}) {
  const { prior, belief, count, seen } = figure;
  const rows = seen.map(
    ({ one, isDoubtful, excluded }): SeenRow => ({
      id: one.id,
      words: wordsOf(one),
      value: unit({ mean: measureOf(one), sd: 0 }),
      isDoubtful,
      excluded,
    }),
  );
  return (
    <li className="border-line border-t py-3">
      <div className="grid grid-cols-[minmax(0,2fr)_minmax(0,1fr)_17rem] items-center gap-x-4 gap-y-1 max-md:grid-cols-1">
        <p className="font-semibold leading-snug first-letter:uppercase">{name}</p>
        <p>
          <span className="quantity text-lead">{unit(belief)}</span>
          <span className="block text-note text-quiet">
            from {plural(count, ...from)}; usual {unit(prior)}
          </span>
        </p>
        <FigureStrip
          prior={prior}
          belief={belief}
          words={`${unit(belief)}, from ${plural(count, ...from)}`}
          dots={seen.map(({ one, isDoubtful, excluded }) => ({
            id: one.id,
            value: measureOf(one),
            isDoubtful,
            isExcluded: excluded !== null,
          }))}
        />
      </div>
      {children}
      <SeenList rows={rows} />
    </li>
  );
}

function Group({
  title,
  note,
  empty,
  children,
}: {
  title: string;
  note: string;
  empty: string;
  children: ReactNode[];
}) {
  return (
    <Card className="p-5" aria-label={title}>
      <h2>{title}</h2>
      <p className="max-w-prose text-quiet">{note}</p>
      {children.length === 0 ? <p className="mt-2">{empty}</p> : <ul className="mt-2">{children}</ul>}
    </Card>
  );
}

const share = ({ mean, sd }: Belief) =>
  sd === 0 ? mean.toFixed(2) : `${mean.toFixed(2)} ± ${sd.toFixed(2)}`;
const amount = ({ mean, sd }: Belief) =>
  sd === 0 ? show('volume', mean) : `${show('volume', mean)} ± ${show('volume', sd)}`;
const pace = ({ mean, sd }: Belief) =>
  sd === 0 ? `× ${mean.toFixed(2)}` : `× ${mean.toFixed(2)} ± ${sd.toFixed(2)}`;

/** Writes what was learned of the pace into the shop's own yardsticks. */
function UsePace({ figure, shop }: { figure: PaceFigure; shop: ShopContext }) {
  const may = useMay('changeShop');
  const [change, { isLoading }] = upholder.useChangeShopMutation();
  const [problem, setProblem] = useState('');
  const { yardstick, belief } = figure;
  const factor = Math.round(belief.mean * 100) / 100;
  if (Math.abs(factor - 1) < 0.05) return null;
  async function take(): Promise<void> {
    const { settings, version, name, timeZone } = shop;
    const now = settings.yardsticks[yardstick] ?? YARDSTICKS[yardstick];
    const scaled = Object.fromEntries(
      Object.entries(now).map(([key, value]) => [
        key,
        key === 'setupMin' || key === 'cleanupMin' ? value : Math.round(value * factor * 100) / 100,
      ]),
    ) as typeof now;
    const outcome = await change({
      version,
      name,
      timeZone,
      settings: { ...settings, yardsticks: { ...settings.yardsticks, [yardstick]: scaled } },
    });
    setProblem('error' in outcome ? refusalOf(outcome.error).message : '');
  }
  return (
    <div className="mt-1 flex flex-wrap items-center gap-3">
      <Button disabled={!may || isLoading} onClick={() => void take()}>
        Use × {factor.toFixed(2)} as our yardstick
      </Button>
      {problem !== '' && <Notice kind="stop">{problem}</Notice>}
    </div>
  );
}

/** What the shop's own mixes and timed tasks taught: transfer, paint by the door, pace. */
export function LearnedScreen() {
  const { data: shop } = upholder.useShopQuery();
  const known = useSeen();
  if (!shop || !known) return <Skeleton />;
  const { seen, exclusions, pending } = known;
  const nameOf = (key: string) => shop.products.find((product) => product.key === key)?.sheet.name ?? key;
  const dayOf = (at: string) => dayWords(toMinute(at), shop.timeZone);
  return (
    <main className="flex flex-col gap-4 p-5 max-md:p-3">
      <h1>Learned figures</h1>
      {pending > 0 && (
        <Notice>
          {pending === 1 ? 'One job is' : `${pending} jobs are`} still being worked out. Open the page again
          in a moment.
        </Notice>
      )}
      <Group
        title="What reaches the pieces"
        note="Share of the paint leaving a tool that stays on a flat piece; what misses its edges is left out. It decides how much to buy and to mix."
        empty="No mix has taught anything yet. Mix at the bench, log the coat with that mix, and enter what was left over."
      >
        {transferFigures(seen, exclusions).map((figure) => (
          <Row
            key={`${figure.applicator} ${figure.gun} ${figure.productKey}`}
            name={
              <>
                {figure.gun === '' ? APPLICATOR_WORDS[figure.applicator] : figure.gun}
                <span className="block font-normal text-quiet">{nameOf(figure.productKey)}</span>
              </>
            }
            figure={figure}
            unit={share}
            measureOf={({ transfer }) => transfer}
            wordsOf={({ at, jobCode, pieces, usedMl, onPiecesMl }) =>
              `${dayOf(at)}, ${jobCode}: ${show('volume', usedMl)} left the tool, ${show('volume', onPiecesMl)} of it on ${plural(pieces, 'piece', 'pieces')} or past their edges`
            }
            from={['mix', 'mixes']}
          />
        ))}
      </Group>
      <Group
        title="Paint by the door"
        note="Paint for a side of one door equivalent and one coat. Used for counting by doors unless you enter a figure of your own."
        empty="No mix has taught anything yet."
      >
        {perSideFigures(seen, exclusions).map((figure) => (
          <Row
            key={figure.role}
            name={ROLE_WORDS[figure.role]}
            figure={figure}
            unit={amount}
            measureOf={({ perSideMl }) => perSideMl ?? 0}
            wordsOf={({ at, jobCode, pieces, productKey }) =>
              `${dayOf(at)}, ${jobCode}: ${nameOf(productKey)} on ${plural(pieces, 'piece', 'pieces')}`
            }
            from={['mix', 'mixes']}
          />
        ))}
      </Group>
      <Group
        title="Pace"
        note="How long work takes against the yardsticks: × 1.20 is a fifth longer. Press Start on the floor when you begin on the pieces, and log when they are done."
        empty="No task has been started on the floor yet; those that are only logged as done teach nothing about time."
      >
        {paceFigures(seen, exclusions).map((figure) => (
          <Row
            key={figure.yardstick}
            name={YARDSTICK_NAMES[figure.yardstick]}
            figure={figure}
            unit={pace}
            measureOf={({ tookMin, reckonedMin }) => tookMin / reckonedMin}
            wordsOf={({ at, jobCode, stepName, pieces, tookMin, reckonedMin }) =>
              `${dayOf(at)}, ${jobCode}: ${stepName}, ${plural(pieces, 'piece', 'pieces')}, ${formatDuration(Math.round(tookMin))} for ${formatDuration(Math.round(reckonedMin))}`
            }
            from={['task', 'tasks']}
          >
            <UsePace figure={figure} shop={shop} />
          </Row>
        ))}
      </Group>
    </main>
  );
}
