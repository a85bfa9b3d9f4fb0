import type { ShopContext } from '@upholder/core/api';
import { weatherWords } from '@upholder/core/drying';
import {
  PLACE_KIND_WORDS,
  PLACE_KINDS,
  PLACE_RATING_WORDS,
  PLACE_RATINGS,
  type Place,
  type ShopSettings,
} from '@upholder/core/shop';
import { v7 as uuid } from 'uuid';
import { upholder } from '../../api/upholder.ts';
import { useMay } from '../../api/useMay.ts';
import { show } from '../../base/voice.ts';
import { Button, Card, Field, Select } from '../../parts/controls.tsx';
import { DraftField } from '../../parts/DraftField.tsx';
import { SaveHead } from '../../parts/SaveHead.tsx';
import { type DraftForm, saveOutcome, useDraftForm } from '../../parts/useDraftForm.ts';
import { HolderRows } from './HolderRows.tsx';
import { type HolderDraft, newHolder, placeDraft, readPlace, withoutPlace } from './placeDraft.ts';

const AIRS: Record<Place['air']['from'], string> = {
  shop: 'the shop’s air',
  station: 'a sensor of its own',
  heated: 'heated day and night',
  outdoors: 'outdoors, by the forecast',
};

function ChoiceField({
  form,
  name,
  label,
  choices,
}: {
  form: DraftForm;
  name: string;
  label: string;
  choices: Readonly<Record<string, string>>;
}) {
  return (
    <Field label={label} {...(form.errors[name] && { error: form.errors[name] })}>
      {(ids) => (
        <Select {...ids} value={form.text(name)} onChange={({ target }) => form.write(name, target.value)}>
          {Object.entries(choices).map(([key, words]) => (
            <option key={key} value={key}>
              {words}
            </option>
          ))}
        </Select>
      )}
    </Field>
  );
}

/** What the air of a place is now, and what planning expects. */
function AirNow({ shop, place }: { shop: ShopContext; place: Place }) {
  const air = shop.placeAirs[place.id];
  if (!air) return null;
  const { reading, planning } = air;
  const weather = reading ? weatherWords(reading) : '';
  return (
    <p className="mt-3 text-quiet">
      {reading && (
        <>
          Now <span className="quantity text-ink">{show('temperature', reading.airC)}</span>,{' '}
          <span className="quantity text-ink">{Math.round(reading.rhPct)} %</span>
          {weather !== '' && <>, {weather}</>}.{' '}
        </>
      )}
      Planning expects <span className="quantity text-ink">{show('temperature', planning.airC)}</span>,{' '}
      <span className="quantity text-ink">{Math.round(planning.rhPct)} %</span>.
    </p>
  );
}

/** One place of the shop: what it is and may be used for, its air, and the rails and racks in it. Null is the shop itself. */
export function PlaceCard({
  shop,
  place,
  isNew,
  onGone,
}: {
  shop: ShopContext;
  place: Place | null;
  isNew: boolean;
  onGone(): void;
}) {
  const mayChange = useMay('changeShop');
  const [change] = upholder.useChangeShopMutation();
  const put = async (settings: ShopSettings, version: number) =>
    saveOutcome(
      await change({ version, name: shop.name, timeZone: shop.timeZone, settings }),
      ({ settings: { places, holders }, version: next }) => ({
        draft: placeDraft(place && (places.find(({ id }) => id === place.id) ?? place), holders),
        version: next,
      }),
    );
  const form = useDraftForm<ShopSettings>({
    start: placeDraft(place, shop.settings.holders),
    version: shop.version,
    read: (draft) => readPlace(draft, place, shop.settings),
    saved: 'Saved. Replan the jobs to use it.',
    save: put,
  });
  const rows = form.draft.holders as HolderDraft[];
  const used = place ? form.text('name').trim() || 'place' : 'Shop';
  return (
    <Card className="p-5">
      <SaveHead
        title={<h2>{place ? form.text('name') || 'New place' : `${shop.name}: the shop itself`}</h2>}
        said={form.said}
        save={`Save ${used}`}
        isSaving={form.isSaving || !mayChange}
        onSave={() => void form.save().then((isKept) => isKept && isNew && onGone())}
      >
        {place && (
          <Button
            kind="quiet"
            disabled={form.isSaving || !mayChange}
            onClick={async () => {
              if (!isNew) {
                const outcome = await put(withoutPlace(shop.settings, place.id), shop.version);
                if ('refusal' in outcome) return form.say({ kind: 'stop', words: outcome.refusal.message });
              }
              onGone();
            }}
          >
            Remove place
          </Button>
        )}
      </SaveHead>
      {place ? (
        <>
          <div className="mt-3 grid grid-cols-4 gap-x-4 gap-y-3 max-md:grid-cols-2">
            <DraftField form={form} name="name" label="Name" />
            <ChoiceField
              form={form}
              name="kind"
              label="Kind"
              choices={Object.fromEntries(PLACE_KINDS.map((kind) => [kind, PLACE_KIND_WORDS[kind]]))}
            />
            <ChoiceField
              form={form}
              name="rating"
              label="Rated for"
              choices={Object.fromEntries(
                PLACE_RATINGS.map((rating) => [rating, PLACE_RATING_WORDS[rating]]),
              )}
            />
            <ChoiceField form={form} name="airFrom" label="Air" choices={AIRS} />
            <DraftField form={form} name="length" label="Length inside" quantity="length" withUnit />
            <DraftField form={form} name="width" label="Width inside" quantity="length" withUnit />
            <DraftField form={form} name="height" label="Height inside" quantity="length" withUnit />
            <DraftField form={form} name="benches" label="Benches" />
            {form.text('airFrom') === 'heated' && (
              <>
                <DraftField form={form} name="airC" label="Heated to" quantity="temperature" />
                <DraftField form={form} name="rhPct" label="Humidity, %" />
              </>
            )}
          </div>
          <AirNow shop={shop} place={place} />
        </>
      ) : (
        <p className="mt-1 text-quiet">
          Rails and racks besides the rail and the rack under Hours and places. Loads go where their pieces
          belong, and to the rest by what it takes.
        </p>
      )}
      <HolderRows
        rows={rows}
        errors={form.errors}
        onRows={(next) => form.write('holders', next)}
        onAdd={() => form.write('holders', [...rows, newHolder(uuid().slice(-12))])}
      />
    </Card>
  );
}
