import type { StandingQuote } from '@upholder/core/handover';
import { QUOTE_ROUTES, type QuoteAnswer, type QuoteRoute } from '@upholder/core/quotes';
import { useState } from 'react';
import { dateWords, today } from '../../base/times.ts';
import { useOnce } from '../../base/useOnce.ts';
import { exactMoney } from '../../base/voice.ts';
import { useHappenings } from '../../job/handover/useHappenings.ts';
import { Button, Field, Notice, Select, TextArea, TextInput } from '../../parts/controls.tsx';
import { DateInput } from '../../parts/DateField.tsx';
import { Modal } from '../../parts/Modal.tsx';

const ROUTE_WORDS: Record<QuoteRoute, string> = {
  signed: 'signed on paper',
  'in writing': 'in writing: letter, mail, message',
  'by word': 'by word of mouth',
};

/** Keeps what the client says to a quote: who, when, how. */
export function AnswerDialog({
  jobId,
  standing: { id, quote, answer: given },
  answer,
  onClose,
}: {
  jobId: string;
  standing: StandingQuote;
  answer: QuoteAnswer;
  onClose(): void;
}) {
  const happen = useHappenings(jobId);
  const [by, setBy] = useState('');
  const [on, setOn] = useState(today());
  const [how, setHow] = useState<QuoteRoute>('signed');
  const [note, setNote] = useState('');
  const [problem, setProblem] = useState('');
  const [isChecked, setChecked] = useState(false);
  const wrong = {
    by: by.trim() === '' ? 'Enter the name of whoever said so.' : undefined,
    on:
      on === ''
        ? 'Enter the day.'
        : on < quote.madeOn
          ? 'The quote was not written yet on that day.'
          : on > today()
            ? 'That day is still to come.'
            : undefined,
  };
  async function keep(): Promise<void> {
    setChecked(true);
    if (wrong.by || wrong.on) return;
    const kept = await happen({
      kind: 'quote-answer',
      quoteId: id,
      answer,
      by: by.trim(),
      on,
      how,
      note,
    });
    if (kept.ok) onClose();
    else setProblem(kept.message);
  }
  const once = useOnce(keep);
  const isYes = answer === 'accepted';
  return (
    <Modal
      isOpen
      onClose={onClose}
      title={isYes ? `${quote.number} is accepted` : `${quote.number} is declined`}
      note={`${exactMoney(quote.gross, quote.currency)}${isYes ? '. From then on it is the agreed scope of the job.' : ''}`}
      width="34rem"
    >
      <div className="grid grid-cols-2 gap-x-4 gap-y-3">
        <Field label="By" error={isChecked ? wrong.by : undefined} className="col-span-2">
          {(ids) => (
            <TextInput {...ids} maxLength={120} value={by} onChange={({ target }) => setBy(target.value)} />
          )}
        </Field>
        <Field label="On" error={isChecked ? wrong.on : undefined}>
          {(ids) => <DateInput {...ids} value={on} onDay={setOn} />}
        </Field>
        <Field label="How">
          {(ids) => (
            <Select {...ids} value={how} onChange={({ target }) => setHow(target.value as QuoteRoute)}>
              {QUOTE_ROUTES.map((route) => (
                <option key={route} value={route}>
                  {ROUTE_WORDS[route]}
                </option>
              ))}
            </Select>
          )}
        </Field>
        <Field label="Note" className="col-span-2">
          {(ids) => (
            <TextArea
              {...ids}
              rows={2}
              maxLength={500}
              value={note}
              onChange={({ target }) => setNote(target.value)}
            />
          )}
        </Field>
      </div>
      {given && (
        <div className="mt-3">
          <Notice kind="stop">
            Meanwhile {given.memberName} recorded it as {given.what.answer} by {given.what.by} on{' '}
            {dateWords(given.what.on)}. Undo that answer first if it is wrong.
          </Notice>
        </div>
      )}
      {problem !== '' && (
        <div className="mt-3">
          <Notice kind="stop">{problem}</Notice>
        </div>
      )}
      <div className="mt-4 flex gap-3">
        <Button kind={isYes ? 'act' : 'stop'} onClick={once} disabled={given !== null}>
          {isYes ? 'Record acceptance' : 'Record refusal'}
        </Button>
        <Button onClick={onClose}>Not yet</Button>
      </div>
    </Modal>
  );
}
