import type { ShopContext } from '@upholder/core/api';
import { APPLICATOR_WORDS } from '@upholder/core/catalogue';
import { CAUSE_WORDS, type Cause, casesOf, experienceOf } from '@upholder/core/causes';
import { DEFECT_TRAITS } from '@upholder/core/inspection';
import { type Dimension, type Lesson, lessonsOf } from '@upholder/core/lessons';
import { toMinute } from '@upholder/core/shop';
import { FINISHING_SYSTEMS } from '@upholder/core/systems';
import { startTransition, useEffect, useMemo, useOptimistic, useState } from 'react';
import { Link } from 'react-router';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { useMay } from '../../api/useMay.ts';
import { whenWords } from '../../base/times.ts';
import { useNowMinute } from '../../base/useNow.ts';
import { show } from '../../base/voice.ts';
import { Card, Notice, Skeleton } from '../../parts/controls.tsx';
import { SideScroll } from '../../parts/SideScroll.tsx';
import { RateBar } from './RateBar.tsx';

const DIMENSION_WORDS: Record<Dimension, { title: string; unit: string }> = {
  product: { title: 'By product', unit: 'coats on pieces' },
  system: { title: 'By system', unit: 'pieces' },
  interval: { title: 'By time since the coat below', unit: 'coats on pieces' },
  climate: { title: 'By air at the coat', unit: 'coats on pieces' },
  applicator: { title: 'By applicator', unit: 'coats on pieces' },
};

const INTERVAL_WORDS: Record<string, string> = {
  first: 'first film',
  within: 'within its window',
  early: 'earlier than sheet and air asked',
  late: 'after the window, not sanded',
  'late-scuffed': 'after the window, sanded first',
};

function climateWords(key: string): string {
  const words: Record<string, string> = {
    normal: `${show('temperature', 15)} to ${show('temperature', 25)}, at most 65 %`,
    cold: `below ${show('temperature', 15)}`,
    warm: `above ${show('temperature', 25)}`,
    damp: 'above 65 % humidity',
    unknown: 'air not logged',
  };
  return words[key] ?? key;
}

function keyWords(dimension: Dimension, key: string, shop: ShopContext): string {
  switch (dimension) {
    case 'product':
      return shop.products.find((product) => product.key === key)?.sheet.name ?? key;
    case 'system': {
      const system = FINISHING_SYSTEMS[key as keyof typeof FINISHING_SYSTEMS];
      return system ? `${key}, ${system.name}` : key;
    }
    case 'interval':
      return INTERVAL_WORDS[key] ?? key;
    case 'climate':
      return climateWords(key);
    case 'applicator':
      return APPLICATOR_WORDS[key as keyof typeof APPLICATOR_WORDS] ?? key;
  }
}

/** One way of comparing: a row for each class, with what went wrong at work and after the handover. */
function Comparison({
  dimension,
  lessons,
  shop,
}: {
  dimension: Dimension;
  lessons: readonly Lesson[];
  shop: ShopContext;
}) {
  const { title, unit } = DIMENSION_WORDS[dimension];
  return (
    <section className="mt-5 break-inside-avoid">
      <SideScroll label={`${title}, piece by piece`}>
        <table className="w-full table-fixed">
          <caption className="pb-1 text-left">
            <span className="font-bold">{title}</span> <span className="text-note text-quiet">{unit}</span>
          </caption>
          <thead>
            <tr className="border-ink border-b-[1.5px] text-left text-small">
              <th scope="col" className="w-2/5 py-1 pr-4">
                <span className="sr-only">{title}</span>
              </th>
              <th scope="col" className="py-1 pr-4">
                Repaired or accepted at work
              </th>
              <th scope="col" className="py-1">
                Called back
              </th>
            </tr>
          </thead>
          <tbody>
            {lessons.map(({ key, atWork, calledBack, standsOut }) => (
              <tr key={key} className="border-line border-t align-bottom">
                <th scope="row" className="py-1.5 pr-4 text-left font-semibold leading-snug">
                  {keyWords(dimension, key, shop)}
                </th>
                <td className="py-1.5 pr-4">
                  <RateBar rate={atWork} standsOut={standsOut.atWork} />
                </td>
                <td className="py-1.5">
                  <RateBar rate={calledBack} standsOut={standsOut.calledBack} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </SideScroll>
    </section>
  );
}

/** Causes that were confirmed, and whether they weigh on ranking and rules. */
function Causes({ shop }: { shop: ShopContext }) {
  const { data } = upholder.useConfirmedCausesQuery();
  const [save] = upholder.useChangeShopMutation();
  const mayChange = useMay('changeShop');
  const [problem, setProblem] = useState('');
  // What was just chosen shows at once.
  const [isWeighed, show] = useOptimistic(shop.settings.learnsFromFindings);
  const experience = experienceOf(data?.confirmed ?? []);
  const causes = (Object.keys(experience) as Cause[]).sort(
    (a, b) => casesOf(experience, [b]) - casesOf(experience, [a]),
  );
  function weigh(learnsFromFindings: boolean): void {
    startTransition(async () => {
      show(learnsFromFindings);
      const { name, timeZone, version, settings } = shop;
      const outcome = await save({ name, timeZone, version, settings: { ...settings, learnsFromFindings } });
      setProblem('error' in outcome ? refusalOf(outcome.error).message : '');
    });
  }
  return (
    <Card className="p-5" aria-label="Confirmed causes">
      <h2>Causes we confirmed</h2>
      {causes.length === 0 ? (
        <p className="mt-1 text-quiet">
          None yet. Choose the cause when you decide about a finding under Inspection, and it counts here.
        </p>
      ) : (
        <ul className="mt-2">
          {causes.map((cause) => (
            <li key={cause} className="flex items-baseline gap-3 border-line border-t py-1.5">
              <span className="flex-1">{CAUSE_WORDS[cause]}</span>
              <span className="quantity">
                {experience[cause]} {experience[cause] === 1 ? 'case' : 'cases'}
              </span>
            </li>
          ))}
        </ul>
      )}
      <label className="mt-3 flex press-h-12 items-center gap-3 leading-snug">
        <input
          type="checkbox"
          className="size-6 shrink-0 accent-(--act)"
          checked={isWeighed}
          disabled={!mayChange}
          onChange={({ target }) => weigh(target.checked)}
        />
        Let them weigh on the ranking of systems and on the sequence check
      </label>
      <p className="mt-1 text-note text-quiet leading-snug">
        Systems gain or lose up to 20 points, more with every case; each term says so. From two cases on,
        advice becomes a warning; from four, a warning becomes a stop. The reason stands beside it.
      </p>
      {problem && <Notice kind="stop">{problem}</Notice>}
    </Card>
  );
}

/** What came back, with its cause where one is confirmed. */
function CallBacks({ shop }: { shop: ShopContext }) {
  const { data } = upholder.useLessonsQuery();
  const now = useNowMinute();
  return (
    <Card className="p-5" aria-label="Call-backs">
      <h2>Call-backs</h2>
      {data?.callBacks.length === 0 && <p className="mt-1 text-quiet">None yet.</p>}
      <ul className="mt-2">
        {data?.callBacks.map(({ id, jobId, jobCode, client, at, words, isEnded, findings }) => (
          <li key={id} className="border-line border-t py-2 leading-snug">
            <Link to={`/jobs/${jobId}/handover`} className="flex flex-wrap items-baseline gap-x-3">
              <span className="tape shrink-0 whitespace-nowrap text-note">{jobCode}</span>
              <span className="font-semibold text-act underline underline-offset-2">
                {client || 'No client'}
              </span>
              <span className="text-note text-quiet">
                {whenWords(toMinute(at), now, shop.timeZone)}, {isEnded ? 'ended' : 'open'}
              </span>
            </Link>
            {words && <p className="italic">“{words}”</p>}
            {findings.map((finding) => (
              <Link
                key={finding.id}
                to={`/jobs/${jobId}/inspection?finding=${finding.id}`}
                className="block text-act underline underline-offset-2"
              >
                {finding.tag}: {DEFECT_TRAITS[finding.defect].name},{' '}
                {finding.cause ? CAUSE_WORDS[finding.cause] : 'cause not confirmed yet'}
              </Link>
            ))}
          </li>
        ))}
      </ul>
    </Card>
  );
}

/** What the work of the shop taught it: how often what went wrong, what came back, and why. */
export function LessonsScreen() {
  const { data: shop } = upholder.useShopQuery();
  const { data, error, refetch } = upholder.useLessonsQuery();
  // Jobs that are new or changed are worked out a few at a time.
  const pending = data?.pending ?? 0;
  useEffect(() => {
    if (pending > 0) void refetch();
  }, [pending, refetch]);
  const lessons = useMemo(() => lessonsOf(data?.tallies ?? []), [data]);
  if (error)
    return (
      <main className="p-5">
        <Notice kind="stop">{refusalOf(error).message}</Notice>
      </main>
    );
  if (!data || !shop) return <Skeleton />;
  return (
    <main className="grid grid-cols-[minmax(0,1fr)_minmax(20rem,26rem)] items-start gap-4 p-5 max-lg:grid-cols-1 max-md:p-3">
      <Card className="p-5">
        <h1 className="text-head">What our work taught us</h1>
        <p className="mt-1 max-w-prose text-quiet leading-snug">
          Counts come first. The bar is where the true share lies with 95 % certainty (Wilson); the scale ends
          at one half. Where few coats are logged, the page says so and nothing is concluded.
        </p>
        {pending > 0 && (
          <p role="status" className="mt-2 font-semibold">
            {pending} {pending === 1 ? 'job is' : 'jobs are'} still being counted.
          </p>
        )}
        {lessons.size === 0 && <p className="mt-4">No coat is logged yet.</p>}
        {[...lessons].map(([dimension, list]) => (
          <Comparison key={dimension} dimension={dimension} lessons={list} shop={shop} />
        ))}
      </Card>
      <div className="flex flex-col gap-4">
        <CallBacks shop={shop} />
        <Causes shop={shop} />
      </div>
    </main>
  );
}
