import type { JobDetail, ShopContext } from '@upholder/core/api';
import { type Improvement, improvementsFor, type PlanFacts, type PlanOptions } from '@upholder/core/planning';
import { formatDuration } from '@upholder/core/units';
import { useState } from 'react';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { whenWords } from '../../base/times.ts';
import { zoneSpecOf } from '../../job/zoneSpec.ts';
import { Button, Notice } from '../../parts/controls.tsx';
import { useImprovements } from '../../workers/usePlanner.ts';

/** At most two are looked at side by side. */
const SIDES = 2;

function won(minutes: number): string {
  if (minutes < 1440) return formatDuration(minutes);
  const days = Math.round((minutes / 1440) * 2) / 2;
  return `${days} ${days === 1 ? 'day' : 'days'}`;
}

/** The plan as it is beside one or two what-ifs, and what each comes to. */
function SideBySide({
  base,
  chosen,
  at,
}: {
  base: PlanFacts;
  chosen: readonly { title: string; facts: PlanFacts }[];
  at(minute: number): string;
}) {
  const columns = [{ title: 'As it is', facts: base }, ...chosen];
  const lines: [string, (facts: PlanFacts) => string][] = [
    ['handover', ({ completion }) => at(completion)],
    ['work', ({ labourMin }) => formatDuration(labourMin)],
    ['room in use', ({ roomMin }) => (roomMin === 0 ? '–' : formatDuration(roomMin))],
    ['loads', ({ loads }) => String(loads)],
    ['set-ups', ({ setups }) => String(setups)],
  ];
  return (
    <table className="mt-3 w-full text-note">
      <thead>
        <tr className="border-line border-b text-left align-bottom">
          <td />
          {columns.map(({ title }) => (
            <th key={title} className="py-1 pl-2 font-semibold leading-tight">
              {title}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {lines.map(([name, words]) => (
          <tr key={name} className="border-line border-b">
            <th className="py-1 text-left font-normal text-quiet">{name}</th>
            {columns.map(({ title, facts }, index) => {
              const isOther = index > 0 && words(facts) !== words(base);
              return (
                <td key={title} className={`pl-2 tabular-nums ${isOther ? 'font-bold' : ''}`}>
                  {words(facts)}
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Ways to finish sooner: each thing planned again beside the page, with what it wins and what it costs. */
export function Improvements({
  detail,
  shop,
  now,
  onDone,
}: {
  detail: JobDetail;
  shop: ShopContext;
  now: number;
  /** Plans again once something was changed. */
  onDone(planOptions: PlanOptions): Promise<void>;
}) {
  const { asked, facts, isRunning, problem, start, together } = useImprovements(detail, shop);
  const [both, setBoth] = useState<{ keys: string; facts: PlanFacts | null } | null>(null);
  const [chosen, choose] = useState<string[]>([]);
  const [said, setSaid] = useState<string | null>(null);
  const [changeShop] = upholder.useChangeShopMutation();
  const [changeZone] = upholder.useChangeZoneMutation();
  const { plan } = detail;
  if (!plan) return null;
  const base = facts[''] ?? null;
  const at = (minute: number) => whenWords(minute, now, shop.timeZone);
  const known = asked
    ? improvementsFor(asked)
        .flatMap((improvement) => {
          const found = facts[improvement.key];
          return found && base
            ? [{ improvement, facts: found, won: base.completion - found.completion }]
            : [];
        })
        .toSorted((a, b) => b.won - a.won)
    : [];
  const helpful = known.filter((one) => one.won > 0);
  const useless = known.filter((one) => one.won <= 0);
  async function apply({ change }: Improvement): Promise<void> {
    if (!change || !plan) return;
    if (change.kind === 'wish') return onDone({ ...plan.planOptions, ...change.planOptions });
    const outcome =
      change.kind === 'settings'
        ? await changeShop({
            version: shop.version,
            name: shop.name,
            timeZone: shop.timeZone,
            settings: change.settings,
          })
        : await changeZones(change);
    if (!outcome) return;
    if ('error' in outcome) return setSaid(refusalOf(outcome.error).message);
    setSaid(null);
    await onDone(plan.planOptions);
  }
  /** Another choice for some zones, one after the other; the answer for the last of them, or for the first that failed. */
  async function changeZones({ zoneIds, options }: Extract<Improvement['change'], { kind: 'options' }>) {
    let outcome: Awaited<ReturnType<typeof changeZone>> | null = null;
    for (const zone of detail.zones) {
      if (!zone.options || !zoneIds.includes(zone.id)) continue;
      outcome = await changeZone({
        id: zone.id,
        jobId: detail.job.id,
        version: zone.version,
        spec: { ...zoneSpecOf(zone), options: { ...zone.options, ...options } },
      });
      if ('error' in outcome) return outcome;
    }
    return outcome;
  }
  return (
    <section aria-label="Ways to finish sooner" className="flex flex-col gap-2">
      <Button disabled={isRunning} onClick={() => void start()}>
        {isRunning ? `Replanning each, ${known.length} done` : base ? 'Work it out again' : 'Work it out'}
      </Button>
      {problem && <Notice kind="stop">{problem}</Notice>}
      {said && <Notice kind="stop">{said}</Notice>}
      {!base && !isRunning && (
        <p className="text-quiet leading-snug">
          Replans the job with one more rail, Saturday mornings, another pair of hands and more, one by one,
          and shows what each saves.
        </p>
      )}
      {base && !isRunning && helpful.length === 0 && (
        <p className="leading-snug">None of these finish the job sooner.</p>
      )}
      <ul>
        {helpful.map(({ improvement, facts: found, won: minutes }) => (
          <li key={improvement.key} className="border-line border-t py-2 leading-snug">
            <label className="flex items-start gap-2">
              <input
                type="checkbox"
                className="mt-1 size-4.5 accent-(--act)"
                aria-label={`Compare ${improvement.title}`}
                checked={chosen.includes(improvement.key)}
                onChange={() =>
                  choose(
                    chosen.includes(improvement.key)
                      ? chosen.filter((key) => key !== improvement.key)
                      : [...chosen, improvement.key].slice(-SIDES),
                  )
                }
              />
              <span className="flex-1">
                <span className="font-semibold">{improvement.title}</span>:{' '}
                <span className="quantity">{won(minutes)} sooner</span>, {at(found.completion)}
                <span className="block text-note text-quiet">{improvement.cost}</span>
              </span>
            </label>
            {improvement.change && (
              <Button className="mt-1 ml-6" onClick={() => void apply(improvement)}>
                {improvement.change.kind === 'settings' ? 'We have it: replan with it' : 'Apply and replan'}
              </Button>
            )}
          </li>
        ))}
      </ul>
      {useless.length > 0 && (
        <p className="text-note text-quiet leading-snug">
          No effect: {useless.map(({ improvement }) => improvement.title).join(', ')}.
        </p>
      )}
      {base && chosen.length > 0 && (
        <SideBySide
          base={base}
          chosen={[
            ...known
              .filter(({ improvement }) => chosen.includes(improvement.key))
              .map(({ improvement, facts: found }) => ({ title: improvement.title, facts: found })),
            ...(both?.facts && both.keys === chosen.join() ? [{ title: 'Both', facts: both.facts }] : []),
          ]}
          at={at}
        />
      )}
      {base && !isRunning && chosen.length === SIDES && both?.keys !== chosen.join() && (
        <Button
          onClick={() => {
            const keys = chosen.join();
            setBoth({ keys, facts: null });
            void together(chosen).then((found) => setBoth({ keys, facts: found }));
          }}
        >
          Both together
        </Button>
      )}
    </section>
  );
}
