import { Field, Select } from '../../parts/controls.tsx';
import type { DraftForm } from '../../parts/useDraftForm.ts';

/** What a shop measures, prints and spells in, by what is stored, with words for each. */
const CHOICES = [
  {
    name: 'units',
    label: 'Units',
    options: { metric: 'mm, litres, °C', us: 'inches, US gallons, °F' },
  },
  { name: 'paper', label: 'Paper', options: { A4: 'A4', Letter: 'US Letter' } },
  { name: 'spelling', label: 'Spelling', options: { uk: 'colour, metre', us: 'color, meter' } },
] as const;

/** Units, paper and spelling, as fields of a form whose draft has them by these names. */
export function RegionChoices({ form }: { form: Pick<DraftForm, 'text' | 'write'> }) {
  return CHOICES.map(({ name, label, options }) => (
    <Field key={name} label={label}>
      {(ids) => (
        <Select {...ids} value={form.text(name)} onChange={({ target }) => form.write(name, target.value)}>
          {Object.entries(options).map(([value, words]) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </Select>
      )}
    </Field>
  ));
}

/** The part of the shop's form that says where it is. */
export function RegionFields({ form }: { form: Pick<DraftForm, 'text' | 'write'> }) {
  return (
    <>
      <h2 className="mt-6">Region</h2>
      <div className="mt-3 grid grid-cols-3 gap-x-4 gap-y-3">
        <RegionChoices form={form} />
      </div>
    </>
  );
}
