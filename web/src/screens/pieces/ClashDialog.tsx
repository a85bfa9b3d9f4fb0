import type { Piece } from '@upholder/core/pieces';
import { Button } from '../../parts/controls.tsx';
import { Modal } from '../../parts/Modal.tsx';
import type { Clash } from './useTakeoff.ts';

const COMPARED: { key: keyof Piece; name: string }[] = [
  { key: 'tag', name: 'Tag' },
  { key: 'kind', name: 'Kind' },
  { key: 'construction', name: 'Construction' },
  { key: 'widthMm', name: 'Width, mm' },
  { key: 'heightMm', name: 'Height, mm' },
  { key: 'thicknessMm', name: 'Thickness, mm' },
  { key: 'frameMm', name: 'Frame, mm' },
  { key: 'recessMm', name: 'Recess, mm' },
  { key: 'note', name: 'Note' },
];

/** Two versions of a piece side by side; one is kept. */
export function ClashDialog({
  clash,
  settle,
}: {
  clash: Clash;
  settle(choice: 'mine' | 'theirs'): Promise<void>;
}) {
  const differing = COMPARED.filter(({ key }) => clash.mine[key] !== clash.theirs[key]);
  return (
    <Modal
      isOpen
      onClose={() => void settle('theirs')}
      title={`${clash.theirs.tag} was changed elsewhere meanwhile`}
      note="Both versions are here; choose the one that holds."
    >
      <table className="w-full text-left">
        <thead>
          <tr className="text-quiet">
            <th scope="col" className="py-1" />
            <th scope="col">Yours</th>
            <th scope="col">Theirs</th>
          </tr>
        </thead>
        <tbody>
          {differing.map(({ key, name }) => (
            <tr key={key} className="border-line border-t">
              <th scope="row" className="py-1.5 font-normal">
                {name}
              </th>
              <td className="quantity">{String(clash.mine[key])}</td>
              <td className="quantity">{String(clash.theirs[key])}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="mt-5 flex gap-3">
        <Button kind="act" onClick={() => void settle('mine')}>
          Keep mine
        </Button>
        <Button onClick={() => void settle('theirs')}>Take theirs</Button>
      </div>
    </Modal>
  );
}
