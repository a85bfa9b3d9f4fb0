import { regional } from '@upholder/core/said';
import type { LOCALES } from '@upholder/core/shop';
import { dateWords, moneyWords, PLAIN_VOICE } from '@upholder/core/words';
import { Field, Select } from '../../parts/controls.tsx';
import { SingleChoices, SystemChoice } from '../../parts/UnitChoices.tsx';
import type { DraftForm } from '../../parts/useDraftForm.ts';

const PLACES: Record<(typeof LOCALES)[number], string> = {
  'en-GB': 'United Kingdom',
  'en-IE': 'Ireland',
  'en-US': 'United States',
  'en-CA': 'Canada',
  'en-NZ': 'New Zealand',
  'en-AU': 'Australia',
};

/** How a date and an amount of money look in a region. */
const sample = (locale: string) => {
  const voice = { ...PLAIN_VOICE, locale };
  return `${dateWords('2026-12-04', voice)}, ${moneyWords(123_400, voice)}`;
};

/** What a shop writes and prints in, by what is stored, with words for each. */
const CHOICES = [
  {
    name: 'locale',
    label: 'Dates and numbers',
    options: Object.fromEntries(
      Object.entries(PLACES).map(([locale, name]) => [locale, `${name}: ${sample(locale)}`]),
    ),
  },
  { name: 'paper', label: 'Paper', options: { A4: 'A4', Letter: 'US Letter' } },
  { name: 'spelling', label: 'Spelling', options: { uk: regional('colour, metre'), us: 'color, meter' } },
] as const;

/** Units, dates, paper and spelling, as fields of a form whose draft has them by these names. */
export function RegionChoices({ form }: { form: Pick<DraftForm, 'text' | 'write'> }) {
  return (
    <>
      <SystemChoice form={form} />
      {CHOICES.map(({ name, label, options }) => (
        <Field key={name} label={label}>
          {(ids) => (
            <Select
              {...ids}
              value={form.text(name)}
              onChange={({ target }) => form.write(name, target.value)}
            >
              {Object.entries(options).map(([value, words]) => (
                <option key={value} value={value}>
                  {words}
                </option>
              ))}
            </Select>
          )}
        </Field>
      ))}
    </>
  );
}

/** The part of the shop's form that says where it is. */
export function RegionFields({ form }: { form: Pick<DraftForm, 'text' | 'write'> }) {
  return (
    <>
      <h2 className="mt-6">Region</h2>
      <div className="mt-3 grid grid-cols-2 gap-x-4 gap-y-3">
        <RegionChoices form={form} />
      </div>
      <details className="mt-3">
        <summary className="cursor-pointer font-semibold text-note">Single units</summary>
        <p className="mt-1 text-note text-quiet">
          For a shop that thinks in mils and °C, or in µm and psi. Members can choose their own under their
          name.
        </p>
        <div className="mt-3 grid grid-cols-3 gap-x-4 gap-y-3">
          <SingleChoices form={form} />
        </div>
      </details>
    </>
  );
}
