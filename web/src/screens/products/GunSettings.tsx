import { isByTip } from '@upholder/core/equipment';
import { AIR_CAPS, type Gun } from '@upholder/core/mixing';
import { Field, Select } from '../../parts/controls.tsx';
import { DraftField } from '../../parts/DraftField.tsx';
import type { DraftForm } from '../../parts/useDraftForm.ts';

const CAP_WORDS: Record<(typeof AIR_CAPS)[number], string> = {
  conventional: 'conventional',
  hvlp: 'HVLP',
  lvlp: 'LVLP',
};

/** What a gun of one kind is set to and needs: tip, pressures, filter and hose, or air and cap. */
export function GunSettings({ form, applicator }: { form: DraftForm; applicator: Gun['applicator'] }) {
  const hasTip = isByTip(applicator);
  return (
    <>
      {hasTip && (
        <>
          <DraftField form={form} name="tip" label="Tip code" />
          <DraftField form={form} name="pressureBar" label="Pressure, bar" />
          <DraftField form={form} name="maxBar" label="Maximum pressure, bar" />
          <DraftField form={form} name="filterMesh" label="Filter mesh" />
        </>
      )}
      {applicator === 'compressor' && (
        <>
          <DraftField form={form} name="airDemandLMin" label="Air demand, L/min" />
          <DraftField form={form} name="pressureBar" label="Set to, bar" />
          <DraftField form={form} name="maxInletBar" label="Maximum inlet pressure, bar" />
          <Field label="Air cap">
            {(ids) => (
              <Select
                {...ids}
                value={form.text('airCap')}
                onChange={({ target }) => form.write('airCap', target.value)}
              >
                <option value="">not known</option>
                {AIR_CAPS.map((one) => (
                  <option key={one} value={one}>
                    {CAP_WORDS[one]}
                  </option>
                ))}
              </Select>
            )}
          </Field>
        </>
      )}
      {(hasTip || applicator === 'compressor') && <DraftField form={form} name="hoseM" label="Hose, m" />}
    </>
  );
}
