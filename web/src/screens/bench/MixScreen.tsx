import { cautionWords, isSprayed } from '@upholder/core/catalogue';
import { type MixRecord, mixClock, mixState, pouredOf, recipeWords } from '@upholder/core/mixing';
import { toMinute } from '@upholder/core/shop';
import { formatDuration } from '@upholder/core/units';
import { useState } from 'react';
import { Link } from 'react-router';
import { useApp } from '../../api/store.ts';
import { waitingMix } from '../../api/sync/queueSlice.ts';
import { upholder } from '../../api/upholder.ts';
import { dayWords } from '../../base/times.ts';
import { useServerDate } from '../../base/useNow.ts';
import { money, show } from '../../base/voice.ts';
import { useMixOfAddress } from '../../job/useMixClocks.ts';
import { Notice, Skeleton } from '../../parts/controls.tsx';
import { UnitsSwitch, Volume } from './Amount.tsx';
import { EmptyMix } from './EmptyMix.tsx';
import { PourPanel } from './PourPanel.tsx';
import { ViscosityPanel } from './ViscosityPanel.tsx';

const LEFT_WORDS: Record<MixRecord['leftTo'], string> = {
  'closed container': 'in a closed container',
  'back into the tin': 'back into the tin',
  waste: 'to waste',
};

/** What the mix was laid on with so far. */
function Coated({ mixId }: { mixId: string }) {
  const { data } = upholder.useMixCoatsQuery(mixId);
  if (!data || data.coats.length === 0) return null;
  return (
    <p className="text-lead">
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

/** One mix: pours, viscosity, its clock, and what became of it. */
export function MixScreen() {
  const known = useMixOfAddress();
  const id = known?.found?.mix.id ?? '';
  const waiting = useApp(({ queue }) => waitingMix(queue.envelopes, id));
  const [problem, setProblem] = useState('');
  const now = useServerDate(1000);
  if (!known) return <Skeleton />;
  if (!known.found)
    return (
      <main className="p-5">
        <Notice action={<Link to="/bench">To the bench</Link>}>This mix is not on the bench.</Notice>
      </main>
    );
  const { shop, mixes } = known;
  async function change(mix: MixRecord): Promise<boolean> {
    const outcome = await known?.change(mix);
    if (!outcome) return false;
    setProblem(outcome.ok ? '' : outcome.message);
    return outcome.ok;
  }
  const { mix, sheet } = known.found;
  const product = shop.products.find(({ key }) => key === mix.productKey);
  const state = mixState(pouredOf(mix), sheet);
  const clock = mixClock(mix, sheet, shop.planningClimate.airC, now.getTime());
  const joined = mixes.filter((one) => mix.pours.some(({ fromMixId }) => fromMixId === one.id));
  return (
    <main className="flex flex-col gap-4 p-5">
      <div className="flex flex-wrap items-start gap-4">
        <div className="min-w-0 flex-1">
          <h1 className="text-arm">{sheet.name}</h1>
          <p className="text-lead text-quiet">
            {mix.purpose || 'unassigned mix'} · {recipeWords(sheet, mix.recipe)}
            {mix.batch && ` · batch ${mix.batch}`} · {mix.madeBy}
            {waiting && ' · saved here until synced'}
          </p>
        </div>
        {clock && (
          <p
            role="timer"
            className={`text-right text-arm leading-tight ${clock.phase === 'over' ? 'font-bold text-stop' : clock.phase === 'short' ? 'font-bold' : ''}`}
          >
            {clock.phase === 'over' ? 'Do not use' : formatDuration((clock.until - now.getTime()) / 60_000)}
            <span className="block text-body text-quiet">
              {clock.phase === 'over' ? 'past its life' : `left of ${formatDuration(clock.lifeMin)}`}
            </span>
          </p>
        )}
        <UnitsSwitch />
        {isSprayed(mix.applicator) && (
          <Link
            to={`/spray?${new URLSearchParams({ product: mix.productKey, ...(mix.jobId && { job: mix.jobId }) })}`}
            className="min-h-14 px-2 font-semibold text-act text-lead leading-[3.5rem] underline underline-offset-2"
          >
            Spray
          </Link>
        )}
        <Link
          to={`/bench/${mix.id}/label`}
          className="min-h-14 px-2 font-semibold text-act text-lead leading-[3.5rem] underline underline-offset-2"
        >
          Label
        </Link>
        <Link
          to="/bench"
          className="min-h-14 px-2 font-semibold text-act text-lead leading-[3.5rem] underline underline-offset-2"
        >
          All mixes
        </Link>
      </div>
      <Coated mixId={mix.id} />
      {joined.length > 0 && (
        <p className="text-lead">
          <span className="text-quiet">With what was left of: </span>
          {joined.map((one) => (
            <Link
              key={one.id}
              to={`/bench/${one.id}`}
              className="mr-4 font-semibold text-act underline underline-offset-2"
            >
              {dayWords(toMinute(one.startedAt), shop.timeZone)}
              {one.batch && `, batch ${one.batch}`}
            </Link>
          ))}
        </p>
      )}
      {problem !== '' && <Notice kind="stop">{problem}</Notice>}
      {mix.overrideReason && <Notice kind="stop">Outside data-sheet limits: {mix.overrideReason}</Notice>}
      {clock?.phase === 'short' && (
        <Notice kind="act">A quarter of the pot life is left: use it or discard it.</Notice>
      )}
      {mix.emptiedAt ? (
        <Notice>
          Emptied with {show('volume', mix.leftMl ?? 0)} of {show('volume', state.mixMl)} left
          {mix.leftMl ? `: ${LEFT_WORDS[mix.leftTo]}` : ''}.
        </Notice>
      ) : (
        <div className="grid grid-cols-[minmax(0,1.35fr)_minmax(0,1fr)] items-start gap-4 max-md:grid-cols-1">
          <div className="flex flex-col gap-4">
            <PourPanel mix={mix} sheet={sheet} now={now} onChange={change} />
            <section aria-label="In this mix" className="bg-sheet p-5">
              <dl className="grid grid-cols-[1.5fr_1fr_1fr_1fr] gap-3 text-quiet max-md:grid-cols-2">
                <div>
                  <dd className="text-arm text-ink leading-tight">
                    <Volume ml={state.mixMl} />
                  </dd>
                  <dt>in it</dt>
                </div>
                <div>
                  <dd className="quantity text-arm text-ink leading-tight">
                    {(state.fraction * 100).toFixed(1)}
                  </dd>
                  <dt>% on paint</dt>
                </div>
                <div>
                  <dd className="quantity text-arm text-ink leading-tight">
                    {state.vocGL === null ? '–' : Math.round(state.vocGL)}
                  </dd>
                  <dt>g/L VOC</dt>
                </div>
                <div>
                  <dd className="quantity text-arm text-ink leading-tight">
                    {state.cost === null ? '–' : money(state.cost)}
                  </dd>
                  <dt>of paint</dt>
                </div>
              </dl>
              {sheet.cautions.map((caution) => (
                <p key={caution} className="mt-2 border-stop border-l-4 pl-3">
                  {cautionWords(caution)}
                </p>
              ))}
              <p className="mt-2 text-small text-quiet">
                Follow the product’s safety data sheet, local codes and licensed practice; VOC by the local
                rule.
              </p>
            </section>
            {product && (
              <EmptyMix mix={mix} product={product} mixMl={state.mixMl} now={now} onChange={change} />
            )}
          </div>
          <ViscosityPanel mix={mix} sheet={sheet} items={shop.benchItems} now={now} onChange={change} />
        </div>
      )}
    </main>
  );
}
