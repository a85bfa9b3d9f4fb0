import type { OpeningRow } from '@upholder/core/api';
import type { Hardware } from '@upholder/core/elevation';
import { PIECE_KIND_TRAITS } from '@upholder/core/pieces';
import { regional } from '@upholder/core/said';
import { localDate, toMinute } from '@upholder/core/shop';
import { Link } from 'react-router';
import { clockWords, dayWords } from '../../base/times.ts';
import { useNowMinute } from '../../base/useNow.ts';
import { PiecesTabs } from '../../job/PiecesTabs.tsx';
import { useJobContext } from '../../job/useJobContext.ts';
import { useMap } from '../../job/useMap.ts';
import { Button, Card, Notice } from '../../parts/controls.tsx';
import { PrintHead } from '../../parts/PrintHead.tsx';
import { SideScroll } from '../../parts/SideScroll.tsx';
import { UndoButtons } from '../../parts/UndoButtons.tsx';
import { BagRow } from './BagRow.tsx';
import { HardwarePrint } from './HardwarePrint.tsx';

/** Headings of the list with the widths of their columns. */
const WIDTHS: [title: string, width: string][] = [
  ['Bag', '5.2rem'],
  ['Pieces', 'auto'],
  ['Hinges', '4.4rem'],
  ['they', '8.2rem'],
  ['Handles', '4.4rem'],
  ['they are', '8rem'],
  [regional('Centres'), '4.8rem'],
  ['Finish', '7rem'],
  ['Screws', '12rem'],
  ['Order', '4rem'],
  ['Packed', '5.6rem'],
  ['Back in', '5.6rem'],
];

/** Before there are bags: one press makes one for each opening. */
function NoBags({ count, problem, onMake }: { count: number; problem: string | null; onMake(): void }) {
  return (
    <main className="flex flex-col gap-3 px-5 py-3">
      <PiecesTabs />
      <Card className="max-w-2xl p-6">
        <h2>One bag for each opening</h2>
        {count > 0 ? (
          <>
            <p className="mt-1 text-quiet">
              Bags carry the tags of their pieces. Make them now; a map can be arranged from them later.
            </p>
            {problem && <Notice kind="stop">{problem}</Notice>}
            <div className="mt-3 flex flex-wrap items-center gap-4">
              <Button kind="act" onClick={onMake}>
                Make {count} {count === 1 ? 'bag' : 'bags'}
              </Button>
              <Link to="../pieces/map" className="font-semibold text-act underline">
                Set up the map first
              </Link>
            </div>
          </>
        ) : (
          <p className="mt-1 text-quiet">
            No door or drawer front is listed yet.{' '}
            <Link to="../pieces" className="font-semibold text-act underline">
              To the pieces
            </Link>
          </p>
        )}
      </Card>
    </main>
  );
}

/** Hardware bags: one per opening, what is in it, packed and ticked back in. */
export function HardwareScreen() {
  const { detail: served, shop } = useJobContext();
  const { detail, change, layOut, history, problem } = useMap(served);
  const now = useNowMinute();
  const write = (openings: OpeningRow[]) => change(openings);
  const withHardware = detail.pieces.filter(({ kind }) => PIECE_KIND_TRAITS[kind].closesOpening);
  const openings = [...detail.openings].sort((a, b) =>
    a.tag.localeCompare(b.tag, undefined, { numeric: true }),
  );
  if (openings.length === 0)
    return <NoBags count={withHardware.length} problem={problem} onMake={() => void layOut()} />;
  const sum = (of: (hardware: Hardware) => number) =>
    openings.reduce((total, { hardware }) => total + of(hardware), 0);
  const bagged = openings.filter(({ baggedAt }) => baggedAt !== null).length;
  const returned = openings.filter(({ returnedAt }) => returnedAt !== null).length;
  const whenWords = (at: string | null) => {
    if (at === null) return '';
    const minute = toMinute(at);
    const day = localDate(minute, shop.timeZone);
    return day === localDate(now, shop.timeZone)
      ? clockWords(minute, shop.timeZone)
      : dayWords(minute, shop.timeZone);
  };
  return (
    <main className="flex flex-col gap-3 px-5 py-3">
      <PrintHead job={detail.job}>hardware bags</PrintHead>
      <div className="no-print flex flex-wrap items-center gap-3">
        <PiecesTabs />
        <span className="flex-1" />
        <p>
          <span className="quantity">{openings.length}</span> bags, <span className="quantity">{bagged}</span>{' '}
          packed, <span className="quantity">{returned}</span> back in;{' '}
          <span className="quantity">{sum(({ hinges }) => hinges)}</span> hinges,{' '}
          <span className="quantity">{sum(({ pulls }) => pulls)}</span> handles,{' '}
          <span className="quantity">{sum(({ toOrder }) => toOrder)}</span> to order
        </p>
        <UndoButtons history={history} />
        <Button onClick={() => window.print()}>Print the list</Button>
      </div>
      <p className="no-print text-quiet">
        Keep the two kinds of screws in a bag apart. Order handles with a lead time before the first door
        comes off.
      </p>
      {problem && <Notice kind="stop">{problem}</Notice>}
      <HardwarePrint openings={openings} pieces={detail.pieces} />
      <SideScroll label="Hardware, opening by opening" className="no-print">
        <table className="w-full min-w-[66rem] table-fixed bg-sheet text-left">
          <colgroup>
            {WIDTHS.map(([title, width]) => (
              <col key={title} style={{ width }} />
            ))}
          </colgroup>
          <thead>
            <tr className="border-ink border-b-[1.5px] text-small">
              {WIDTHS.map(([title]) => (
                <th key={title} scope="col" className="truncate px-1.5 py-1.5">
                  {title}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {openings.map((opening) => (
              <BagRow
                key={opening.id}
                opening={opening}
                members={detail.pieces.filter(({ openingId }) => openingId === opening.id)}
                whenWords={whenWords}
                now={now}
                onChange={(changed) => void write([changed])}
              />
            ))}
          </tbody>
        </table>
      </SideScroll>
    </main>
  );
}
