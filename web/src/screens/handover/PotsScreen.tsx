import { touchUpPots } from '@upholder/core/handover';
import { toMinute } from '@upholder/core/shop';
import { upholder } from '../../api/upholder.ts';
import { dayWords } from '../../base/times.ts';
import { sheetsOf } from '../../job/productLookups.ts';
import { useJobContext } from '../../job/useJobContext.ts';
import { Paper } from '../../parts/Paper.tsx';
import { QrCode } from '../../parts/QrCode.tsx';

/** Labels for the touch-up pots: product, batch and thinning of the last coat of each zone. */
export function PotsScreen() {
  const { detail, shop } = useJobContext();
  const { data } = upholder.useJobMixesQuery(detail.job.id);
  const pots = touchUpPots(detail, data?.mixes ?? [], sheetsOf(shop));
  return (
    <Paper print="Print the labels">
      {pots.length === 0 && <p>No coat is logged yet. The labels name what really went on last.</p>}
      <div className="flex flex-wrap gap-4">
        {pots.map(({ zoneId, product, batch, fraction, coatedAt, mix }) => {
          const zone = detail.zones.find(({ id }) => id === zoneId);
          return (
            <section
              key={zoneId}
              aria-label={`Touch-up label, ${zone?.name}`}
              className="flex w-[100mm] break-inside-avoid gap-4 border-2 border-black p-4"
            >
              <div className="min-w-0 flex-1">
                <p className="font-bold text-lead leading-tight">Touch-up: {zone?.name}</p>
                <p className="flex items-center gap-2">
                  <span
                    className="inline-block size-5 border border-black"
                    style={{ background: zone?.newColour }}
                  />
                  {detail.job.code}, {detail.job.name}
                </p>
                <p className="mt-1 font-semibold">{product}</p>
                <p>{batch ? `Batch ${batch}` : 'Batch not recorded'}</p>
                <p>
                  {fraction === null
                    ? 'Thinning not recorded'
                    : fraction === 0
                      ? 'Unthinned'
                      : `${(fraction * 100).toFixed(1)} % thinner on paint`}
                </p>
                <p>Last coat {dayWords(toMinute(coatedAt), shop.timeZone)}</p>
                <p className="text-note">Stir well. Dab with a fine brush, thin, edge to edge.</p>
              </div>
              <QrCode
                text={`${window.location.origin}${mix ? `/bench/${mix.id}` : `/jobs/${detail.job.id}/handover`}`}
                sizeMm={24}
              />
            </section>
          );
        })}
      </div>
    </Paper>
  );
}
