import { agreedOf, quotesOf } from '@upholder/core/handover';
import { termsOf } from '@upholder/core/pricing';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useMay } from '../../api/useMay.ts';
import { dateWords, today } from '../../base/times.ts';
import { useOnce } from '../../base/useOnce.ts';
import { exactMoney } from '../../base/voice.ts';
import { useHappenings } from '../../job/handover/useHappenings.ts';
import { MaterialsTabs } from '../../job/MaterialsTabs.tsx';
import { useJobContext } from '../../job/useJobContext.ts';
import { Button, Card, Field, Notice, TextArea } from '../../parts/controls.tsx';
import { MayNote } from '../../parts/MayNote.tsx';
import { QuoteList } from './QuoteList.tsx';
import { useOffer, usualExclusions } from './useOffer.ts';
import { Variation } from './Variation.tsx';

/** Quotes for the client: written, answered, agreed, and what changed since. */
export function QuotesScreen() {
  const { detail, shop } = useJobContext();
  const quotes = useMemo(() => quotesOf(detail.events, today()), [detail.events]);
  const agreed = useMemo(() => agreedOf(quotes), [quotes]);
  const happen = useHappenings(detail.job.id);
  const may = useMay('changePricing');
  const last = quotes.findLast(({ quote }) => quote.of === 'job');
  const usual = useMemo(() => last?.quote.exclusions ?? usualExclusions(detail, shop), [last, detail, shop]);
  const [typed, setTyped] = useState<string | null>(null);
  const exclusions = useMemo(
    () =>
      typed === null
        ? usual
        : typed
            .split('\n')
            .map((line) => line.trim())
            .filter(Boolean),
    [typed, usual],
  );
  const offer = useOffer(detail, shop, exclusions);
  const [problem, setProblem] = useState('');
  async function write(): Promise<void> {
    if (!offer) return;
    const kept = await happen({ kind: 'quote', quote: offer });
    setProblem(kept.ok ? '' : kept.message);
    if (kept.ok) setTyped(null);
  }
  const once = useOnce(write);
  return (
    <>
      <MayNote call="changePricing" />
      <main className="flex flex-col gap-4 p-5 max-md:p-3">
        <MaterialsTabs />
        <h1>Quotes</h1>
        {agreed && (
          <Notice kind="act">
            Agreed: <span className="quantity">{exactMoney(agreed.gross, agreed.base.quote.currency)}</span>,{' '}
            {agreed.base.quote.number} accepted by {agreed.base.answer?.what.by} on{' '}
            {dateWords(agreed.base.answer?.what.on ?? agreed.base.quote.madeOn)}
            {agreed.variations.length > 0 &&
              ` with ${agreed.variations.length === 1 ? 'one variation' : `${agreed.variations.length} variations`}`}
            .
          </Notice>
        )}
        <div className="grid grid-cols-2 items-start gap-4 max-lg:grid-cols-1">
          <div className="flex flex-col gap-4">
            {agreed && offer && (
              <Variation
                detail={detail}
                agreed={agreed}
                offer={offer}
                roundTo={termsOf(shop.settings, detail.job.pricing).roundTo}
              />
            )}
            <Card className="p-4" aria-label="A new quote">
              <h2>{quotes.length === 0 ? 'Write the first quote' : 'Write a new quote'}</h2>
              {offer ? (
                <>
                  <p className="mt-1">
                    {offer.number}:{' '}
                    <span className="quantity">
                      {offer.isAtLeast && 'at least '}
                      {exactMoney(offer.gross)}
                    </span>
                    , {exactMoney(offer.net)} before tax, valid until {dateWords(offer.validUntil)}.{' '}
                    <Link to="../materials/price" className="underline underline-offset-2">
                      How it is made
                    </Link>
                  </p>
                  {offer.isAtLeast && (
                    <p className="mt-1 text-quiet">
                      Some of it is not priced. The quote will say “at least”; better enter what is missing
                      first.
                    </p>
                  )}
                  <Field label="Not part of it, and not promised: a line each" className="mt-3">
                    {(ids) => (
                      <TextArea
                        {...ids}
                        rows={7}
                        maxLength={4000}
                        value={typed ?? usual.join('\n')}
                        onChange={({ target }) => setTyped(target.value)}
                      />
                    )}
                  </Field>
                  {problem !== '' && (
                    <div className="mt-3">
                      <Notice kind="stop">{problem}</Notice>
                    </div>
                  )}
                  <Button kind={agreed ? 'plain' : 'act'} className="mt-3" disabled={!may} onClick={once}>
                    Write {offer.number}
                  </Button>
                </>
              ) : (
                <p className="mt-1">
                  Nothing to price yet.{' '}
                  <Link to="../sequence" className="font-semibold underline underline-offset-2">
                    Choose a system under Sequence
                  </Link>{' '}
                  and list the pieces.
                </p>
              )}
            </Card>
          </div>
          <QuoteList jobId={detail.job.id} quotes={quotes} />
        </div>
      </main>
    </>
  );
}
