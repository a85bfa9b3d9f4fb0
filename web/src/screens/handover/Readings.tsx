import {
  type EventOf,
  type Limits,
  lastFilm,
  limitsOf,
  limitWords,
  READING_TRAITS,
  READINGS,
  type Reading,
  readingsByKind,
  readingWords,
  verdictOf,
} from '@upholder/core/handover';
import { toMinute } from '@upholder/core/shop';
import { parseDecimal } from '@upholder/core/units';
import { type FormEvent, useState } from 'react';
import { useMay } from '../../api/useMay.ts';
import { whenWords } from '../../base/times.ts';
import { useNowMinute } from '../../base/useNow.ts';
import { useHappenings } from '../../job/handover/useHappenings.ts';
import { sheetsOf } from '../../job/productLookups.ts';
import { useJobContext } from '../../job/useJobContext.ts';
import { Button, Card, Field, Select, TextInput } from '../../parts/controls.tsx';

/** The limits of a reading on a piece: by the last film of its zone, else by the shop. */
function useLimits() {
  const { detail, shop } = useJobContext();
  const sheets = sheetsOf(shop);
  return (reading: Reading, pieceId: string | null): Limits => {
    const zoneId = detail.pieces.find(({ id }) => id === pieceId)?.zoneId ?? detail.zones[0]?.id;
    const last = lastFilm(detail.steps, zoneId);
    return limitsOf(reading, sheets[last?.productKey ?? ''], shop.settings.readingLimits);
  };
}

const SOURCE_WORDS = { sheet: 'by the sheet', shop: 'by the shop' } as const;

/** One kind of reading with what was read, the latest first. */
function Kind({ kind, list }: { kind: Reading; list: readonly EventOf<'reading'>[] }) {
  const { detail, shop } = useJobContext();
  const now = useNowMinute();
  const limits = useLimits();
  const happen = useHappenings(detail.job.id);
  const mayNote = useMay('addJobEvent');
  return (
    <section className="mt-3">
      <h3>{READING_TRAITS[kind].name}</h3>
      <ul>
        {list.map((event) => {
          const own = limits(kind, event.what.pieceId);
          const verdict = verdictOf(event.what.value, own);
          const isBad = verdict === 'below' || verdict === 'above';
          return (
            <li
              key={event.id}
              className="flex flex-wrap items-center gap-x-3 border-line border-t py-1.5 leading-snug"
            >
              <span className={`font-semibold ${isBad ? 'text-stop' : ''}`}>
                {readingWords(kind, event.what.value)}
              </span>{' '}
              <span className={isBad ? 'font-semibold text-stop' : 'text-quiet'}>
                {isBad ? `${verdict} the limit: ` : ''}
                {limitWords(kind, own) || 'no limit known'}
                {own.source && ` ${SOURCE_WORDS[own.source]}`}
              </span>{' '}
              <span className="flex-1 text-quiet">
                {detail.pieces.find(({ id }) => id === event.what.pieceId)?.tag ?? 'whole job'} ·{' '}
                {whenWords(toMinute(event.at), now, shop.timeZone)}, {event.memberName}
                {event.what.note && ` · ${event.what.note}`}
              </span>
              <Button
                kind="quiet"
                className="no-print"
                disabled={!mayNote}
                aria-label={`Remove ${READING_TRAITS[kind].name} ${readingWords(kind, event.what.value)}`}
                onClick={() => void happen({ kind: 'withdrawn', eventId: event.id })}
              >
                Remove
              </Button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** Reads a typed value of a kind; a sentence where it is none. */
function readValue(kind: Reading, text: string): number | string {
  const { entry } = READING_TRAITS[kind];
  if (entry.kind === 'steps') return Number(text);
  const typed = parseDecimal(text, {
    what: 'a reading',
    example: entry.unit === 'GU' ? '35' : '8.5',
    min: entry.from,
    max: entry.to,
    suffixes: ['gu', '%'],
  });
  return typed.ok ? typed.value : typed.message;
}

/** Readings of the finished film and of the wood, against the limits of sheet and shop. */
export function Readings({ className, onProblem }: { className: string; onProblem(message: string): void }) {
  const { detail } = useJobContext();
  const happen = useHappenings(detail.job.id);
  const mayNote = useMay('addJobEvent');
  const limits = useLimits();
  const [kind, setKind] = useState<Reading>('thumb');
  const [pieceId, setPieceId] = useState('');
  const [text, setText] = useState('');
  const [note, setNote] = useState('');
  const [error, setError] = useState<string | undefined>();
  const { entry, how } = READING_TRAITS[kind];
  const own = limits(kind, pieceId || null);
  async function add(event: FormEvent): Promise<void> {
    event.preventDefault();
    if (text === '') return setError('Enter what was read.');
    const value = readValue(kind, text);
    if (typeof value === 'string') return setError(value);
    setError(undefined);
    const what = {
      kind: 'reading',
      reading: kind,
      pieceId: pieceId || null,
      stepId: null,
      value,
      note,
    } as const;
    const kept = await happen(what);
    onProblem(kept.ok ? '' : kept.message);
    if (!kept.ok) return;
    setText('');
    setNote('');
  }
  return (
    <Card className={`p-5 ${className}`} aria-label="Readings">
      <h2>Readings</h2>
      <form className="no-print mt-2 flex flex-wrap items-end gap-3" onSubmit={(event) => void add(event)}>
        <Field label="What was read" className="w-44">
          {(ids) => (
            <Select
              {...ids}
              className="press-h-12"
              value={kind}
              onChange={({ target }) => {
                setKind(target.value as Reading);
                setText('');
                setError(undefined);
              }}
            >
              {READINGS.map((one) => (
                <option key={one} value={one}>
                  {READING_TRAITS[one].name}
                </option>
              ))}
            </Select>
          )}
        </Field>
        <Field label="On piece" className="w-32">
          {(ids) => (
            <Select
              {...ids}
              className="press-h-12"
              value={pieceId}
              onChange={({ target }) => setPieceId(target.value)}
            >
              <option value="">whole job</option>
              {detail.pieces.map(({ id, tag }) => (
                <option key={id} value={id}>
                  {tag}
                </option>
              ))}
            </Select>
          )}
        </Field>
        <Field
          label={entry.kind === 'number' ? `Value, ${entry.unit}` : 'Value'}
          className="w-44"
          error={error}
          hint={limitWords(kind, own) || 'no limit known'}
        >
          {(ids) =>
            entry.kind === 'steps' ? (
              <Select
                {...ids}
                className="press-h-12"
                value={text}
                onChange={({ target }) => setText(target.value)}
              >
                <option value="">choose</option>
                {entry.words.map((word, at) => (
                  <option key={word} value={at}>
                    {word}
                  </option>
                ))}
              </Select>
            ) : (
              <TextInput
                {...ids}
                className="press-h-12"
                inputMode="decimal"
                value={text}
                onChange={({ target }) => setText(target.value)}
              />
            )
          }
        </Field>
        <Field label="Note" className="min-w-32 flex-1">
          {(ids) => (
            <TextInput
              {...ids}
              className="press-h-12"
              maxLength={500}
              value={note}
              onChange={({ target }) => setNote(target.value)}
            />
          )}
        </Field>
        <Button type="submit" className="press-h-12" disabled={!mayNote}>
          Add reading
        </Button>
      </form>
      <p className="no-print mt-1.5 max-w-prose text-note text-quiet leading-snug">{how}</p>
      {[...readingsByKind(detail.events)].map(([one, list]) => (
        <Kind key={one} kind={one} list={list} />
      ))}
    </Card>
  );
}
