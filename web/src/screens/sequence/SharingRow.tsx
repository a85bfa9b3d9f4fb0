import type { JobDetail, ShopContext, ZoneRow } from '@upholder/core/api';
import { sharingOffer } from '@upholder/core/systems';
import { formatDuration } from '@upholder/core/units';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { sheetsOf } from '../../job/productLookups.ts';
import { zoneSpecOf } from '../../job/zoneSpec.ts';
import { Select } from '../../parts/controls.tsx';

/** Whether a zone joins the degreasing, the mixes and the set-ups of another one, and what that saves. */
export function SharingRow({
  detail,
  zone,
  shop,
  onProblem,
}: {
  detail: JobDetail;
  zone: ZoneRow;
  shop: ShopContext;
  onProblem(message: string | null): void;
}) {
  const [save] = upholder.useChangeZoneMutation();
  const partOf = ({ id, newColour }: ZoneRow) => ({
    newColour,
    steps: detail.steps.filter((step) => step.zoneId === id),
  });
  const sheets = sheetsOf(shop);
  const offers = detail.zones
    .filter(({ id, systemId }) => id !== zone.id && systemId !== null)
    .map((other) => ({ other, ...sharingOffer(partOf(zone), partOf(other), sheets) }));
  const joined = offers.find(({ other }) => other.id === zone.sharesWith);
  const best = offers.toSorted((a, b) => b.minutes - a.minutes)[0];
  if (offers.length === 0 || (!joined && best?.steps.length === 0)) return null;
  const shown = joined ?? best;
  const names = shown?.steps.map((step) => {
    const product = shop.products.find(({ key }) => key === step.productKey)?.sheet.name;
    return product ? `${step.name} (${product})` : step.name;
  });
  const { id, version } = zone;
  const spec = zoneSpecOf(zone);
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-2 bg-sheet px-4 py-2.5">
      <div className="flex items-center gap-3 font-semibold">
        <label htmlFor={`along-${zone.id}`}>Combine set-ups with</label>
        <Select
          id={`along-${zone.id}`}
          className="!w-auto"
          value={zone.sharesWith ?? ''}
          onChange={async ({ target }) => {
            const sharesWith = target.value === '' ? null : target.value;
            const outcome = await save({ jobId: detail.job.id, id, version, spec: { ...spec, sharesWith } });
            onProblem('error' in outcome ? refusalOf(outcome.error).message : null);
          }}
        >
          <option value="">no other zone</option>
          {offers.map(({ other }) => (
            <option key={other.id} value={other.id}>
              {other.name}
            </option>
          ))}
        </Select>
      </div>
      <p className="min-w-0 flex-1 text-quiet leading-snug">
        {shown && shown.steps.length > 0 ? (
          <>
            {joined
              ? 'One set-up and one mix for both in '
              : `With ${shown.other.name}, one set-up and one mix would do for `}
            {names?.join(', ')}: up to{' '}
            <span className="quantity text-ink">{formatDuration(shown.minutes)}</span> a load. The plan
            combines them where one directly follows the other.
          </>
        ) : (
          'No shared products or tools, so nothing to combine.'
        )}
      </p>
    </div>
  );
}
