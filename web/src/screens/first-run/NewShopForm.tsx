import { type NewShop, NewShopSchema } from '@upholder/core/api';
import { DEFAULT_SHOP_SETTINGS, type Region, WEEKDAYS } from '@upholder/core/shop';
import { parseDecimal, parseLengthMm } from '@upholder/core/units';
import type { ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { people } from '../../api/people.ts';
import { useAppDispatch } from '../../api/store.ts';
import { upholder } from '../../api/upholder.ts';
import { Button, Field, Notice, Select, Sheet } from '../../parts/controls.tsx';
import { DraftField } from '../../parts/DraftField.tsx';
import { PasswordField } from '../../parts/PasswordField.tsx';
import {
  type Draft,
  type DraftForm,
  type Reading,
  readBySchema,
  saveOutcome,
  useDraftForm,
} from '../../parts/useDraftForm.ts';
import { DAY_NAMES, weekFromText, weekToText } from '../shop/hours.ts';

/** What is usual where: units, paper, spelling, money, and since when paint may hold no lead. */
const REGIONS: Record<string, Region & { name: string; currency: string; leadBanYear: number }> = {
  uk: {
    name: 'United Kingdom',
    units: 'metric',
    paper: 'A4',
    spelling: 'uk',
    currency: 'GBP',
    leadBanYear: 1992,
  },
  ie: { name: 'Ireland', units: 'metric', paper: 'A4', spelling: 'uk', currency: 'EUR', leadBanYear: 1992 },
  us: {
    name: 'United States',
    units: 'us',
    paper: 'Letter',
    spelling: 'us',
    currency: 'USD',
    leadBanYear: 1978,
  },
  ca: { name: 'Canada', units: 'us', paper: 'Letter', spelling: 'uk', currency: 'CAD', leadBanYear: 1990 },
  nz: {
    name: 'New Zealand',
    units: 'metric',
    paper: 'A4',
    spelling: 'uk',
    currency: 'NZD',
    leadBanYear: 1979,
  },
  au: { name: 'Australia', units: 'metric', paper: 'A4', spelling: 'uk', currency: 'AUD', leadBanYear: 1997 },
  other: {
    name: 'Elsewhere',
    units: 'metric',
    paper: 'A4',
    spelling: 'uk',
    currency: 'EUR',
    leadBanYear: 1992,
  },
};

/** The region that a time zone is most likely in. */
function regionOf(timeZone: string): string {
  if (timeZone === 'Europe/London') return 'uk';
  if (timeZone === 'Europe/Dublin') return 'ie';
  if (timeZone.startsWith('Australia/')) return 'au';
  if (timeZone === 'Pacific/Auckland') return 'nz';
  if (/^America\/(Toronto|Vancouver|Halifax|Winnipeg|Edmonton|Regina|St_Johns|Moncton)/.test(timeZone))
    return 'ca';
  return /^(America\/(New_York|Chicago|Denver|Los_Angeles|Phoenix|Detroit|Boise)|Pacific\/Honolulu|US\/)/.test(
    timeZone,
  )
    ? 'us'
    : 'other';
}

/** What the form starts with: the computer's own time zone, and what is usual there. */
function firstDraft(): Draft {
  const timeZone = Intl.DateTimeFormat().resolvedOptions().timeZone || 'Europe/London';
  const region = regionOf(timeZone);
  const { benches, railLengthMm, rackSlots, hasBooth } = DEFAULT_SHOP_SETTINGS;
  return {
    name: '',
    timeZone,
    region,
    ...regionDraft(region),
    ...weekToText(DEFAULT_SHOP_SETTINGS.week),
    benches: String(benches),
    railLengthMm: String(railLengthMm),
    rackSlots: String(rackSlots),
    hasBooth,
    boothRatedForSolvent: false,
    'owner.name': '',
    'owner.signIn': '',
    'owner.password': '',
    again: '',
  };
}

function regionDraft(key: string): Draft {
  const { units = 'metric', paper = 'A4', spelling = 'uk', currency = 'EUR' } = REGIONS[key] ?? {};
  return { units, paper, spelling, currency };
}

function numberOf(text: string): number {
  const read = parseDecimal(text);
  return read.ok ? read.value : Number.NaN;
}

function read(draft: Draft): Reading<NewShop> {
  const text = (key: string) => String(draft[key] ?? '');
  const texts = Object.fromEntries(Object.entries(draft).map(([key, value]) => [key, String(value)]));
  const rail = parseLengthMm(text('railLengthMm'));
  const settings = {
    ...DEFAULT_SHOP_SETTINGS,
    week: weekFromText(texts),
    hasBooth: draft.hasBooth === true,
    boothRatedForSolvent: draft.hasBooth === true && draft.boothRatedForSolvent === true,
    benches: numberOf(text('benches')),
    railLengthMm: rail.ok ? rail.value : Number.NaN,
    rackSlots: numberOf(text('rackSlots')),
    currency: text('currency').trim().toUpperCase(),
    leadBanYear: REGIONS[text('region')]?.leadBanYear ?? DEFAULT_SHOP_SETTINGS.leadBanYear,
    region: { units: text('units'), paper: text('paper'), spelling: text('spelling') },
  };
  const isSame = draft['owner.password'] === draft.again;
  return readBySchema(
    NewShopSchema,
    {
      name: text('name'),
      timeZone: text('timeZone'),
      settings,
      owner: { name: text('owner.name'), signIn: text('owner.signIn'), password: text('owner.password') },
    },
    isSame ? {} : { again: 'The two passwords are not the same.' },
    (path) => {
      const [first = '', second = '', third] = path.split('.');
      if (first !== 'settings') return path;
      return second === 'week' ? (third ?? second) : second;
    },
  );
}

function Choice({
  form,
  name,
  label,
  options,
  onChange,
}: {
  form: DraftForm;
  name: string;
  label: string;
  options: [value: string, words: string][];
  onChange?(value: string): void;
}) {
  return (
    <Field label={label}>
      {(ids) => (
        <Select
          {...ids}
          value={String(form.draft[name])}
          onChange={({ target }) => {
            form.write(name, target.value);
            onChange?.(target.value);
          }}
        >
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

function Part({ title, note, children }: { title: string; note?: string; children: ReactNode }) {
  return (
    <Sheet className="p-5">
      <h2>{title}</h2>
      {note && <p className="text-quiet">{note}</p>}
      <div className="mt-3 grid grid-cols-3 gap-x-4 gap-y-3 max-md:grid-cols-1">{children}</div>
    </Sheet>
  );
}

function Tick({ form, name, label }: { form: DraftForm; name: string; label: string }) {
  return (
    <label className="flex min-h-9 items-center gap-2.5">
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
    read,
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
        <Choice
          form={form}
          name="region"
          label="Region"
          options={Object.entries(REGIONS).map(([key, { name }]) => [key, name])}
          onChange={(key) => {
            for (const [name, value] of Object.entries(regionDraft(key))) form.write(name, value);
          }}
        />
        {field('timeZone', 'Time zone')}
        <Choice
          form={form}
          name="units"
          label="Units"
          options={[
            ['metric', 'mm, litres, °C'],
            ['us', 'inches, US gallons, °F'],
          ]}
        />
        {field('currency', 'Currency')}
        <Choice
          form={form}
          name="paper"
          label="Paper"
          options={[
            ['A4', 'A4'],
            ['Letter', 'US Letter'],
          ]}
        />
        <Choice
          form={form}
          name="spelling"
          label="Spelling"
          options={[
            ['uk', 'colour, metre'],
            ['us', 'color, meter'],
          ]}
        />
      </Part>
      <Part title="Working hours" note="As 07:30–12:00, 12:30–16:30; the gap is the break. Empty: closed.">
        {WEEKDAYS.map((day) => field(day, DAY_NAMES[day]))}
      </Part>
      <Part title="Places" note="What work is planned into. More of it under Shop later.">
        {field('benches', 'Benches')}
        {field('railLengthMm', 'Drying rail, mm')}
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
        <PasswordField form={form} name="again" label="The same again" isNew />
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
