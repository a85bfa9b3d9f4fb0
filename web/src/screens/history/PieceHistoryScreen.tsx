import { APPLICATOR_WORDS } from '@upholder/core/catalogue';
import {
  CAUSE_WORDS,
  DEFECT_TRAITS,
  type FilmFacts,
  filmsOfPiece,
  lastAnswer,
  PART_WORDS,
  SEVERITY_WORDS,
  workOnPiece,
} from '@upholder/core/inspection';
import { tagsOf } from '@upholder/core/pieces';
import { localDate, toMinute } from '@upholder/core/shop';
import { does, FINISHING_SYSTEMS } from '@upholder/core/systems';
import { formatDuration } from '@upholder/core/units';
import { actionWords } from '@upholder/core/words';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { upholder } from '../../api/upholder.ts';
import { useMay } from '../../api/useMay.ts';
import { whenWords } from '../../base/times.ts';
import { useNowMinute } from '../../base/useNow.ts';
import { show } from '../../base/voice.ts';
import { answerWords } from '../../job/inspection/answerWords.ts';
import { ReportDialog } from '../../job/inspection/ReportDialog.tsx';
import { surroundingsOf } from '../../job/inspection/surroundings.ts';
import { useJobContext, usePieceStates } from '../../job/useJobContext.ts';
import { Button, Card, Notice } from '../../parts/controls.tsx';
import { PieceGlyph, stateWords } from '../../parts/PieceGlyph.tsx';
import { PrintHead } from '../../parts/PrintHead.tsx';
import { PieceReadings } from './PieceReadings.tsx';

/** How the time since the film below compares with its window; empty for the first film. */
function intervalWords({ under }: FilmFacts): { words: string; isBad: boolean } {
  if (!under) return { words: 'first film', isBad: false };
  const { keptMin, askedMin, shutMin, wasScuffed, product } = under;
  const kept = `${formatDuration(keptMin)} after ${product}`;
  if (keptMin < askedMin) return { words: `${kept}: it asked for ${formatDuration(askedMin)}`, isBad: true };
  if (shutMin !== null && keptMin > shutMin)
    return wasScuffed
      ? { words: `${kept}: past its window, but sanded first`, isBad: false }
      : { words: `${kept}: its window closed at ${formatDuration(shutMin)}`, isBad: true };
  return { words: `${kept}, within its window`, isBad: false };
}

const LINK = 'text-act underline underline-offset-2 print:no-underline';

function FilmRow({ film, coated }: { film: FilmFacts; coated: string }) {
  const { shop } = useJobContext();
  const now = useNowMinute();
  const { entry, step, coat, batch } = film;
  const interval = intervalWords(film);
  const isFilmBad =
    coat.wft.value !== null &&
    ((coat.wft.from !== null && coat.wft.value < coat.wft.from) ||
      (coat.wft.to !== null && coat.wft.value > coat.wft.to));
  const facts = [
    step.applicator ? `${APPLICATOR_WORDS[step.applicator]}${coat.gun ? `, ${coat.gun}` : ''}` : null,
    coat.thinning &&
      (coat.thinning.fraction === 0
        ? 'unthinned'
        : `${Math.round(coat.thinning.fraction * 1000) / 10} % thinner`),
    coat.seconds.value === null ? null : `${coat.seconds.value} s in the cup`,
    coat.air && `${show('temperature', coat.air.airC)}, ${Math.round(coat.air.rhPct)} %`,
    batch && `batch ${batch}`,
  ].filter(Boolean);
  return (
    <li className="grid grid-cols-[9rem_minmax(0,1fr)] gap-x-4 border-line border-t py-2 leading-snug max-md:grid-cols-1">
      <div>
        <span className="font-semibold">{step.name}</span>
        <span className="block text-note text-quiet">
          {whenWords(toMinute(entry.doneAt), now, shop.timeZone)}, {entry.memberName}
        </span>
      </div>
      <div>
        <p>
          {coat.product}
          {facts.length > 0 && <span className="text-quiet"> · {facts.join(' · ')}</span>}
        </p>
        <p className={`text-note ${interval.isBad ? 'font-semibold text-stop' : 'text-quiet'}`}>
          {interval.words}
        </p>
        {coat.wft.value !== null && (
          <p className={`text-note ${isFilmBad ? 'font-semibold text-stop' : 'text-quiet'}`}>
            {show('film', coat.wft.value)} wet by comb
          </p>
        )}
        <p className="flex flex-wrap gap-x-4 text-note">
          {entry.coat?.mixId && (
            <Link to={`/bench/${entry.coat.mixId}`} className={LINK}>
              The mix{coated && `, also on ${coated}`}
            </Link>
          )}
          <span className="no-print flex flex-wrap gap-x-4">
            <span className="text-quiet">What else had the same</span>
            {entry.coat?.mixId && (
              <Link to={`/trace?mix=${entry.coat.mixId}`} className={LINK}>
                mix
              </Link>
            )}
            {batch && (
              <Link
                to={`/trace?${new URLSearchParams({ product: coat.productKey, batch })}`}
                className={LINK}
              >
                batch
              </Link>
            )}
            <Link
              to={`/trace?${new URLSearchParams({
                product: coat.productKey,
                day: localDate(toMinute(entry.doneAt), shop.timeZone),
              })}`}
              className={LINK}
            >
              product that day
            </Link>
          </span>
        </p>
        {entry.note && <p className="text-note italic">{entry.note}</p>}
      </div>
    </li>
  );
}

/** Everything that one piece got: films with their mixes, air and intervals, the work between, what was found on it. */
export function PieceHistoryScreen() {
  const { pieceId = '' } = useParams();
  const { detail, shop } = useJobContext();
  const now = useNowMinute();
  const states = usePieceStates(detail, shop);
  const { data: mixes } = upholder.useJobMixesQuery(detail.job.id);
  const mayCallBack = useMay('addJobEvent');
  const [isCalledBack, setCalledBack] = useState(false);
  const around = surroundingsOf(pieceId, detail, shop, mixes?.mixes);
  if (!around)
    return (
      <main className="p-5">
        <Notice kind="stop">This job has no such piece.</Notice>
      </main>
    );
  const { piece, zone } = around;
  const sides = piece.finishBack ? (['front', 'back'] as const) : (['front'] as const);
  const films = new Map(sides.map((side) => [side, filmsOfPiece(around, side)]));
  const work = workOnPiece(around).filter(({ step }) => !does(step, 'laysFilm') || step.isEdgesOnly);
  const findings = detail.findings.filter((finding) => finding.pieceId === piece.id);
  const state = states.get(piece.id);
  const coatedWith = ({ entry }: FilmFacts) => {
    const others = new Set(
      detail.log
        .filter(({ coat, id }) => coat?.mixId && coat.mixId === entry.coat?.mixId && id !== entry.id)
        .flatMap(({ pieceIds }) => pieceIds)
        .concat(entry.pieceIds),
    );
    others.delete(piece.id);
    return others.size === 0 ? '' : tagsOf(detail.pieces, [...others]);
  };
  const name = zone.customSystem
    ? `${zone.customSystem.name}, version ${zone.customSystem.version}`
    : zone.systemId && `${zone.systemId}, ${FINISHING_SYSTEMS[zone.systemId].name}`;
  return (
    <main className="mx-auto max-w-4xl p-5 print:p-0">
      <PrintHead job={detail.job}>{`history of ${piece.tag}`}</PrintHead>
      <div className="flex items-start gap-5">
        <PieceGlyph piece={piece} states={state} colour={zone.newColour} size={84} now={now} />
        <div className="min-w-0 flex-1">
          <h2>History of {piece.tag}</h2>
          <p className="text-quiet">
            {zone.name}
            {name && ` · ${name}`}
            {state && ` · ${stateWords(state, now)}`}
          </p>
        </div>
        <div className="no-print flex flex-wrap justify-end gap-2">
          {detail.job.status !== 'open' && (
            <Button kind="act" posture="floor" disabled={!mayCallBack} onClick={() => setCalledBack(true)}>
              Open a call-back
            </Button>
          )}
          <Button posture="floor" onClick={() => window.print()}>
            Print
          </Button>
        </div>
      </div>
      {isCalledBack && (
        <ReportDialog
          detail={detail}
          shop={shop}
          pieces={[piece]}
          now={now}
          callBackVia="label"
          onClose={() => setCalledBack(false)}
        />
      )}
      {[...films].map(([side, list]) => (
        <Card key={side} className="mt-4 p-5 print:p-0" aria-label={`Films, ${side}`}>
          <h3>Films, {side}</h3>
          {list.length === 0 ? (
            <p className="mt-1 text-quiet">None logged yet.</p>
          ) : (
            <ol className="mt-2">
              {list.map((film) => (
                <FilmRow key={film.entry.id} film={film} coated={coatedWith(film)} />
              ))}
            </ol>
          )}
        </Card>
      ))}
      <Card className="mt-4 p-5 print:p-0" aria-label="Work between the films">
        <h3>Work between the films</h3>
        {work.length === 0 ? (
          <p className="mt-1 text-quiet">None logged yet.</p>
        ) : (
          <ol className="mt-2 columns-2 gap-6 text-note leading-relaxed max-md:columns-1">
            {work.map(({ entry, step }) => (
              <li key={entry.id}>
                <span className="quantity">{whenWords(toMinute(entry.doneAt), now, shop.timeZone)}</span>{' '}
                {actionWords(entry.action, step.name)} <span className="text-quiet">{entry.memberName}</span>
              </li>
            ))}
          </ol>
        )}
      </Card>
      <PieceReadings pieceId={piece.id} />
      {findings.length > 0 && (
        <Card className="mt-4 p-5 print:p-0" aria-label="Findings on it">
          <h3>Findings</h3>
          <ul className="mt-2">
            {findings.map((finding) => {
              const answer = lastAnswer(finding);
              return (
                <li key={finding.id} className="border-line border-t py-2 leading-snug">
                  <Link
                    to={`../inspection?finding=${finding.id}`}
                    className="font-semibold text-act underline underline-offset-2 print:no-underline"
                  >
                    {DEFECT_TRAITS[finding.defect].name}
                  </Link>
                  , {SEVERITY_WORDS[finding.severity]}, {finding.spot.side} {PART_WORDS[finding.spot.part]}
                  <span className="text-quiet">
                    {' '}
                    · {finding.memberName}, {whenWords(toMinute(finding.foundAt), now, shop.timeZone)}
                  </span>
                  <span className="block text-note text-quiet">
                    {answerWords(finding, detail)}
                    {answer?.cause && ` · ${CAUSE_WORDS[answer.cause]}`}
                  </span>
                </li>
              );
            })}
          </ul>
        </Card>
      )}
    </main>
  );
}
