import { takeoffChecks } from '@upholder/core/elevation';
import type { Piece } from '@upholder/core/pieces';
import { regional } from '@upholder/core/said';
import { useCallback, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { useNowMinute } from '../../base/useNow.ts';
import { NoZone } from '../../job/NoZone.tsx';
import { PiecesTabs } from '../../job/PiecesTabs.tsx';
import { useJobContext, usePieceStates } from '../../job/useJobContext.ts';
import { useTakeoff } from '../../job/useTakeoff.ts';
import { Button, Card, Notice } from '../../parts/controls.tsx';
import { SavedClock } from '../../parts/SavedClock.tsx';
import { UndoButtons } from '../../parts/UndoButtons.tsx';
import { ClashDialog } from './ClashDialog.tsx';
import { FastLine } from './FastLine.tsx';
import { ImportDialog } from './ImportDialog.tsx';
import { Marks } from './Marks.tsx';
import { MultiEdit } from './MultiEdit.tsx';
import { PieceDetails } from './PieceDetails.tsx';
import { PieceDrawing } from './PieceDrawing.tsx';
import { TakeoffTable } from './TakeoffTable.tsx';
import { Totals } from './Totals.tsx';
import { NEW_LINE } from './useCells.ts';

/** The take-off: every piece with its tag, measures and areas. */
export function PiecesScreen() {
  const { detail, shop } = useJobContext();
  const states = usePieceStates(detail, shop);
  const now = useNowMinute();
  const takeoff = useTakeoff(detail);
  const { history } = takeoff;
  const [search, setSearch] = useSearchParams();
  const asked = search.get('piece');
  const selectedId = asked ?? detail.pieces[0]?.id ?? NEW_LINE;
  const select = useCallback(
    (id: string) => setSearch(id === NEW_LINE ? {} : { piece: id }, { replace: true }),
    [setSearch],
  );
  const [marked, setMarked] = useState<ReadonlySet<string>>(new Set());
  const [preview, setPreview] = useState<Piece | null>(null);
  const [importText, setImportText] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const selected = detail.pieces.find(({ id }) => id === selectedId) ?? detail.pieces.at(-1);
  const markedPieces = detail.pieces.filter(({ id }) => marked.has(id));
  const checks = useMemo(() => takeoffChecks(detail, shop.settings), [detail, shop.settings]);
  const remarks = useMemo(() => {
    const said = new Map<string, string>();
    for (const { pieceIds, say } of checks)
      for (const id of pieceIds) said.set(id, [said.get(id), say].filter(Boolean).join(' '));
    return said;
  }, [checks]);

  if (detail.zones.length === 0)
    return (
      <NoZone title="A piece belongs to a zone">
        {regional('Pieces in a zone share colours and finishing system.')}
      </NoZone>
    );
  const shown = preview ?? selected;
  return (
    <main className="flex h-[calc(100vh-10.6rem)] min-h-[34rem] flex-col gap-2 px-5 py-3 max-md:h-auto max-md:px-2">
      <div className="flex flex-wrap items-center gap-3">
        <PiecesTabs />
        <span className="flex-1" />
        <SavedClock at={takeoff.savedAt} timeZone={shop.timeZone} />
        <UndoButtons history={history} />
        <Button onClick={() => setImportText('')}>Import a table</Button>
      </div>
      <FastLine detail={detail} insert={takeoff.insert} onPreview={setPreview} />
      <Totals detail={detail} measure={shop.settings.doorMeasure} />
      {markedPieces.length > 0 && (
        <MultiEdit
          detail={detail}
          pieces={markedPieces}
          editMany={takeoff.editMany}
          drop={takeoff.drop}
          onDone={() => setMarked(new Set())}
          onProblem={setProblem}
        />
      )}
      {checks.length > 0 && (
        <Marks
          detail={detail}
          checks={checks}
          edit={takeoff.edit}
          onShow={({ pieceIds }) => pieceIds[0] && select(pieceIds[0])}
          onProblem={setProblem}
        />
      )}
      {problem && <Notice kind="stop">{problem}</Notice>}
      <div className="flex min-h-0 flex-1 gap-3 max-md:flex-col max-md:[&>:first-child]:h-[60vh] max-md:[&>:first-child]:flex-none">
        <TakeoffTable
          detail={detail}
          states={states}
          selectedId={selectedId}
          onSelect={select}
          marked={marked}
          onMark={setMarked}
          remarks={remarks}
          onPreview={setPreview}
          edit={takeoff.edit}
          insert={takeoff.insert}
          drop={takeoff.drop}
          undo={history.undo}
          onPasteTable={setImportText}
          onProblem={setProblem}
        />
        <Card
          className="w-[14.6rem] max-xl:w-[13rem] shrink-0 overflow-y-auto p-3 max-md:w-full"
          aria-label="The chosen piece"
        >
          {shown ? (
            <>
              <PieceDrawing
                piece={shown}
                states={states.get(shown.id)}
                colour={detail.zones.find(({ id }) => id === shown.zoneId)?.newColour ?? '#888888'}
                measure={shop.settings.doorMeasure}
                now={now}
              />
              {selected && (preview === null || preview.id === selected.id) && (
                <PieceDetails
                  key={selected.id}
                  detail={detail}
                  piece={selected}
                  edit={takeoff.edit}
                  onPreview={setPreview}
                />
              )}
            </>
          ) : (
            <p className="text-quiet">
              Type the first pieces in the line above, such as 4 × 400×720 shaker. Or paste a table.
            </p>
          )}
        </Card>
      </div>
      {importText !== null && (
        <ImportDialog
          detail={detail}
          shop={shop}
          initialText={importText}
          onClose={() => setImportText(null)}
          insertMany={takeoff.insertMany}
        />
      )}
      {takeoff.clash && <ClashDialog clash={takeoff.clash} settle={takeoff.settle} />}
    </main>
  );
}
