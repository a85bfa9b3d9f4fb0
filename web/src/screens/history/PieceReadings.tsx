import { eventsOf, READING_TRAITS, readingWords } from '@upholder/core/handover';
import { toMinute } from '@upholder/core/shop';
import { whenWords } from '../../base/times.ts';
import { useNowMinute } from '../../base/useNow.ts';
import { useJobContext } from '../../job/useJobContext.ts';
import { Card } from '../../parts/controls.tsx';

/** Readings that were taken on a piece, and on the job as a whole. */
export function PieceReadings({ pieceId }: { pieceId: string }) {
  const { detail, shop } = useJobContext();
  const now = useNowMinute();
  const list = eventsOf(detail.events, 'reading').filter(
    ({ what }) => what.pieceId === pieceId || what.pieceId === null,
  );
  if (list.length === 0) return null;
  return (
    <Card className="mt-4 p-5 print:p-0" aria-label="Readings on it">
      <h3>Readings</h3>
      <ul className="mt-2">
        {list.map(({ id, at, what, memberName }) => (
          <li key={id}>
            {READING_TRAITS[what.reading].name}:{' '}
            <span className="font-semibold">{readingWords(what.reading, what.value)}</span>{' '}
            <span className="text-quiet">
              {what.pieceId === null ? 'whole job · ' : ''}
              {memberName}, {whenWords(toMinute(at), now, shop.timeZone)}
              {what.note && ` · ${what.note}`}
            </span>
          </li>
        ))}
      </ul>
    </Card>
  );
}
