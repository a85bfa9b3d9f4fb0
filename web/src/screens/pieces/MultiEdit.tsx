import type { JobDetail, PieceRow } from '@upholder/core/api';
import type { Piece } from '@upholder/core/pieces';
import { useMemo, useState } from 'react';
import type { Refusal } from '../../api/upholder.ts';
import { useJobContext } from '../../job/useJobContext.ts';
import { Button, Select, TextInput } from '../../parts/controls.tsx';
import { detailColumns, takeoffColumns } from './cells.ts';

interface MultiEditProps {
  detail: JobDetail;
  pieces: readonly PieceRow[];
  editMany(edits: { before: PieceRow; part: Partial<Piece> }[]): Promise<Refusal | null>;
  drop(pieces: readonly PieceRow[]): Promise<Refusal | null>;
  onDone(): void;
  onProblem(message: string | null): void;
}

/** Changes one thing of all marked pieces at once. */
export function MultiEdit({ detail, pieces, editMany, drop, onDone, onProblem }: MultiEditProps) {
  const { shop } = useJobContext();
  const columns = useMemo(
    () =>
      [...takeoffColumns(detail.zones), ...detailColumns(detail.openings, shop.settings.places)].filter(
        ({ key }) => key !== 'tag' && key !== 'openingId',
      ),
    [detail.zones, detail.openings, shop.settings.places],
  );
  const [key, setKey] = useState('heightMm');
  const [text, setText] = useState('');
  const column = columns.find((candidate) => candidate.key === key) ?? columns[0];
  if (!column) return null;
  const concerned = pieces.filter((piece) => column.write(piece) !== null);
  const first = pieces[0] ? column.write(pieces[0]) : null;
  const value = text === '' && column.choices ? (column.choices[0]?.value ?? '') : text;

  async function apply(wanted: string): Promise<void> {
    const read = column?.read(wanted);
    if (!read?.ok) return onProblem(read?.message ?? null);
    const refusal = await editMany(concerned.map((before) => ({ before, part: read.value })));
    onProblem(refusal?.message ?? null);
    if (!refusal) setText('');
  }

  return (
    <section
      aria-label="Change selected pieces"
      className="flex flex-wrap items-center gap-2 bg-act-wash px-3 py-2"
    >
      <span>
        <span className="quantity">{pieces.length}</span> selected: set
      </span>
      <Select
        aria-label="What to set"
        className="max-w-40"
        value={key}
        onChange={({ target }) => {
          setKey(target.value);
          setText('');
        }}
      >
        {columns.map((candidate) => (
          <option key={candidate.key} value={candidate.key}>
            {candidate.title.toLowerCase()}
          </option>
        ))}
      </Select>
      <span>to</span>
      {column.choices ? (
        <Select
          aria-label="Value for the selected pieces"
          className="max-w-44"
          value={value}
          onChange={({ target }) => setText(target.value)}
        >
          {column.choices.map((choice) => (
            <option key={choice.value} value={choice.value}>
              {choice.name}
            </option>
          ))}
        </Select>
      ) : (
        <TextInput
          aria-label="Value for the selected pieces"
          className="max-w-36"
          value={text}
          onChange={({ target }) => setText(target.value)}
          onKeyDown={(event) => event.key === 'Enter' && void apply(text)}
        />
      )}
      <Button kind="act" disabled={concerned.length === 0} onClick={() => void apply(value)}>
        Set {concerned.length}
      </Button>
      <Button
        disabled={first === null || pieces.length < 2}
        title="Ctrl D does the same for one cell"
        onClick={() => first !== null && void apply(first)}
      >
        Fill down from {pieces[0]?.tag}
      </Button>
      <span className="flex-1" />
      <Button
        kind="stop"
        onClick={async () => {
          const refusal = await drop(pieces);
          onProblem(refusal?.message ?? null);
          if (!refusal) onDone();
        }}
      >
        Delete {pieces.length}
      </Button>
      <Button kind="quiet" onClick={onDone}>
        Deselect
      </Button>
    </section>
  );
}
