import type { CareDates } from '@upholder/core/handover';
import { dateWords } from '../../base/times.ts';
import { useCare } from '../../job/handover/useCare.ts';
import { useJobContext } from '../../job/useJobContext.ts';
import { Paper } from '../../parts/Paper.tsx';

/** The days of a finish on one line: from the last coat to its full cure. */
function CureLine({ dates }: { dates: CareDates }) {
  const days = [
    { day: dates.dryOn, words: 'use it, gently' },
    { day: dates.gentleUntil, words: 'wipe it damp' },
    { day: dates.curedOn, words: 'normal use' },
  ];
  return (
    <ol className="mt-3 grid grid-cols-3">
      {days.map(({ day, words }, at) => (
        <li key={words} className="border-black border-t-[3px] pt-1.5 pr-3">
          <span
            aria-hidden="true"
            className="-mt-[0.95rem] mb-1 block size-4 rounded-full border-[3px] border-black"
            style={{ background: ['#fff', '#999', '#000'][at] }}
          />
          <span className="block font-bold text-lead leading-tight">{dateWords(day, true)}</span>
          {words}
        </li>
      ))}
    </ol>
  );
}

/** The care card: this job’s own dates, and how its finish is cleaned. */
export function CareScreen() {
  const { detail, shop } = useJobContext();
  const cares = useCare(detail, shop);
  return (
    <Paper
      print="Print the card"
      tools={
        <a
          href={`/api/jobs/${detail.job.id}/export/care.ics`}
          download
          className="inline-flex min-h-14 items-center rounded-[3px] border-[1.5px] border-ink bg-raised px-6 font-semibold text-lead"
        >
          Dates for a calendar
        </a>
      }
    >
      <p>{shop.name}</p>
      <h1 className="text-head">Caring for the finish: {detail.job.name}</h1>
      {cares.length === 0 && <p className="mt-3">No coat is planned for this job yet.</p>}
      {cares.map(({ zones, product, dates, lines }) => (
        <section key={zones.join()} className="mt-5 break-inside-avoid">
          <h2 className="text-lead">
            {zones.join(', ')} <span className="font-normal">{product}</span>
          </h2>
          {dates && <CureLine dates={dates} />}
          <ul className="mt-3 list-disc pl-5">
            {lines.map((line) => (
              <li key={line} className="mt-1">
                {line}
              </li>
            ))}
          </ul>
        </section>
      ))}
      <p className="mt-5">If the shop or the product sheet says something different, follow that.</p>
    </Paper>
  );
}
