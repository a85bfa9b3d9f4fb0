import {
  cupsOf,
  mixClock,
  mixState,
  pouredOf,
  recipeWords,
  resultWords,
  summariseRuns,
} from '@upholder/core/mixing';
import { toMinute } from '@upholder/core/shop';
import { Link } from 'react-router';
import { clockWords, dayWords } from '../../base/times.ts';
import { show } from '../../base/voice.ts';
import { useMixOfAddress } from '../../job/useMixClocks.ts';
import { Button, Notice, Skeleton } from '../../parts/controls.tsx';
import { QrCode } from '../../parts/QrCode.tsx';

/** The label of a mix: what is in it, how thin, until when, by whom, and the way back to it. */
export function MixLabelScreen() {
  const known = useMixOfAddress();
  if (!known) return <Skeleton />;
  if (!known.found)
    return (
      <main className="p-5">
        <Notice action={<Link to="/bench">To the bench</Link>}>This mix is not on the bench.</Notice>
      </main>
    );
  const { shop } = known;
  const { mix, sheet } = known.found;
  const state = mixState(pouredOf(mix), sheet);
  const clock = mixClock(mix, sheet, shop.planningClimate.airC, Date.parse(mix.startedAt));
  const last = mix.readings.at(-1);
  const seconds = last && summariseRuns(last.runs)?.mean;
  const when = (at: string | number) => {
    const minute = toMinute(new Date(at));
    return `${dayWords(minute, shop.timeZone)} ${clockWords(minute, shop.timeZone)}`;
  };
  return (
    <main className="flex flex-col items-start gap-4 p-5 print:p-0">
      <div className="no-print flex gap-3">
        <Button kind="act" posture="floor" onClick={() => window.print()}>
          Print the label
        </Button>
        <Link
          to={`/bench/${mix.id}`}
          className="min-h-14 px-3 font-semibold text-act leading-[3.5rem] underline"
        >
          Back to the mix
        </Link>
      </div>
      <article
        aria-label="Label of the mix"
        className="flex w-[100mm] gap-4 border-2 border-ink bg-white p-4 text-black leading-snug"
      >
        <div className="min-w-0 flex-1">
          <p className="font-bold text-lead leading-tight">{sheet.name}</p>
          <p>{mix.purpose || 'unassigned mix'}</p>
          <p className="mt-1 font-semibold">{recipeWords(sheet, mix.recipe)}</p>
          <p>
            {show('volume', Math.round(state.mixMl))}, {(state.fraction * 100).toFixed(1)} % on paint
            {mix.batch && `, batch ${mix.batch}`}
          </p>
          {last && seconds !== undefined && (
            <p>
              {resultWords({ cupId: last.cupId, seconds, fraction: last.fraction }, cupsOf(shop.benchItems))}
            </p>
          )}
          <p>
            Mixed {when(mix.startedAt)}, {mix.madeBy}
          </p>
          <p className="font-bold">{clock ? `Use by ${when(clock.until)}` : 'Keeps, closed'}</p>
        </div>
        <QrCode text={`${window.location.origin}/bench/${mix.id}`} sizeMm={26} />
      </article>
    </main>
  );
}
