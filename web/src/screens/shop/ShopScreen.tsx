import type { ShopContext } from '@upholder/core/api';
import { PENCILS } from '@upholder/core/catalogue';
import { type Climate, ClimateSchema } from '@upholder/core/drying';
import { WEEKDAYS } from '@upholder/core/shop';
import { parseDecimal, type QuantityName } from '@upholder/core/units';
import { upholder } from '../../api/upholder.ts';
import { useMay } from '../../api/useMay.ts';
import { useHistory } from '../../base/useHistory.ts';
import { read, show } from '../../base/voice.ts';
import { ButtonLink } from '../../parts/ButtonLink.tsx';
import { Button, Card, Field, Select, Skeleton } from '../../parts/controls.tsx';
import { DaysInput } from '../../parts/DateField.tsx';
import { DraftField } from '../../parts/DraftField.tsx';
import { MayNote } from '../../parts/MayNote.tsx';
import { SaveHead } from '../../parts/SaveHead.tsx';
import { UndoButtons } from '../../parts/UndoButtons.tsx';
import {
  type Draft,
  type Reading,
  readBySchema,
  saveOutcome,
  useDraftForm,
} from '../../parts/useDraftForm.ts';
import { Crew } from './Crew.tsx';
import { DAY_NAMES, exampleHours, understoodHours } from './hours.ts';
import { RegionFields } from './RegionFields.tsx';
import { draftOf, FLAG_KEYS, FLAGS, type Flag, type Head, PLACES, readHead } from './shopDraft.ts';

function Hours({ shop }: { shop: ShopContext }) {
  const history = useHistory();
  const mayChange = useMay('changeShop');
  const [change] = upholder.useChangeShopMutation();
  const put = async (head: Head, version: number) =>
    saveOutcome(await change({ version, ...head }), (kept) => ({
      draft: draftOf(kept),
      version: kept.version,
    }));
  const form = useDraftForm<Head>({
    start: draftOf(shop),
    version: shop.version,
    read: (draft) => readHead(draft, shop.settings),
    saved: 'Saved. Replan the jobs to use it.',
    async save(after, version) {
      const before: Head = { name: shop.name, timeZone: shop.timeZone, settings: shop.settings };
      const outcome = await put(after, version);
      if ('refusal' in outcome) return outcome;
      let last = outcome.version;
      const again = async (head: Head): Promise<boolean> => {
        const done = await put(head, last);
        if ('refusal' in done) {
          form.say({ kind: 'stop', words: done.refusal.message });
          return false;
        }
        last = done.version;
        form.start(done.draft, done.version);
        return true;
      };
      history.record({ what: 'the last save', undo: () => again(before), redo: () => again(after) });
      return outcome;
    },
  });
  const field = (key: string, name: string, quantity?: QuantityName) => (
    <DraftField key={key} form={form} name={key} label={name} {...(quantity && { quantity })} withUnit />
  );
  const flag = (key: Flag) => (
    <label key={key} className="flex press-h-9 items-center gap-2.5">
      <input
        type="checkbox"
        className="size-5 accent-[var(--act)]"
        checked={form.draft[key] === true}
        onChange={({ target }) => form.write(key, target.checked)}
      />
      {FLAGS[key]}
    </label>
  );
  const daysOff = form.draft.daysOff as string[];

  return (
    <Card className="p-5">
      <SaveHead
        title={<h1>Shop</h1>}
        said={form.said}
        save="Save the shop"
        isSaving={form.isSaving || !mayChange}
        onSave={() => void form.save()}
      >
        <UndoButtons history={history} isBusy={form.isSaving} />
      </SaveHead>
      <div className="mt-3 grid grid-cols-2 gap-x-4 gap-y-3 max-sm:grid-cols-1">
        {field('name', 'Name')}
        {field('timeZone', 'Time zone')}
      </div>
      <h2 className="mt-6">Working hours</h2>
      <p className="text-quiet">Such as {exampleHours()}; the gap is the break. Leave empty when closed.</p>
      <div className="mt-3 grid grid-cols-3 gap-x-4 gap-y-3 max-xl:grid-cols-2">
        {WEEKDAYS.map((day) => (
          <DraftField key={day} form={form} name={day} label={DAY_NAMES[day]} hint={understoodHours} />
        ))}
      </div>
      <p className="label mt-3 mb-1">Shop holidays</p>
      <DaysInput
        name="Shop holidays"
        days={daysOff}
        onDays={(days) => form.write('daysOff', days)}
        isInvalid={form.errors.daysOff !== undefined}
      />
      <h2 className="mt-6">Places</h2>
      <p className="text-quiet">
        Stacking place: dry pieces that may stand between two tasks; 0 when nobody counts them.
      </p>
      <div className="mt-3 grid grid-cols-6 gap-x-4 gap-y-3 max-xl:grid-cols-3 max-sm:grid-cols-2">
        {PLACES.map(({ key, name, quantity }) => field(key, name, quantity))}
      </div>
      <div className="mt-4 flex flex-wrap gap-x-8">{FLAG_KEYS.map(flag)}</div>
      <h2 className="mt-6">Time around the work</h2>
      <p className="text-quiet">In minutes. Planning adds it to the work itself.</p>
      <div className="mt-3 grid grid-cols-3 gap-x-4 gap-y-3 max-sm:grid-cols-2">
        {field('refillMin', 'Filling the gun up again')}
        {field('paleMin', 'Gun from dark to pale')}
        {field('solventMin', 'Gun between water and solvent')}
        {field('handlingMin', 'Carry and hang a piece, per coat')}
        {field('tripMin', 'To the client and back')}
        {field('wrapUpMin', 'Cleaning at the end of the day')}
      </div>
      <h2 className="mt-6">Counting and money</h2>
      <div className="mt-3 grid grid-cols-5 gap-x-4 gap-y-3 max-md:grid-cols-2">
        {field('smallBelowM2', 'Count as ½ door below', 'area')}
        {field('largeAboveM2', 'Count as 2 doors above', 'area')}
        {field('twoFromPanels', 'Count as 2 doors from panels')}
        {field('currency', 'Currency')}
        {field('leadBanYear', 'Lead paint banned in')}
      </div>
      <h2 className="mt-6">Limits of readings</h2>
      <p className="text-quiet">Where the data sheet of the last coat states none.</p>
      <div className="mt-3 grid grid-cols-4 gap-x-4 gap-y-3 max-md:grid-cols-2">
        {field('crossCutMost', 'Cross-cut, worst grade')}
        <Field label="Pencil, at least" error={form.errors.pencilLeast}>
          {(ids) => (
            <Select
              {...ids}
              value={form.text('pencilLeast')}
              onChange={({ target }) => form.write('pencilLeast', target.value)}
            >
              {PENCILS.map((pencil) => (
                <option key={pencil} value={pencil}>
                  {pencil}
                </option>
              ))}
            </Select>
          )}
        </Field>
        {field('moistureFromPct', 'Wood moisture from, %')}
        {field('moistureToPct', 'Wood moisture to, %')}
      </div>
      <RegionFields form={form} />
    </Card>
  );
}

/** The air as it was typed, in whichever unit. */
function readAir(draft: Draft): Reading<Climate> {
  const air = read('temperature', String(draft.airC));
  const humidity = parseDecimal(String(draft.rhPct), {
    what: 'a humidity',
    example: '57 %',
    suffixes: ['% rh', '%', 'rh'],
  });
  return readBySchema(
    ClimateSchema,
    { airC: air.ok ? air.value : Number.NaN, rhPct: humidity.ok ? humidity.value : Number.NaN },
    {
      ...(!air.ok && { airC: air.message }),
      ...(!humidity.ok && { rhPct: humidity.message }),
    },
  );
}

const NO_AIR = { airC: '', rhPct: '' };

function Air({ shop }: { shop: ShopContext }) {
  const [write] = upholder.useTypeClimateMutation();
  const form = useDraftForm<Climate>({
    start: NO_AIR,
    read: readAir,
    saved: '',
    async save(air) {
      return saveOutcome(await write(air), () => ({ draft: NO_AIR }));
    },
  });
  return (
    <Card className="p-5">
      <h2>Air</h2>
      <p className="mt-1">
        {shop.reading ? (
          <>
            Last reading <span className="quantity">{show('temperature', shop.reading.airC)}</span>,{' '}
            <span className="quantity">{Math.round(shop.reading.rhPct)} %</span>,{' '}
            {shop.reading.source === 'station' ? 'from the station' : 'typed in'}.
          </>
        ) : (
          'No reading yet.'
        )}{' '}
        Planning expects <span className="quantity">{show('temperature', shop.planningClimate.airC)}</span>,{' '}
        <span className="quantity">{Math.round(shop.planningClimate.rhPct)} %</span>: the average of the next
        24 hours.
      </p>
      <div className="mt-3 grid grid-cols-[1fr_1fr_auto] items-start gap-3 max-sm:grid-cols-1">
        <DraftField form={form} name="airC" label="Air" quantity="temperature" />
        <DraftField form={form} name="rhPct" label="Humidity, %" />
        <Button className="mt-6" disabled={form.isSaving} onClick={() => void form.save()}>
          Save reading
        </Button>
      </div>
    </Card>
  );
}

/** Hours, people, places and air: what every plan rests on. */
export function ShopScreen() {
  const { data: shop } = upholder.useShopQuery();
  if (!shop) return <Skeleton />;
  const own = Object.keys(shop.settings.methods.choices).length;
  return (
    <>
      <MayNote call="changeShop" />
      <main className="grid grid-cols-[minmax(0,1.9fr)_minmax(0,1fr)] items-start gap-5 p-5 max-lg:grid-cols-1 max-md:p-3">
        <Hours key={shop.id} shop={shop} />
        <div className="flex flex-col gap-5">
          <Crew shop={shop} />
          <Air shop={shop} />
          <Card className="p-5">
            <h2>Shop methods</h2>
            <p className="mt-1">
              {own === 0 ? 'All defaults.' : `${own} changed from default.`} Cleaning, grits, caulk, coats,
              overlap, hanging and more, each with its effect.
            </p>
            <ButtonLink to="/shop/methods" className="mt-3">
              Open shop methods
            </ButtonLink>
          </Card>
        </div>
      </main>
    </>
  );
}
