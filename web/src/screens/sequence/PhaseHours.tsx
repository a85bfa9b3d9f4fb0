import type { JobDetail, ShopContext, ZoneRow } from '@upholder/core/api';
import { minutesByPhase } from '@upholder/core/estimating';
import { workingCrew } from '@upholder/core/shop';
import { formatDuration } from '@upholder/core/units';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { PHASE_WORDS } from '../../job/phaseWords.ts';
import { sheetsOf } from '../../job/productLookups.ts';

/** Hours of a zone by phase before anything is planned, by the yardsticks. */
export function PhaseHours({ detail, zone, shop }: { detail: JobDetail; zone: ZoneRow; shop: ShopContext }) {
  const phases = useMemo(
    () =>
      minutesByPhase({
        steps: detail.steps.filter(({ zoneId }) => zoneId === zone.id),
        pieces: detail.pieces.filter(({ zoneId }) => zoneId === zone.id),
        sheets: sheetsOf(shop),
        isOnSite: detail.job.place === 'client',
        settings: shop.settings,
        people: workingCrew(shop.crew).length,
      }),
    [detail, zone.id, shop],
  );
  const total = [...phases.values()].reduce((sum, minutes) => sum + minutes, 0);
  if (total === 0) return null;
  return (
    <section
      aria-label="Hours by phase"
      className="flex flex-wrap items-baseline gap-x-5 gap-y-1 bg-sheet px-4 py-2.5"
    >
      <span>
        <span className="quantity font-semibold">{formatDuration(Math.round(total))}</span> of work
      </span>
      {[...phases].map(([phase, minutes]) => (
        <span key={phase} className="text-quiet">
          {PHASE_WORDS[phase]}{' '}
          <span className="quantity text-ink">{formatDuration(Math.round(minutes))}</span>
        </span>
      ))}
      <span className="flex-1" />
      <Link to="/shop/yardsticks" className="text-note underline underline-offset-2">
        Yardsticks
      </Link>
    </section>
  );
}
