import type { JobDetail, ShopContext } from '@upholder/core/api';
import type { Agenda, AgendaItem } from '@upholder/core/floor';
import { tagsOf } from '@upholder/core/pieces';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { type Out, refusalOf, upholder } from '../../api/upholder.ts';
import { dayWords, whenWords } from '../../base/times.ts';
import { useAgenda } from '../../job/useAgenda.ts';
import { Notice, Skeleton } from '../../parts/controls.tsx';
import { AtRisk } from './AtRisk.tsx';
import { DryingList } from './DryingList.tsx';
import { LastLogged } from './LastLogged.tsx';
import { MixClocks } from './MixClocks.tsx';
import { NowCard } from './NowCard.tsx';
import { RoomTaskCard } from './RoomTaskCard.tsx';

/** Work planned to start this much later than now is "next", not "now". */
const SOON_MINUTES = 20;
const MOST_READY = 6;
const MOST_NEXT = 4;

function idOf(item: AgendaItem): string {
  return `${item.jobId} ${item.op.id}`;
}

function ItemRow({
  item,
  job,
  shop,
  now,
  onChoose,
}: {
  item: AgendaItem;
  job: JobDetail | undefined;
  shop: ShopContext;
  now: number;
  onChoose(): void;
}) {
  const who = shop.crew.find(({ id }) => id === item.personId)?.name;
  const isOpen = item.openAt <= now;
  const start = Math.max(item.openAt, item.plannedStart ?? 0, now);
  const late = item.plannedEnd !== null && item.plannedEnd < now;
  const body = (
    <>
      <span className="min-w-0 flex-1">
        <span className="block font-semibold text-lead leading-snug">{item.op.name}</span>
        <span className="block text-quiet leading-snug">
          {item.loadLabel} {job && tagsOf(job.pieces, item.op.pieceIds)} · {job?.job.code}
          {who && ` · ${who}`}
        </span>
      </span>
      <span className={`text-right leading-snug ${late && isOpen ? 'font-semibold text-act' : ''}`}>
        <span className="quantity text-lead">
          {item.plannedStart !== null && item.plannedStart < now && isOpen
            ? late
              ? 'overdue'
              : 'now'
            : whenWords(start, now, shop.timeZone)}
        </span>
        {item.heldBy && <span className="block text-quiet text-note">until {item.heldBy.name} is dry</span>}
      </span>
    </>
  );
  return (
    <button
      type="button"
      onClick={onChoose}
      className="flex min-h-16 w-full items-center gap-4 px-5 py-2 text-left hover:bg-raised"
    >
      {body}
    </button>
  );
}

interface ItemListProps {
  title: string;
  items: readonly AgendaItem[];
  jobs: Map<string, JobDetail>;
  shop: ShopContext;
  now: number;
  onChoose(item: AgendaItem): void;
}

/** Tasks to choose from; nothing at all when there are none. */
function ItemList({ title, items, jobs, shop, now, onChoose }: ItemListProps) {
  if (items.length === 0) return null;
  return (
    <section className="bg-sheet" aria-label={title}>
      <h2 className="px-5 pt-3 pb-1">{title}</h2>
      <div className="divide-y divide-line">
        {items.map((item) => (
          <ItemRow
            key={idOf(item)}
            item={item}
            job={jobs.get(item.jobId)}
            shop={shop}
            now={now}
            onChoose={() => onChoose(item)}
          />
        ))}
      </div>
    </section>
  );
}

const LOOK_AHEAD_MS = 3600_000;

type Floor = Out<'floor'>;

/** Why nothing is there to do. */
function idleWords({ waiting, drying }: Agenda, { details, later }: Floor, timeZone: string): string {
  if (waiting.length > 0)
    return drying.length > 0 ? 'Everything on the floor is drying.' : 'The next step is not due yet.';
  const planned = details.filter(({ plan }) => plan !== null);
  const next =
    later.startsAt === null ? '' : `The next planned job begins on ${dayWords(later.startsAt, timeZone)}.`;
  if (planned.length === 0) return next === '' ? 'No open job has a plan.' : next;
  return drying.length > 0
    ? `All planned work is logged; some pieces are still drying. ${next}`
    : `All planned work is logged. ${next}`;
}

/** What to do now, what comes next, what is drying until when: readable from arm's length, worked with gloves. */
export function FloorScreen() {
  // The floor sees three days ahead: what comes nearer meanwhile is looked for now and then.
  const floor = upholder.useFloorQuery(undefined, { pollingInterval: LOOK_AHEAD_MS });
  const { data: shop } = upholder.useShopQuery();
  if (!floor.data || !shop)
    return floor.error && !floor.data ? (
      <Notice kind="stop">{refusalOf(floor.error).message}</Notice>
    ) : (
      <Skeleton />
    );
  return <OpenFloor floor={floor.data} shop={shop} />;
}

function OpenFloor({ floor, shop }: { floor: Floor; shop: ShopContext }) {
  const { details } = floor;
  const { agenda, jobs, current, now, memberId } = useAgenda(details, shop);
  const [chosenId, choose] = useState<string | null>(null);
  // What stands there stays until it is done, so that nothing changes places under a finger when others log.
  const [shownId, setShownId] = useState<string | null>(null);
  // Mine before the other's, then as planned; what is planned for later may still be chosen.
  const mine = agenda.ready.filter(({ personId }) => personId === memberId);
  const due = (item: AgendaItem) => item.openAt <= now && (item.plannedStart ?? 0) <= now + SOON_MINUTES;
  const first =
    [...agenda.ready, ...agenda.waiting].find((item) => idOf(item) === chosenId) ??
    agenda.ready.find((item) => idOf(item) === shownId && due(item)) ??
    mine.find(due) ??
    agenda.ready.find(due) ??
    mine[0] ??
    agenda.ready[0];
  const firstId = first ? idOf(first) : null;
  useEffect(() => setShownId(firstId), [firstId]);
  const others = agenda.ready.filter((item) => item !== first);
  const next = agenda.waiting.filter((item) => item !== first);
  const job = first ? jobs.get(first.jobId) : undefined;
  const list = { jobs, shop, now, onChoose: (item: AgendaItem) => choose(idOf(item)) };

  return (
    <main className="grid flex-1 grid-cols-[minmax(0,1.62fr)_minmax(0,1fr)] items-start gap-4 p-4 max-md:grid-cols-1 max-md:p-2">
      <div className="flex flex-col gap-4">
        <MixClocks shop={shop} />
        {first && job && first.op.task ? (
          <RoomTaskCard
            key={idOf(first)}
            item={first}
            detail={job}
            shop={shop}
            now={now}
            isDue={due(first)}
            onLogged={() => choose(null)}
          />
        ) : first && job ? (
          <NowCard
            key={idOf(first)}
            item={first}
            detail={job}
            shop={shop}
            now={now}
            isDue={due(first)}
            onLogged={() => choose(null)}
          />
        ) : (
          <section className="border-line border-l-[10px] bg-sheet p-6">
            <h1 className="text-arm">Nothing can be started right now</h1>
            <p className="mt-2 text-lead text-quiet">
              {idleWords(agenda, floor, shop.timeZone)}{' '}
              <Link to="/jobs" className="font-semibold text-act underline">
                To the jobs
              </Link>
            </p>
          </section>
        )}
        <LastLogged details={current} shop={shop} now={now} />
        <ItemList title="Also ready" items={others.slice(0, MOST_READY)} {...list} />
      </div>
      <div className="flex flex-col gap-4">
        <AtRisk details={current} shop={shop} now={now} />
        <DryingList films={agenda.drying} jobs={jobs} shop={shop} now={now} />
        <ItemList title="Next" items={next.slice(0, MOST_NEXT)} {...list} />
      </div>
    </main>
  );
}
