import type { ShopContext } from '@upholder/core/api';
import { type MixRecord, mixClock, mixState, pouredOf, recipeWords } from '@upholder/core/mixing';
import { formatDuration } from '@upholder/core/units';
import { useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { upholder } from '../../api/upholder.ts';
import { useMixes } from '../../api/useMixes.ts';
import { useServerDate } from '../../base/useNow.ts';
import { RunsOutNotices } from '../../job/RunsOutNotices.tsx';
import { Notice, Skeleton } from '../../parts/controls.tsx';
import { SoundSwitch } from '../../parts/SoundSwitch.tsx';
import { UnitsSwitch, Volume } from './Amount.tsx';
import { KeptTools } from './KeptTools.tsx';
import { StartMix } from './StartMix.tsx';
import { ToMix } from './ToMix.tsx';

/** A mix in the list: what it is, how thin, how long it lives. */
function MixRow({ mix, shop, now }: { mix: MixRecord; shop: ShopContext; now: Date }) {
  const sheet = shop.products.find(({ key }) => key === mix.productKey)?.sheet;
  if (!sheet) return null;
  const state = mixState(pouredOf(mix), sheet);
  const clock = mixClock(mix, sheet, shop.planningClimate.airC, now.getTime());
  return (
    <Link
      to={`/bench/${mix.id}`}
      className={`flex min-h-16 items-center gap-4 border-l-[8px] px-4 py-2 hover:bg-raised ${mix.emptiedAt ? 'border-line text-quiet' : clock?.phase === 'over' ? 'border-stop' : clock?.phase === 'short' ? 'border-tape' : 'border-act'}`}
    >
      <span className="min-w-0 flex-1 leading-snug">
        <span className="block font-semibold text-lead">{sheet.name}</span>
        <span className="block text-quiet">
          {mix.purpose || 'unassigned mix'} · {recipeWords(sheet, mix.recipe)}
          {mix.batch && ` · batch ${mix.batch}`}
        </span>
      </span>
      <span className="text-right leading-snug">
        <span className="block text-lead">
          <Volume ml={state.mixMl} />
        </span>
        {mix.emptiedAt ? (
          <span>emptied</span>
        ) : clock ? (
          <span className={clock.phase === 'over' ? 'font-bold text-stop' : ''}>
            {clock.phase === 'over'
              ? 'do not use'
              : `${formatDuration((clock.until - now.getTime()) / 60_000)} left`}
          </span>
        ) : (
          <span className="text-quiet">no pot life</span>
        )}
      </span>
    </Link>
  );
}

/** The mixing bench: the mixes that stand on it, and a new one. */
export function BenchScreen() {
  const { data: shop } = upholder.useShopQuery();
  const { mixes, change } = useMixes();
  const floor = upholder.useFloorQuery();
  const now = useServerDate(1000);
  const navigate = useNavigate();
  const [problem, setProblem] = useState('');
  const [search] = useSearchParams();
  if (!shop || !mixes) return <Skeleton />;
  const open = mixes.filter(({ emptiedAt }) => emptiedAt === null);
  const gone = mixes.filter(({ emptiedAt }) => emptiedAt !== null).slice(0, 8);
  return (
    <main className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)] items-start gap-5 p-5 max-md:grid-cols-1 max-md:p-3">
      <section aria-label="Mixes" className="flex flex-col gap-2">
        <div className="flex flex-wrap items-center gap-2">
          <h1 className="flex-1 whitespace-nowrap">Mixing bench</h1>
          <UnitsSwitch />
          <SoundSwitch />
        </div>
        {problem !== '' && <Notice kind="stop">{problem}</Notice>}
        <RunsOutNotices details={floor.data?.details} shop={shop} now={Math.floor(now.getTime() / 60_000)} />
        {open.length === 0 && (
          <Notice>No mix on the bench. Start one here, or from the floor with “Mix this”.</Notice>
        )}
        <div className="bg-sheet">
          {open.map((mix) => (
            <MixRow key={mix.id} mix={mix} shop={shop} now={now} />
          ))}
        </div>
        {floor.data && <ToMix details={floor.data.details} shop={shop} />}
        <KeptTools shop={shop} now={now} />
        {gone.length > 0 && <h2 className="mt-3">Emptied</h2>}
        <div className="bg-sheet">
          {gone.map((mix) => (
            <MixRow key={mix.id} mix={mix} shop={shop} now={now} />
          ))}
        </div>
      </section>
      <StartMix
        key={search.toString()}
        shop={shop}
        mixes={mixes}
        onStart={(mix) => {
          void change(mix).then((outcome) => {
            if (outcome.ok) navigate(`/bench/${mix.id}`);
            else setProblem(outcome.message);
          });
        }}
      />
    </main>
  );
}
