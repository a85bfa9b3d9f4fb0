import type { QuoteState, StandingQuote } from '@upholder/core/handover';
import type { QuoteAnswer } from '@upholder/core/quotes';
import { useState } from 'react';
import { Link } from 'react-router';
import { useMay } from '../../api/useMay.ts';
import { dateWords } from '../../base/times.ts';
import { exactMoney } from '../../base/voice.ts';
import { useHappenings } from '../../job/handover/useHappenings.ts';
import { Button, Card } from '../../parts/controls.tsx';
import { AnswerDialog } from './AnswerDialog.tsx';

const STATE_WORDS: Record<QuoteState, string> = {
  open: 'not answered yet',
  expired: 'no longer valid',
  replaced: 'replaced by a later one',
  accepted: 'accepted',
  declined: 'declined',
};

function Line({ jobId, standing }: { jobId: string; standing: StandingQuote }) {
  const { id, quote, answer, state } = standing;
  const [asked, setAsked] = useState<QuoteAnswer | null>(null);
  const happen = useHappenings(jobId);
  const may = useMay('changePricing');
  const isOpen = state === 'open' || state === 'expired';
  return (
    <li className="border-line border-t py-3">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h3 className="font-semibold">{quote.number}</h3>
        <span className="quantity">
          {quote.isAtLeast && 'at least '}
          {exactMoney(quote.gross, quote.currency)}
        </span>
        <span
          className={
            state === 'accepted' ? 'font-semibold text-act' : state === 'expired' ? 'text-stop' : 'text-quiet'
          }
        >
          {STATE_WORDS[state]}
        </span>
      </div>
      <p className="text-quiet">
        {quote.words !== '' && <span className="block text-ink">{quote.words}</span>}
        Written {dateWords(quote.madeOn)} by {standing.event.memberName}, valid until{' '}
        {dateWords(quote.validUntil)}
        {answer && (
          <>
            ; {answer.what.answer} by {answer.what.by} on {dateWords(answer.what.on)}
            {answer.what.note !== '' && `: ${answer.what.note}`}
          </>
        )}
      </p>
      <div className="mt-1.5 flex flex-wrap gap-2">
        <Link
          to={id}
          className="inline-flex press-h-9 items-center rounded-[3px] border-[1.5px] border-ink bg-raised px-3.5 font-semibold text-note hover:bg-closed"
        >
          Open and print
        </Link>
        {isOpen && (
          <>
            <Button kind="act" disabled={!may} onClick={() => setAsked('accepted')}>
              Accepted
            </Button>
            <Button disabled={!may} onClick={() => setAsked('declined')}>
              Declined
            </Button>
          </>
        )}
        {isOpen && (
          <Button
            kind="quiet"
            disabled={!may}
            onClick={() => void happen({ kind: 'withdrawn', eventId: id })}
          >
            Withdraw
          </Button>
        )}
        {answer && (
          <Button
            kind="quiet"
            disabled={!may}
            onClick={() => void happen({ kind: 'withdrawn', eventId: answer.id })}
          >
            Undo the answer
          </Button>
        )}
      </div>
      {asked && (
        <AnswerDialog jobId={jobId} standing={standing} answer={asked} onClose={() => setAsked(null)} />
      )}
    </li>
  );
}

/** Quotes and variations of a job, the newest first. */
export function QuoteList({ jobId, quotes }: { jobId: string; quotes: readonly StandingQuote[] }) {
  return (
    <Card className="p-4" aria-label="Quotes written">
      <h2>Quotes and variations</h2>
      {quotes.length === 0 ? (
        <p className="mt-1 text-quiet">None is written yet.</p>
      ) : (
        <ul className="mt-2">
          {quotes.toReversed().map((standing) => (
            <Line key={standing.id} jobId={jobId} standing={standing} />
          ))}
        </ul>
      )}
    </Card>
  );
}
