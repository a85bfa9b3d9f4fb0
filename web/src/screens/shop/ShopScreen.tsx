import type { ShopContext } from '@upholder/core/api';
import { ClimateSchema } from '@upholder/core/drying';
import { type ShopSettings, ShopSettingsSchema, WEEKDAYS } from '@upholder/core/shop';
import { parseDecimal, parseLengthMm, parseTemperatureC } from '@upholder/core/units';
import { useState } from 'react';
import { Link } from 'react-router';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { Button, Field, Sheet, Skeleton, TextInput } from '../../parts/controls.tsx';
import { DraftField } from '../../parts/DraftField.tsx';
import { type Said, SaveHead } from '../../parts/SaveHead.tsx';
import { Crew } from './Crew.tsx';
import { DAY_NAMES, datesFromText, weekFromText, weekToText } from './hours.ts';

const PLACES: {
  key: 'benches' | 'railLengthMm' | 'railGapMm' | 'rackSlots' | 'rackSlotLengthMm';
  name: string;
}[] = [
  { key: 'benches', name: 'Benches' },
  { key: 'railLengthMm', name: 'Rail, mm' },
  { key: 'railGapMm', name: 'Gap on the rail, mm' },
  { key: 'rackSlots', name: 'Rack slots' },
  { key: 'rackSlotLengthMm', name: 'Slot length, mm' },
];

/** Settings that stand together; their fields are drafted by themselves. */
const GROUPS = new Set(['week', 'doorMeasure', 'changeover']);

type Draft = Record<string, string> & { name: string; timeZone: string };

function draftOf(shop: Pick<ShopContext, 'name' | 'timeZone' | 'settings'>): Draft {
  const { settings } = shop;
  const draft: Draft = { name: shop.name, timeZone: shop.timeZone, daysOff: settings.daysOff.join(', ') };
  Object.assign(draft, weekToText(settings.week));
  for (const { key } of PLACES) draft[key] = String(settings[key]);
  draft.currency = settings.currency;
  draft.leadBanYear = String(settings.leadBanYear);
  draft.paleMin = String(settings.changeover.paleMin);
  draft.solventMin = String(settings.changeover.solventMin);
  draft.smallBelowM2 = String(settings.doorMeasure.smallBelowM2);
  draft.largeAboveM2 = String(settings.doorMeasure.largeAboveM2);
  draft.twoFromPanels = String(settings.doorMeasure.twoFromPanels);
  return draft;
}

function Hours({ shop }: { shop: ShopContext }) {
  const [draft, setDraft] = useState(() => draftOf(shop));
  const [flags, setFlags] = useState({
    hasBooth: shop.settings.hasBooth,
    boothRatedForSolvent: shop.settings.boothRatedForSolvent,
    mayShortenClocks: shop.settings.mayShortenClocks,
    hasSuppliedAir: shop.settings.hasSuppliedAir,
  });
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [said, setSaid] = useState<Said | null>(null);
  const [change, { isLoading }] = upholder.useChangeShopMutation();
  const field = (key: string, name: string, className = '') => (
    <DraftField
      key={key}
      name={key}
      label={name}
      draft={draft}
      errors={errors}
      className={className}
      onChange={(changed, text) => setDraft({ ...draft, [changed]: text })}
    />
  );
  const flag = (key: keyof typeof flags, name: string) => (
    <label className="flex min-h-9 items-center gap-2.5">
      <input
        type="checkbox"
        className="size-5 accent-[var(--act)]"
        checked={flags[key]}
        onChange={({ target }) => setFlags({ ...flags, [key]: target.checked })}
      />
      {name}
    </label>
  );

  /** A field as a number; NaN where it is none, which the settings then refuse at that field. */
  function numberIn(key: string): number {
    const text = draft[key] ?? '';
    const read = key.endsWith('Mm')
      ? parseLengthMm(text)
      : parseDecimal(text, { suffixes: ['m²', 'm2', 'min'] });
    return read.ok ? read.value : Number.NaN;
  }

  async function save(): Promise<void> {
    const settings = {
      ...shop.settings,
      ...flags,
      ...Object.fromEntries(PLACES.map(({ key }) => [key, numberIn(key)])),
      week: weekFromText(draft),
      changeover: { paleMin: numberIn('paleMin'), solventMin: numberIn('solventMin') },
      daysOff: datesFromText(draft.daysOff ?? ''),
      currency: (draft.currency ?? '').trim().toUpperCase(),
      leadBanYear: numberIn('leadBanYear'),
      doorMeasure: {
        smallBelowM2: numberIn('smallBelowM2'),
        largeAboveM2: numberIn('largeAboveM2'),
        twoFromPanels: numberIn('twoFromPanels'),
      },
    };
    const parsed = ShopSettingsSchema.safeParse(settings);
    if (!parsed.success) {
      const found: Record<string, string> = {};
      for (const issue of parsed.error.issues)
        found[String(GROUPS.has(String(issue.path[0])) ? issue.path[1] : issue.path[0])] ??= issue.message;
      setErrors(found);
      setSaid({ kind: 'stop', words: 'Not saved: see the marked fields.' });
      return;
    }
    const outcome = await change({
      version: shop.version,
      name: draft.name,
      timeZone: draft.timeZone,
      settings: parsed.data as ShopSettings,
    });
    if ('error' in outcome) {
      const refusal = refusalOf(outcome.error);
      setErrors(refusal.fields);
      setSaid({ kind: 'stop', words: refusal.message });
    } else {
      setErrors({});
      setDraft(draftOf(outcome.data));
      setSaid({ kind: 'plain', words: 'Saved. Plan the jobs again to use it.' });
    }
  }

  return (
    <Sheet className="p-5">
      <SaveHead
        title={<h1>Shop</h1>}
        said={said}
        save="Save the shop"
        isSaving={isLoading}
        onSave={() => void save()}
      />
      <div className="mt-3 grid grid-cols-2 gap-x-4 gap-y-3">
        {field('name', 'Name')}
        {field('timeZone', 'Time zone')}
      </div>
      <h2 className="mt-6">Working hours</h2>
      <p className="text-quiet">
        Stretches of work, as 07:30–12:00, 12:30–16:30; the gap is the break. Empty: closed.
      </p>
      <div className="mt-3 grid grid-cols-3 gap-x-4 gap-y-3">
        {WEEKDAYS.map((day) => field(day, DAY_NAMES[day]))}
        {field('daysOff', 'Days off, as 2026-12-25', 'col-span-2')}
      </div>
      <h2 className="mt-6">Places</h2>
      <div className="mt-3 grid grid-cols-5 gap-x-4 gap-y-3">
        {PLACES.map(({ key, name }) => field(key, name))}
      </div>
      <div className="mt-4 flex flex-wrap gap-x-8">
        {flag('hasBooth', 'There is a spray booth')}
        {flag('boothRatedForSolvent', 'The booth is rated for solvent')}
        {flag('hasSuppliedAir', 'Supplied-air breathing protection, and people trained in it')}
        {flag('mayShortenClocks', 'Warm dry air may shorten clocks, to half the sheet at most')}
      </div>
      <h2 className="mt-6">Changing a gun over</h2>
      <p className="text-quiet">On top of its usual cleaning and setting up, in minutes.</p>
      <div className="mt-3 grid grid-cols-4 gap-x-4 gap-y-3">
        {field('paleMin', 'From dark to pale')}
        {field('solventMin', 'Water ↔ solvent')}
      </div>
      <h2 className="mt-6">Counting and money</h2>
      <div className="mt-3 grid grid-cols-5 gap-x-4 gap-y-3">
        {field('smallBelowM2', 'Half a door below, m²')}
        {field('largeAboveM2', 'Two doors above, m²')}
        {field('twoFromPanels', 'Two doors from panels')}
        {field('currency', 'Currency')}
        {field('leadBanYear', 'Lead in paint banned')}
      </div>
    </Sheet>
  );
}

function Air({ shop }: { shop: ShopContext }) {
  const [airC, setAirC] = useState('');
  const [rhPct, setRhPct] = useState('');
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [save] = upholder.useTypeClimateMutation();
  async function submit(): Promise<void> {
    const air = parseTemperatureC(airC);
    const humidity = parseDecimal(rhPct, {
      what: 'a humidity',
      example: '57 %',
      suffixes: ['% rh', '%', 'rh'],
    });
    const parsed = ClimateSchema.safeParse({
      airC: air.ok ? air.value : Number.NaN,
      rhPct: humidity.ok ? humidity.value : Number.NaN,
    });
    const found: Record<string, string> = {};
    if (!parsed.success)
      for (const issue of parsed.error.issues) found[String(issue.path[0])] ??= issue.message;
    if (!air.ok) found.airC = air.message;
    if (!humidity.ok) found.rhPct = humidity.message;
    setErrors(found);
    if (parsed.success && air.ok) {
      await save(parsed.data);
      setAirC('');
      setRhPct('');
    }
  }
  return (
    <Sheet className="p-5">
      <h2>Air</h2>
      <p className="mt-1">
        {shop.reading ? (
          <>
            Last reading <span className="quantity">{shop.reading.airC.toFixed(1)} °C</span>,{' '}
            <span className="quantity">{Math.round(shop.reading.rhPct)} %</span>,{' '}
            {shop.reading.source === 'station' ? 'from the station' : 'typed in'}.
          </>
        ) : (
          'No reading yet.'
        )}{' '}
        Planning expects <span className="quantity">{shop.planningClimate.airC} °C</span>,{' '}
        <span className="quantity">{Math.round(shop.planningClimate.rhPct)} %</span>: the mean of the coming
        day, night included.
      </p>
      <div className="mt-3 grid grid-cols-[1fr_1fr_auto] items-start gap-3">
        <Field label="Air, °C" error={errors.airC}>
          {(ids) => <TextInput {...ids} value={airC} onChange={({ target }) => setAirC(target.value)} />}
        </Field>
        <Field label="Humidity, %" error={errors.rhPct}>
          {(ids) => <TextInput {...ids} value={rhPct} onChange={({ target }) => setRhPct(target.value)} />}
        </Field>
        <Button className="mt-6" onClick={() => void submit()}>
          Note the air
        </Button>
      </div>
    </Sheet>
  );
}

/** Hours, people, places and air: what every plan rests on. */
export function ShopScreen() {
  const { data: shop } = upholder.useShopQuery();
  if (!shop) return <Skeleton />;
  const own = Object.keys(shop.settings.practice.ways).length;
  return (
    <main className="grid grid-cols-[minmax(0,1.9fr)_minmax(0,1fr)] items-start gap-5 p-5">
      <Hours key={shop.id} shop={shop} />
      <div className="flex flex-col gap-5">
        <Crew shop={shop} />
        <Air shop={shop} />
        <Sheet className="p-5">
          <h2>Ways of working</h2>
          <p className="mt-1">
            {own === 0 ? 'As they ship.' : `${own} otherwise than they ship.`} Cleaning, grits, caulk, coats,
            overlap, hanging and more, each with what it would change.
          </p>
          <Link
            to="/shop/ways"
            className="mt-3 inline-flex min-h-9 items-center rounded-[3px] border-[1.5px] border-ink bg-raised px-3.5 font-semibold"
          >
            Look at the ways
          </Link>
        </Sheet>
      </div>
    </main>
  );
}
