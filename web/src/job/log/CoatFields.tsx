import { ClimateSchema } from '@upholder/core/drying';
import type { CoatRecord } from '@upholder/core/jobs';
import { cupsOf } from '@upholder/core/mixing';
import { parseDecimal, parseTemperatureC, parseVolumeMl } from '@upholder/core/units';
import { upholder } from '../../api/upholder.ts';
import { Field, Select, TextInput } from '../../parts/controls.tsx';

/** A coat's figures while they are typed. */
export interface CoatDraft {
  productKey: string;
  paint: string;
  thinner: string;
  cup: string;
  seconds: string;
  airC: string;
  rhPct: string;
  wftUm: number | null;
  potId?: string | null;
  /** What the plan asked for, as it stands in the fields until somebody types or a mix is chosen. */
  planned?: { paint: string; thinner: string };
  amountsFrom?: CoatRecord['amountsFrom'];
}

const numberOr = (value: number | null | undefined, unit = '') =>
  value === null || value === undefined ? '' : `${value}${unit}`;

/** A draft that starts from a record; empty without one. */
export function coatDraftOf(coat: CoatRecord | null): CoatDraft {
  return {
    productKey: coat?.productKey ?? '',
    paint: numberOr(coat?.paintMl, ' mL'),
    thinner: numberOr(coat?.thinnerMl, ' mL'),
    cup: coat?.cup ?? '',
    seconds: numberOr(coat?.cupSeconds),
    airC: numberOr(coat?.climate?.airC),
    rhPct: numberOr(coat?.climate?.rhPct),
    wftUm: coat?.wftUm ?? null,
    ...(coat?.potId ? { potId: coat.potId } : {}),
    ...(coat?.amountsFrom ? { amountsFrom: coat.amountsFrom } : {}),
    ...(coat?.amountsFrom === 'plan'
      ? { planned: { paint: numberOr(coat.paintMl, ' mL'), thinner: numberOr(coat.thinnerMl, ' mL') } }
      : {}),
  };
}

/** Whether the amounts of a draft are still what the plan asked for: nobody measured them. */
export function isOnlyPlanned({ potId, planned, paint, thinner }: CoatDraft): boolean {
  return !potId && planned !== undefined && planned.paint === paint && planned.thinner === thinner;
}

function amountsFrom(draft: CoatDraft): CoatRecord['amountsFrom'] {
  if (draft.potId) return 'mix';
  if (isOnlyPlanned(draft)) return 'plan';
  return draft.planned || draft.amountsFrom ? 'typed' : undefined;
}

/** Reads a draft. Empty fields are unknown, not zero; what cannot be read is said at its field. */
export function readCoatDraft(draft: CoatDraft): { errors: Record<string, string>; value: CoatRecord } {
  const errors: Record<string, string> = {};
  const volume = (key: 'paint' | 'thinner'): number | null => {
    if (draft[key].trim() === '') return null;
    const read = parseVolumeMl(draft[key]);
    if (!read.ok) errors[key] = read.message;
    return read.ok ? read.value : null;
  };
  const paintMl = volume('paint');
  const thinnerMl = volume('thinner');
  const bare = (key: 'seconds' | 'rhPct', options: Parameters<typeof parseDecimal>[1]): number | null => {
    const read = parseDecimal(draft[key], options);
    if (!read.ok) errors[key] = read.message;
    return read.ok ? read.value : null;
  };
  const cupSeconds =
    draft.seconds.trim() === ''
      ? null
      : bare('seconds', { what: 'the cup time', example: '28', min: 1, max: 600, suffixes: ['sec', 's'] });
  let climate: CoatRecord['climate'] = null;
  if (draft.airC.trim() !== '' || draft.rhPct.trim() !== '') {
    const air = parseTemperatureC(draft.airC);
    if (!air.ok) errors.airC = air.message;
    const rhPct = bare('rhPct', { what: 'a humidity', example: '57 %', suffixes: ['% rh', '%', 'rh'] });
    const parsed = ClimateSchema.safeParse({ airC: air.ok ? air.value : 20, rhPct: rhPct ?? 50 });
    if (parsed.success) climate = parsed.data;
    else for (const issue of parsed.error.issues) errors[String(issue.path[0])] ??= issue.message;
  }
  return {
    errors,
    value: {
      productKey: draft.productKey,
      paintMl,
      thinnerMl,
      cup: cupSeconds === null ? null : draft.cup || null,
      cupSeconds,
      climate,
      wftUm: draft.wftUm,
      ...(draft.potId ? { potId: draft.potId } : {}),
      ...(amountsFrom(draft) && (paintMl !== null || thinnerMl !== null)
        ? { amountsFrom: amountsFrom(draft) }
        : {}),
    },
  };
}

interface CoatFieldsProps {
  draft: CoatDraft;
  onChange(draft: CoatDraft): void;
  errors: Record<string, string>;
}

/** As poured, cup and seconds, air: large enough for gloves. */
export function CoatFields({ draft, onChange, errors }: CoatFieldsProps) {
  const big = 'min-h-14 text-lead font-semibold';
  const source = draft.potId ? 'from the mix' : isOnlyPlanned(draft) ? 'as planned, not measured' : undefined;
  const text = (
    key: 'paint' | 'thinner' | 'seconds' | 'airC' | 'rhPct',
    label: string,
    mode: 'decimal' | 'text',
    hint?: string,
  ) => (
    <Field label={label} error={errors[key]} hint={hint}>
      {(ids) => (
        <TextInput
          {...ids}
          inputMode={mode}
          className={big}
          value={draft[key]}
          onChange={({ target }) => onChange({ ...draft, [key]: target.value })}
        />
      )}
    </Field>
  );
  // The shop's own cups as well; what an entry names already stays to be chosen.
  const { data: shop } = upholder.useShopQuery();
  const cups = new Set([...cupsOf(shop?.benchItems ?? []).map(({ name }) => name), 'kit cup', draft.cup]);
  cups.delete('');
  return (
    <div className="grid grid-cols-2 gap-x-3 gap-y-2 sm:grid-cols-3">
      {text('paint', 'Paint used', 'text', source)}
      {text('thinner', 'Thinner used', 'text', source)}
      <Field label="Cup">
        {(ids) => (
          <Select
            {...ids}
            className={big}
            value={draft.cup}
            onChange={({ target }) => onChange({ ...draft, cup: target.value })}
          >
            <option value="">none</option>
            {[...cups].map((cup) => (
              <option key={cup}>{cup}</option>
            ))}
          </Select>
        )}
      </Field>
      {text('seconds', 'Cup, seconds', 'decimal')}
      {text('airC', 'Air, °C', 'decimal')}
      {text('rhPct', 'Humidity, %', 'decimal')}
    </div>
  );
}
