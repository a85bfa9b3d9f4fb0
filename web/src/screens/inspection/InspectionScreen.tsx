import type { JobDetail } from '@upholder/core/api';
import {
  DEFECT_TRAITS,
  isUnsettled,
  lastDoneKey,
  lookFor,
  PART_WORDS,
  SEVERITY_WORDS,
  STATE_WORDS,
  statedFindings,
} from '@upholder/core/inspection';
import { toMinute } from '@upholder/core/shop';
import { stepAppliesTo } from '@upholder/core/systems';
import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { useMay } from '../../api/useMay.ts';
import { whenWords } from '../../base/times.ts';
import { useNowMinute } from '../../base/useNow.ts';
import { ReportDialog } from '../../job/inspection/ReportDialog.tsx';
import { sheetsOf } from '../../job/productLookups.ts';
import { useJobContext, usePieceStates } from '../../job/useJobContext.ts';
import { Button, Card } from '../../parts/controls.tsx';
import { PieceGlyph } from '../../parts/PieceGlyph.tsx';
import { CombCharts } from './CombCharts.tsx';
import { FindingPanel } from './FindingPanel.tsx';

/** Every finding of a job; those that wait for somebody first. */
function inOrder(detail: JobDetail) {
  return statedFindings(detail).sort(
    (a, b) =>
      Number(isUnsettled(b.state)) - Number(isUnsettled(a.state)) ||
      Number(b.state === 'open') - Number(a.state === 'open') ||
      b.finding.foundAt.localeCompare(a.finding.foundAt),
  );
}

/** What to look for now, zone by zone, and the standard that was agreed. */
function LookFor({ detail }: { detail: JobDetail }) {
  const { shop } = useJobContext();
  const sheets = sheetsOf(shop);
  const zones = detail.zones.flatMap((zone) => {
    const steps = detail.steps
      .filter(({ zoneId }) => zoneId === zone.id)
      .sort((a, b) => a.position - b.position);
    const pieces = detail.pieces.filter(({ zoneId }) => zoneId === zone.id);
    // What the furthest piece has had is what is looked over now.
    const at = Math.max(
      -1,
      ...pieces.map(({ id }) => {
        const key = lastDoneKey(steps, detail.log, id);
        return steps.findIndex((step) => step.key === key);
      }),
    );
    const [first] = pieces;
    if (!first || steps.length === 0) return [];
    const own = steps.filter((step) => step.pieceIds.length === 0 && stepAppliesTo(step, first));
    const done = own.filter(({ position }) => position <= (steps[at]?.position ?? -1));
    const words = lookFor(done, own.slice(done.length), sheets);
    return [{ zone, last: done.at(-1)?.name ?? 'nothing yet', words }];
  });
  return (
    <Card className="p-5" aria-label="What to look for">
      <h2>What to look for now</h2>
      {zones.map(({ zone, last, words }) => (
        <section key={zone.id} className="mt-3">
          <h3>
            {zone.name} <span className="font-normal text-quiet">after {last}</span>
          </h3>
          <ul className="mt-1 flex list-disc flex-col gap-1 pl-5 leading-snug">
            {words.map((one) => (
              <li key={one}>{one}</li>
            ))}
          </ul>
          <p className="mt-1 text-note text-quiet leading-snug">
            {zone.survey.sample?.shownOn
              ? `Agreed sample: ${zone.survey.sample.shownOn}${zone.survey.sample.agreedBy ? `, by ${zone.survey.sample.agreedBy}` : ''}.`
              : 'No sample is agreed; enter one under Survey.'}
          </p>
        </section>
      ))}
    </Card>
  );
}

/** Everything that was found on a job: what to look for, what waits for a decision, what became of the rest. */
export function InspectionScreen() {
  const { detail, shop } = useJobContext();
  const now = useNowMinute();
  const states = usePieceStates(detail, shop);
  const [search, setSearch] = useSearchParams();
  const [isReporting, setReporting] = useState(false);
  const mayReport = useMay('addFinding');
  const all = useMemo(() => inOrder(detail), [detail]);
  const chosen = all.find(({ finding }) => finding.id === search.get('finding')) ?? all[0];
  const pieceOf = (id: string) => detail.pieces.find((piece) => piece.id === id);
  const colours = new Map(detail.zones.map(({ id, newColour }) => [id, newColour]));
  return (
    <main className="grid flex-1 grid-cols-[minmax(19rem,24rem)_minmax(0,1fr)] grid-rows-[auto_1fr] items-start gap-4 p-5 max-lg:grid-cols-1 max-lg:grid-rows-none">
      <div className="flex flex-col gap-4">
        <Button
          kind="act"
          disabled={!mayReport || detail.pieces.length === 0}
          onClick={() => setReporting(true)}
        >
          Report a defect
        </Button>
        {all.length > 0 && (
          <nav aria-label="Findings" className="divide-y divide-line bg-sheet">
            {all.map(({ finding, state }) => {
              const piece = pieceOf(finding.pieceId);
              return (
                <button
                  key={finding.id}
                  type="button"
                  aria-current={chosen?.finding.id === finding.id}
                  onClick={() => setSearch({ finding: finding.id }, { replace: true })}
                  className={`flex min-h-16 w-full items-center gap-3 border-l-[6px] px-3 py-2 text-left leading-snug ${
                    chosen?.finding.id === finding.id
                      ? 'border-l-ink bg-raised'
                      : 'border-l-transparent hover:bg-raised'
                  }`}
                >
                  {piece && (
                    <PieceGlyph
                      piece={piece}
                      states={states.get(piece.id)}
                      colour={colours.get(piece.zoneId) ?? '#888888'}
                      size={38}
                      now={now}
                    />
                  )}
                  <span className="min-w-0 flex-1">
                    <span className="font-semibold">
                      {piece?.tag} · {DEFECT_TRAITS[finding.defect].name}
                    </span>
                    <span className="block text-note text-quiet">
                      {SEVERITY_WORDS[finding.severity]}, {finding.spot.side} {PART_WORDS[finding.spot.part]}{' '}
                      · {whenWords(toMinute(finding.foundAt), now, shop.timeZone)}
                    </span>
                  </span>
                  <span className={`text-note ${state === 'open' ? 'font-semibold text-act' : 'text-quiet'}`}>
                    {STATE_WORDS[state]}
                  </span>
                </button>
              );
            })}
          </nav>
        )}
      </div>
      <div className="lg:col-start-2 lg:row-span-2 lg:row-start-1">
        {chosen ? (
          <FindingPanel key={chosen.finding.id} finding={chosen.finding} state={chosen.state} />
        ) : (
          <Card className="p-6">
            <h2>Nothing found yet</h2>
            <p className="mt-1 max-w-prose text-quiet">
              Report a defect here or on the floor: tap where it is, then what it looks like. Upholder ranks
              the likely causes from the log and proposes a repair.
            </p>
          </Card>
        )}
      </div>
      <div className="flex flex-col gap-4 lg:col-start-1 lg:row-start-2">
        <LookFor detail={detail} />
        <CombCharts detail={detail} />
      </div>
      {isReporting && (
        <ReportDialog
          detail={detail}
          shop={shop}
          pieces={detail.pieces}
          now={now}
          onClose={() => setReporting(false)}
        />
      )}
    </main>
  );
}
