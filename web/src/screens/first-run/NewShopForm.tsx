import type { NewShop } from '@upholder/core/api';
import { WEEKDAYS } from '@upholder/core/shop';
import type { ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { people } from '../../api/people.ts';
import { useAppDispatch } from '../../api/store.ts';
import { upholder } from '../../api/upholder.ts';
import { Button, Card, Field, Notice, Select } from '../../parts/controls.tsx';
import { DraftField } from '../../parts/DraftField.tsx';
import { PasswordField } from '../../parts/PasswordField.tsx';
import { type DraftForm, saveOutcome, useDraftForm } from '../../parts/useDraftForm.ts';
import { DAY_NAMES, exampleHours, understoodHours } from '../shop/hours.ts';
import { RegionChoices } from '../shop/RegionFields.tsx';
import { firstDraft, REGIONS, railIn, readNewShop, regionDraft } from './newShop.ts';

function Part({ title, note, children }: { title: string; note?: string; children: ReactNode }) {
  return (
    <Card className="p-5">
      <h2>{title}</h2>
      {note && <p className="text-quiet">{note}</p>}
      <div className="mt-3 grid grid-cols-3 gap-x-4 gap-y-3 max-md:grid-cols-1">{children}</div>
    </Card>
  );
}

function Tick({ form, name, label }: { form: DraftForm; name: string; label: string }) {
  return (
    <label className="flex press-h-9 items-center gap-2.5">
      <input
        type="checkbox"
        className="size-5 accent-[var(--act)]"
        checked={form.draft[name] === true}
        onChange={({ target }) => form.write(name, target.checked)}
      />
      {label}
    </label>
  );
}

/** The shop of a new installation: its name and region, its hours and places, and its owner. */
export function NewShopForm({ code }: { code: string }) {
  const [make] = people.useFirstRunMutation();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const form = useDraftForm<NewShop>({
    start: firstDraft(),
    read: readNewShop,
    saved: '',
    async save(shop) {
      const outcome = saveOutcome(await make({ code, shop }), () => ({}));
      if ('refusal' in outcome) return outcome;
      await dispatch(upholder.endpoints.session.initiate(undefined, { forceRefetch: true }));
      navigate('/jobs');
      return outcome;
    },
  });
  const field = (name: string, label: string) => (
    <DraftField key={name} form={form} name={name} label={label} />
  );
  return (
    <form
      className="flex flex-col gap-4"
      onSubmit={(event) => {
        event.preventDefault();
        void form.save();
      }}
    >
      <Part title="Shop">
        {field('name', 'Name of the shop')}
        <Field label="Region">
          {(ids) => (
            <Select
              {...ids}
              value={form.text('region')}
              onChange={({ target }) => {
                form.write('region', target.value);
                const usual = regionDraft(target.value);
                form.write('railLengthMm', railIn(form.draft, usual.units));
                for (const [name, value] of Object.entries(usual)) form.write(name, value);
              }}
            >
              {Object.entries(REGIONS).map(([key, { name }]) => (
                <option key={key} value={key}>
                  {name}
                </option>
              ))}
            </Select>
          )}
        </Field>
        {field('timeZone', 'Time zone')}
        {field('currency', 'Currency')}
        <RegionChoices form={form} />
      </Part>
      <Part
        title="Working hours"
        note={`Such as ${exampleHours()}; the gap is the break. Leave empty when closed.`}
      >
        {WEEKDAYS.map((day) => (
          <DraftField key={day} form={form} name={day} label={DAY_NAMES[day]} hint={understoodHours} />
        ))}
      </Part>
      <Part title="Places" note="What work is planned into. You can add more under Shop later.">
        {field('benches', 'Benches')}
        {field('railLengthMm', 'Drying rail')}
        {field('rackSlots', 'Rack slots')}
        <Tick form={form} name="hasBooth" label="There is a spray booth" />
        {form.draft.hasBooth === true && (
          <Tick form={form} name="boothRatedForSolvent" label="It is rated for solvent" />
        )}
      </Part>
      <Part title="You, the owner">
        {field('owner.name', 'Your name')}
        {field('owner.signIn', 'Sign-in name')}
        <span className="max-md:hidden" />
        <PasswordField
          form={form}
          name="owner.password"
          label="Password"
          hint="At least 10 characters."
          isNew
        />
        <PasswordField form={form} name="again" label="Repeat password" isNew />
      </Part>
      {form.said && <Notice kind={form.said.kind}>{form.said.words}</Notice>}
      <div>
        <Button kind="act" posture="floor" type="submit" disabled={form.isSaving}>
          Open the shop
        </Button>
      </div>
    </form>
  );
}
