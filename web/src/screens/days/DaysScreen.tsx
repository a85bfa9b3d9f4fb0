import {
  comparePlans,
  criticalChain,
  isPlanStale,
  PLAIN_WISH,
  type PlanRecipe,
  type Wish,
} from '@upholder/core/planning';
import { isPastDate, workIntervals } from '@upholder/core/shop';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { useHistory } from '../../base/useHistory.ts';
import { useNowMinute } from '../../base/useNow.ts';
import { finishedOf } from '../../job/finishedOf.ts';
import { useOpenStops } from '../../job/steps/useOpenStops.ts';
import { useCurrentDossier, useJobContext } from '../../job/useJobContext.ts';
import { ChoiceRow } from '../../parts/ChoiceRow.tsx';
import { Button, Notice, Select, Sheet } from '../../parts/controls.tsx';
import { Tabs } from '../../parts/Tabs.tsx';
import { UndoButtons } from '../../parts/UndoButtons.tsx';
import { useFollowing } from '../../workers/useFollowing.ts';
import { BehindNotice } from './BehindNotice.tsx';
import { BetterPlan } from './BetterPlan.tsx';
import { ROWS_BY, type RowsBy } from './chartRows.ts';
import { DryingChart } from './DryingChart.tsx';
import { HandOver } from './HandOver.tsx';
import { Legend } from './Legend.tsx';
import { MovesReport, type Replanned } from './MovesReport.tsx';
import { OpDetail } from './OpDetail.tsx';
import { Refused } from './Refused.tsx';
import { Reliefs } from './Reliefs.tsx';
import { Today } from './Today.tsx';

const ZOOMS = [
  { name: 'close', openPx: 74, closedPx: 12 },
  { name: 'wider', openPx: 38, closedPx: 7 },
  { name: 'whole', openPx: 13, closedPx: 2.4 },
  { name: 'month', openPx: 4.5, closedPx: 1.1 },
];

type Panel = 'today' | 'better' | 'help';
const PANELS: readonly [Panel, string][] = [
  ['today', 'Next'],
  ['better', 'How good'],
  ['help', 'What helps'],
];

/** The job on the calendar: who does what when and where, what dries where until when, and why everything waits. */
export function DaysScreen() {
  const { dossier: served, shop, behind } = useJobContext();
  const dossier = useCurrentDossier(served);
  const now = useNowMinute();
  const [makePlan, { isLoading }] = upholder.usePlanJobMutation();
  const [problem, setProblem] = useState<{ message: string; wish: Wish } | null>(null);
  const [selectedId, select] = useState<string | null>(null);
  const [replanned, setReplanned] = useState<Replanned | null>(null);
  const [zoom, setZoom] = useState(0);
  const [by, setBy] = useState<RowsBy>('place');
  const history = useHistory();
  const [panel, setPanel] = useState<Panel>('today');
  const [isChainShown, showChain] = useState(false);
  const { following, moveTo, end: endFollowing } = useFollowing(dossier, shop);
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
  const stops = useOpenStops(dossier, shop);
  const isDone = finishedOf(dossier) !== null;
  const isLate = plan !== null && !isDone && isPastDate(plan.handOver, dossier.job.neededBy, shop.timeZone);
  const isStale = plan !== null && isPlanStale(plan, dossier.pieces, dossier.steps);
  const hasNews = plan !== null && dossier.log.some(({ loggedAt }) => loggedAt > plan.madeAt);
  const chain = useMemo(
    () => new Set(isChainShown && plan ? criticalChain(plan.ops).map(({ opId }) => opId) : []),
    [isChainShown, plan],
  );
  const selected = plan?.ops.find(({ id }) => id === selectedId);
  const { openPx, closedPx } = ZOOMS[zoom] ?? { openPx: 74, closedPx: 12 };

  /** Plans from now; with a wish or a recipe where there is one, else as before. Says whether it came to something. */
  async function run(wish?: Wish, recipe?: PlanRecipe): Promise<boolean> {
    const outcome = await makePlan({
      jobId: dossier.job.id,
      ...(wish && { wish }),
      ...(recipe && { recipe }),
    });
    if ('error' in outcome) {
      setProblem({ message: refusalOf(outcome.error).message, wish: wish ?? plan?.wish ?? PLAIN_WISH });
      return false;
    }
    setProblem(null);
    const { before, plan: made } = outcome.data;
    setReplanned(before ? { before, plan: made, moves: comparePlans(before.ops, made.ops) } : null);
    return true;
  }
  /** Plans with another wish, which can be taken back: the same wish with a better plan is only better. */
  async function wishFor(what: string, wish: Wish, recipe?: PlanRecipe): Promise<void> {
    const before = plan?.wish;
    if (!(await run(wish, recipe)) || !before || JSON.stringify(before) === JSON.stringify(wish)) return;
    history.record({ what, undo: () => run(before), redo: () => run(wish) });
  }
  async function pin(opId: string, at: number | null): Promise<void> {
    if (!plan) return;
    const { [opId]: _was, ...others } = plan.wish.pins;
    const name = plan.ops.find(({ id }) => id === opId)?.name ?? 'a visit';
    await wishFor(at === null ? `letting go of ${name}` : `moving ${name}`, {
      ...plan.wish,
      pins: at === null ? others : { ...others, [opId]: at },
    });
  }
  async function planAgain(): Promise<void> {
    if (await run()) select(null);
  }
  const take = (wish: Wish, recipe?: PlanRecipe) => wishFor('what is wished', wish, recipe);

  return (
    <main className="flex flex-col gap-3 p-5">
      <div className="flex flex-wrap items-center gap-3">
        <div className="basis-full">
          <HandOver dossier={dossier} shop={shop} now={now} following={following} />
        </div>
        <div className="flex-1" />
        {plan && (
          <Select
            aria-label="Rows"
            className="!w-32"
            value={by}
            onChange={({ target }) => setBy(target.value as RowsBy)}
          >
            {Object.entries(ROWS_BY).map(([key, name]) => (
              <option key={key} value={key}>
                {name}
              </option>
            ))}
          </Select>
        )}
        {plan && (
          <ChoiceRow
            label="How much to see"
            className="flex rounded-[3px] border-[1.5px] border-line"
            choices={ZOOMS.map(({ name }, index) => ({ value: String(index), words: name }))}
            value={String(zoom)}
            onChoose={(index) => setZoom(Number(index))}
            choiceClass={(isChosen) =>
              `px-3 py-1 font-semibold ${isChosen ? 'bg-ink text-sheet' : 'hover:bg-closed'}`
            }
          />
        )}
        {plan && (
          <Button aria-pressed={isChainShown} onClick={() => showChain(!isChainShown)}>
            {isChainShown ? 'Hide what decides' : 'What decides the end?'}
          </Button>
        )}
        {(history.undoable ?? history.redoable) !== null && (
          <UndoButtons history={history} isBusy={isLoading} />
        )}
        <Button
          kind={plan === null || isStale || (hasNews && !isDone) ? 'act' : 'plain'}
          disabled={isLoading}
          onClick={() => void planAgain()}
        >
          {plan === null ? 'Plan the job' : 'Plan again from now'}
        </Button>
      </div>
      {problem && (
        <Refused
          key={problem.message}
          message={problem.message}
          wish={problem.wish}
          dossier={dossier}
          shop={shop}
          onWish={(wish) => void take(wish)}
        />
      )}
      {isLate && panel !== 'help' && (
        <Notice
          kind="stop"
          action={
            <Button
              onClick={() => {
                select(null);
                setPanel('help');
              }}
            >
              See what helps
            </Button>
          }
        >
          By this plan the job is not done when it is needed.
        </Notice>
      )}
      <BehindNotice
        behind={behind}
        neededBy={dossier.job.neededBy}
        onHelp={() => {
          select(null);
          setPanel('help');
        }}
      />
      {!isDone && stops.length > 0 && (
        <Notice
          kind="stop"
          action={
            <Link
              to={`/jobs/${dossier.job.id}/sequence?zone=${stops[0]?.zone.id}`}
              className="font-semibold underline underline-offset-2"
            >
              To the sequence
            </Link>
          }
        >
          {stops.slice(0, 3).map(({ zone, step, finding }) => (
            <span key={`${zone.id} ${finding.code} ${finding.at}`} className="block">
              {zone.name}
              {step && `, ${step.name}`}: {finding.why}
            </span>
          ))}
          {stops.length > 3 && `And ${stops.length - 3} more.`}
        </Notice>
      )}
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
              by={by}
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
          <Sheet className="sticky top-3 max-h-[calc(100vh-1.5rem)] overflow-y-auto p-4" aria-live="polite">
            {selected ? (
              <>
                <OpDetail
                  op={selected}
                  dossier={dossier}
                  shop={shop}
                  now={now}
                  isBusy={isLoading}
                  onPin={(at) => void pin(selected.id, at)}
                />
                <Button className="mt-4" onClick={() => select(null)}>
                  Back to the whole
                </Button>
              </>
            ) : (
              <Tabs<Panel>
                label="Beside the chart"
                tabs={PANELS}
                open={panel}
                onOpen={setPanel}
                listClass="mb-3 w-full border-line border-b"
                tabClass={(isOpen) =>
                  `flex-1 px-1 py-1.5 text-note ${isOpen ? 'border-act border-b-[3px] font-bold' : 'hover:bg-closed'}`
                }
              >
                {panel === 'today' &&
                  (replanned ? (
                    <MovesReport replanned={replanned} log={dossier.log} shop={shop} now={now} />
                  ) : (
                    <Today dossier={dossier} shop={shop} now={now} onSelect={select} />
                  ))}
                {panel === 'better' && isDone && (
                  <p>The work is done: nothing is left to be planned better.</p>
                )}
                {panel === 'better' && !isDone && (
                  <BetterPlan dossier={dossier} shop={shop} now={now} onTake={take} />
                )}
                {panel === 'help' && isDone && <p>The work is done: nothing is left to help with.</p>}
                {panel === 'help' && !isDone && (
                  <Reliefs dossier={dossier} shop={shop} now={now} onDone={take} />
                )}
              </Tabs>
            )}
          </Sheet>
        </div>
      )}
    </main>
  );
}
