import type { JobDetail, WallRow } from '@upholder/core/api';
import { hardwareOf, type Opening } from '@upholder/core/elevation';
import { nextTag, type Piece } from '@upholder/core/pieces';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { bare, labelled, read, understood } from '../../base/voice.ts';
import { Button, Field, TextInput } from '../../parts/controls.tsx';

export function WallFields({
  wall,
  onChange,
  onDelete,
}: {
  wall: WallRow;
  onChange(wall: WallRow): void;
  onDelete(): void;
}) {
  const [draft, setDraft] = useState<Partial<Record<'name' | 'letter' | 'widthMm' | 'heightMm', string>>>({});
  const [errors, setErrors] = useState<Partial<Record<string, string>>>({});
  const text = (key: 'name' | 'letter' | 'widthMm' | 'heightMm', label: string, isSize = false) => (
    <Field label={label} error={errors[key]} hint={isSize && understood('length', draft[key] ?? '')}>
      {(ids) => (
        <TextInput
          {...ids}
          className="press-h-11"
          value={draft[key] ?? (key === 'name' || key === 'letter' ? wall[key] : bare('length', wall[key]))}
          onChange={({ target }) => setDraft({ ...draft, [key]: target.value })}
          onBlur={() => {
            const value = draft[key];
            if (value === undefined) return;
            const size = key === 'widthMm' || key === 'heightMm' ? read('length', value, wall[key]) : null;
            setErrors({ ...errors, [key]: size && !size.ok ? size.message : undefined });
            if (size && !size.ok) return;
            setDraft({ ...draft, [key]: undefined });
            const next = size ? size.value : value;
            if (next !== wall[key]) onChange({ ...wall, [key]: next });
          }}
        />
      )}
    </Field>
  );
  return (
    <div className="grid grid-cols-2 gap-2">
      <div className="col-span-2 grid grid-cols-[1fr_4rem] gap-2">
        {text('name', 'Wall')}
        {text('letter', 'In tags')}
      </div>
      {text('widthMm', labelled('Width', 'length'), true)}
      {text('heightMm', labelled('Height', 'length'), true)}
      <Button kind="quiet" className="col-span-2 justify-self-start" onClick={onDelete}>
        Delete this wall
      </Button>
    </div>
  );
}

/** Pieces that are on no wall yet; a press makes an opening for one. */
export function LoosePieces({
  pieces,
  wall,
  onAdd,
}: {
  pieces: readonly Piece[];
  wall: WallRow;
  onAdd(piece: Piece): void;
}) {
  if (pieces.length === 0) return null;
  return (
    <div className="mt-4">
      <h3>Not on the map</h3>
      <div className="mt-1 flex max-h-40 flex-wrap gap-1.5 overflow-y-auto">
        {pieces.map((piece) => (
          <button
            key={piece.id}
            type="button"
            title={`Make an opening for it on ${wall.name}`}
            className="press-h-11 rounded-[3px] border border-line border-dashed px-2.5 hover:border-ink"
            onClick={() => onAdd(piece)}
          >
            {piece.tag}
          </button>
        ))}
      </div>
    </div>
  );
}

/** An opening beside the last one of a wall, as large as a piece or as a usual door, with a tag that nobody has. */
export function newOpening(detail: JobDetail, wall: WallRow, piece: Piece | undefined): Opening {
  const own = detail.openings.filter(({ wallId }) => wallId === wall.id);
  const right = own.reduce((most, { xMm, widthMm }) => Math.max(most, xMm + widthMm), 0);
  const { widthMm, heightMm } = piece ?? { widthMm: 400, heightMm: 720 };
  const tags = detail.openings.map(({ tag }) => tag);
  return {
    id: uuid(),
    wallId: wall.id,
    tag: piece && !tags.includes(piece.tag) ? piece.tag : nextTag(`${wall.letter}0`, tags),
    xMm: Math.max(0, Math.min(right + 30, wall.widthMm - widthMm)),
    yMm: 100,
    widthMm,
    heightMm,
    hardware: hardwareOf(piece ?? { kind: 'door', heightMm: 720 }),
    baggedAt: null,
    returnedAt: null,
  };
}
