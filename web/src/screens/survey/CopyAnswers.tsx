import type { SurveyChange, ZoneRow } from '@upholder/core/api';
import { Button } from '../../parts/controls.tsx';

/** What belongs to one zone alone: the sample that was agreed for it, and the day on which its own parts come. */
const OWN_ANSWERS = new Set(['sample', 'replacementsOn']);

/** What another zone has answered and this one has not. */
export function answersToCopy(zone: ZoneRow, other: ZoneRow): { change: SurveyChange; count: number } {
  const known = zone.survey as Record<string, unknown>;
  const answers = Object.fromEntries(
    Object.entries(other.survey).filter(
      ([key, value]) => value !== undefined && known[key] === undefined && !OWN_ANSWERS.has(key),
    ),
  );
  const takesSubstrate = zone.substrate === null && other.substrate !== null;
  return {
    change: { answers, ...(takesSubstrate && { substrate: other.substrate }) } as SurveyChange,
    count: Object.keys(answers).length + Number(takesSubstrate),
  };
}

/** Takes over what was answered for another zone of the job; what is answered here stays as it is. */
export function CopyAnswers({
  zone,
  zones,
  onCopy,
}: {
  zone: ZoneRow;
  zones: readonly ZoneRow[];
  onCopy(change: SurveyChange): void;
}) {
  const offers = zones
    .filter(({ id }) => id !== zone.id)
    .map((other) => ({ other, ...answersToCopy(zone, other) }))
    .filter(({ count }) => count > 0);
  if (offers.length === 0) return null;
  return (
    <div className="flex flex-wrap gap-2 border-line border-b px-4 py-2">
      {offers.map(({ other, change, count }) => (
        <Button key={other.id} onClick={() => onCopy(change)}>
          Copy {count} {count === 1 ? 'answer' : 'answers'} from {other.name}
        </Button>
      ))}
    </div>
  );
}
