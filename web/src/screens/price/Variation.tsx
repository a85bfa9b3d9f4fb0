import type { JobDetail } from '@upholder/core/api';
import { type Agreed, type ScopeChange, scopeChanges, writtenOf } from '@upholder/core/handover';
import { differenceFrom, variationFor } from '@upholder/core/pricing';
import type { Quote } from '@upholder/core/quotes';
import { plural, regional } from '@upholder/core/said';
import { useState } from 'react';
import { useMay } from '../../api/useMay.ts';
import { moneyText, readMoney } from '../../base/moneyText.ts';
import { useOnce } from '../../base/useOnce.ts';
import { exactMoney } from '../../base/voice.ts';
import { useHappenings } from '../../job/handover/useHappenings.ts';
import { Button, Card, Field, Notice, TextArea, TextInput } from '../../parts/controls.tsx';

/** What a change of the scope is, in words. */
function changeWords({ zone, kind, count }: ScopeChange): string {
  const pieces = plural(count, 'piece', 'pieces');
  switch (kind) {
    case 'zone-added':
      return `${zone}: new, ${pieces}`;
    case 'zone-gone':
      return `${zone}: no longer part of the job, ${pieces}`;
    case 'pieces-added':
      return `${zone}: ${pieces} more`;
    case 'pieces-gone':
      return `${zone}: ${pieces} fewer`;
    case 'system':
      return `${zone}: another finishing system`;
    case 'colour':
      return regional(`${zone}: another colour`);
  }
}

/** What is no longer as it was agreed, and the price of that. */
export function Variation({
  detail: { job, zones, pieces, events },
  agreed,
  offer,
  roundTo,
}: {
  detail: JobDetail;
  agreed: Agreed;
  /** The job as it would be quoted now. */
  offer: Quote;
  /** What prices are rounded up to, in minor currency units. */
  roundTo: number;
}) {
  const may = useMay('changePricing');
  const happen = useHappenings(job.id);
  const changes = scopeChanges(
    agreed,
    zones.map((zone) => ({
      ...zone,
      pieceIds: pieces.filter(({ zoneId }) => zoneId === zone.id).map(({ id }) => id),
    })),
  );
  const difference = differenceFrom(agreed, offer);
  // Two prices that are each rounded up may be a step apart where nothing changed.
  const isAsAgreed = changes.length === 0 ? Math.abs(difference) <= roundTo : difference === 0;
  const proposal = changes.map(changeWords).join('. ');
  const [words, setWords] = useState<string | null>(null);
  const [amount, setAmount] = useState<string | null>(null);
  const [problem, setProblem] = useState('');
  const asked = amount ?? (isAsAgreed ? '' : moneyText(difference));
  const typed = readMoney(asked);
  const wanted = (words ?? proposal).trim();
  async function write(): Promise<void> {
    if (wanted === '') return setProblem('Say what changes, in a sentence for the client.');
    if (!typed.ok) return setProblem(typed.message);
    if (typed.value === null) return setProblem('Enter the price of the change; 0 where it costs nothing.');
    const quote = variationFor({
      now: offer,
      agreed,
      net: typed.value,
      words: wanted,
      before: writtenOf(events, 'variation'),
      code: job.code,
    });
    const kept = await happen({ kind: 'quote', quote });
    setProblem(kept.ok ? '' : kept.message);
    if (!kept.ok) return;
    setWords(null);
    setAmount(null);
  }
  const once = useOnce(write);
  return (
    <Card className="p-4" aria-label="Since it was agreed">
      <h2>Since it was agreed</h2>
      {changes.length === 0 ? (
        <p className="mt-1 text-quiet">Pieces, systems and colours are as agreed.</p>
      ) : (
        <ul className="mt-1 list-disc pl-5">
          {changes.map((change) => (
            <li key={`${change.zone} ${change.kind}`}>{changeWords(change)}</li>
          ))}
        </ul>
      )}
      <p className="mt-1">
        {isAsAgreed ? (
          'As it is now, the job would be priced as agreed.'
        ) : (
          <>
            As it is now, the job would be{' '}
            <span className="quantity">{exactMoney(Math.abs(difference))}</span>{' '}
            {difference > 0 ? 'more' : 'less'} than agreed, before tax.
          </>
        )}
      </p>
      <div className="mt-3 grid grid-cols-[1fr_10rem] gap-x-4 gap-y-3 max-md:grid-cols-1">
        <Field label="What changes, for the client">
          {(ids) => (
            <TextArea
              {...ids}
              rows={2}
              maxLength={2000}
              value={words ?? proposal}
              onChange={({ target }) => setWords(target.value)}
            />
          )}
        </Field>
        <Field label="Price before tax" hint={typed.ok ? undefined : typed.message}>
          {(ids) => (
            <TextInput
              {...ids}
              className="quantity text-right"
              value={asked}
              onChange={({ target }) => setAmount(target.value)}
            />
          )}
        </Field>
      </div>
      {problem !== '' && (
        <div className="mt-3">
          <Notice kind="stop">{problem}</Notice>
        </div>
      )}
      <Button className="mt-3" disabled={!may} onClick={once}>
        Write a variation
      </Button>
    </Card>
  );
}
