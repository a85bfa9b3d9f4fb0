import { SHAKEN_REST_MIN } from '@upholder/core/mixing';
import { Day } from '../../parts/Day.tsx';
import { Volume } from './Amount.tsx';
import type { Leftover } from './readDraft.ts';

/** What is left of a product in closed pots, to be poured in first. */
export function ClosedPots({
  leftovers,
  used,
  onUse,
}: {
  leftovers: readonly Leftover[];
  used: readonly string[];
  onUse(used: string[]): void;
}) {
  if (leftovers.length === 0) return null;
  return (
    <fieldset>
      <legend className="label">Left of it, in closed containers</legend>
      {leftovers.map(({ pot, left }) => (
        <label key={pot.id} className="flex min-h-14 items-center gap-3 text-lead">
          <input
            type="checkbox"
            className="size-7 accent-(--act)"
            checked={used.includes(pot.id)}
            onChange={() =>
              onUse(used.includes(pot.id) ? used.filter((id) => id !== pot.id) : [...used, pot.id])
            }
          />
          <span>
            <Volume ml={pot.leftMl ?? 0} /> at{' '}
            {(((left.thinner ?? 0) / Math.max(1, left.paint ?? 0)) * 100).toFixed(1)} % on paint,{' '}
            {pot.batch ? `batch ${pot.batch}` : 'batch not known'}, <Day at={pot.startedAt} />
          </span>
        </label>
      ))}
      {used.length > 0 && (
        <p className="text-quiet leading-snug">
          Skin removed, no lumps, never frozen: strain twice and stir. If shaken, let it stand{' '}
          {SHAKEN_REST_MIN} min. Both batches stay in the record of the new mix. Old or unknown: coat a test
          panel first.
        </p>
      )}
    </fieldset>
  );
}
