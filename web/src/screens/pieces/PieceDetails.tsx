import type { JobDetail, PieceRow } from '@upholder/core/api';
import { implausibleEntries } from '@upholder/core/floor';
import { fieldMessages } from '@upholder/core/outcome';
import { type Piece, PieceSchema } from '@upholder/core/pieces';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { Refusal } from '../../api/upholder.ts';
import { useMay } from '../../api/useMay.ts';
import { useRoom } from '../../base/useIsNarrow.ts';
import { useNowMinute } from '../../base/useNow.ts';
import { doubtWords } from '../../job/doubtWords.ts';
import { ReportDialog } from '../../job/inspection/ReportDialog.tsx';
import { toPlanningShop, useJobContext } from '../../job/useJobContext.ts';
import { Button } from '../../parts/controls.tsx';
import { PhotoStrip } from '../../parts/PhotoStrip.tsx';
import { type Column, detailColumns, shownColumns } from './cells.ts';
import { TakeoffCell } from './TakeoffCell.tsx';

interface DetailsProps {
  detail: JobDetail;
  piece: PieceRow;
  edit(piece: PieceRow, part: Partial<Piece>): Promise<Refusal | null>;
  onPreview(piece: Piece | null): void;
}

/** What a piece has besides its line in the table, for its construction only. */
export function PieceDetails({ detail, piece, edit, onPreview }: DetailsProps) {
  const room = useRoom();
  const { shop } = useJobContext();
  const columns = useMemo(() => {
    const details = detailColumns(detail.openings, shop.settings.places);
    return [...shownColumns(detail.zones, detail.pieces, room).left, ...details];
  }, [detail.openings, detail.zones, detail.pieces, shop.settings.places, room]);
  const [errors, setErrors] = useState<Record<string, string>>({});
  async function commit(column: Column, text: string): Promise<void> {
    const read = column.read(text, piece);
    if (!read.ok) return setErrors({ [column.key]: read.message });
    const parsed = PieceSchema.safeParse({ ...piece, ...read.value });
    if (!parsed.success)
      return setErrors({ [column.key]: Object.values(fieldMessages(parsed.error))[0] ?? 'Invalid value.' });
    setErrors({});
    onPreview(null);
    const refusal = await edit(piece, read.value);
    if (refusal && refusal.code !== 'conflict') setErrors({ [column.key]: refusal.message });
  }
  const now = useNowMinute();
  const mayReport = useMay('addFinding');
  const [isReporting, setReporting] = useState(false);
  const doubts = useMemo(() => {
    const all = implausibleEntries(detail, toPlanningShop(shop));
    return detail.log
      .filter(({ id, pieceIds }) => all.has(id) && pieceIds.includes(piece.id))
      .map(({ id, stepId, work }) => ({
        id,
        name: work?.stepName ?? detail.steps.find((step) => step.id === stepId)?.name ?? 'A step',
        words: doubtWords(all.get(id)),
      }));
  }, [detail, shop, piece.id]);
  const shown = columns.filter((column) => column.write(piece) !== null);
  return (
    <div className="mt-3">
      {doubts.map(({ id, name, words }) => (
        <p key={id} className="mb-2 border-tape border-l-[6px] pl-2 text-note leading-snug">
          <span className="font-semibold">{name}:</span> {words}
        </p>
      ))}
      <dl className="grid grid-cols-[auto_1fr] items-center gap-x-3">
        {shown.map((column) => (
          <div key={column.key} className="contents">
            <dt className="text-quiet text-note">{column.title}</dt>
            <dd className="h-8 border-line border-b max-md:h-[49px]">
              <TakeoffCell
                column={column}
                piece={piece}
                row={-2}
                error={errors[column.key]}
                onFocus={() => undefined}
                onPreview={(part) => onPreview({ ...piece, ...part })}
                onCommit={(changed, text) => void commit(changed, text)}
              />
            </dd>
          </div>
        ))}
      </dl>
      <div className="mt-3">
        <PhotoStrip
          key={piece.id}
          detail={detail}
          zoneId={piece.zoneId}
          pieceId={piece.id}
          topic="piece"
          title={piece.tag}
        />
      </div>
      <div className="mt-3 flex flex-wrap items-center gap-4">
        <Button disabled={!mayReport} onClick={() => setReporting(true)}>
          {detail.job.status === 'open' ? 'Report a defect' : 'Open a call-back'}
        </Button>
        <Link
          to={`../pieces/${piece.id}`}
          className="press-h-9 press-w-9 inline-flex items-center font-semibold text-act underline underline-offset-2"
        >
          History
        </Link>
      </div>
      {isReporting && (
        <ReportDialog
          detail={detail}
          shop={shop}
          pieces={[piece]}
          now={now}
          {...(detail.job.status !== 'open' && { callBackVia: 'label' as const })}
          onClose={() => setReporting(false)}
        />
      )}
      {Object.values(errors).map((message) => (
        <p key={message} role="alert" className="mt-1 font-semibold text-small text-stop leading-snug">
          {message}
        </p>
      ))}
    </div>
  );
}
