import { type UnitPrefs, UnitPrefsSchema } from '@upholder/core/units';
import { people } from '../../api/people.ts';
import { Card } from '../../parts/controls.tsx';
import { SaveHead } from '../../parts/SaveHead.tsx';
import { SingleChoices, SystemChoice, singlesDraft, singlesOf } from '../../parts/UnitChoices.tsx';
import { type Draft, readBySchema, saveOutcome, useDraftForm } from '../../parts/useDraftForm.ts';

const draftOf = (units: UnitPrefs | null): Draft => ({
  units: units?.system ?? '',
  ...singlesDraft(units?.single ?? {}),
});

/** The units one reads in, on every screen one is signed in on: the shop's, or one's own. */
export function OwnUnits({ units }: { units: UnitPrefs | null }) {
  const [set] = people.useSetOwnUnitsMutation();
  const form = useDraftForm<{ units: UnitPrefs | null }>({
    start: draftOf(units),
    read: (draft) =>
      draft.units === ''
        ? { value: { units: null }, errors: {} }
        : wrapped(readBySchema(UnitPrefsSchema, { system: draft.units, single: singlesOf(draft) })),
    saved: 'Units saved.',
    async save(chosen) {
      return saveOutcome(await set(chosen.units), () => ({ draft: draftOf(chosen.units) }));
    },
  });
  return (
    <Card className="p-5">
      <SaveHead
        title={<h2>Units</h2>}
        said={form.said}
        save="Save units"
        isSaving={form.isSaving}
        onSave={() => void form.save()}
      />
      <p className="text-quiet">
        The units you see. Fields take any unit: 23 1/4 in, 59 cm and 590.5 mm are all understood.
      </p>
      <div className="mt-3 grid grid-cols-4 gap-x-4 gap-y-3 max-md:grid-cols-1">
        <SystemChoice form={form} first="As the shop" />
        <SingleChoices form={form} />
      </div>
    </Card>
  );
}

function wrapped({ value, errors }: { value: UnitPrefs | null; errors: Record<string, string> }) {
  return { value: value && { units: value }, errors };
}
