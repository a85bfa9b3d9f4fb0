import {
  fieldName,
  isLengthField,
  type Piece,
  type PieceFieldName,
  pieceFields,
  writeMembers,
} from '@upholder/core/pieces';
import { useState } from 'react';
import { bare, voice } from '../../base/voice.ts';
import { useJobContext } from '../../job/useJobContext.ts';
import type { Clash } from '../../job/useTakeoff.ts';
import { Button, Notice } from '../../parts/controls.tsx';
import { Modal } from '../../parts/Modal.tsx';

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/** Two versions of a piece side by side; closed without a choice, it stays to be compared. */
export function ClashDialog({
  clash,
  settle,
}: {
  clash: Clash;
  settle(choice: 'mine' | 'theirs'): Promise<void>;
}) {
  const { detail } = useJobContext();
  const [isOpen, setOpen] = useState(true);
  const words = (key: keyof Piece, value: unknown): string => {
    if (key === 'zoneId') return detail.zones.find(({ id }) => id === value)?.name ?? '–';
    if (key === 'openingId') return detail.openings.find(({ id }) => id === value)?.tag ?? 'none';
    if (typeof value === 'number' && isLengthField(key as PieceFieldName)) return bare('length', value);
    if (key === 'members') return writeMembers(value as Piece['members'], voice().units) || 'none';
    if (typeof value === 'boolean') return value ? 'yes' : 'no';
    if (Array.isArray(value))
      return value.length === 0
        ? 'none'
        : value
            .map((one) => (typeof one === 'object' ? Object.values(one).join(' × ') : String(one)))
            .join(', ');
    return value === null || value === '' ? '–' : String(value);
  };
  const differing = pieceFields()
    .map(([name]) => name)
    .filter((key) => !same(clash.mine[key], clash.theirs[key]));
  if (!isOpen)
    return (
      <Notice kind="stop" action={<Button onClick={() => setOpen(true)}>Compare</Button>}>
        {clash.theirs.tag} was changed by someone else; your change is kept here until you choose.
      </Notice>
    );
  return (
    <Modal
      isOpen
      onClose={() => setOpen(false)}
      title={`${clash.theirs.tag} was changed by someone else`}
      note="Choose which version to keep. Closing this loses neither."
    >
      <table className="w-full text-left">
        <thead>
          <tr className="text-quiet">
            <th scope="col" className="py-1">
              <span className="sr-only">Field</span>
            </th>
            <th scope="col">Yours</th>
            <th scope="col">Theirs</th>
          </tr>
        </thead>
        <tbody>
          {differing.map((key) => (
            <tr key={key} className="border-line border-t">
              <th scope="row" className="py-1.5 font-normal">
                {fieldName(key, voice().units)}
              </th>
              <td className={`quantity ${clash.changed.includes(key) ? 'font-bold' : ''}`}>
                {words(key, clash.mine[key])}
              </td>
              <td className="quantity">{words(key, clash.theirs[key])}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-2 text-note text-quiet">
        Keeping yours only writes what you changed (bold); the rest stays as theirs.
      </p>
      <div className="mt-4 flex gap-3">
        <Button kind="act" onClick={() => void settle('mine')}>
          Keep mine
        </Button>
        <Button onClick={() => void settle('theirs')}>Take theirs</Button>
      </div>
    </Modal>
  );
}
