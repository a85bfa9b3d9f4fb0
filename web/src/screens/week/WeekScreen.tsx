import type { JobDetail, ShopContext } from '@upholder/core/api';
import { effectiveLog } from '@upholder/core/jobs';
import { loggedEnd, type RoomDay, type WeekDay, type WeekJob, weekOf } from '@upholder/core/planning';
import { addDays, localDate, WEEKDAYS, weekdayOf, workingCrew } from '@upholder/core/shop';
import { formatDuration } from '@upholder/core/units';
import { PLACE_WORDS } from '@upholder/core/words';
import { useMemo } from 'react';
import { Link, useSearchParams } from 'react-router';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { clockWords, dateWords } from '../../base/times.ts';
import { useNowMinute } from '../../base/useNow.ts';
import { Button, Notice, Skeleton } from '../../parts/controls.tsx';

const mondayOf = (date: string) => addDays(date, -WEEKDAYS.indexOf(weekdayOf(date)));

function weekJobs(details: readonly JobDetail[]): WeekJob[] {
  return details.flatMap(({ job, plan, log }): WeekJob[] => {
    if (!plan) return [];
    const entries = effectiveLog(log);
    return [{ id: job.id, ops: plan.ops, isOpen: (op) => loggedEnd(op, entries) === null }];
  });
}

const ROOM_WORK: Record<Extract<RoomDay, { kind: 'work' }>['what'], string> = {
  out: 'taking down',
  back: 'refitting',
  coat: 'painting in the room',
  other: 'work in the room',
};

/** One line for each job that a person works on. */
function PersonCard({
  name,
  work,
  jobs,
  timeZone,
}: {
  name: string;
  work: NonNullable<ReturnType<WeekDay['people']['get']>>;
  jobs: ReadonlyMap<string, JobDetail>;
  timeZone: string;
}) {
  const total = work.reduce((sum, { minutes }) => sum + minutes, 0);
  return (
    <section aria-label={name} className="min-w-0">
      <h3 className="flex items-baseline gap-2">
        {name} <span className="quantity font-normal text-note text-quiet">{formatDuration(total)}</span>
      </h3>
      <ul>
        {work.map(({ jobId, minutes, start, end, places }) => (
          <li key={jobId} className="py-0.5 leading-snug">
            <Link to={`/jobs/${jobId}/days`} className="tape font-semibold">
              {jobs.get(jobId)?.job.code}
            </Link>{' '}
            {work.length > 1 && <span className="quantity">{formatDuration(minutes)} </span>}
            <span className="block text-note text-quiet">
              {clockWords(start, timeZone)}–{clockWords(end, timeZone)},{' '}
              {places.map((place) => PLACE_WORDS[place].name.toLowerCase()).join(', ')}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Rooms({
  rooms,
  jobs,
  nameOf,
}: {
  rooms: readonly RoomDay[];
  jobs: ReadonlyMap<string, JobDetail>;
  nameOf(personId: string): string;
}) {
  return (
    <ul aria-label="Clients’ rooms">
      {rooms.map((room) => {
        const job = jobs.get(room.jobId)?.job;
        const isWork = room.kind === 'work';
        return (
          <li
            key={room.jobId}
            className={`mb-1 border-l-[3px] py-0.5 pl-2 leading-snug ${isWork ? 'border-act' : 'border-line'}`}
          >
            <span className="font-semibold">{job?.client || job?.code}</span>{' '}
            {isWork ? (
              <>
                {ROOM_WORK[room.what]}, <span className="quantity">{formatDuration(room.minutes)}</span>
                <span className="block text-note text-quiet">{room.personIds.map(nameOf).join(', ')}</span>
              </>
            ) : (
              <span className="text-quiet">waits for its pieces</span>
            )}
          </li>
        );
      })}
    </ul>
  );
}

function Day({
  day,
  isToday,
  shop,
  jobs,
}: {
  day: WeekDay;
  isToday: boolean;
  shop: ShopContext;
  jobs: ReadonlyMap<string, JobDetail>;
}) {
  const { date, people, rooms } = day;
  const nameOf = (id: string) => shop.crew.find((member) => member.id === id)?.name ?? 'Someone';
  const crew = workingCrew(shop.crew);
  const isOff = (id: string) => crew.find((member) => member.id === id)?.daysOff.includes(date) ?? false;
  const idle = crew.filter(({ id }) => !people.has(id));
  const [free, away] = [idle.filter(({ id }) => !isOff(id)), idle.filter(({ id }) => isOff(id))];
  const names = (list: typeof idle) => list.map(({ name }) => name).join(', ');
  return (
    <section
      aria-label={dateWords(date)}
      className="grid grid-cols-[9rem_1fr_16rem] gap-x-5 border-line border-t py-3 max-lg:grid-cols-[1fr_14rem] max-md:grid-cols-1"
    >
      <div className="max-lg:col-span-full">
        <h2 className="text-body">
          {dateWords(date)}
          {isToday && <span className="ml-2 font-normal text-act">today</span>}
        </h2>
        {people.size > 0 && free.length > 0 && (
          <p className="text-note text-quiet">Nothing for {names(free)}</p>
        )}
        {away.length > 0 && <p className="text-note text-quiet">Off: {names(away)}</p>}
      </div>
      {people.size === 0 ? (
        <p className="text-quiet">No work planned</p>
      ) : (
        <div className="grid grid-cols-[repeat(auto-fill,minmax(11rem,1fr))] gap-x-5 gap-y-2">
          {[...people].map(([personId, work]) => (
            <PersonCard
              key={personId}
              name={nameOf(personId)}
              work={work}
              jobs={jobs}
              timeZone={shop.timeZone}
            />
          ))}
        </div>
      )}
      <Rooms rooms={rooms} jobs={jobs} nameOf={nameOf} />
    </section>
  );
}

/** A week over all open jobs: who works where, and which client is without a room. */
export function WeekScreen() {
  const floor = upholder.useFloorQuery();
  const { data: shop } = upholder.useShopQuery();
  const now = useNowMinute();
  const [search, setSearch] = useSearchParams();
  const timeZone = shop?.timeZone ?? 'UTC';
  const today = localDate(now, timeZone);
  const asked = search.get('from') ?? '';
  const monday = mondayOf(/^\d{4}-\d{2}-\d{2}$/.test(asked) && Date.parse(asked) ? asked : today);
  const details = floor.data?.details;
  const week = useMemo(() => {
    const dates = Array.from({ length: 7 }, (_, day) => addDays(monday, day));
    const days = weekOf(weekJobs(details ?? []), dates, timeZone);
    // A weekend is shown where somebody works on it.
    return days.filter(({ people }, index) => index < 5 || people.size > 0);
  }, [details, monday, timeZone]);
  if (!details || !shop)
    return floor.error ? <Notice kind="stop">{refusalOf(floor.error).message}</Notice> : <Skeleton />;
  const jobs = new Map(details.map((detail) => [detail.job.id, detail]));
  const goTo = (date: string) => setSearch({ from: date }, { replace: true });
  const unplanned = details.filter(({ plan }) => !plan).map(({ job }) => job.code);
  return (
    <main className="mx-auto w-full max-w-[1240px] px-5 py-6">
      <div className="flex flex-wrap items-center gap-3">
        <h1 className="flex-1">Week of {dateWords(monday)}</h1>
        <div className="no-print flex flex-wrap gap-2">
          <Button onClick={() => goTo(addDays(monday, -7))}>Week before</Button>
          <Button disabled={monday === mondayOf(today)} onClick={() => goTo(today)}>
            This week
          </Button>
          <Button onClick={() => goTo(addDays(monday, 7))}>Week after</Button>
          <Button onClick={() => window.print()}>Print</Button>
        </div>
      </div>
      {unplanned.length > 0 && (
        <p className="mt-1 text-quiet">Not planned yet, so not shown: {unplanned.join(', ')}</p>
      )}
      <div className="mt-4 bg-sheet px-5 pb-3">
        <div className="grid grid-cols-[9rem_1fr_16rem] gap-x-5 py-2 max-lg:hidden">
          <span className="label">Day</span>
          <span className="label">Who is where</span>
          <span className="label">Clients’ rooms</span>
        </div>
        {week.map((day) => (
          <Day key={day.date} day={day} isToday={day.date === today} shop={shop} jobs={jobs} />
        ))}
      </div>
    </main>
  );
}
