import { type NewShop, NewShopSchema } from '@upholder/core/api';
import { DEFAULT_SHOP_SETTINGS, type Region } from '@upholder/core/shop';
import { parseDecimal, parseLengthMm } from '@upholder/core/units';
import { type Draft, type Reading, readBySchema } from '../../parts/useDraftForm.ts';
import { weekFromText, weekToText } from '../shop/hours.ts';

/** What is usual where: units, paper, spelling, money, and since when paint may hold no lead. */
export const REGIONS: Record<string, Region & { name: string; currency: string; leadBanYear: number }> = {
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

/** What a region usually has. */
export function regionDraft(key: string): Draft {
  const { units = 'metric', paper = 'A4', spelling = 'uk', currency = 'EUR' } = REGIONS[key] ?? {};
  return { units, paper, spelling, currency };
}

function numberOf(text: string): number {
  const read = parseDecimal(text);
  return read.ok ? read.value : Number.NaN;
}

/** What the form says. */
export function readNewShop(draft: Draft): Reading<NewShop> {
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
