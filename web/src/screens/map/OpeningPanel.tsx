import type { JobDetail, OpeningRow } from '@upholder/core/api';
import { PIECE_KIND_TRAITS, type Piece } from '@upholder/core/pieces';
import { useState } from 'react';
import { Link } from 'react-router';
import { bare, labelled, read, showAll, understood } from '../../base/voice.ts';
import { Button, Field, TextInput } from '../../parts/controls.tsx';

interface PanelProps {
  detail: JobDetail;
  opening: OpeningRow;
  onChange(opening: OpeningRow): Promise<string | null>;
  onAssign(piece: Piece, openingId: string | null): void;
  onDelete(): void;
}

type LengthKey = 'xMm' | 'yMm' | 'widthMm' | 'heightMm';
const LENGTHS: [LengthKey, string][] = [
  ['xMm', 'From the left'],
  ['yMm', 'Above the floor'],
  ['widthMm', 'Width'],
  ['heightMm', 'Height'],
];

function LengthField({ name, mm, onCommit }: { name: string; mm: number; onCommit(mm: number): void }) {
  const [text, setText] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | undefined>();
  function commit(): void {
    if (text === null) return;
    const typed = read('length', text, mm);
    setProblem(typed.ok ? undefined : typed.message);
    if (!typed.ok) return;
    setText(null);
    if (typed.value !== mm) onCommit(typed.value);
  }
  return (
    <Field label={labelled(name, 'length')} error={problem} hint={text && understood('length', text)}>
      {(ids) => (
        <TextInput
          {...ids}
          className="press-h-11 text-right"
          value={text ?? bare('length', mm)}
          onChange={({ target }) => setText(target.value)}
          onBlur={commit}
          onKeyDown={(event) => event.key === 'Enter' && commit()}
        />
      )}
    </Field>
  );
}

/** The chosen opening: its place and size in numbers, and the pieces that belong to it. */
export function OpeningPanel({ detail, opening, onChange, onAssign, onDelete }: PanelProps) {
  const [tag, setTag] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const members = detail.pieces.filter(({ openingId }) => openingId === opening.id);
  const loose = detail.pieces.filter(
    ({ openingId, kind }) => openingId === null && PIECE_KIND_TRAITS[kind].fitsOpening,
  );
  const change = async (part: Partial<OpeningRow>) => setProblem(await onChange({ ...opening, ...part }));
  return (
    <div>
      <Field label="Opening" error={problem ?? undefined}>
        {(ids) => (
          <TextInput
            {...ids}
            className="press-h-11 font-semibold"
            value={tag ?? opening.tag}
            onChange={({ target }) => setTag(target.value)}
            onBlur={() => {
              if (tag !== null && tag.trim() !== opening.tag) void change({ tag: tag.trim() });
              setTag(null);
            }}
          />
        )}
      </Field>
      <div className="mt-2 grid grid-cols-2 gap-2">
        {LENGTHS.map(([key, name]) => (
          <LengthField
            key={key}
            name={name}
            mm={opening[key]}
            onCommit={(mm) => void change({ [key]: mm })}
          />
        ))}
      </div>
      <h3 className="mt-4">Belongs here</h3>
      {members.length === 0 && <p className="text-quiet">Nothing yet.</p>}
      <ul>
        {members.map((piece) => (
          <li key={piece.id} className="flex press-h-11 items-center gap-2 border-line border-b">
            <Link
              to={`../pieces?piece=${piece.id}`}
              className="flex-1 font-semibold underline underline-offset-2"
            >
              {piece.tag}
            </Link>
            <span className="quantity text-quiet">{showAll('length', [piece.widthMm, piece.heightMm])}</span>
            <Button kind="quiet" onClick={() => onAssign(piece, null)}>
              Out
            </Button>
          </li>
        ))}
      </ul>
      {loose.length > 0 && (
        <>
          <h3 className="mt-4">Assign</h3>
          <div className="mt-1 flex max-h-40 flex-wrap gap-1.5 overflow-y-auto">
            {loose.map((piece) => (
              <button
                key={piece.id}
                type="button"
                className="press-h-11 rounded-[3px] border border-line bg-raised px-2.5 hover:border-ink"
                onClick={() => onAssign(piece, opening.id)}
              >
                {piece.tag}
              </button>
            ))}
          </div>
        </>
      )}
      <Button kind="quiet" className="mt-4" onClick={onDelete}>
        Delete this opening
      </Button>
    </div>
  );
}
