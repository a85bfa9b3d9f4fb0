import type { ClientView } from '@upholder/core/api';
import { toMinute } from '@upholder/core/shop';
import { useEffect } from 'react';
import { useLocation } from 'react-router';
import { people } from '../../api/people.ts';
import { refusalOf } from '../../api/upholder.ts';
import { clockWords, dateWords, dayWords } from '../../base/times.ts';
import { Card, Notice, Skeleton } from '../../parts/controls.tsx';

const STAGE_WORDS = {
  prepared: 'Cleaned and sanded',
  primed: 'Primed',
  coated: 'Final coat on',
  refitted: 'Refitted',
} as const;

function Zone({ name, pieces, stages }: ClientView['zones'][number]) {
  return (
    <section className="border-line border-t pt-4">
      <h3 className="flex items-baseline justify-between gap-3">
        {name}
        <span className="font-normal text-note text-quiet">
          {pieces} {pieces === 1 ? 'piece' : 'pieces'}
        </span>
      </h3>
      <dl className="mt-2 grid grid-cols-[max-content_1fr_max-content] items-center gap-x-3 gap-y-2">
        {stages.map(({ stage, pieces: done }) => (
          <div key={stage} className="contents">
            <dt>{STAGE_WORDS[stage]}</dt>
            <dd className="h-2.5 bg-closed" aria-hidden="true">
              <div
                className="h-full bg-ink"
                style={{ width: `${pieces === 0 ? 0 : (done / pieces) * 100}%` }}
              />
            </dd>
            <dd className="quantity text-right">
              {done} of {pieces}
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

function Dates({ view }: { view: ClientView }) {
  const { completion, timeZone } = view;
  const done = completion === null ? null : toMinute(completion);
  return (
    <dl className="grid grid-cols-2 gap-4 max-md:grid-cols-1">
      <div>
        <dt className="label">Work starts</dt>
        <dd className="text-head">{dateWords(view.startOn)}</dd>
      </div>
      <div>
        <dt className="label">{view.isHandedOver ? 'Handed over' : 'Planned completion'}</dt>
        <dd className="text-head">
          {view.isHandedOver
            ? 'Done'
            : done === null
              ? 'Not planned yet'
              : `${dayWords(done, timeZone)}, ${clockWords(done, timeZone)}`}
        </dd>
        {!view.isHandedOver && done !== null && (
          <dd className="text-quiet">Drying depends on the weather, so this may still move.</dd>
        )}
      </div>
    </dl>
  );
}

/** What a client sees of their job: how far it is, when it is done, how to care for it. */
export function ClientScreen() {
  const { hash } = useLocation();
  const [read, { data: view, error }] = people.useReadClientLinkMutation();
  useEffect(() => {
    void read(decodeURIComponent(hash.slice(1)));
  }, [read, hash]);
  if (error)
    return (
      <main className="mx-auto max-w-2xl p-6">
        <Notice kind="stop">{refusalOf(error).message}</Notice>
      </main>
    );
  if (!view) return <Skeleton />;
  return (
    <main className="mx-auto flex w-full max-w-2xl flex-col gap-5 p-5 max-md:p-3">
      <header>
        <p className="text-quiet">{view.shopName}</p>
        <h1>{view.jobName}</h1>
      </header>
      <Card className="p-5">
        <Dates view={view} />
      </Card>
      <Card className="flex flex-col gap-4 p-5">
        <h2>Progress</h2>
        {view.zones.map((zone) => (
          <Zone key={zone.name} {...zone} />
        ))}
      </Card>
      {view.care.length > 0 && (
        <Card className="flex flex-col gap-4 p-5">
          <h2>Caring for the finish</h2>
          {view.care.map(({ zones, cureDays, lines }) => (
            <section key={zones.join()} className="border-line border-t pt-4">
              <h3>
                {zones.join(', ')}
                {cureDays !== null && (
                  <span className="font-normal text-quiet"> · fully hard after {cureDays} days</span>
                )}
              </h3>
              <ul className="mt-2 list-disc pl-5">
                {lines.map((line) => (
                  <li key={line} className="mt-1">
                    {line}
                  </li>
                ))}
              </ul>
            </section>
          ))}
          <p className="text-quiet">
            If the shop or the product sheet says something different, follow that.
          </p>
        </Card>
      )}
    </main>
  );
}
