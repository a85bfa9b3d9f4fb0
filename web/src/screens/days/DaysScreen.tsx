import type { Dossier, ShopContext } from '@upholder/core/api';
import { comparePlans, isPlanStale } from '@upholder/core/planning';
import { localDate, workIntervals } from '@upholder/core/shop';
import { useMemo, useState } from 'react';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { dateWords, dayWords, whenWords } from '../../app/times.ts';
import { useNowMinute } from '../../app/useNow.ts';
import { Button, Notice, Sheet } from '../../parts/controls.tsx';
import { useCurrentDossier, useJobContext } from '../useJobContext.ts';
import { DryingChart } from './DryingChart.tsx';
import { Legend } from './Legend.tsx';
import { MovesReport, type Replanned } from './MovesReport.tsx';
import { OpDetail } from './OpDetail.tsx';
import { Today } from './Today.tsx';

const ZOOMS = [
  { name: 'close', openPx: 74, closedPx: 12 },
  { name: 'wider', openPx: 38, closedPx: 7 },
  { name: 'whole', openPx: 13, closedPx: 2.4 },
];

function HandOver({ dossier, shop, now }: { dossier: Dossier; shop: ShopContext; now: number }) {
  const { plan, job } = dossier;
  if (!plan) return <h2>Not planned yet</h2>;
  const day = localDate(plan.handOver, shop.timeZone);
  const spare =
    job.neededBy === null ? null : Math.round((Date.parse(job.neededBy) - Date.parse(day)) / 86_400_000);
  return (
    <h2 className="text-lg">
      Hand-over {dayWords(plan.handOver, shop.timeZone)}{' '}
      <span className="quantity">{whenWords(plan.handOver, plan.handOver, shop.timeZone)}</span>
      {job.neededBy !== null && spare !== null && (
        <span className={`ml-3 font-semibold text-[0.95rem] ${spare < 0 ? 'text-stop' : 'text-quiet'}`}>
          needed by {dateWords(job.neededBy)}
          {spare < 0
            ? `: ${-spare} ${spare === -1 ? 'day' : 'days'} too late`
            : spare === 0
              ? ': just in time'
              : `: ${spare} ${spare === 1 ? 'day' : 'days'} to spare`}
        </span>
      )}
      <span className="ml-3 font-normal text-[0.85rem] text-quiet">
        planned {whenWords(Math.floor(Date.parse(plan.madeAt) / 60_000), now, shop.timeZone)} for{' '}
        {plan.climate.airC} °C, {Math.round(plan.climate.rhPct)} %
      </span>
    </h2>
  );
}

/** The job on the calendar: who does what when and where, what dries where until when, and why everything waits. */
export function DaysScreen() {
  const { dossier: served, shop } = useJobContext();
  const dossier = useCurrentDossier(served);
  const now = useNowMinute();
  const [makePlan, { isLoading }] = upholder.usePlanJobMutation();
  const [problem, setProblem] = useState<string | null>(null);
  const [selectedId, select] = useState<string | null>(null);
  const [replanned, setReplanned] = useState<Replanned | null>(null);
  const [zoom, setZoom] = useState(0);
  const { plan } = dossier;
  const open = useMemo(() => {
    const first = Math.min(now, ...(plan?.ops.map(({ start }) => start) ?? []));
    return workIntervals(
      shop.settings,
      shop.timeZone,
      first - 2 * 1440,
      Math.max(now, plan?.handOver ?? now) + 14 * 1440,
    );
  }, [plan, shop.settings, shop.timeZone, now]);
  const isStale = plan !== null && isPlanStale(plan, dossier.pieces, dossier.steps);
  const hasNews = plan !== null && dossier.log.some(({ loggedAt }) => loggedAt > plan.madeAt);
  const selected = plan?.ops.find(({ id }) => id === selectedId);
  const { openPx, closedPx } = ZOOMS[zoom] ?? { openPx: 74, closedPx: 12 };

  async function run(): Promise<void> {
    const outcome = await makePlan(dossier.job.id);
    if ('error' in outcome) {
      setProblem(refusalOf(outcome.error).message);
      return;
    }
    setProblem(null);
    select(null);
    const { before, plan: made } = outcome.data;
    setReplanned(before ? { before, plan: made, moves: comparePlans(before.ops, made.ops) } : null);
  }

  return (
    <main className="flex flex-col gap-3 p-5">
      <div className="flex flex-wrap items-center gap-3">
        <div className="flex-1">
          <HandOver dossier={dossier} shop={shop} now={now} />
        </div>
        {plan && (
          <div
            className="flex rounded-[3px] border-[1.5px] border-line"
            role="group"
            aria-label="How much to see"
          >
            {ZOOMS.map(({ name }, index) => (
              <button
                key={name}
                type="button"
                aria-pressed={zoom === index}
                onClick={() => setZoom(index)}
                className={`px-3 py-1 font-semibold ${zoom === index ? 'bg-ink text-sheet' : 'hover:bg-closed'}`}
              >
                {name}
              </button>
            ))}
          </div>
        )}
        <Button
          kind={plan === null || isStale || hasNews ? 'act' : 'plain'}
          disabled={isLoading}
          onClick={() => void run()}
        >
          {plan === null ? 'Plan the job' : 'Plan again from now'}
        </Button>
      </div>
      {problem && <Notice kind="stop">{problem}</Notice>}
      {isStale && (
        <Notice kind="act">
          Pieces or steps changed since this plan was made. Plan again to take them in.
        </Notice>
      )}
      {plan === null && !problem && (
        <Sheet className="max-w-2xl p-6">
          <p>
            A plan puts every step of the {dossier.pieces.length} pieces on the calendar: your hours, your
            booth, rail and rack, and each film’s clocks in your climate. It says why everything waits.
          </p>
        </Sheet>
      )}
      {plan && (
        <div className="grid grid-cols-[minmax(0,1fr)_18.5rem] items-start gap-4">
          <div className="flex flex-col gap-2.5">
            <DryingChart
              dossier={dossier}
              shop={shop}
              open={open}
              now={now}
              openPx={openPx}
              closedPx={closedPx}
              selectedId={selectedId}
              onSelect={select}
            />
            <Legend />
          </div>
          <Sheet className="sticky top-3 max-h-[calc(100vh-1.5rem)] overflow-y-auto p-4" aria-live="polite">
            {selected ? (
              <OpDetail op={selected} dossier={dossier} shop={shop} now={now} />
            ) : replanned ? (
              <MovesReport replanned={replanned} shop={shop} now={now} />
            ) : (
              <Today dossier={dossier} shop={shop} now={now} onSelect={select} />
            )}
          </Sheet>
        </div>
      )}
    </main>
  );
}
