import {
  APPLICATOR_WORDS,
  APPLICATORS,
  DRYING_MODES,
  FLASH_CLASSES,
  LAYER_CLASSES,
  PENCILS,
  PRODUCT_BASES,
  PRODUCT_ROLES,
  type ProductSheet,
  SHEET_SHEENS,
  SUBSTRATES,
} from '@upholder/core/catalogue';
import { Field, Select } from '../../parts/controls.tsx';

export const CHOICES: {
  key: 'role' | 'base' | 'drying' | 'layerClass' | 'sheen' | 'blocksStain' | 'flash';
  name: string;
  words: readonly string[];
}[] = [
  { key: 'role', name: 'Role', words: PRODUCT_ROLES },
  { key: 'base', name: 'Base', words: PRODUCT_BASES },
  { key: 'drying', name: 'Drying mechanism', words: DRYING_MODES },
  { key: 'layerClass', name: 'Recoat class', words: LAYER_CLASSES },
  { key: 'sheen', name: 'Sheen', words: SHEET_SHEENS },
  { key: 'blocksStain', name: 'Blocks stain', words: ['no', 'partly', 'yes'] },
  { key: 'flash', name: 'Flammability', words: FLASH_CLASSES },
];

export const MARKS: {
  key:
    | 'resistsSkinOil'
    | 'fillsGrain'
    | 'isSelfPriming'
    | 'isTranslucent'
    | 'yellows'
    | 'isCatalysed'
    | 'isIsocyanate'
    | 'isDewaxed'
    | 'isSelfHeating'
    | 'thinsBaseOnly'
    | 'conditionerCountsAsThinner';
  name: string;
}[] = [
  { key: 'resistsSkinOil', name: 'Resists skin oil' },
  { key: 'fillsGrain', name: 'Fills grain' },
  { key: 'isSelfPriming', name: 'Self-priming' },
  { key: 'isTranslucent', name: 'Translucent: what is under it shows' },
  { key: 'yellows', name: 'Yellows' },
  { key: 'isCatalysed', name: 'Catalysed' },
  { key: 'isIsocyanate', name: 'Isocyanate hardener' },
  { key: 'isDewaxed', name: 'Dewaxed' },
  { key: 'isSelfHeating', name: 'Rags can self-ignite' },
  { key: 'thinsBaseOnly', name: 'Thinner % based on paint only' },
  { key: 'conditionerCountsAsThinner', name: 'Conditioner counts as thinner' },
];

export function Mark({ name, isOn, onToggle }: { name: string; isOn: boolean; onToggle(): void }) {
  return (
    <label className="flex min-h-8 items-center gap-2">
      <input type="checkbox" className="size-4.5 accent-(--act)" checked={isOn} onChange={onToggle} />
      {name}
    </label>
  );
}

/** A list with an item in it that was not, or without one that was. */
function toggled<T extends string>(list: readonly T[], item: T): T[] {
  return list.includes(item) ? list.filter((one) => one !== item) : [...list, item];
}

/** What it may be applied by, and the grounds that its sheet names. */
export function MethodMarks({
  chosen,
  error,
  onChoose,
}: {
  chosen: ProductSheet;
  error: string | undefined;
  onChoose(part: Partial<ProductSheet>): void;
}) {
  return (
    <>
      <fieldset className="col-span-3 max-md:col-span-2">
        <legend className="label">Applied by</legend>
        <div className="flex flex-wrap gap-x-5">
          {APPLICATORS.map((one) => (
            <Mark
              key={one}
              name={APPLICATOR_WORDS[one]}
              isOn={chosen.applicators.includes(one)}
              onToggle={() => onChoose({ applicators: toggled(chosen.applicators, one) })}
            />
          ))}
        </div>
        {error && (
          <p role="alert" className="font-semibold text-small text-stop">
            {error}
          </p>
        )}
      </fieldset>
      <fieldset className="col-span-3 max-md:col-span-2">
        <legend className="label">Substrates listed on the sheet (leave empty if none)</legend>
        <div className="flex flex-wrap gap-x-5">
          {SUBSTRATES.map((one) => (
            <Mark
              key={one}
              name={one}
              isOn={chosen.substrates.includes(one)}
              onToggle={() => onChoose({ substrates: toggled(chosen.substrates, one) })}
            />
          ))}
        </div>
      </fieldset>
    </>
  );
}

/** The softest pencil that may scratch it, where its sheet states one. */
export function PencilField({
  pencil,
  error,
  onPencil,
}: {
  pencil: ProductSheet['pencilLeast'];
  error: string | undefined;
  onPencil(pencil: ProductSheet['pencilLeast']): void;
}) {
  return (
    <Field label="Pencil hardness, at least" error={error}>
      {(ids) => (
        <Select
          {...ids}
          value={pencil ?? ''}
          onChange={({ target }) => onPencil(PENCILS.find((one) => one === target.value) ?? null)}
        >
          <option value="">not stated</option>
          {PENCILS.map((one) => (
            <option key={one} value={one}>
              {one}
            </option>
          ))}
        </Select>
      )}
    </Field>
  );
}
