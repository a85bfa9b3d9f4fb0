import { SHAKEN_REST_MIN } from '@upholder/core/mixing';
import { Day } from '../../parts/Day.tsx';
import { Volume } from './Amount.tsx';
import type { Leftover } from './readDraft.ts';

/** What is left of a product in closed mixes, to be poured in first. */
export function ClosedMixes({
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
      <legend className="label">Leftovers in closed containers</legend>
      {leftovers.map(({ mix, left }) => (
        <label key={mix.id} className="flex min-h-14 items-center gap-3 text-lead">
          <input
            type="checkbox"
            className="size-7 accent-(--act)"
            checked={used.includes(mix.id)}
            onChange={() =>
              onUse(used.includes(mix.id) ? used.filter((id) => id !== mix.id) : [...used, mix.id])
            }
          />
          <span>
            <Volume ml={mix.leftMl ?? 0} /> at{' '}
            {(((left.thinner ?? 0) / Math.max(1, left.paint ?? 0)) * 100).toFixed(1)} % on paint,{' '}
            {mix.batch ? `batch ${mix.batch}` : 'batch not known'}, <Day at={mix.startedAt} />
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
