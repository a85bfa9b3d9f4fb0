import { workingCrew } from '@upholder/core/shop';
import { formatDuration } from '@upholder/core/units';
import { Link, useSearchParams } from 'react-router';
import { upholder } from '../../api/upholder.ts';
import { crewName } from '../../base/crew.ts';
import { clockWords, dateWords, whenWords } from '../../base/times.ts';
import { useNowMinute } from '../../base/useNow.ts';
import { placeName } from '../../job/placeWords.ts';
import { Button, Select, Skeleton } from '../../parts/controls.tsx';
import { daySheet, plannedDays } from './daySheet.ts';
import { mixWords } from './mixWords.ts';
import { Overnight } from './Overnight.tsx';

/** The day for the wall: each person’s tasks in order with what to mix, and what dries when everybody has gone. */
export function WallSheet() {
  const { data: open } = upholder.useOpenJobsQuery();
  const { data: shop } = upholder.useShopQuery();
  const now = useNowMinute();
  const [search, setSearch] = useSearchParams();
  if (!open || !shop) return <Skeleton />;
  const days = plannedDays(open.details, shop.timeZone, now);
  const date = search.get('day') ?? days[0] ?? '';
  const only = search.get('who') ?? '';
  const { people, drying, closing } = daySheet(open.details, shop.timeZone, date);
  const shown = people.filter(({ personId }) => only === '' || personId === only);
  const nameOf = (id: string) => crewName(shop, id);
  const choose = (part: Record<string, string>) =>
    setSearch({ ...Object.fromEntries(search), ...part }, { replace: true });
  return (
    <main className="mx-auto max-w-5xl p-5 print:max-w-none print:p-0">
      <div className="no-print mb-4 flex flex-wrap items-center gap-3">
        <Select
          aria-label="Day"
          className="!w-44"
          value={date}
          onChange={({ target }) => choose({ day: target.value })}
        >
          {[...new Set([...days, date])].sort().map((day) => (
            <option key={day} value={day}>
              {dateWords(day)}
            </option>
          ))}
        </Select>
        <Select
          aria-label="Who"
          className="!w-44"
          value={only}
          onChange={({ target }) => choose({ who: target.value })}
        >
          <option value="">everybody</option>
          {workingCrew(shop.crew).map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Select>
        <Button kind="act" onClick={() => window.print()}>
          Print the sheet
        </Button>
        <Link
          to="/jobs"
          className="press-h-9 press-w-9 inline-flex items-center font-semibold text-act underline underline-offset-2"
        >
          To the jobs
        </Link>
        <Link
          to={`/week?from=${date}`}
          className="press-h-9 press-w-9 inline-flex items-center font-semibold text-act underline underline-offset-2"
        >
          Week
        </Link>
      </div>
      <h1 className="text-head">{dateWords(date)}</h1>
      {shown.length === 0 && <p className="mt-2">Nothing is planned for this day.</p>}
      {shown.map(({ personId, lines, minutes }) => (
        <section
          key={personId}
          aria-label={nameOf(personId)}
          className="mt-4 break-inside-avoid bg-sheet p-4"
        >
          <h2 className="flex items-baseline gap-3 text-lead">
            {nameOf(personId)}
            <span className="font-normal text-note text-quiet">{formatDuration(minutes)} of work</span>
          </h2>
          <table className="mt-2 w-full">
            <tbody>
              {lines.map((line) => {
                const mix = mixWords([line.op], open.details, shop);
                return (
                  <tr key={`${line.op.id} ${line.start}`} className="border-line border-t align-top">
                    <td className="w-32 whitespace-nowrap py-1.5 pr-3 font-semibold tabular-nums">
                      {clockWords(line.start, shop.timeZone)}–{clockWords(line.end, shop.timeZone)}
                    </td>
                    <td className="py-1.5 pr-3 leading-snug">
                      <span className="font-semibold">{line.op.name}</span>
                      {line.isPart && ', in part'}
                      {mix && <span className="block text-quiet">Mix {mix}</span>}
                    </td>
                    <td className="py-1.5 pr-3 leading-snug">
                      {line.jobCode}: {line.loadLabel}
                      <span className="block font-semibold">{line.tags}</span>
                    </td>
                    <td className="w-28 py-1.5 text-quiet">{placeName(line.op, shop)}</td>
                    <td className="w-10 py-1.5">
                      <span className="inline-block size-5 border-[1.5px] border-ink" aria-hidden="true" />
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </section>
      ))}
      {drying.length > 0 && (
        <section aria-label="Drying overnight" className="mt-4 break-inside-avoid bg-sheet p-4">
          <h2 className="text-lead">Still wet at closing</h2>
          <ul className="mt-1">
            {drying.map(({ op, jobCode, loadLabel, tags, handleAt }) => (
              <li key={`${jobCode} ${op.id}`} className="flex gap-3 border-line border-t py-1.5">
                <span className="flex-1">
                  <span className="font-semibold">{op.name}</span>, {jobCode}: {loadLabel} {tags}
                </span>
                <span>
                  not touched until{' '}
                  <span className="quantity">{whenWords(handleAt, now, shop.timeZone)}</span>
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
      {open.details.some(({ plan }) => plan) && (
        <section aria-label="Overnight" className="mt-4 break-inside-avoid bg-sheet p-4">
          <h2 className="text-lead">Where everything is overnight</h2>
          <Overnight
            details={open.details}
            at={closing}
            timeZone={shop.timeZone}
            stackingPieces={shop.settings.stackingPieces}
            isBrief
          />
        </section>
      )}
    </main>
  );
}
