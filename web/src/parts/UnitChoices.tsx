import { regional } from '@upholder/core/said';
import {
  SINGLE_QUANTITIES,
  SINGLE_UNITS,
  type SingleQuantity,
  type SingleUnits,
  type UnitSystem,
  unitsOf,
} from '@upholder/core/units';
import { Field, Select } from './controls.tsx';
import type { Draft, DraftForm } from './useDraftForm.ts';

export const SYSTEM_WORDS: Record<UnitSystem, string> = {
  metric: regional('Metric: mm, litres, °C, bar'),
  us: 'US: inches, ounces and gallons, °F, psi',
  uk: regional('UK mixed: mm, litres, °C, psi'),
};

const SINGLE_WORDS: Record<SingleQuantity, string> = {
  length: 'Lengths',
  film: 'Films',
  volume: 'Volumes',
  weight: 'Weights',
  temperature: 'Temperatures',
  pressure: 'Pressures',
  area: 'Areas',
};

const VOLUME_WORDS: Record<string, string> = { L: 'mL and L', gal: 'fl oz and gal' };

/** Fields of a draft for units chosen one by one; empty where a quantity follows the system. */
export function singlesDraft(single: SingleUnits): Record<string, string> {
  return Object.fromEntries(SINGLE_QUANTITIES.map((name) => [`single.${name}`, single[name] ?? '']));
}

/** The units chosen one by one in a draft. */
export function singlesOf(draft: Draft): Record<string, string> {
  return Object.fromEntries(
    SINGLE_QUANTITIES.flatMap((name) => {
      const chosen = String(draft[`single.${name}`] ?? '');
      return chosen === '' ? [] : [[name, chosen]];
    }),
  );
}

interface FormProps {
  form: Pick<DraftForm, 'text' | 'write'>;
}

function Choice({
  form,
  name,
  label,
  options,
}: FormProps & { name: string; label: string; options: [string, string][] }) {
  return (
    <Field label={label}>
      {(ids) => (
        <Select {...ids} value={form.text(name)} onChange={({ target }) => form.write(name, target.value)}>
          {options.map(([value, words]) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </Select>
      )}
    </Field>
  );
}

/** Chooses a system of units. @param first a choice before the systems, such as following the shop. */
export function SystemChoice({ form, first }: FormProps & { first?: string }) {
  const systems = Object.entries(SYSTEM_WORDS);
  return (
    <Choice form={form} name="units" label="Units" options={first ? [['', first], ...systems] : systems} />
  );
}

/** Chooses units one by one, for whoever thinks in mils and °C. Empty follows the system that is chosen. */
export function SingleChoices({ form }: FormProps) {
  const system = form.text('units');
  if (system === '') return null;
  const follows = unitsOf({ system: system as UnitSystem, single: {} });
  const words = (unit: string) => VOLUME_WORDS[unit] ?? unit;
  return SINGLE_QUANTITIES.map((name) => (
    <Choice
      key={name}
      form={form}
      name={`single.${name}`}
      label={SINGLE_WORDS[name]}
      options={[
        ['', `${words(follows[name])}, as above`],
        ...SINGLE_UNITS[name].map((unit): [string, string] => [unit, words(unit)]),
      ]}
    />
  ));
}
