import { ClimateSchema } from '@upholder/core/drying';
import type { CoatRecord } from '@upholder/core/jobs';
import { cupsOf } from '@upholder/core/mixing';
import { parseDecimal, type QuantityName } from '@upholder/core/units';
import { upholder } from '../../api/upholder.ts';
import { bare, labelled, read, show, understood } from '../../base/voice.ts';
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
  /** What the texts of the amounts were written from: left as they are, they mean just that. */
  meant?: { paint: number | null; thinner: number | null };
  airMeantC?: number;
  /** Wet film by comb. */
  wft: string;
  wftMeantUm?: number;
  mixId?: string | null;
  /** What the plan asked for, as it stands in the fields until somebody types or a mix is chosen. */
  planned?: { paint: string; thinner: string };
  amountsFrom?: CoatRecord['amountsFrom'];
}

/** What a comb can read. */
const COMB_UM = { from: 5, to: 1000 };

const numberOr = (value: number | null | undefined) => (value == null ? '' : String(value));
const shown = (name: QuantityName, value: number | null | undefined) =>
  value == null ? '' : show(name, value);

/** Amounts as the fields show them, and the mL that these texts stand for however they were rounded. */
export function amountTexts(
  paintMl: number | null | undefined,
  thinnerMl: number | null | undefined,
): Pick<CoatDraft, 'paint' | 'thinner' | 'meant'> {
  const [paint, thinner] = [shown('volume', paintMl), shown('volume', thinnerMl)];
  return { paint, thinner, meant: { paint: paintMl ?? null, thinner: thinnerMl ?? null } };
}

/** A draft that starts from a record; empty without one. */
export function coatDraftOf(coat: CoatRecord | null): CoatDraft {
  return {
    productKey: coat?.productKey ?? '',
    ...amountTexts(coat?.paintMl, coat?.thinnerMl),
    cup: coat?.cup ?? '',
    seconds: numberOr(coat?.cupSeconds),
    airC: shown('temperature', coat?.climate?.airC),
    ...(coat?.climate && { airMeantC: coat.climate.airC }),
    rhPct: numberOr(coat?.climate?.rhPct),
    wft: shown('film', coat?.wftUm),
    ...(coat?.wftUm != null && { wftMeantUm: coat.wftUm }),
    ...(coat?.mixId ? { mixId: coat.mixId } : {}),
    ...(coat?.amountsFrom ? { amountsFrom: coat.amountsFrom } : {}),
    ...(coat?.amountsFrom === 'plan' ? { planned: amountTexts(coat.paintMl, coat.thinnerMl) } : {}),
  };
}

/** Whether the amounts of a draft are still what the plan asked for: nobody measured them. */
export function isOnlyPlanned({ mixId, planned, paint, thinner }: CoatDraft): boolean {
  return !mixId && planned !== undefined && planned.paint === paint && planned.thinner === thinner;
}

function amountsFrom(draft: CoatDraft): CoatRecord['amountsFrom'] {
  if (draft.mixId) return 'mix';
  if (isOnlyPlanned(draft)) return 'plan';
  return draft.planned || draft.amountsFrom ? 'typed' : undefined;
}

/** Reads a draft. Empty fields are unknown, not zero; what cannot be read is said at its field. */
export function readCoatDraft(draft: CoatDraft): { errors: Record<string, string>; value: CoatRecord } {
  const errors: Record<string, string> = {};
  const volume = (key: 'paint' | 'thinner'): number | null => {
    if (draft[key].trim() === '') return null;
    const typed = read('volume', draft[key], draft.meant?.[key]);
    if (!typed.ok) errors[key] = typed.message;
    return typed.ok ? typed.value : null;
  };
  const paintMl = volume('paint');
  const thinnerMl = volume('thinner');
  const bare = (key: 'seconds' | 'rhPct', options: Parameters<typeof parseDecimal>[1]): number | null => {
    const typed = parseDecimal(draft[key], options);
    if (!typed.ok) errors[key] = typed.message;
    return typed.ok ? typed.value : null;
  };
  const cupSeconds =
    draft.seconds.trim() === ''
      ? null
      : bare('seconds', { what: 'the cup time', example: '28', min: 1, max: 600, suffixes: ['sec', 's'] });
  let wftUm: number | null = null;
  if (draft.wft.trim() !== '') {
    const comb = read('film', draft.wft, draft.wftMeantUm);
    const inRange = comb.ok && comb.value >= COMB_UM.from && comb.value <= COMB_UM.to;
    if (!comb.ok) errors.wft = comb.message;
    else if (!inRange)
      errors.wft = `A comb reads ${show('film', COMB_UM.from)} to ${show('film', COMB_UM.to)}.`;
    else wftUm = comb.value;
  }
  let climate: CoatRecord['climate'] = null;
  if (draft.airC.trim() !== '' || draft.rhPct.trim() !== '') {
    const air = read('temperature', draft.airC, draft.airMeantC);
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
      wftUm,
      ...(draft.mixId ? { mixId: draft.mixId } : {}),
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
  const source = draft.mixId ? 'from the mix' : isOnlyPlanned(draft) ? 'as planned, not measured' : undefined;
  const text = (
    key: 'paint' | 'thinner' | 'seconds' | 'airC' | 'rhPct' | 'wft',
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
  const sheet = shop?.products.find(({ key }) => key === draft.productKey)?.sheet;
  const band = sheet && `sheet: ${bare('film', sheet.wftMinUm)} to ${show('film', sheet.wftMaxUm)}`;
  return (
    <div className="grid grid-cols-2 gap-x-3 gap-y-2 sm:grid-cols-3">
      {text('paint', 'Paint used', 'text', understood('volume', draft.paint) || source)}
      {text('thinner', 'Thinner used', 'text', understood('volume', draft.thinner) || source)}
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
      {text('wft', labelled('Wet film, by comb', 'film'), 'decimal', understood('film', draft.wft) || band)}
      {text('airC', labelled('Air', 'temperature'), 'decimal', understood('temperature', draft.airC))}
      {text('rhPct', 'Humidity, %', 'decimal')}
    </div>
  );
}
