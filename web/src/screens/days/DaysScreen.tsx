import type { Dossier, ShopContext } from '@upholder/core/api';
import { effectiveLog } from '@upholder/core/jobs';
import {
  comparePlans,
  isPlanStale,
  joinWaits,
  loggedEnd,
  type Move,
  type PlannedOp,
  type PlanSnapshot,
} from '@upholder/core/planning';
import { localDate, workIntervals } from '@upholder/core/shop';
import { formatDuration } from '@upholder/core/units';
import { useMemo, useState } from 'react';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { dateWords, dayWords, whenWords } from '../../app/times.ts';
import { useNowMinute } from '../../app/useNow.ts';
import { Button, Notice, Sheet } from '../../parts/controls.tsx';
import { PieceGlyph } from '../../parts/PieceGlyph.tsx';
import { useCurrentDossier, useJobContext, usePieceStates } from '../useJobContext.ts';
import { DryingChart } from './DryingChart.tsx';

const ZOOMS = [
  { name: 'close', openPx: 74, closedPx: 12 },
  { name: 'wider', openPx: 38, closedPx: 7 },
  { name: 'whole', openPx: 13, closedPx: 2.4 },
];

const PLACES: Record<string, string> = {
  bench: 'The bench is',
  booth: 'The booth is',
  rail: 'The rail is',
  rack: 'The rack is',
  room: 'The room is',
};

function OpDetail({
  op,
  dossier,
  shop,
  now,
}: {
  op: PlannedOp;
  dossier: Dossier;
  shop: ShopContext;
  now: number;
}) {
  const states = usePieceStates(dossier, shop);
  const at = (minute: number) => whenWords(minute, now, shop.timeZone);
  const names = new Map(dossier.plan?.ops.map(({ id, name }) => [id, name]));
  const waits = joinWaits(op.waits, {
    op: (id) => names.get(id) ?? 'the film before',
    place: (id) => PLACES[id] ?? id,
  });
  const load = dossier.plan?.loads.find(({ id }) => id === op.loadId);
  const zone = dossier.zones.find(({ id }) => id === op.zoneId);
  const pieces = dossier.pieces.filter(({ id }) => op.pieceIds.includes(id));
  const who = shop.crew.find(({ id }) => id === op.personId)?.name;
  const step = dossier.steps.find(({ id }) => id === op.stepId);
  return (
    <div>
      <h2>{op.name}</h2>
      <p className="text-quiet">{load?.label}</p>
      <p className="mt-2">
        <span className="quantity">{at(op.start)}</span> to <span className="quantity">{at(op.end)}</span>
        {op.segments.length > 1 && `, in ${op.segments.length} parts`}
        {who ? `, ${who}` : ', done'}
      </p>
      {op.lags && (
        <dl className="mt-2 grid grid-cols-[1fr_auto] gap-x-3">
          {(
            [
              ['may be sanded', op.lags.sand],
              ['recoat opens', op.lags.recoat],
              ['may be handled', op.lags.handle],
            ] as const
          ).map(([name, lag]) => (
            <div key={name} className="contents">
              <dt className="text-quiet">{name}</dt>
              <dd className="quantity text-right" title={`${formatDuration(lag ?? 0)} after the coat`}>
                {at(op.end + (lag ?? 0))}
              </dd>
            </div>
          ))}
          <dt className="text-quiet">window shuts</dt>
          <dd className="quantity text-right">
            {op.windowMax === null ? 'stays open' : at(op.end + op.windowMax)}
          </dd>
        </dl>
      )}
      <h3 className="mt-4">Why not earlier</h3>
      {waits.length === 0 ? (
        <p className="text-quiet">It follows at once on what comes before.</p>
      ) : (
        <ol className="mt-1 flex flex-col gap-1.5">
          {waits.map(({ start, end, words }) => (
            <li key={start} className="leading-snug">
              <span className="quantity">until {at(end)}</span>{' '}
              <span className="text-quiet">({formatDuration(end - start)})</span>
              <br />
              {words}
            </li>
          ))}
        </ol>
      )}
      {step && op.action === 'do' && <p className="mt-4 text-quiet">{step.why}</p>}
      <div className="mt-3 flex flex-wrap items-end gap-x-0.5 gap-y-1">
        {pieces.map((piece) => (
          <PieceGlyph
            key={piece.id}
            piece={piece}
            states={states.get(piece.id)}
            colour={zone?.newColour ?? '#888888'}
            size={38}
            perMetre
            now={now}
          />
        ))}
      </div>
    </div>
  );
}

interface Replanned {
  before: PlanSnapshot | null;
  plan: PlanSnapshot;
  moves: Move[];
}

function MovesReport({ replanned, shop, now }: { replanned: Replanned; shop: ShopContext; now: number }) {
  const { before, plan, moves } = replanned;
  const at = (minute: number | null) =>
    minute === null ? 'not planned' : whenWords(minute, now, shop.timeZone);
  const labels = new Map([...(before?.loads ?? []), ...plan.loads].map(({ id, label }) => [id, label]));
  const shift = before ? plan.handOver - before.handOver : 0;
  return (
    <div>
      <h2>Planned again</h2>
      <p className="mt-1">
        Hand-over <span className="quantity">{at(plan.handOver)}</span>
        {before &&
          (shift === 0
            ? ', as before.'
            : `, ${formatDuration(Math.abs(shift))} ${shift > 0 ? 'later' : 'earlier'} than before (${at(before.handOver)}).`)}
      </p>
      {moves.length === 0 ? (
        <p className="mt-2 text-quiet">Nothing moved.</p>
      ) : (
        <>
          <h3 className="mt-3">{moves.length} moved</h3>
          <ol className="mt-1 flex flex-col gap-1.5">
            {moves.slice(0, 40).map((move) => (
              <li key={move.opId} className="leading-snug">
                <span className="font-semibold">{move.name}</span>{' '}
                <span className="text-quiet">{labels.get(move.loadId)}</span>
                <br />
                <span className="quantity">{at(move.before)}</span> →{' '}
                <span className="quantity">{at(move.after)}</span>
              </li>
            ))}
          </ol>
        </>
      )}
    </div>
  );
}

/** The rest of today in words; on a closed day, what comes first after it. */
function Today({
  dossier,
  shop,
  now,
  onSelect,
}: {
  dossier: Dossier;
  shop: ShopContext;
  now: number;
  onSelect(id: string): void;
}) {
  const entries = effectiveLog(dossier.log);
  const open = (dossier.plan?.ops ?? [])
    .filter((op) => op.personId !== null && loggedEnd(op, entries) === null)
    .sort((a, b) => a.start - b.start);
  const labels = new Map(dossier.plan?.loads.map(({ id, label }) => [id, label]));
  const today = localDate(Math.max(now, open[0]?.start ?? now), shop.timeZone);
  const list = open.filter(({ start }) => localDate(start, shop.timeZone) <= today);
  return (
    <div>
      <h2>
        {open.length === 0
          ? 'All work is logged'
          : `To do ${today === localDate(now, shop.timeZone) ? 'today' : dateWords(today)}`}
      </h2>
      <ol className="mt-1">
        {list.map((op) => (
          <li key={op.id}>
            <button
              type="button"
              onClick={() => onSelect(op.id)}
              className="block w-full py-1 text-left leading-snug hover:underline"
            >
              <span className="quantity">{whenWords(op.start, now, shop.timeZone)}</span>{' '}
              <span className="font-semibold">{op.name}</span>
              <span className="block text-[0.88rem] text-quiet">
                {labels.get(op.loadId)} · {shop.crew.find(({ id }) => id === op.personId)?.name}
              </span>
            </button>
          </li>
        ))}
      </ol>
      <p className="mt-3 text-[0.88rem] text-quiet">Choose a line, a block or a strip to see why it waits.</p>
    </div>
  );
}

function Legend() {
  return (
    <dl className="flex flex-wrap items-center gap-x-5 gap-y-1 text-[0.85rem] text-quiet">
      {[
        { key: 'work', drawing: <rect x="0" y="1" width="16" height="9" fill="var(--ink)" />, name: 'work' },
        {
          key: 'done',
          drawing: <rect x="0.5" y="1.5" width="15" height="8" fill="var(--closed)" stroke="var(--quiet)" />,
          name: 'done',
        },
        { key: 'sand', drawing: <path d="M4 10 L12 10 L8 3 Z" fill="var(--ink)" />, name: 'may be sanded' },
        {
          key: 'recoat',
          drawing: (
            <path
              d="M4 0 V12 M4 1 H11 L9 3.2 L11 5.4 H4"
              stroke="var(--act)"
              strokeWidth="2"
              fill="var(--act)"
            />
          ),
          name: 'recoat opens',
        },
        {
          key: 'shut',
          drawing: (
            <path
              d="M12 0 V12 M12 1 H5 L7 3.2 L5 5.4 H12"
              stroke="var(--stop)"
              strokeWidth="2"
              fill="var(--stop)"
            />
          ),
          name: 'window shuts',
        },
        {
          key: 'flip',
          drawing: (
            <path
              d="M8 1.4 A4.6 4.6 0 0 1 8 10.6 Z M8 1.4 A4.6 4.6 0 0 0 8 10.6"
              fill="var(--ink)"
              stroke="var(--ink)"
              strokeWidth="1.4"
              fillOpacity="1"
            />
          ),
          name: 'flip',
        },
      ].map(({ key, drawing, name }) => (
        <div key={key} className="flex items-center gap-1.5">
          <dt>
            <svg width="17" height="12" aria-hidden="true">
              {drawing}
            </svg>
          </dt>
          <dd>{name}</dd>
        </div>
      ))}
      <div className="flex gap-1.5">
        <dt>strips</dt>
        <dd>fade from wet to dry; closed hours are drawn narrower</dd>
      </div>
    </dl>
  );
}

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
