import type { ShopContext, ZoneRow } from '@upholder/core/api';
import type { SurveyAnswers } from '@upholder/core/survey';
import { Field, TextInput } from '../../parts/controls.tsx';
import { DateInput } from '../../parts/DateField.tsx';
import { SavedAt } from '../../parts/SavedAt.tsx';
import { useAutosave } from '../../parts/useAutosave.ts';

const NOTHING = { shownOn: '', buildUp: '', agreedBy: '', agreedOn: null };

/** What was shown to the client as the look of the finished work, and their yes. */
export function AgreedSample({
  zone,
  shop,
  onChange,
}: {
  zone: ZoneRow;
  shop: ShopContext;
  onChange(sample: NonNullable<SurveyAnswers['sample']>): Promise<void>;
}) {
  const { draft, change, state } = useAutosave(zone.survey.sample ?? NOTHING, async (sample) => {
    await onChange(sample);
    return true;
  });
  const text = (key: 'shownOn' | 'buildUp' | 'agreedBy', label: string, most: number) => (
    <Field label={label}>
      {(ids) => (
        <TextInput
          {...ids}
          className="press-h-11"
          maxLength={most}
          value={draft[key]}
          onChange={({ target }) => change({ [key]: target.value })}
        />
      )}
    </Field>
  );
  return (
    <div className="mt-2 grid grid-cols-[1fr_2fr_1fr_auto] gap-3 max-lg:grid-cols-2">
      {text('shownOn', 'Sample shown on', 120)}
      {text('buildUp', 'Its build-up', 300)}
      {text('agreedBy', 'Agreed by', 80)}
      <Field label="on">
        {(ids) => (
          <DateInput
            {...ids}
            className="press-h-11"
            value={draft.agreedOn ?? ''}
            onDay={(day) => change({ agreedOn: day === '' ? null : day })}
          />
        )}
      </Field>
      <SavedAt state={state} timeZone={shop.timeZone} />
    </div>
  );
}
