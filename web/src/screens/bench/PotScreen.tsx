import { type PotRecord, potClock, potState, pouredOf, recipeWords } from '@upholder/core/mixing';
import { formatDuration, formatMoney, parseVolumeMl } from '@upholder/core/units';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { upholder } from '../../api/upholder.ts';
import { usePots } from '../../api/usePots.ts';
import { useApp } from '../../app/store.ts';
import { useServerDate } from '../../app/useNow.ts';
import { Button, Field, Notice, Skeleton, TextInput } from '../../parts/controls.tsx';
import { PourPanel } from './PourPanel.tsx';
import { ViscosityPanel } from './ViscosityPanel.tsx';

const CLEAN_UP = {
  water: [
    'Empty the cup back into its own pot, never into a fresh tin.',
    'Flush with warm water until it runs clear, then strip tip, needle and cup, and dry them.',
  ],
  'mineral-spirit': [
    'Flush with mineral spirit until clear; strip, wipe, dry.',
    'Rags heat themselves: into the lidded metal can with water, within the hour.',
  ],
  alcohol: [
    'Flush with denatured alcohol before it dries in the gun; disposable tools are quicker.',
    'No flame; rags into the lidded metal can.',
  ],
  lacquer: [
    'Flush with lacquer thinner in the booth, fan on; strip, wipe, dry.',
    'No flame; rags into the lidded metal can.',
  ],
} as const;

/** What the pot was laid on with so far. */
function Coated({ potId }: { potId: string }) {
  const { data } = upholder.usePotCoatsQuery(potId);
  if (!data || data.coats.length === 0) return null;
  return (
    <p className="text-lg">
      <span className="text-quiet">Coated: </span>
      {data.coats.map(({ jobId, jobCode, stepName, side, pieces, doneAt }) => (
        <Link
          key={`${jobId} ${stepName} ${side} ${doneAt}`}
          to={`/jobs/${jobId}/log`}
          className="mr-4 font-semibold text-act underline underline-offset-2"
        >
          {jobCode}, {stepName}
          {side === 'all' ? '' : `, ${side}`}, {pieces} {pieces === 1 ? 'piece' : 'pieces'}
        </Link>
      ))}
    </p>
  );
}

/** One pot: pours, viscosity, its clock, and what became of it. */
export function PotScreen() {
  const { potId } = useParams();
  const { data: shop } = upholder.useShopQuery();
  const { pots, change } = usePots();
  const refused = useApp(({ potBox }) => potBox.refused[potId ?? '']);
  const unsent = useApp(({ potBox }) => potBox.unsent[potId ?? '']);
  const now = useServerDate(1000);
  const [left, setLeft] = useState('');
  const [problem, setProblem] = useState<string | undefined>();
  if (!shop || !pots) return <Skeleton />;
  const pot = pots.find(({ id }) => id === potId);
  const sheet = shop.products.find(({ key }) => key === pot?.productKey)?.sheet;
  if (!pot || !sheet)
    return (
      <main className="p-5">
        <Notice action={<Link to="/bench">To the bench</Link>}>This pot is not on the bench.</Notice>
      </main>
    );
  const state = potState(pouredOf(pot), sheet);
  const clock = potClock(pot, sheet, shop.planningClimate.airC, now.getTime());
  const joined = pots.filter(({ id }) => pot.pours.some(({ fromPotId }) => fromPotId === id));
  function finish(current: PotRecord): void {
    const read = left.trim() === '' ? { ok: true as const, value: 0 } : parseVolumeMl(left);
    const wrong = !read.ok
      ? read.message
      : read.value > state.mixMl
        ? 'More is left than was ever in it.'
        : undefined;
    setProblem(wrong);
    if (read.ok && wrong === undefined)
      change({ ...current, emptiedAt: now.toISOString(), leftMl: read.value });
  }
  return (
    <main className="flex flex-col gap-4 p-5">
      <div className="flex flex-wrap items-start gap-4">
        <div className="min-w-0 flex-1">
          <h1 className="text-[2rem]">{sheet.name}</h1>
          <p className="text-lg text-quiet">
            {pot.purpose || 'free pot'} · {recipeWords(sheet, pot.recipe)}
            {pot.batch && ` · batch ${pot.batch}`} · {pot.madeBy}
            {unsent && ' · kept here until the server answers'}
          </p>
        </div>
        {clock && (
          <p
            role="timer"
            className={`text-right text-[2.2rem] leading-tight ${clock.phase === 'over' ? 'font-bold text-stop' : clock.phase === 'short' ? 'font-bold' : ''}`}
          >
            {clock.phase === 'over' ? 'Do not use' : formatDuration((clock.until - now.getTime()) / 60_000)}
            <span className="block text-base text-quiet">
              {clock.phase === 'over' ? 'past its life' : `left of ${formatDuration(clock.lifeMin)}`}
            </span>
          </p>
        )}
        <Link
          to={`/bench/${pot.id}/label`}
          className="min-h-14 px-2 font-semibold text-act text-lg leading-[3.5rem] underline underline-offset-2"
        >
          Label
        </Link>
        <Link
          to="/bench"
          className="min-h-14 px-2 font-semibold text-act text-lg leading-[3.5rem] underline underline-offset-2"
        >
          All pots
        </Link>
      </div>
      <Coated potId={pot.id} />
      {joined.length > 0 && (
        <p className="text-lg">
          <span className="text-quiet">With what was left of: </span>
          {joined.map((one) => (
            <Link
              key={one.id}
              to={`/bench/${one.id}`}
              className="mr-4 font-semibold text-act underline underline-offset-2"
            >
              {one.startedAt.slice(0, 10)}
              {one.batch && `, batch ${one.batch}`}
            </Link>
          ))}
        </p>
      )}
      {refused && <Notice kind="stop">{refused}</Notice>}
      {pot.overrideReason && <Notice kind="stop">Past the sheet: {pot.overrideReason}</Notice>}
      {clock?.phase === 'short' && (
        <Notice kind="act">Three quarters of its life are gone: lay it on or throw it out.</Notice>
      )}
      {pot.emptiedAt ? (
        <Notice>
          Emptied; {Math.round(pot.leftMl ?? 0)} mL were left of {Math.round(state.mixMl)} mL.
        </Notice>
      ) : (
        <div className="grid grid-cols-[minmax(0,1.35fr)_minmax(0,1fr)] items-start gap-4">
          <div className="flex flex-col gap-4">
            <PourPanel pot={pot} sheet={sheet} now={now} onChange={change} />
            <section aria-label="What it is" className="bg-sheet p-5">
              <dl className="grid grid-cols-4 gap-3 text-quiet">
                <div>
                  <dd className="quantity text-[2.2rem] text-ink leading-tight">{Math.round(state.mixMl)}</dd>
                  <dt>mL in it</dt>
                </div>
                <div>
                  <dd className="quantity text-[2.2rem] text-ink leading-tight">
                    {(state.fraction * 100).toFixed(1)}
                  </dd>
                  <dt>% on paint</dt>
                </div>
                <div>
                  <dd className="quantity text-[2.2rem] text-ink leading-tight">
                    {state.vocGL === null ? '–' : Math.round(state.vocGL)}
                  </dd>
                  <dt>g/L VOC</dt>
                </div>
                <div>
                  <dd className="quantity text-[2.2rem] text-ink leading-tight">
                    {state.cost === null ? '–' : formatMoney(state.cost, shop.settings.currency)}
                  </dd>
                  <dt>of paint</dt>
                </div>
              </dl>
              {sheet.cautions.map((caution) => (
                <p key={caution} className="mt-2 border-stop border-l-4 pl-3">
                  {caution}
                </p>
              ))}
              <p className="mt-2 text-[0.85rem] text-quiet">
                Follow the product’s safety data sheet, local codes and licensed practice; VOC by the local
                rule.
              </p>
              <div className="mt-4 flex flex-wrap items-end gap-3 border-line border-t pt-4">
                <Field label="Left in it" error={problem} className="w-52">
                  {(ids) => (
                    <TextInput
                      {...ids}
                      className="min-h-14 text-[2.2rem]"
                      placeholder="0 mL"
                      value={left}
                      onChange={({ target }) => setLeft(target.value)}
                    />
                  )}
                </Field>
                <Button posture="floor" disabled={state.mixMl === 0} onClick={() => finish(pot)}>
                  Pot is emptied
                </Button>
              </div>
              <ul className="mt-3 text-quiet">
                <li>
                  {sheet.hardener
                    ? 'With hardener in it: never left in the gun, never poured back, never joined with another pot.'
                    : sheet.base === 'water'
                      ? 'May rest some hours in a sealed gun or lined cup where the sheet allows; wipe and cover the tip.'
                      : 'Does not rest in the gun: it dries or thickens there.'}
                </li>
                {CLEAN_UP[sheet.base].map((line) => (
                  <li key={line}>{line}</li>
                ))}
                <li>Nothing down the drain: dried filters and leftovers go to the local collection.</li>
              </ul>
            </section>
          </div>
          <ViscosityPanel pot={pot} sheet={sheet} now={now} onChange={change} />
        </div>
      )}
    </main>
  );
}
