import { type NewShop, NewShopSchema } from '@upholder/core/api';
import { DEFAULT_SHOP_SETTINGS, type Region } from '@upholder/core/shop';
import { parseDecimal, readQuantity, showQuantity, type UnitSystem } from '@upholder/core/units';
import { type Draft, type Reading, readBySchema } from '../../parts/useDraftForm.ts';
import { weekFromText, weekToText } from '../shop/hours.ts';

const BRITISH = { units: 'metric', paper: 'A4', spelling: 'uk' } as const;

/** What is usual where: units, paper, spelling, money, and since when paint may hold no lead. */
type Usual = Omit<Region, 'single'> & { name: string; currency: string; leadBanYear: number };
const OTHER: Usual = {
  name: 'Elsewhere',
  ...BRITISH,
  locale: 'en-IE',
  currency: 'EUR',
  leadBanYear: 1992,
};
export const REGIONS: Record<string, Usual> = {
  uk: {
    name: 'United Kingdom',
    ...BRITISH,
    units: 'uk',
    locale: 'en-GB',
    currency: 'GBP',
    leadBanYear: 1992,
  },
  ie: { name: 'Ireland', ...BRITISH, locale: 'en-IE', currency: 'EUR', leadBanYear: 1992 },
  us: {
    name: 'United States',
    units: 'us',
    paper: 'Letter',
    spelling: 'us',
    locale: 'en-US',
    currency: 'USD',
    leadBanYear: 1978,
  },
  ca: {
    name: 'Canada',
    units: 'us',
    paper: 'Letter',
    spelling: 'uk',
    locale: 'en-CA',
    currency: 'CAD',
    leadBanYear: 1990,
  },
  nz: { name: 'New Zealand', ...BRITISH, locale: 'en-NZ', currency: 'NZD', leadBanYear: 1979 },
  au: { name: 'Australia', ...BRITISH, locale: 'en-AU', currency: 'AUD', leadBanYear: 1997 },
  other: OTHER,
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
export function firstDraft(): Draft {
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
    railLengthMm: showQuantity('length', railLengthMm, unitsIn(regionDraft(region).units)),
    rackSlots: String(rackSlots),
    hasBooth,
    boothRatedForSolvent: false,
    'owner.name': '',
    'owner.signIn': '',
    'owner.password': '',
    again: '',
  };
}

const unitsIn = (system: unknown) => ({ system: system as UnitSystem, single: {} });

/** The length of the rail as it stands, written in other units; a text that says no length stays. */
export function railIn(draft: Draft, system: unknown): string {
  const text = String(draft.railLengthMm);
  const rail = readQuantity('length', text, unitsIn(draft.units));
  return rail.ok ? showQuantity('length', rail.value, unitsIn(system)) : text;
}

/** What a region usually has. */
export function regionDraft(key: string): Draft {
  const { units, paper, spelling, locale, currency } = REGIONS[key] ?? OTHER;
  return { units, paper, spelling, locale, currency };
}

function numberOf(text: string): number {
  const read = parseDecimal(text);
  return read.ok ? read.value : Number.NaN;
}

/** What the form says. */
export function readNewShop(draft: Draft): Reading<NewShop> {
  const text = (key: string) => String(draft[key] ?? '');
  const texts = Object.fromEntries(Object.entries(draft).map(([key, value]) => [key, String(value)]));
  const units = unitsIn(text('units'));
  const rail = readQuantity('length', text('railLengthMm'), units);
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
    region: {
      units: text('units'),
      single: {},
      paper: text('paper'),
      spelling: text('spelling'),
      locale: text('locale'),
    },
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
