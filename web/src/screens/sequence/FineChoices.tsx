import type { ShopContext } from '@upholder/core/api';
import { isSprayed } from '@upholder/core/catalogue';
import { regional } from '@upholder/core/said';
import type { ChosenProduct, ZoneOptions } from '@upholder/core/systems';
import { Field, Select } from '../../parts/controls.tsx';

const TINTS = [0, 25, 50, 75, 100];
/** Conditioner is measured in steps of so much, in % on the paint. */
const CONDITIONER_STEP = 2.5;

/** Shares that may be chosen, and the one that stands where it is another. */
function shares(usual: readonly number[], own: number): number[] {
  return [...new Set([...usual, own])].sort((a, b) => a - b);
}

function Share({
  label,
  value,
  usual,
  words,
  onChoose,
}: {
  label: string;
  value: number;
  usual: readonly number[];
  words(share: number): string;
  onChoose(share: number): void;
}) {
  return (
    <Field label={label}>
      {(ids) => (
        <Select {...ids} value={value} onChange={({ target }) => onChoose(Number(target.value))}>
          {shares(usual, value).map((share) => (
            <option key={share} value={share}>
              {words(share)}
            </option>
          ))}
        </Select>
      )}
    </Field>
  );
}

/** Tint of the primer, conditioner in what is laid off by hand, and what goes over the colour: asked only where they can be. */
export function FineChoices({
  options,
  asks,
  shop,
  onChoose,
}: {
  options: ZoneOptions;
  asks: readonly ChosenProduct[];
  shop: ShopContext;
  onChoose(part: Partial<ZoneOptions>): void;
}) {
  const colour = shop.products.find(({ key }) => key === options.colourKey)?.sheet;
  const most = colour?.conditionerMaxPct ?? 0;
  const decors = shop.products.filter(({ sheet }) => sheet.role === 'decor');
  return (
    <>
      {asks.includes('primerKey') && (
        <Share
          label="Primer tinted"
          value={options.primerTintPct}
          usual={TINTS}
          words={(share) => (share === 0 ? 'no' : regional(`${share} % to colour`))}
          onChoose={(primerTintPct) => onChoose({ primerTintPct })}
        />
      )}
      {asks.includes('colourKey') && most > 0 && !isSprayed(options.applicator) && (
        <Share
          label="Conditioner"
          value={Math.min(options.conditionerPct, most)}
          usual={Array.from(
            { length: Math.floor(most / CONDITIONER_STEP) + 1 },
            (_, index) => index * CONDITIONER_STEP,
          )}
          words={(share) => (share === 0 ? 'none' : `${share} %`)}
          onChoose={(conditionerPct) => onChoose({ conditionerPct })}
        />
      )}
      {(asks.includes('colourKey') || asks.includes('stainKey')) && decors.length > 0 && (
        <Field label="Over it">
          {(ids) => (
            <Select
              {...ids}
              value={options.decorKey}
              onChange={({ target }) => onChoose({ decorKey: target.value })}
            >
              <option value="">nothing</option>
              {decors.map(({ key, sheet }) => (
                <option key={key} value={key}>
                  {sheet.name}
                </option>
              ))}
            </Select>
          )}
        </Field>
      )}
    </>
  );
}
