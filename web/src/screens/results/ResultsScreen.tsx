import { groupedResults, type ResultGroup, type ResultRow } from '@upholder/core/results';
import { FINISHING_SYSTEMS } from '@upholder/core/systems';
import { Link } from 'react-router';
import { upholder } from '../../api/upholder.ts';
import { money } from '../../base/voice.ts';
import { Card, Notice, Skeleton } from '../../parts/controls.tsx';
import { SideScroll } from '../../parts/SideScroll.tsx';
import { CELL, HEAD } from '../materials/cells.ts';

const hours = (value: number | null) => (value === null ? '–' : `${value.toFixed(1)} h`);
const percent = (value: number | null) => (value === null ? '–' : `${value.toFixed(0)} %`);
const isLoss = (value: number | null) => value !== null && value < 0;

function JobRow({ row }: { row: ResultRow }) {
  // What stays is known at the end.
  const margin = row.isOpen ? null : row.marginPct;
  return (
    <tr className="border-line border-b align-top">
      <th scope="row" className="py-1.5 font-normal">
        <Link
          to={`/jobs/${row.jobId}/materials/price`}
          className="font-semibold underline underline-offset-2"
        >
          {row.code}
        </Link>{' '}
        {row.name}
        <span className="block text-quiet text-small">
          {[row.client, `${row.pieces} pieces`, row.systems.join(', '), row.isOpen ? 'still open' : '']
            .filter(Boolean)
            .join(' · ')}
        </span>
      </th>
      <td className={`${CELL} quantity`}>{row.agreedNet === null ? '–' : money(row.agreedNet)}</td>
      <td className={`${CELL} quantity`}>
        {row.isAtLeast && <span className="font-normal text-quiet">at least </span>}
        {money(row.cost)}
      </td>
      <td className={`${CELL} quantity ${isLoss(margin) ? 'text-stop' : ''}`}>{percent(margin)}</td>
      <td className={`${CELL} quantity`}>{hours(row.quotedHours)}</td>
      <td className={`${CELL} quantity`}>
        {hours(row.loggedHours)}
        {row.timedHours > 0 && (
          <span className="block font-normal text-quiet text-small">{hours(row.timedHours)} timed</span>
        )}
      </td>
      <td className={`${CELL} quantity`}>{row.days}</td>
    </tr>
  );
}

function Groups({
  title,
  groups,
  nameOf,
}: {
  title: string;
  groups: readonly ResultGroup[];
  nameOf(key: string): string;
}) {
  return (
    <Card className="p-5" aria-label={title}>
      <h2>{title}</h2>
      {groups.length === 0 ? (
        <p className="mt-1 text-quiet">No finished job with an accepted quote yet.</p>
      ) : (
        <table className="mt-2 w-full text-left">
          <thead>
            <tr className="border-quiet border-b">
              <th>
                <span className="sr-only">{title}</span>
              </th>
              <th className={HEAD}>Jobs</th>
              <th className={HEAD}>Margin</th>
              <th className={HEAD}>Hours against quoted</th>
            </tr>
          </thead>
          <tbody>
            {groups.map(({ key, jobs, marginPct, hoursRatio }) => (
              <tr key={key} className="border-line border-b">
                <th scope="row" className="py-1.5 font-normal">
                  {nameOf(key)}
                </th>
                <td className={`${CELL} quantity`}>{jobs}</td>
                <td className={`${CELL} quantity ${isLoss(marginPct) ? 'text-stop' : ''}`}>
                  {percent(marginPct)}
                </td>
                <td className={`${CELL} quantity`}>
                  {hoursRatio === null ? '–' : `× ${hoursRatio.toFixed(2)}`}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </Card>
  );
}

/** What the jobs of the shop asked, took and left, and which systems and places pay. */
export function ResultsScreen() {
  const { data } = upholder.useResultsQuery();
  if (!data) return <Skeleton />;
  const rows = [...data.results].sort(
    (a, b) => Number(a.isOpen) - Number(b.isOpen) || a.code.localeCompare(b.code),
  );
  return (
    <main className="flex flex-col gap-4 p-5 max-md:p-3">
      <h1>Job results</h1>
      {data.pending > 0 && (
        <Notice>
          {data.pending === 1 ? 'One job is' : `${data.pending} jobs are`} still being worked out. Open the
          page again in a moment.
        </Notice>
      )}
      <Card className="p-5" aria-label="Jobs">
        <p className="max-w-prose text-quiet">
          Work and paint as they were logged, at today’s rates; tools, travel and the rest as priced. Work
          that nobody timed counts by the yardsticks.
        </p>
        {rows.length === 0 ? (
          <p className="mt-2">No job has a log yet.</p>
        ) : (
          <SideScroll label="Results, job by job" className="mt-2">
            <table className="w-full min-w-[46rem] text-left">
              <thead>
                <tr className="border-quiet border-b">
                  <th className="py-1.5 font-semibold">Job</th>
                  <th className={HEAD}>Agreed</th>
                  <th className={HEAD}>Cost so far</th>
                  <th className={HEAD}>Margin</th>
                  <th className={HEAD}>Quoted</th>
                  <th className={HEAD}>Logged</th>
                  <th className={HEAD}>Days</th>
                </tr>
              </thead>
              <tbody>
                {rows.map((row) => (
                  <JobRow key={row.jobId} row={row} />
                ))}
              </tbody>
            </table>
          </SideScroll>
        )}
      </Card>
      <div className="grid grid-cols-2 items-start gap-4 max-lg:grid-cols-1">
        <Groups
          title="Which systems pay"
          groups={groupedResults(rows, ({ systems }) => systems)}
          nameOf={(key) => {
            const system = FINISHING_SYSTEMS[key as keyof typeof FINISHING_SYSTEMS];
            return system ? `${key}, ${system.name}` : key;
          }}
        />
        <Groups
          title="Shop or client’s room"
          groups={groupedResults(rows, ({ place }) => [place])}
          nameOf={(key) => (key === 'client' ? 'everything on site' : 'loose pieces in the shop')}
        />
      </div>
    </main>
  );
}
