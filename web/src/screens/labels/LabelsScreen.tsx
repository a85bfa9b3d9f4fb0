import type { JobDetail, OpeningRow, PieceRow, ShopContext } from '@upholder/core/api';
import { tagPlace } from '@upholder/core/elevation';
import { pieceKindWords } from '@upholder/core/pieces';
import { useState } from 'react';
import { showAll } from '../../base/voice.ts';
import { PiecesTabs } from '../../job/PiecesTabs.tsx';
import { workedAt } from '../../job/placeWords.ts';
import { useJobContext } from '../../job/useJobContext.ts';
import { Button, Field, Select, ZoneSelect } from '../../parts/controls.tsx';
import { QrCode } from '../../parts/QrCode.tsx';

interface LabelSize {
  name: string | null;
  widthMm: number;
  heightMm: number;
}

/** Common label stock, in mm. */
const SIZES: LabelSize[] = [
  { name: 'tape', widthMm: 24, heightMm: 12 },
  { name: null, widthMm: 38, heightMm: 21 },
  { name: null, widthMm: 45, heightMm: 21 },
  { name: null, widthMm: 63, heightMm: 38 },
  { name: null, widthMm: 99, heightMm: 57 },
];
const LEAST_CODE_MM = 10;

/** Where a piece is worked and on which rail or rack it dries, where that is not the shop's own. */
function placeLine(piece: PieceRow, detail: JobDetail, shop: ShopContext): string {
  const { place, way, holderId } = workedAt(piece, detail, shop);
  const holder = shop.settings.holders.find(({ id }) => id === holderId);
  return [place ?? way, holder?.name ?? ''].filter((word) => word !== '').join(', ');
}

function Label({
  piece,
  at,
  detail,
  size,
}: {
  piece: PieceRow;
  at: string;
  detail: JobDetail;
  size: LabelSize;
}) {
  const code = Math.max(LEAST_CODE_MM, size.heightMm - 4);
  const isSmall = size.heightMm < 20;
  return (
    <div
      className="flex break-inside-avoid items-center gap-[1.5mm] overflow-hidden border border-line bg-white p-[1mm] text-black print:border-dotted"
      style={{ width: `${size.widthMm}mm`, height: `${size.heightMm}mm` }}
    >
      <QrCode text={`${window.location.origin}/p/${piece.id}`} sizeMm={Math.min(code, size.widthMm / 2.3)} />
      <div className="min-w-0 leading-[1.05]">
        <div
          className="truncate font-bold"
          style={{ fontSize: isSmall ? '3.6mm' : `${Math.min(9, size.heightMm / 4)}mm` }}
        >
          {piece.tag}
        </div>
        <div className="truncate" style={{ fontSize: isSmall ? '2mm' : '2.6mm' }}>
          {detail.job.code}
        </div>
        {!isSmall && (
          <div style={{ fontSize: '2.5mm' }}>
            {pieceKindWords(piece.kind)}
            <br />
            {showAll('length', [piece.widthMm, piece.heightMm])}
            {at !== '' && <div className="truncate">{at}</div>}
          </div>
        )}
      </div>
    </div>
  );
}

function OpeningLabel({
  opening,
  detail,
  size,
}: {
  opening: OpeningRow;
  detail: JobDetail;
  size: LabelSize;
}) {
  const wall = detail.walls.find(({ id }) => id === opening.wallId);
  const members = detail.pieces.filter(({ openingId }) => openingId === opening.id);
  return (
    <div
      className="flex break-inside-avoid flex-col justify-center overflow-hidden border border-line bg-white p-[1.5mm] text-black leading-[1.05] print:border-dotted"
      style={{ width: `${size.widthMm}mm`, height: `${size.heightMm}mm` }}
    >
      <div
        className="truncate font-bold"
        style={{ fontSize: `${Math.min(9, Math.max(3.6, size.heightMm / 3.6))}mm` }}
      >
        {opening.tag}
      </div>
      <div className="truncate" style={{ fontSize: '2.5mm' }}>
        {detail.job.code}, {wall?.name}: {members.map(({ tag }) => tag).join(', ') || 'empty'}
      </div>
    </div>
  );
}

/** Labels to print: for pieces with a code that opens them, and for their openings. */
export function LabelsScreen() {
  const { detail, shop } = useJobContext();
  const [sizeIndex, setSizeIndex] = useState(1);
  const [what, setWhat] = useState<'pieces' | 'openings'>('pieces');
  const [zoneId, setZoneId] = useState('');
  const size = SIZES[sizeIndex] ?? { name: '', widthMm: 38, heightMm: 21 };
  const pieces = detail.pieces.filter((piece) => zoneId === '' || piece.zoneId === zoneId);
  const places = [...new Map(pieces.map((piece) => [piece.kind, piece])).values()];
  return (
    <main className="flex flex-col gap-3 px-5 py-3 print:p-0">
      <div className="no-print flex flex-wrap items-end gap-3">
        <PiecesTabs />
        <span className="flex-1" />
        <Field label="Labels for">
          {(ids) => (
            <Select {...ids} value={what} onChange={({ target }) => setWhat(target.value as typeof what)}>
              <option value="pieces">pieces</option>
              <option value="openings">openings</option>
            </Select>
          )}
        </Field>
        {what === 'pieces' && (
          <Field label="Zone">
            {(ids) => (
              <ZoneSelect
                {...ids}
                all="all zones"
                zones={detail.zones}
                value={zoneId}
                onChange={({ target }) => setZoneId(target.value)}
              />
            )}
          </Field>
        )}
        <Field label="Label size">
          {(ids) => (
            <Select {...ids} value={sizeIndex} onChange={({ target }) => setSizeIndex(Number(target.value))}>
              {SIZES.map(({ name, widthMm, heightMm }, index) => (
                <option key={`${widthMm} ${heightMm}`} value={index}>
                  {showAll('length', [widthMm, heightMm])}
                  {name !== null && ` ${name}`}
                </option>
              ))}
            </Select>
          )}
        </Field>
        <Button kind="act" onClick={() => window.print()}>
          Print {what === 'pieces' ? pieces.length : detail.openings.length} labels
        </Button>
      </div>
      {what === 'pieces' ? (
        <p className="no-print text-quiet">
          Where to put it so that no paint covers it:{' '}
          {places.map((piece) => `${pieceKindWords(piece.kind, 2)} ${tagPlace(piece)}`).join('; ')}. A number
          written on the back gets painted over.
        </p>
      ) : (
        detail.openings.length === 0 && (
          <p className="no-print text-quiet">No openings yet. Set up the map first.</p>
        )
      )}
      <div className="flex flex-wrap gap-[2mm]">
        {what === 'pieces'
          ? pieces.map((piece) => (
              <Label
                key={piece.id}
                piece={piece}
                at={placeLine(piece, detail, shop)}
                detail={detail}
                size={size}
              />
            ))
          : detail.openings.map((opening) => (
              <OpeningLabel key={opening.id} opening={opening} detail={detail} size={size} />
            ))}
      </div>
    </main>
  );
}
