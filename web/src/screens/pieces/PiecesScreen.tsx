import { doorEquivalents, type Piece, totalAreas } from '@upholder/core/pieces';
import { localClock, toMinute } from '@upholder/core/shop';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { useNowMinute } from '../../app/useNow.ts';
import { Button, Notice, Sheet } from '../../parts/controls.tsx';
import { Modal } from '../../parts/Modal.tsx';
import { useJobContext, usePieceStates } from '../useJobContext.ts';
import { ImportDialog } from './ImportDialog.tsx';
import { PieceDrawing } from './PieceDrawing.tsx';
import { NEW_LINE, TakeoffTable } from './TakeoffTable.tsx';
import { type Clash, useTakeoff } from './useTakeoff.ts';

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

function ClashDialog({ clash, settle }: { clash: Clash; settle(choice: 'mine' | 'theirs'): Promise<void> }) {
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

function Totals({ pieces }: { pieces: readonly Piece[] }) {
  const areas = totalAreas(pieces);
  const equivalents = pieces.reduce((sum, piece) => sum + doorEquivalents(piece), 0);
  const figures: [string, string][] = [
    ['pieces', String(pieces.length)],
    ['front', (areas.frontMm2 / 1e6).toFixed(2)],
    ['back', (areas.backMm2 / 1e6).toFixed(2)],
    ['edges', (areas.edgesMm2 / 1e6).toFixed(2)],
    ['recess walls', (areas.recessWallsMm2 / 1e6).toFixed(2)],
    ['m² to finish', (areas.totalMm2 / 1e6).toFixed(2)],
    ['door equivalents', String(equivalents)],
  ];
  return (
    <dl className="flex flex-wrap gap-x-6 gap-y-1">
      {figures.map(([name, value]) => (
        <div key={name} className="flex items-baseline gap-1.5">
          <dt className="order-2 text-quiet">{name}</dt>
          <dd className="quantity">{value}</dd>
        </div>
      ))}
    </dl>
  );
}

/** The take-off: every piece with its tag, measures and areas. */
export function PiecesScreen() {
  const { dossier, shop } = useJobContext();
  const states = usePieceStates(dossier, shop);
  const now = useNowMinute();
  const takeoff = useTakeoff(dossier);
  const { undo } = takeoff;
  const [selectedId, select] = useState<string>(dossier.pieces[0]?.id ?? NEW_LINE);
  const [importText, setImportText] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const selected = dossier.pieces.find(({ id }) => id === selectedId) ?? dossier.pieces.at(-1);

  useEffect(() => {
    function press(event: KeyboardEvent): void {
      const isInCell = event.target instanceof HTMLElement && event.target.dataset.cell !== undefined;
      if (!(event.ctrlKey || event.metaKey) || event.key !== 'z' || isInCell) return;
      event.preventDefault();
      void undo();
    }
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [undo]);

  if (dossier.zones.length === 0) {
    return (
      <main className="p-5">
        <Sheet className="max-w-2xl p-6">
          <h2>A piece belongs to a zone</h2>
          <p className="mt-1 text-quiet">Pieces of a zone share their colours and their finishing system.</p>
          <Link to="../brief" className="mt-3 inline-block font-semibold text-act underline">
            Add the first zone
          </Link>
        </Sheet>
      </main>
    );
  }
  return (
    <main className="flex min-h-[28rem] flex-col gap-3 p-5" style={{ height: 'calc(100vh - 11rem)' }}>
      <div className="flex flex-wrap items-center gap-3">
        <Totals pieces={dossier.pieces} />
        <span className="flex-1" />
        <span role="status" className="text-[0.85rem] text-quiet">
          {takeoff.savedAt &&
            `saved ${localClock(toMinute(takeoff.savedAt) + now - toMinute(new Date()), shop.timeZone)}`}
        </span>
        <Button disabled={takeoff.undoable === null} onClick={() => void undo()} title="Ctrl Z">
          Undo{takeoff.undoable && ` ${takeoff.undoable}`}
        </Button>
        <Button onClick={() => setImportText('')}>Bring in a table</Button>
      </div>
      {problem && <Notice kind="stop">{problem}</Notice>}
      <div className="flex min-h-0 flex-1 gap-4">
        <TakeoffTable
          dossier={dossier}
          states={states}
          selectedId={selectedId}
          onSelect={select}
          edit={takeoff.edit}
          insert={takeoff.insert}
          drop={takeoff.drop}
          undo={undo}
          onPasteTable={setImportText}
          onProblem={setProblem}
        />
        <Sheet className="w-64 shrink-0 overflow-y-auto p-4" aria-label="The chosen piece">
          {selected ? (
            <PieceDrawing
              piece={selected}
              states={states.get(selected.id)}
              colour={dossier.zones.find(({ id }) => id === selected.zoneId)?.newColour ?? '#888888'}
              now={now}
            />
          ) : (
            <p className="text-quiet">
              Type the first piece in the line below: a tag, a width, a height, Enter. Or paste a table.
            </p>
          )}
        </Sheet>
      </div>
      {importText !== null && (
        <ImportDialog
          dossier={dossier}
          initialText={importText}
          onClose={() => setImportText(null)}
          insert={takeoff.insert}
        />
      )}
      {takeoff.clash && <ClashDialog clash={takeoff.clash} settle={takeoff.settle} />}
    </main>
  );
}
