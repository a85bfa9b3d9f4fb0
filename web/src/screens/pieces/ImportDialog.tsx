import type { Dossier } from '@upholder/core/api';
import {
  dialectWords,
  guessMapping,
  headingsSignature,
  type Mapping,
  mappingProblem,
  parseTable,
  type RawTable,
  readRows,
  TABLE_UNITS,
  TAKEOFF_FIELDS,
  type TakeoffField,
} from '@upholder/core/formats';
import { type Piece, sameTag } from '@upholder/core/pieces';
import { useEffect, useMemo, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { type Refusal, upholder } from '../../api/upholder.ts';
import { Button, Field, Notice, Select } from '../../parts/controls.tsx';
import { Modal } from '../../parts/Modal.tsx';
import { ImportRows } from './ImportRows.tsx';

interface ImportProps {
  dossier: Dossier;
  initialText: string;
  onClose(): void;
  insert(pieces: Piece[]): Promise<Refusal | null>;
}

const FIELD_WORDS: Partial<Record<TakeoffField, string>> = {
  topRail: 'top rail',
  bottomRail: 'bottom rail',
  midRail: 'mid rail',
  midStile: 'mid stile',
  recessBack: 'recess back',
  factor: 'profile factor',
  across: 'panels across',
  down: 'panels down',
  bareEdges: 'bare edges',
  hinge: 'hinge side',
  size: 'size, W × H × T',
};
/** Fields that hold a length, so that their unit matters. */
const LENGTHS = new Set<TakeoffField>([
  'size',
  'width',
  'height',
  'thickness',
  'depth',
  'frame',
  'topRail',
  'bottomRail',
  'midRail',
  'midStile',
  'recess',
  'recessBack',
  'bevel',
  'margin',
  'raise',
  'girth',
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
              <p className="truncate font-semibold text-[0.88rem]" title={heading}>
                {heading}
              </p>
              <p className="truncate text-[0.8rem] text-quiet">{table.rows[0]?.cells[index] || '–'}</p>
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
                    {FIELD_WORDS[field] ?? field}
                  </option>
                ))}
              </Select>
              {column.field && LENGTHS.has(column.field) && (
                <Select
                  aria-label={`Unit of column ${heading}`}
                  className="mt-1"
                  value={column.unit}
                  onChange={({ target }) => change(index, { unit: target.value as Mapping[number]['unit'] })}
                >
                  {TABLE_UNITS.map((unit) => (
                    <option key={unit} value={unit}>
                      {unit === 'in' ? 'inches' : unit}
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

/** Brings in a table: the text, what its columns hold, every row as understood, and the rows that are to be taken. */
export function ImportDialog({ dossier, initialText, onClose, insert }: ImportProps) {
  const [text, setText] = useState(initialText);
  const [edits, setEdits] = useState<Record<number, string[]>>({});
  const [ownMapping, setOwnMapping] = useState<Mapping | null>(null);
  const [skipped, setSkipped] = useState<ReadonlySet<number>>(new Set());
  const [takenIn, setTakenIn] = useState<ReadonlySet<number>>(new Set());
  const [zoneId, setZoneId] = useState(dossier.zones[0]?.id ?? '');
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const fileInput = useRef<HTMLInputElement>(null);
  const { data: remembered } = upholder.useMappingsQuery();
  const [remember] = upholder.useRememberMappingMutation();
  const parsed = useMemo(() => parseTable(text), [text]);
  const signature = parsed ? headingsSignature(parsed.headings) : '';
  const known = remembered?.mappings.find((candidate) => candidate.signature === signature)?.mapping;
  const guessed = useMemo(() => (parsed ? guessMapping(parsed.headings) : []), [parsed]);
  const mapping = ownMapping ?? (known?.length === guessed.length ? known : guessed);
  const taken = useMemo(() => dossier.pieces.map(({ tag }) => tag), [dossier.pieces]);
  const unmapped = parsed ? mappingProblem(mapping) : null;
  const rows = useMemo(() => {
    if (!parsed || unmapped) return [];
    const left = parsed.rows
      .filter(({ line }) => !takenIn.has(line))
      .map((row) => ({ ...row, cells: edits[row.line] ?? row.cells }));
    return readRows({ ...parsed, rows: left }, mapping, taken);
  }, [parsed, unmapped, mapping, taken, edits, takenIn]);
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
  }, [text]);

  async function takeIn(): Promise<void> {
    const zones = new Map(dossier.zones.map(({ id, name }) => [name.trim().toLowerCase(), id]));
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
    const refusal = await insert(pieces.map((piece, index) => ({ ...piece, position: first + index })));
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
      title="Bring in a table"
      note="Commas, semicolons or tabs; mm, cm, inches or feet; columns in any order. Nothing is taken in before you say so."
      width="72rem"
    >
      <div className="flex flex-wrap items-end gap-3">
        <input
          ref={fileInput}
          type="file"
          accept=".csv,.tsv,.txt,text/csv"
          className="sr-only"
          tabIndex={-1}
          aria-label="Table file"
          onChange={async ({ target }) => {
            const file = target.files?.[0];
            target.value = '';
            if (file) setText(await file.text());
          }}
        />
        <Button onClick={() => fileInput.current?.click()}>Choose a file</Button>
        <Field label="Zone for rows that name none" className="w-60">
          {(ids) => (
            <Select {...ids} value={zoneId} onChange={({ target }) => setZoneId(target.value)}>
              {dossier.zones.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </Select>
          )}
        </Field>
        <p className="flex-1 text-[0.88rem] text-quiet leading-snug">
          {parsed && `Understood: ${dialectWords(parsed.dialect)}. `}
          {known && !ownMapping && 'Columns as you set them the last time.'}
        </p>
        <Button kind="act" disabled={pieceCount === 0 || isBusy} onClick={() => void takeIn()}>
          Take in {pieceCount} {pieceCount === 1 ? 'piece' : 'pieces'}
        </Button>
      </div>
      <details className="mt-3" open={rows.length === 0}>
        <summary className="label">The table, as text</summary>
        <textarea
          aria-label="The table, as text"
          rows={5}
          spellCheck={false}
          placeholder={'tag\twidth\theight\tkind\nD1\t400\t720\tdoor'}
          className="mt-1 w-full rounded-[3px] border border-line bg-raised px-3 py-2 font-mono text-sm [tab-size:10]"
          value={text}
          onChange={({ target }) => setText(target.value)}
        />
      </details>
      {problem && <Notice kind="stop">{problem}</Notice>}
      {parsed && <MappingRow table={parsed} mapping={mapping} onChange={setOwnMapping} />}
      {unmapped && <Notice kind="stop">{unmapped}</Notice>}
      {parsed && rows.length > 0 && (
        <>
          <p className="mt-3 font-semibold">
            {good.length} {good.length === 1 ? 'row' : 'rows'} can be taken in
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
