import {
  type Holder,
  type Place,
  type PlaceAir,
  PlaceSchema,
  SHOP_PLACE,
  type ShopSettings,
  ShopSettingsSchema,
} from '@upholder/core/shop';
import { parseDecimal } from '@upholder/core/units';
import { read, show } from '../../base/voice.ts';
import { type Draft, type Reading, readBySchema } from '../../parts/useDraftForm.ts';

/** A rail or rack as it is typed. */
export interface HolderDraft {
  id: string;
  kind: Holder['kind'];
  name: string;
  area: Holder['area'];
  length: string;
  slots: string;
  slotLength: string;
  support: string;
}

const lengthText = (mm: number | null) => (mm === null ? '' : show('length', mm));

function holderDraft(holder: Holder): HolderDraft {
  const { id, kind, name, area } = holder;
  return {
    id,
    kind,
    name,
    area,
    length: kind === 'rail' ? lengthText(holder.lengthMm) : '',
    slots: kind === 'rail' ? '' : String(holder.slots),
    slotLength: kind === 'rack' ? lengthText(holder.slotLengthMm) : '',
    support: kind === 'rack' ? holder.support : 'packers',
  };
}

/** A rack to begin from. */
export function newHolder(id: string): HolderDraft {
  return {
    id,
    kind: 'rack',
    name: '',
    area: 'any',
    length: '',
    slots: '20',
    slotLength: lengthText(900),
    support: 'packers',
  };
}

/** A place to begin from: a tent that nobody measured. */
export function newPlace(id: string): Place {
  return PlaceSchema.parse({
    id,
    name: 'Tent',
    kind: 'tent',
    rating: 'waterborne-spray',
    air: { from: 'outdoors' },
    benches: 0,
  });
}

/** A place as its form shows it; the shop itself has only its rails and racks here. */
export function placeDraft(place: Place | null, holders: readonly Holder[]): Draft {
  const own = place?.id ?? SHOP_PLACE;
  const racks = holders.filter(({ placeId }) => placeId === own).map(holderDraft);
  if (place === null) return { holders: racks };
  const { name, kind, lengthMm, widthMm, heightMm, rating, air, benches } = place;
  return {
    name,
    kind,
    rating,
    length: lengthText(lengthMm),
    width: lengthText(widthMm),
    height: lengthText(heightMm),
    benches: String(benches),
    airFrom: air.from,
    airC: air.from === 'heated' ? show('temperature', air.airC) : '',
    rhPct: air.from === 'heated' ? String(air.rhPct) : '',
    holders: racks,
  };
}

/** A length that may be left empty. */
function optionalMm(text: string, stored: number | null): number | null {
  if (text.trim() === '') return null;
  const length = read('length', text, stored);
  return length.ok ? length.value : Number.NaN;
}

function numberOf(text: string): number {
  const number = parseDecimal(text, { suffixes: ['%'] });
  return number.ok ? number.value : Number.NaN;
}

function airOf(text: (key: string) => string): PlaceAir {
  const from = text('airFrom') as PlaceAir['from'];
  if (from !== 'heated') return { from };
  const air = read('temperature', text('airC'));
  return { from, airC: air.ok ? air.value : Number.NaN, rhPct: numberOf(text('rhPct')) };
}

function holderOf(typed: HolderDraft, placeId: string, stored: Holder | undefined): Holder {
  const { id, kind, name, area } = typed;
  const common = { id, name: name.trim(), placeId, area };
  switch (kind) {
    case 'rail':
      return {
        ...common,
        kind,
        lengthMm: optionalMm(typed.length, stored?.kind === 'rail' ? stored.lengthMm : null) ?? Number.NaN,
      };
    case 'rack':
      return {
        ...common,
        kind,
        slots: numberOf(typed.slots),
        slotLengthMm:
          optionalMm(typed.slotLength, stored?.kind === 'rack' ? stored.slotLengthMm : null) ?? Number.NaN,
        support: typed.support as Extract<Holder, { kind: 'rack' }>['support'],
      };
    case 'posts':
      return { ...common, kind, slots: numberOf(typed.slots) };
  }
}

const FIELD_OF: Readonly<Record<string, string>> = {
  lengthMm: 'length',
  widthMm: 'width',
  heightMm: 'height',
  slotLengthMm: 'slotLength',
  'air.airC': 'airC',
  'air.rhPct': 'rhPct',
};

/**
 * The shop's settings with what the form of one place says; null is the shop itself.
 * Errors are named after the fields of the form, those of a rack `holders.0.name`.
 */
export function readPlace(draft: Draft, place: Place | null, known: ShopSettings): Reading<ShopSettings> {
  const placeId = place?.id ?? SHOP_PLACE;
  const text = (key: string) => String(draft[key] ?? '');
  const typed = draft.holders as HolderDraft[];
  const stored = new Map(known.holders.map((holder) => [holder.id, holder]));
  const racks = typed.map((one) => holderOf(one, placeId, stored.get(one.id)));
  const holders = [...known.holders.filter((holder) => holder.placeId !== placeId), ...racks];
  const first = holders.length - racks.length;
  const wanted: Place | null = place && {
    ...place,
    name: text('name'),
    kind: text('kind') as Place['kind'],
    rating: text('rating') as Place['rating'],
    lengthMm: optionalMm(text('length'), place.lengthMm),
    widthMm: optionalMm(text('width'), place.widthMm),
    heightMm: optionalMm(text('height'), place.heightMm),
    benches: numberOf(text('benches')),
    air: airOf(text),
  };
  const at = known.places.findIndex(({ id }) => id === placeId);
  const places =
    wanted === null
      ? known.places
      : at === -1
        ? [...known.places, wanted]
        : known.places.map((one, index) => (index === at ? wanted : one));
  const own = at === -1 ? known.places.length : at;
  return readBySchema(ShopSettingsSchema, { ...known, places, holders }, {}, (path) => {
    const [group, index, ...rest] = path.split('.');
    const field = FIELD_OF[rest.join('.')] ?? rest.join('.');
    if (group === 'places' && Number(index) === own) return field;
    if (group === 'holders') return `holders.${Number(index) - first}.${field}`;
    return path;
  });
}

/** The settings without a place and what stands in it. */
export function withoutPlace(known: ShopSettings, placeId: string): ShopSettings {
  return {
    ...known,
    places: known.places.filter(({ id }) => id !== placeId),
    holders: known.holders.filter((holder) => holder.placeId !== placeId),
  };
}
