import type { Dossier } from '@upholder/core/api';
import {
  decodeText,
  dialectWords,
  guessMapping,
  headingsSignature,
  type Mapping,
  mappingProblem,
  parseTable,
  type RawTable,
  readTable,
  TABLE_UNITS,
  TAKEOFF_FIELDS,
  type TableAnswers,
  type TableQuestion,
  type TakeoffField,
  type TakeoffReading,
  tableNotes,
} from '@upholder/core/formats';
import { isLengthField, type Piece, pieceFields, sameTag, tagStart } from '@upholder/core/pieces';
import { useEffect, useMemo, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { type Refusal, refusalOf, upholder } from '../../api/upholder.ts';
import { newZoneSpec } from '../../job/zoneSpec.ts';
import { Button, Field, Notice, Select, TextArea, ZoneSelect } from '../../parts/controls.tsx';
import { FileButton } from '../../parts/FileButton.tsx';
import { Modal } from '../../parts/Modal.tsx';
import { ImportRows } from './ImportRows.tsx';

interface ImportProps {
  dossier: Dossier;
  initialText: string;
  onClose(): void;
  insertMany(pieces: Piece[], onProgress: (done: number) => void): Promise<Refusal | null>;
}

/** What a column holds, in words: as the export heads it, where it does. */
const FIELD_WORDS = new Map<TakeoffField, string>([
  ...pieceFields().flatMap(([, { imported, exported }]): [TakeoffField, string][] =>
    imported !== null && exported !== null ? [[imported as TakeoffField, exported]] : [],
  ),
  ['size', 'size, W × H × T'],
]);
const UNIT_CHOICES: Record<Mapping[number]['unit'], string> = {
  auto: 'as it says',
  mm: 'mm',
  cm: 'cm',
  m: 'metres',
  in: 'inches',
  ft: 'feet',
};
const EMPTY = 'The table is empty. Paste rows with headings, or choose another file.';
/** Columns that hold a length, so that their unit matters. */
const LENGTHS = new Set<TakeoffField>([
  'size',
  ...pieceFields().flatMap(([name, { imported }]) =>
    imported !== null && isLengthField(name) ? [imported as TakeoffField] : [],
  ),
]);

function MappingRow({
  table,
  mapping,
  onChange,
}: {
  table: RawTable;
  mapping: Mapping;
  onChange(mapping: Mapping): void;
}) {
  const change = (index: number, part: Partial<Mapping[number]>) =>
    onChange(
      mapping.map((column, at) => {
        if (at === index) return { ...column, ...part };
        // A field belongs to one column only.
        return part.field && column.field === part.field ? { ...column, field: null } : column;
      }),
    );
  return (
    <fieldset className="mt-3 overflow-x-auto">
      <legend className="label mb-1">What the columns hold</legend>
      <div className="flex gap-2 pb-1">
        {table.headings.map((heading, index) => {
          const column = mapping[index];
          if (!column) return null;
          return (
            <div
              // biome-ignore lint/suspicious/noArrayIndexKey: columns stay where they are
              key={index}
              className={`w-36 shrink-0 border-t-[3px] pt-1 ${column.field ? 'border-ink' : 'border-line'}`}
            >
              <p className="truncate font-semibold text-note" title={heading}>
                {heading}
              </p>
              <p className="truncate text-small text-quiet">{table.rows[0]?.cells[index] || '–'}</p>
              <Select
                aria-label={`Column ${heading} holds`}
                value={column.field ?? ''}
                onChange={({ target }) =>
                  change(index, { field: target.value === '' ? null : (target.value as TakeoffField) })
                }
              >
                <option value="">not used</option>
                {TAKEOFF_FIELDS.map((field) => (
                  <option key={field} value={field}>
                    {FIELD_WORDS.get(field) ?? field}
                  </option>
                ))}
              </Select>
              {column.field === 'size' && (
                <Select
                  aria-label={`Order in column ${heading}`}
                  className="mt-1"
                  value={column.isHeightFirst ? 'hw' : 'wh'}
                  onChange={({ target }) => change(index, { isHeightFirst: target.value === 'hw' })}
                >
                  <option value="wh">width first</option>
                  <option value="hw">height first</option>
                </Select>
              )}
              {column.field && LENGTHS.has(column.field) && (
                <Select
                  aria-label={`Unit of column ${heading}`}
                  className="mt-1"
                  value={column.unit}
                  onChange={({ target }) => change(index, { unit: target.value as Mapping[number]['unit'] })}
                >
                  {TABLE_UNITS.map((unit) => (
                    <option key={unit} value={unit}>
                      {UNIT_CHOICES[unit]}
                    </option>
                  ))}
                </Select>
              )}
            </div>
          );
        })}
      </div>
    </fieldset>
  );
}

/** What the table leaves open, each with its best guess chosen. */
function Questions({
  questions,
  onAnswer,
}: {
  questions: readonly TableQuestion[];
  onAnswer(id: string, value: string): void;
}) {
  if (questions.length === 0) return null;
  return (
    <div className="mt-3 flex flex-col gap-2">
      {questions.map(({ id, text, options, chosen }) => (
        <fieldset key={id} aria-label={text} className="border-act border-l-[6px] bg-act-wash px-3 py-2">
          <p className="font-semibold">{text}</p>
          <div className="mt-1 flex flex-wrap gap-x-6 gap-y-1">
            {options.map(({ value, words }) => (
              <label key={value} className="flex min-h-8 items-center gap-2">
                <input
                  type="radio"
                  className="size-4 accent-(--act)"
                  name={`question ${id}`}
                  checked={chosen === value}
                  onChange={() => onAnswer(id, value)}
                />
                {words}
              </label>
            ))}
          </div>
        </fieldset>
      ))}
    </div>
  );
}

/** Imports a table: the text, what its columns hold, every row as understood, and the rows that are to be taken. */
export function ImportDialog({ dossier, initialText, onClose, insertMany }: ImportProps) {
  const [text, setText] = useState(initialText);
  const [edits, setEdits] = useState<Record<number, string[]>>({});
  const [ownMapping, setOwnMapping] = useState<Mapping | null>(null);
  const [skipped, setSkipped] = useState<ReadonlySet<number>>(new Set());
  const [takenIn, setTakenIn] = useState<ReadonlySet<number>>(new Set());
  const [zoneId, setZoneId] = useState(dossier.zones[0]?.id ?? '');
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const [addZone] = upholder.useAddZoneMutation();
  const { data: remembered } = upholder.useMappingsQuery();
  const [remember] = upholder.useRememberMappingMutation();
  const [headingLine, setHeadingLine] = useState<number | undefined>();
  const [answers, setAnswers] = useState<TableAnswers>({});
  const [encoding, setEncoding] = useState('');
  const [done, setDone] = useState(0);
  const parsed = useMemo(() => parseTable(text, headingLine), [text, headingLine]);
  const signature = parsed ? headingsSignature(parsed.headings) : '';
  const known = remembered?.mappings.find((candidate) => candidate.signature === signature)?.mapping;
  const guessed = useMemo(() => (parsed ? guessMapping(parsed.headings, parsed.rows) : []), [parsed]);
  const mapping = ownMapping ?? (known?.length === guessed.length ? known : guessed);
  const taken = useMemo(() => dossier.pieces.map(({ tag }) => tag), [dossier.pieces]);
  const unmapped = parsed
    ? (parsed.problem ?? mappingProblem(mapping))
    : text.trim() === '' && text !== ''
      ? EMPTY
      : null;
  const reading = useMemo((): TakeoffReading => {
    if (!parsed || unmapped) return { rows: [], questions: [], leftOut: [] };
    const left = parsed.rows
      .filter(({ line }) => !takenIn.has(line))
      .map((row) => ({ ...row, cells: edits[row.line] ?? row.cells }));
    return readTable({ ...parsed, rows: left }, mapping, taken, answers, tagStart(dossier.zones, zoneId));
  }, [parsed, unmapped, mapping, taken, edits, takenIn, answers, dossier.zones, zoneId]);
  const { rows, questions, leftOut } = reading;
  /** Zones that rows name and the job does not have. */
  const strangeZones = useMemo(() => {
    const known = new Set(dossier.zones.map(({ name }) => name.trim().toLowerCase()));
    const named = new Map(rows.map(({ zoneName }) => [zoneName.trim().toLowerCase(), zoneName.trim()]));
    return [...named].flatMap(([key, name]) => (key === '' || known.has(key) ? [] : [name]));
  }, [rows, dossier.zones]);
  const areZonesAdded = (answers.zones ?? 'add') === 'add';
  const asked: TableQuestion[] =
    strangeZones.length === 0
      ? questions
      : [
          ...questions,
          {
            id: 'zones',
            text: `The job has no zone called ${strangeZones.map((name) => `“${name}”`).join(', ')}.`,
            options: [
              { value: 'add', words: strangeZones.length === 1 ? 'Add it' : 'Add them' },
              {
                value: 'other',
                words: `Put these rows into ${dossier.zones.find(({ id }) => id === zoneId)?.name ?? 'the zone above'}`,
              },
            ],
            chosen: areZonesAdded ? 'add' : 'other',
          },
        ];
  const notes = useMemo(() => (parsed ? tableNotes(parsed, mapping) : []), [parsed, mapping]);
  const good = rows.filter(({ pieces }) => pieces.length > 0);
  const chosen = good.filter(({ line }) => !skipped.has(line));
  const pieceCount = chosen.reduce((sum, { pieces }) => sum + pieces.length, 0);
  const bad = rows.length - good.length;

  // Another text starts over: corrections belong to the lines they were made on.
  // biome-ignore lint/correctness/useExhaustiveDependencies: only a new text resets
  useEffect(() => {
    setEdits({});
    setSkipped(new Set());
    setTakenIn(new Set());
    setOwnMapping(null);
    setAnswers({});
  }, [text, headingLine]);

  async function takeIn(): Promise<void> {
    const zones = new Map(dossier.zones.map(({ id, name }) => [name.trim().toLowerCase(), id]));
    if (areZonesAdded)
      for (const name of strangeZones) {
        const id = uuid();
        const outcome = await addZone({ jobId: dossier.job.id, id, spec: newZoneSpec(name) });
        if ('error' in outcome) return setProblem(refusalOf(outcome.error).message);
        zones.set(name.trim().toLowerCase(), id);
      }
    const first = Math.max(-1, ...dossier.pieces.map(({ position }) => position)) + 1;
    const pieces: Piece[] = chosen.flatMap((row) =>
      row.pieces.map((piece) => ({
        ...piece,
        id: uuid(),
        zoneId: zones.get(row.zoneName.trim().toLowerCase()) ?? zoneId,
        openingId: dossier.openings.find(({ tag }) => sameTag(tag, row.openingTag))?.id ?? null,
        position: 0,
      })),
    );
    setBusy(true);
    setDone(0);
    const refusal = await insertMany(
      pieces.map((piece, index) => ({ ...piece, position: first + index })),
      setDone,
    );
    setBusy(false);
    if (refusal) return setProblem(refusal.message);
    setProblem(null);
    void remember({ signature, mapping });
    if (chosen.length === rows.length) onClose();
    else setTakenIn((lines) => new Set([...lines, ...chosen.map(({ line }) => line)]));
  }

  return (
    <Modal
      isOpen
      onClose={onClose}
      title="Import a table"
      note="Commas, semicolons or tabs; mm, cm, inches or feet; columns in any order. Nothing is imported before you say so."
      width="72rem"
    >
      <div className="flex flex-wrap items-end gap-3">
        <FileButton
          label="Table file"
          accept=".csv,.tsv,.txt,text/csv"
          onFile={async (file) => {
            const decoded = decodeText(new Uint8Array(await file.arrayBuffer()));
            setEncoding(decoded.encoding);
            setHeadingLine(undefined);
            // An empty file says so: it is not the same as no file.
            setText(decoded.text === '' ? ' ' : decoded.text);
          }}
        >
          Choose a file
        </FileButton>
        {parsed && (
          <Field label="Headings on line" className="w-40">
            {(ids) => (
              <Select
                {...ids}
                value={headingLine ?? parsed.dialect.headingLine}
                onChange={({ target }) => setHeadingLine(Number(target.value))}
              >
                <option value={0}>none</option>
                {Array.from({ length: 15 }, (_, index) => index + 1).map((line) => (
                  <option key={line} value={line}>
                    {line}
                  </option>
                ))}
              </Select>
            )}
          </Field>
        )}
        <Field label="Zone for rows that name none" className="w-60">
          {(ids) => (
            <ZoneSelect
              {...ids}
              zones={dossier.zones}
              value={zoneId}
              onChange={({ target }) => setZoneId(target.value)}
            />
          )}
        </Field>
        <p className="flex-1 text-note text-quiet leading-snug">
          {parsed && `Understood: ${encoding === '' ? '' : `${encoding}, `}${dialectWords(parsed.dialect)}. `}
          {known && !ownMapping && 'Columns as you set them the last time.'}
        </p>
        <Button kind="act" disabled={pieceCount === 0 || isBusy} onClick={() => void takeIn()}>
          {isBusy
            ? `Importing ${done} of ${pieceCount}…`
            : `Import ${pieceCount} ${pieceCount === 1 ? 'piece' : 'pieces'}`}
        </Button>
      </div>
      <details className="mt-3" open={rows.length === 0}>
        <summary className="label">The table, as text</summary>
        <TextArea
          aria-label="The table, as text"
          rows={5}
          spellCheck={false}
          placeholder={'tag\twidth\theight\tkind\nD1\t400\t720\tdoor'}
          className="mt-1 font-mono text-note [tab-size:10]"
          value={text}
          onChange={({ target }) => setText(target.value)}
        />
      </details>
      {problem && <Notice kind="stop">{problem}</Notice>}
      {parsed && <MappingRow table={parsed} mapping={mapping} onChange={setOwnMapping} />}
      {unmapped && <Notice kind="stop">{unmapped}</Notice>}
      {parsed && !unmapped && (
        <Questions
          questions={asked}
          onAnswer={(id, value) => setAnswers((all) => ({ ...all, [id]: value }))}
        />
      )}
      {(notes.length > 0 || leftOut.length > 0) && (
        <ul className="mt-2 border-tape border-l-[6px] bg-raised px-3 py-1.5 text-note">
          {notes.map((note) => (
            <li key={note}>{note}</li>
          ))}
          {leftOut.map(({ line, why }) => (
            <li key={line}>
              Line {line} is left out: {why}
            </li>
          ))}
        </ul>
      )}
      {parsed && rows.length > 0 && (
        <>
          <p className="mt-3 font-semibold">
            {good.length} {good.length === 1 ? 'row' : 'rows'} can be imported
            {bad > 0 && (
              <span className="text-stop">, {bad} cannot yet: put the marked cells right, or leave them</span>
            )}
          </p>
          <ImportRows
            headings={parsed.headings}
            rows={rows}
            skipped={skipped}
            onSkip={(line, isSkipped) =>
              setSkipped((lines) => {
                const next = new Set(lines);
                if (isSkipped) next.add(line);
                else next.delete(line);
                return next;
              })
            }
            onSkipAll={(isSkipped) =>
              setSkipped(isSkipped ? new Set(good.map(({ line }) => line)) : new Set())
            }
            onEdit={(line, cells) => setEdits((all) => ({ ...all, [line]: cells }))}
          />
        </>
      )}
    </Modal>
  );
}
