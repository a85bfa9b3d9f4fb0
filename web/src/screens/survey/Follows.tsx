import type { JobDetail, ZoneRow } from '@upholder/core/api';
import { type Caution, SAFETY_FOOTNOTE } from '@upholder/core/survey';
import { FINISHING_SYSTEMS } from '@upholder/core/systems';
import { TriangleAlert } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { money } from '../../base/voice.ts';
import { Button, Card, Notice } from '../../parts/controls.tsx';
import { OverrideDialog } from '../../parts/OverrideDialog.tsx';
import { fitWords } from './fitWords.ts';
import type { SurveyFindings } from './useSurvey.ts';

function Cautions({
  findings,
  detail,
  zone,
}: {
  findings: SurveyFindings;
  detail: JobDetail;
  zone: ZoneRow;
}) {
  const [taking, setTaking] = useState<Caution | null>(null);
  if (findings.cautions.length === 0) return null;
  return (
    <section aria-label="Cautions" className="flex flex-col gap-2">
      {findings.cautions.map((caution) => {
        const isTakenOn = findings.acknowledged.has(caution.code);
        const isStop = caution.severity === 'stop' && !isTakenOn;
        return (
          <div
            key={caution.code}
            className={`border-l-[6px] px-3 py-2 leading-snug ${isStop ? 'border-stop bg-stop-wash' : 'border-tape bg-sheet'}`}
          >
            <p className={`flex items-center gap-2 font-semibold ${isStop ? 'text-stop' : ''}`}>
              {isStop && <TriangleAlert size={18} aria-hidden="true" />}
              {isStop ? 'Stop: ' : ''}
              {caution.title}
            </p>
            <p className="text-note">{caution.text}</p>
            {isStop && (
              <Button kind="stop" className="mt-2 press-h-11" onClick={() => setTaking(caution)}>
                Cleared, or override
              </Button>
            )}
            {caution.severity === 'stop' && isTakenOn && (
              <p className="text-small text-quiet">Overridden; see the log.</p>
            )}
          </div>
        );
      })}
      <p className="text-small text-quiet leading-snug">{SAFETY_FOOTNOTE}</p>
      {taking && (
        <OverrideDialog
          jobId={detail.job.id}
          zoneId={zone.id}
          code={taking.code}
          title={taking.title}
          note={taking.text}
          onClose={() => setTaking(null)}
        />
      )}
    </section>
  );
}

function Shortlist({ findings, zone }: { findings: SurveyFindings; zone: ZoneRow }) {
  const listed = findings.ranking.filter(({ isShortlisted }) => isShortlisted);
  const out = findings.ranking.filter(({ exclusions }) => exclusions.length > 0).length;
  const hasPieces = findings.pieces.length > 0;
  return (
    <Card className="p-4" aria-label="Systems that fit">
      <h2>What fits</h2>
      <ol className="mt-2">
        {listed.map((system, index) => {
          const { systemId, terms, open } = system;
          const outlook = findings.outlooks?.[systemId];
          const best = [...terms].sort((a, b) => b.points - a.points)[0];
          const risk = open.find(({ ruledOutBy }) => ruledOutBy.length > 0);
          return (
            <li key={systemId} className="border-line border-t py-2 first:border-t-0">
              <p className="flex items-baseline gap-2">
                <span className={index === 0 ? 'tape' : 'px-2 font-semibold text-quiet'}>{systemId}</span>
                <span className="font-semibold">{FINISHING_SYSTEMS[systemId].name}</span>
              </p>
              <p className="mt-0.5 text-note leading-snug">
                <span className="font-semibold">{fitWords(system)}.</span>{' '}
                {best && best.points > 0 && best.why}
              </p>
              {hasPieces && outlook && (
                <p className="quantity mt-0.5 text-note">
                  {outlook.days === null ? '' : `≈ ${outlook.days} days, `}
                  {Math.round(outlook.hours)} h, {money(outlook.material)}
                </p>
              )}
              {risk && (
                <p className="text-small text-quiet leading-snug">
                  Ruled out if {QUESTION_WORDS[risk.question]}: {risk.ruledOutBy.join(', ')}.
                </p>
              )}
            </li>
          );
        })}
      </ol>
      <Link
        to={`../survey/systems?zone=${zone.id}`}
        className="mt-1 flex press-h-11 items-center justify-center rounded-[3px] border-[1.5px] border-act bg-act px-3 font-semibold text-on-act"
      >
        {zone.systemId ? 'Compare all systems again' : 'Compare and choose'}
      </Link>
      <p className="mt-2 text-small text-quiet leading-snug">
        {out} of {findings.ranking.length} are ruled out.{' '}
        {hasPieces
          ? 'Days, hours and material are rough estimates for the take-off so far.'
          : 'Days and costs appear with the take-off.'}
      </p>
    </Card>
  );
}

/** Open questions in words. */
export const QUESTION_WORDS: Record<string, string> = {
  substrate: 'it is made of',
  bleed: 'it bleeds',
  existing: 'the old finish is',
  look: 'the look is',
  canLeave: 'pieces can leave',
  pulls: 'it is opened by',
  room: 'it stands in',
  vulnerable: 'someone sensitive lives there',
};

/** What follows from the answers so far: cautions, advice, and the systems that fit. */
export function Follows({
  findings,
  detail,
  zone,
}: {
  findings: SurveyFindings;
  detail: JobDetail;
  zone: ZoneRow;
}) {
  return (
    <div className="flex flex-col gap-4">
      <Cautions findings={findings} detail={detail} zone={zone} />
      <Shortlist findings={findings} zone={zone} />
      {findings.advice.length > 0 && (
        <Card className="p-4" aria-label="Advice">
          <h2>What follows</h2>
          <ul className="mt-1">
            {findings.advice.map((advice) => (
              <li key={advice.do} className="border-line border-t py-2 first:border-t-0">
                <p className="font-semibold leading-snug">{advice.do}</p>
                <p className="text-note leading-snug">{advice.why}</p>
                <p className="text-small text-quiet leading-snug">Alternative: {advice.orElse}</p>
              </li>
            ))}
          </ul>
        </Card>
      )}
      {zone.systemId && zone.choiceReason && (
        <Notice>
          Chosen: {zone.systemId}, {FINISHING_SYSTEMS[zone.systemId].name}. {zone.choiceReason}
        </Notice>
      )}
    </div>
  );
}
