import { criticalChain, isPlanStale } from '@upholder/core/planning';
import { workIntervals } from '@upholder/core/shop';
import { useMemo, useState } from 'react';
import { upholder } from '../../api/upholder.ts';
import { useIsPhone } from '../../base/useIsNarrow.ts';
import { useNowMinute } from '../../base/useNow.ts';
import { finishedOf } from '../../job/finishedOf.ts';
import { RunsOutNotices } from '../../job/RunsOutNotices.tsx';
import { useCurrentDetail, useJobContext } from '../../job/useJobContext.ts';
import { Button, Card } from '../../parts/controls.tsx';
import { UndoButtons } from '../../parts/UndoButtons.tsx';
import { useFollowing } from '../../workers/useFollowing.ts';
import { ChartTools, type ChartView, ZOOMS } from './ChartTools.tsx';
import { Completion } from './Completion.tsx';
import { DayList } from './DayList.tsx';
import { DryingChart } from './DryingChart.tsx';
import { Legend } from './Legend.tsx';
import { PlanNotices } from './PlanNotices.tsx';
import { type Panel, PlanSide } from './PlanSide.tsx';
import { Refused } from './Refused.tsx';
import { usePlanning } from './usePlanning.ts';

/** The job on the calendar: who does what when and where, what dries where until when, and why everything waits. */
export function DaysScreen() {
  const { detail: served, shop, behind } = useJobContext();
  const detail = useCurrentDetail(served);
  const { data: others } = upholder.useOpenJobsQuery();
  const now = useNowMinute();
  const isPhone = useIsPhone();
  const planning = usePlanning(detail);
  const { isPlanning, problem, history, pin, take } = planning;
  const [selectedId, select] = useState<string | null>(null);
  const [view, setView] = useState<ChartView>({ by: 'place', zoom: 0, isChainShown: false });
  const [panel, setPanel] = useState<Panel>('today');
  const { following, moveTo, end: endFollowing } = useFollowing(detail, shop);
  const { plan } = detail;
  const open = useMemo(() => {
    const first = Math.min(now, ...(plan?.ops.map(({ start }) => start) ?? []));
    return workIntervals(
      shop.settings,
      shop.timeZone,
      first - 2 * 1440,
      Math.max(now, plan?.completion ?? now) + 14 * 1440,
    );
  }, [plan, shop.settings, shop.timeZone, now]);
  const isDone = finishedOf(detail) !== null;
  const isStale = plan !== null && isPlanStale(plan, detail.pieces, detail.steps, detail.job.room);
  const hasNews = plan !== null && detail.log.some(({ loggedAt }) => loggedAt > plan.madeAt);
  const chain = useMemo(
    () => new Set(view.isChainShown && plan ? criticalChain(plan.ops).map(({ opId }) => opId) : []),
    [view.isChainShown, plan],
  );
  const { openPx, closedPx } = ZOOMS[view.zoom] ?? { openPx: 74, closedPx: 12 };
  const side = (
    <PlanSide
      detail={detail}
      shop={shop}
      now={now}
      planning={planning}
      selectedId={selectedId}
      onSelect={select}
      panel={panel}
      onPanel={setPanel}
    />
  );
  async function planAgain(): Promise<void> {
    if (await planning.again()) select(null);
  }

  return (
    <main className="flex flex-col gap-3 p-5 max-md:p-2">
      <div className="flex flex-wrap items-center gap-3">
        <div className="basis-full">
          <Completion detail={detail} shop={shop} now={now} following={following} />
        </div>
        <div className="flex-1" />
        {plan && !isPhone && <ChartTools view={view} onView={(part) => setView({ ...view, ...part })} />}
        {(history.undoable ?? history.redoable) !== null && (
          <UndoButtons history={history} isBusy={isPlanning} />
        )}
        <Button
          kind={plan === null || isStale || (hasNews && !isDone) ? 'act' : 'plain'}
          disabled={isPlanning}
          onClick={() => void planAgain()}
        >
          {plan === null ? 'Plan the job' : 'Replan from now'}
        </Button>
      </div>
      {problem && (
        <Refused
          key={problem.message}
          message={problem.message}
          planOptions={problem.planOptions}
          detail={detail}
          shop={shop}
          onPlanOptions={(planOptions) => void take(planOptions)}
        />
      )}
      <RunsOutNotices details={others?.details} shop={shop} now={now} jobCode={detail.job.code} />
      <PlanNotices
        detail={detail}
        shop={shop}
        behind={behind}
        isStale={isStale}
        isHelpOpen={panel === 'help'}
        onHelp={() => {
          select(null);
          setPanel('help');
        }}
      />
      {plan === null && !problem && (
        <Card className="max-w-2xl p-6">
          <p>
            A plan puts every step for the {detail.pieces.length} pieces on the calendar: your hours, your
            booth, rail and rack, and drying times in your air. It explains every wait.
          </p>
        </Card>
      )}
      {plan && isPhone && (
        <>
          <DayList
            detail={detail}
            shop={shop}
            now={now}
            selectedId={selectedId}
            onSelect={select}
            chosen={side}
          />
          {selectedId === null && <Card className="p-3">{side}</Card>}
        </>
      )}
      {plan && !isPhone && (
        <div className="grid grid-cols-[minmax(0,1fr)_18.5rem] items-start gap-4 max-md:grid-cols-1">
          <div className="flex flex-col gap-2.5">
            <DryingChart
              detail={detail}
              shop={shop}
              open={open}
              now={now}
              openPx={openPx}
              closedPx={closedPx}
              by={view.by}
              selectedId={selectedId}
              chain={chain}
              onSelect={select}
              onMove={(id, minute) => {
                select(id);
                void pin(id, minute);
              }}
              following={following}
              onDrag={(id, minute) => (minute === null ? endFollowing() : moveTo(id, minute))}
            />
            <Legend />
          </div>
          <Card className="sticky top-3 max-h-[calc(100vh-1.5rem)] overflow-y-auto p-4" aria-live="polite">
            {side}
          </Card>
        </div>
      )}
    </main>
  );
}
