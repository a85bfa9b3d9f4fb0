import type { ShopContext } from '@upholder/core/api';
import { COUNTED_ROLES, type CountedRole } from '@upholder/core/estimating';
import { regional } from '@upholder/core/said';
import { type ShopSettings, ShopSettingsSchema } from '@upholder/core/shop';
import { upholder } from '../../api/upholder.ts';
import { useMay } from '../../api/useMay.ts';
import { read, show } from '../../base/voice.ts';
import { Card, Field, TextInput } from '../../parts/controls.tsx';
import { SaveHead } from '../../parts/SaveHead.tsx';
import {
  type Draft,
  type Reading,
  readBySchema,
  saveOutcome,
  useDraftForm,
} from '../../parts/useDraftForm.ts';

const ROLE_WORDS: Record<CountedRole, string> = {
  primer: 'Primer',
  colour: regional('Colour'),
  clear: 'Clear',
};

function draftOf({ perSideMl }: ShopSettings): Draft {
  return Object.fromEntries(
    COUNTED_ROLES.map((role) => {
      const own = perSideMl[role];
      return [role, own === null ? '' : show('volume', own)];
    }),
  );
}

function readPerSide(draft: Draft, known: ShopSettings): Reading<ShopSettings> {
  const perSideMl = Object.fromEntries(
    COUNTED_ROLES.map((role) => {
      const text = String(draft[role] ?? '').trim();
      const volume = text === '' ? null : read('volume', text, known.perSideMl[role] ?? undefined);
      return [role, volume === null ? null : volume.ok ? volume.value : Number.NaN];
    }),
  );
  return readBySchema(ShopSettingsSchema, { ...known, perSideMl }, {}, (path) =>
    path.replace(/^perSideMl\./, ''),
  );
}

/** The shop's own figures for counting by door equivalents. */
export function PerSideFields({ shop }: { shop: ShopContext }) {
  const mayChange = useMay('changeShop');
  const [change] = upholder.useChangeShopMutation();
  const form = useDraftForm<ShopSettings>({
    start: draftOf(shop.settings),
    version: shop.version,
    read: (draft) => readPerSide(draft, shop.settings),
    saved: 'Saved for all jobs.',
    save: async (settings, version) =>
      saveOutcome(await change({ version, name: shop.name, timeZone: shop.timeZone, settings }), (kept) => ({
        draft: draftOf(kept.settings),
        version: kept.version,
      })),
  });
  return (
    <Card className="p-4" aria-label="Door count">
      <SaveHead
        title={<h2>Counting by doors</h2>}
        said={form.said}
        save="Save figures"
        isSaving={form.isSaving || !mayChange}
        onSave={() => void form.save()}
      />
      <p className="mt-1 max-w-prose text-quiet">
        Paint for one side of one door equivalent and one coat, as your shop counts it. Left empty it is what
        a flat door of {show('length', 400)} × {show('length', 720)} takes by film.
      </p>
      <div className="mt-2 flex flex-wrap gap-3">
        {COUNTED_ROLES.map((role) => (
          <Field
            key={role}
            label={`${ROLE_WORDS[role]}, a side and coat`}
            error={form.errors[role]}
            className="w-44"
          >
            {(ids) => (
              <TextInput
                {...ids}
                className="quantity"
                placeholder="by film"
                value={form.text(role)}
                onChange={({ target }) => form.write(role, target.value)}
                onBlur={form.check}
              />
            )}
          </Field>
        ))}
      </div>
    </Card>
  );
}
