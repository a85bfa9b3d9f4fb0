import type { JobDetail, ShopContext } from '@upholder/core/api';
import { effectiveLog } from '@upholder/core/jobs';
import {
  loggedEnd,
  type PersonDay,
  type RoomDay,
  type WeekDay,
  type WeekJob,
  weekOf,
} from '@upholder/core/planning';
import { addDays, localDate, WEEKDAYS, weekdayOf, workingCrew } from '@upholder/core/shop';
import { formatDuration } from '@upholder/core/units';
import { PLACE_WORDS } from '@upholder/core/words';
import { useMemo } from 'react';
import { Link, useSearchParams } from 'react-router';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { crewName } from '../../base/crew.ts';
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

/** A person’s day: a line for each job, or why there is none. */
function PersonCard({
  name,
  work,
  isOff,
  jobs,
  timeZone,
}: {
  name: string;
  work: readonly PersonDay[];
  isOff: boolean;
  jobs: ReadonlyMap<string, JobDetail>;
  timeZone: string;
}) {
  const total = work.reduce((sum, { minutes }) => sum + minutes, 0);
  return (
    <section aria-label={name} className="min-w-0">
      <h3 className="flex items-baseline gap-2">
        {name}
        {total > 0 && (
          <span className="quantity font-normal text-note text-quiet">{formatDuration(total)}</span>
        )}
      </h3>
      {work.length === 0 && <p className="text-note text-quiet">{isOff ? 'Off' : 'Nothing planned'}</p>}
      <ul>
        {work.map(({ jobId, minutes, start, end, places }) => (
          <li key={jobId} className="py-0.5 leading-snug">
            <Link to={`/jobs/${jobId}/days`} className="tape whitespace-nowrap font-semibold">
              {jobs.get(jobId)?.job.code}
            </Link>{' '}
            {work.length > 1 && <span className="quantity">{formatDuration(minutes)} </span>}
            <span className="block text-note text-quiet">
              {clockWords(start, timeZone)}–{clockWords(end, timeZone)},{' '}
              {places.map((place) => PLACE_WORDS[place].name).join(', ')}
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
  const nameOf = (id: string) => crewName(shop, id);
  const crew = workingCrew(shop.crew);
  // Whoever has left keeps what was planned for them in sight.
  const shown = [
    ...crew.map(({ id }) => id),
    ...[...people.keys()].filter((id) => !crew.some((one) => one.id === id)),
  ];
  return (
    <section
      aria-label={dateWords(date)}
      className="grid grid-cols-[9rem_1fr_16rem] gap-x-5 gap-y-2 border-line border-t py-3 max-lg:grid-cols-[1fr_14rem] max-md:grid-cols-1"
    >
      <h2 className="text-body max-lg:col-span-full">
        {dateWords(date)}
        {isToday && <span className="block font-normal text-act text-note">Today</span>}
      </h2>
      {people.size === 0 ? (
        <p className="text-quiet">No work planned</p>
      ) : (
        <div className={`grid gap-x-5 gap-y-2 max-md:grid-cols-2 ${COLUMNS[Math.min(shown.length, 4)]}`}>
          {shown.map((personId) => (
            <PersonCard
              key={personId}
              name={nameOf(personId)}
              work={people.get(personId) ?? []}
              isOff={crew.find(({ id }) => id === personId)?.daysOff.includes(date) ?? false}
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

/** Columns for so many people. */
const COLUMNS = ['', 'grid-cols-1', 'grid-cols-2', 'grid-cols-3', 'grid-cols-4'];

/** A week over all open jobs: who works where, and which client is without a room. */
export function WeekScreen() {
  const open = upholder.useOpenJobsQuery();
  const { data: shop } = upholder.useShopQuery();
  const now = useNowMinute();
  const [search, setSearch] = useSearchParams();
  const timeZone = shop?.timeZone ?? 'UTC';
  const today = localDate(now, timeZone);
  const asked = search.get('from') ?? '';
  const isDate = /^\d{4}-\d{2}-\d{2}$/.test(asked) && Boolean(Date.parse(asked));
  const monday = mondayOf(isDate && asked > today ? asked : today);
  const details = open.data?.details;
  const week = useMemo(() => {
    const dates = Array.from({ length: 7 }, (_, day) => addDays(monday, day));
    const days = weekOf(weekJobs(details ?? []), dates, timeZone);
    // A weekend is shown where somebody works on it; what is past is in the log.
    return days.filter(({ date, people }, index) => date >= today && (index < 5 || people.size > 0));
  }, [details, monday, today, timeZone]);
  if (!details || !shop)
    return open.error ? <Notice kind="stop">{refusalOf(open.error).message}</Notice> : <Skeleton />;
  const jobs = new Map(details.map((detail) => [detail.job.id, detail]));
  const goTo = (date: string) => setSearch({ from: date }, { replace: true });
  const unplanned = details.filter(({ plan }) => !plan).map(({ job }) => job.code);
  return (
    <main className="mx-auto w-full max-w-[1240px] px-5 py-6">
      <div className="flex flex-wrap items-center gap-3">
        <h1 className="flex-1">Week of {dateWords(monday)}</h1>
        <div className="no-print flex flex-wrap gap-2">
          <Button disabled={monday <= today} onClick={() => goTo(addDays(monday, -7))}>
            Week before
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
        {week.length === 0 && (
          <p className="border-line border-t py-3 text-quiet">
            No work is planned for the rest of this week.
          </p>
        )}
        {week.map((day) => (
          <Day key={day.date} day={day} isToday={day.date === today} shop={shop} jobs={jobs} />
        ))}
      </div>
    </main>
  );
}
