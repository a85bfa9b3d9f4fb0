import { quotesOf } from '@upholder/core/handover';
import type { Quote, QuotedZone } from '@upholder/core/quotes';
import { speak } from '@upholder/core/words';
import { useParams } from 'react-router';
import { dateWords, today } from '../../base/times.ts';
import { exactMoney, show, voice } from '../../base/voice.ts';
import { useJobContext } from '../../job/useJobContext.ts';
import { Card } from '../../parts/controls.tsx';
import { Paper, Part } from '../../parts/Paper.tsx';
import { PieceGlyph } from '../../parts/PieceGlyph.tsx';

function Swatch({ colour, name }: { colour: string; name: string }) {
  return (
    <span className="inline-flex items-center gap-1.5">
      <span
        className="inline-block size-4 border border-black print:[print-color-adjust:exact]"
        style={{ background: colour }}
      />
      {name}
    </span>
  );
}

const sentence = (parts: readonly string[]): string => {
  const words = parts.map((part) => speak(part, voice())).join(', ');
  return words === '' ? '' : `${words.charAt(0).toUpperCase()}${words.slice(1)}.`;
};

function ZonePart({ zone, quote }: { zone: QuotedZone; quote: Quote }) {
  const isPriced = quote.shows === 'zones' && quote.of === 'job';
  return (
    <Part title={zone.name}>
      <p>
        <span className="font-semibold">{speak(zone.pieces, voice())}</span>
        {isPriced && (
          <span className="float-right font-semibold tabular-nums">
            {exactMoney(zone.price, quote.currency)}
          </span>
        )}
      </p>
      <p className="flex flex-wrap gap-x-4">
        <Swatch colour={zone.oldColour} name="now" />
        <Swatch colour={zone.newColour} name="then" />
        {zone.product !== '' && (
          <span>
            {zone.product}
            {zone.sheen !== '' && !zone.product.includes(zone.sheen) && `, ${zone.sheen}`}
          </span>
        )}
      </p>
      <p>{sentence(zone.work)}</p>
      <p>
        {zone.sample === ''
          ? 'A sample is agreed before the first colour coat.'
          : `Agreed sample: ${zone.sample}.`}
      </p>
      {zone.drawings.length > 0 && (
        <ul className="mt-2 flex flex-wrap items-end gap-x-5 gap-y-3">
          {zone.drawings.map(({ count, tags, shape }) => (
            <li key={tags} className="text-center text-small">
              <PieceGlyph piece={shape} colour={zone.newColour} size={62} />
              <p className="tabular-nums">
                {count} × {show('length', shape.widthMm)} × {show('length', shape.heightMm)}
              </p>
            </li>
          ))}
        </ul>
      )}
    </Part>
  );
}

function Sums({ quote }: { quote: Quote }) {
  const { currency } = quote;
  const row = (name: string, amount: number, isBold = false) => (
    <p key={name} className={`flex justify-between gap-6 ${isBold ? 'font-semibold' : ''}`}>
      <span>{name}</span>
      <span className="tabular-nums">{exactMoney(amount, currency)}</span>
    </p>
  );
  return (
    <Part title={quote.of === 'variation' ? 'Price of the change' : 'Price'}>
      <div>
        {quote.shows === 'lines' &&
          quote.lines.map(({ words, amount }) => row(speak(words, voice()), amount ?? 0))}
        {row('Before tax', quote.net)}
        {quote.taxPct !== null && row(`${quote.taxName} ${quote.taxPct} %`, quote.tax)}
        {row(quote.isAtLeast ? 'At least' : 'To pay', quote.gross, true)}
      </div>
      {quote.taxPct === null && <p>Tax is not included.</p>}
    </Part>
  );
}

function Lines({ title, lines }: { title: string; lines: readonly string[] }) {
  if (lines.length === 0) return null;
  return (
    <Part title={title}>
      <ul className="list-disc pl-5">
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </Part>
  );
}

/** One quote or variation, as the client gets it. */
export function QuotePaper() {
  const { detail, shop } = useJobContext();
  const { quoteId } = useParams();
  const standing = quotesOf(detail.events, today()).find(({ id }) => id === quoteId);
  if (!standing)
    return (
      <main className="p-5">
        <Card className="p-5">
          <h1>No such quote</h1>
          <p className="mt-1">It may have been withdrawn.</p>
        </Card>
      </main>
    );
  const { quote, answer } = standing;
  const isVariation = quote.of === 'variation';
  return (
    <Paper
      print={isVariation ? 'Print the variation' : 'Print the quote'}
      back={{ to: '../materials/quotes', name: 'Back to the quotes' }}
    >
      <p>{shop.name}</p>
      <h1 className="text-head">
        {isVariation ? 'Variation' : 'Quote'} {quote.number}
      </h1>
      <p>
        {quote.client !== '' && `For ${quote.client}: `}
        {quote.jobName}
      </p>
      <p>
        {dateWords(quote.madeOn, true)}, valid until {dateWords(quote.validUntil, true)}
      </p>
      {isVariation ? (
        <Part title="What changes">
          <p className="whitespace-pre-line">{quote.words}</p>
        </Part>
      ) : (
        quote.zones.map((zone) => <ZonePart key={zone.zoneId} zone={zone} quote={quote} />)
      )}
      {!isVariation && quote.startOn && (
        <Part title="When">
          <p>
            From {dateWords(quote.startOn, true)}
            {quote.endOn && ` to ${dateWords(quote.endOn, true)}`}
            {quote.roomDays !== null &&
              quote.roomDays > 0 &&
              `; we work in your room on ${quote.roomDays === 1 ? 'one day' : `${quote.roomDays} days`}`}
            .
          </p>
        </Part>
      )}
      <Sums quote={quote} />
      <Lines title="Not part of it, and not promised" lines={quote.exclusions} />
      <Lines title="Care" lines={quote.care} />
      {quote.terms !== '' && (
        <Part title="Terms">
          <p className="whitespace-pre-line">{quote.terms}</p>
        </Part>
      )}
      <section className="mt-8 break-inside-avoid">
        {answer ? (
          <p className="font-semibold">
            {answer.what.answer === 'accepted' ? 'Accepted' : 'Declined'} by {answer.what.by} on{' '}
            {dateWords(answer.what.on, true)}
          </p>
        ) : (
          <div className="grid grid-cols-3 gap-6 pt-8">
            {['Accepted by', 'Date', 'Signature'].map((name) => (
              <p key={name} className="border-black border-t pt-1 text-note">
                {name}
              </p>
            ))}
          </div>
        )}
      </section>
    </Paper>
  );
}
