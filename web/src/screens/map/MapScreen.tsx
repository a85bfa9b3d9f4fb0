import type { WallRow } from '@upholder/core/api';
import { PIECE_KIND_TRAITS, type Piece } from '@upholder/core/pieces';
import { type CSSProperties, useLayoutEffect, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { useNowMinute } from '../../base/useNow.ts';
import { show } from '../../base/voice.ts';
import { NoZone } from '../../job/NoZone.tsx';
import { PiecesTabs } from '../../job/PiecesTabs.tsx';
import { useJobContext, usePieceStates } from '../../job/useJobContext.ts';
import { useMap } from '../../job/useMap.ts';
import { useTakeoff } from '../../job/useTakeoff.ts';
import { Button, Card, Notice } from '../../parts/controls.tsx';
import { WidePaper } from '../../parts/PaperSize.tsx';
import { PrintHead } from '../../parts/PrintHead.tsx';
import { UndoButtons } from '../../parts/UndoButtons.tsx';
import { LoosePieces, newOpening, WallFields } from './MapParts.tsx';
import { OpeningPanel } from './OpeningPanel.tsx';
import { TagDialog } from './TagDialog.tsx';
import { WallView } from './WallView.tsx';

/** Walls are drawn no larger than this, so that a small one does not fill the screen. */
const MOST_PX_PER_MM = 0.32;
/** Width of what is printed on either paper on its side, and what stands beside the walls within it, in px. */
const PAPER_PX = 950;
const BESIDE_PX = 12;
const NEW_WALL = { widthMm: 3000, heightMm: 2400 };

/** The element that the walls stand in, and how wide it is, in px. */
function useBoardWidth() {
  const board = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(900);
  useLayoutEffect(() => {
    const element = board.current;
    if (!element) return;
    const watch = new ResizeObserver(() => setWidth(element.clientWidth - 4));
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  return { board, width };
}

/** The elevation map: walls to scale, their openings, and what belongs where. */
export function MapScreen() {
  const { detail: served, shop } = useJobContext();
  const map = useMap(served);
  const { detail, change, history, problem } = map;
  const states = usePieceStates(detail, shop);
  const now = useNowMinute();
  const { editMany } = useTakeoff(detail, history);
  const [selectedId, select] = useState<string | null>(null);
  const [isTagging, setTagging] = useState(false);
  const { board, width } = useBoardWidth();
  const selected = detail.openings.find(({ id }) => id === selectedId);
  const widest = Math.max(1000, ...detail.walls.map(({ widthMm }) => widthMm));
  const pxPerMm = Math.min(MOST_PX_PER_MM, width / widest);

  function addWall(): void {
    const used = new Set(detail.walls.map(({ letter }) => letter.toUpperCase()));
    const letter =
      ['N', 'E', 'S', 'W', ...'ABCDFGHIJKLMOPQRTUVXYZ'].find((candidate) => !used.has(candidate)) ?? 'X';
    void map.addWall({
      id: uuid(),
      position: detail.walls.length,
      name: `Wall ${letter}`,
      letter,
      ...NEW_WALL,
    });
  }

  async function addOpening(wall: WallRow, piece?: Piece): Promise<void> {
    const opening = newOpening(detail, wall, piece);
    if (await map.addOpening(opening, piece?.id)) select(opening.id);
  }

  async function assign(piece: Piece, openingId: string | null): Promise<void> {
    const before = detail.pieces.find(({ id }) => id === piece.id);
    if (before) map.say((await editMany([{ before, part: { openingId } }]))?.message ?? null);
  }

  if (detail.zones.length === 0) return <NoZone title="A map belongs to a take-off" />;
  const loose = detail.pieces.filter(
    ({ openingId, kind }) => openingId === null && PIECE_KIND_TRAITS[kind].isOnWall,
  );
  const openWall = detail.walls.find(({ id }) => id === selected?.wallId) ?? detail.walls[0];
  return (
    <main className="flex flex-col gap-3 px-5 py-3 print:p-0">
      <WidePaper />
      <PrintHead job={detail.job}>elevation map</PrintHead>
      <div className="no-print flex flex-wrap items-center gap-2">
        <PiecesTabs />
        <span className="flex-1" />
        <UndoButtons history={history} />
        <Button
          kind={detail.walls.length === 0 ? 'act' : 'plain'}
          disabled={loose.length === 0}
          onClick={() => void map.layOut()}
        >
          Auto-arrange from tags
        </Button>
        <Button onClick={addWall}>Add a wall</Button>
        <Button disabled={detail.openings.length === 0} onClick={() => setTagging(true)}>
          Tags from the map
        </Button>
        <Button disabled={detail.walls.length === 0} onClick={() => window.print()}>
          Print
        </Button>
      </div>
      {problem && <Notice kind="stop">{problem}</Notice>}
      <div className="flex items-start gap-4 max-md:flex-col">
        <div ref={board} className="min-w-0 flex-1 max-md:w-full">
          <div
            className="flex flex-col gap-5 print:[zoom:var(--on-paper)]"
            style={{ '--on-paper': Math.min(1, PAPER_PX / (width + BESIDE_PX)) } as CSSProperties}
          >
            {detail.walls.length === 0 && (
              <Card className="p-6">
                <h2>No walls yet</h2>
                <p className="mt-1 max-w-prose text-quiet">
                  A map shows each wall from the front, to scale, so that anyone can refit from a print.
                  Auto-arrange it from the tags, then drag openings into place; or add a wall and build it up.
                </p>
              </Card>
            )}
            {detail.walls.map((wall) => (
              <WallView
                key={wall.id}
                detail={detail}
                wall={wall}
                states={states}
                now={now}
                pxPerMm={pxPerMm}
                selectedId={selectedId}
                onSelect={select}
                onMove={(opening) => void change([opening])}
                onDelete={(opening) => void map.removeOpening(opening)}
              />
            ))}
          </div>
        </div>
        <Card className="no-print w-72 shrink-0 p-4 max-md:w-full" aria-label="The chosen opening">
          {selected ? (
            <OpeningPanel
              key={selected.id}
              detail={detail}
              opening={selected}
              onChange={async (opening) => (await change([opening]))?.message ?? null}
              onAssign={(piece, openingId) => void assign(piece, openingId)}
              onDelete={() => {
                void map.removeOpening(selected);
                select(null);
              }}
            />
          ) : (
            <p className="text-quiet">
              Select an opening. Drag it, or use the arrow keys: {show('length', 10)} at a time,{' '}
              {show('length', 100)} with Shift, and with Ctrl its size.
            </p>
          )}
          {openWall && (
            <div className="mt-5 border-line border-t pt-3">
              <WallFields
                key={openWall.id}
                wall={openWall}
                onChange={(wall) => void map.changeWall(wall)}
                onDelete={() => void map.removeWall(openWall)}
              />
              <Button className="mt-2 w-full" onClick={() => void addOpening(openWall)}>
                Add an opening
              </Button>
            </div>
          )}
          {openWall && (
            <LoosePieces pieces={loose} wall={openWall} onAdd={(piece) => void addOpening(openWall, piece)} />
          )}
        </Card>
      </div>
      {isTagging && (
        <TagDialog
          detail={detail}
          editMany={editMany}
          retagOpenings={map.retag}
          onClose={() => setTagging(false)}
        />
      )}
    </main>
  );
}
