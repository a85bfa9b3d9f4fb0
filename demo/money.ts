import { GENERIC_SUPPLIES, type ProductSheet, type Supply } from '@upholder/core/catalogue';
import type { Happening, JobEvent } from '@upholder/core/handover';
import { agreedOf, quotesOf } from '@upholder/core/handover';
import type { PlanSnapshot } from '@upholder/core/planning';
import { jobPrice, offerFor, variationFor } from '@upholder/core/pricing';
import type { Quote } from '@upholder/core/quotes';
import { type Rates, RatesSchema, USUAL_PRICING } from '@upholder/core/rates';
import {
  addDays,
  DEFAULT_SHOP_SETTINGS,
  localDate,
  minuteAt,
  toInstant,
  toMinute,
} from '@upholder/core/shop';
import { v7 as uuid } from 'uuid';
import { benchItemsOf } from '../server/src/bench/store.ts';
import type { Queryable } from '../server/src/db/database.ts';
import { detailOf } from '../server/src/detail/store.ts';
import { addEvents } from '../server/src/handover/store.ts';
import { updatePricing } from '../server/src/jobs/store.ts';

/** What the made-up shop asks for its work, in pence. */
export const DEMO_RATES: Rates = RatesSchema.parse({
  hour: { prep: 2400, brush: 2600, spray: 2900 },
  trip: 900,
  placeDay: 3200,
  waste: 2500,
  cartridges: 2650,
  overheadPct: 14,
  marginPct: 22,
  taxName: 'VAT',
  taxPct: 20,
  roundTo: 500,
  terms: 'A third with the order, the rest within 14 days of the handover.',
});

/** Where the made-up shop buys, and what a pack is and costs. */
const PACKS: Record<string, { packSize: number; price: number; supplier: string }> = {
  'cleaner-alkaline': { packSize: 5000, price: 1890, supplier: 'Harbour paints' },
  'cleaner-mild': { packSize: 5000, price: 1450, supplier: 'Harbour paints' },
  'disc-120': { packSize: 50, price: 1950, supplier: 'Ropewalk abrasives' },
  'disc-180': { packSize: 50, price: 1950, supplier: 'Ropewalk abrasives' },
  'disc-220': { packSize: 50, price: 1950, supplier: 'Ropewalk abrasives' },
  'disc-240': { packSize: 50, price: 1950, supplier: 'Ropewalk abrasives' },
  'disc-320': { packSize: 50, price: 2100, supplier: 'Ropewalk abrasives' },
  'foam-320': { packSize: 20, price: 1640, supplier: 'Ropewalk abrasives' },
  'pad-320': { packSize: 20, price: 1380, supplier: 'Ropewalk abrasives' },
  'film-static': { packSize: 17, price: 890, supplier: 'Harbour paints' },
  'cloth-lint-free': { packSize: 50, price: 1280, supplier: 'Harbour paints' },
  'cleaner-alcohol': { packSize: 1000, price: 690, supplier: 'Harbour paints' },
  'tape-delicate': { packSize: 50, price: 420, supplier: 'Harbour paints' },
  'cloth-tack': { packSize: 10, price: 990, supplier: 'Harbour paints' },
};

/** The supplies of the made-up shop: those that ship, with packs and prices. */
export function demoSupplies(): Record<string, Supply> {
  return Object.fromEntries(
    Object.entries(GENERIC_SUPPLIES).map(([key, supply]) => [key, { ...supply, ...PACKS[key] }]),
  );
}

/** What paints of the made-up shop are sold in. */
const CONTAINERS: Record<string, ProductSheet['containers']> = {
  'urethane-enamel-satin': [
    { ml: 1000, price: 4150 },
    { ml: 2500, price: 8900 },
    { ml: 5000, price: 16_400 },
  ],
  'alkyd-block-primer-fast': [
    { ml: 1000, price: 3100 },
    { ml: 2500, price: 6900 },
  ],
  'waterborne-block-primer': [
    { ml: 1000, price: 3450 },
    { ml: 2500, price: 7800 },
  ],
  'grain-filler-water': [
    { ml: 1000, price: 4400 },
    { ml: 4000, price: 15_900 },
  ],
};

/** A sheet with what it is sold in and where. */
export function asBought(key: string, sheet: ProductSheet): ProductSheet {
  const containers = CONTAINERS[key];
  return containers
    ? { ...sheet, containers, supplier: 'Harbour paints', source: 'entered from sheet' }
    : sheet;
}

/** The chemist's quote, accepted before the work began, and the plinth that came on top of it. */
export async function seedQuotes(
  db: Queryable,
  about: { shopId: string; jobId: string; plan: PlanSnapshot; opening: Date; timeZone: string },
  sheets: Record<string, ProductSheet>,
  writer: { memberId: string; memberName: string },
): Promise<void> {
  const { shopId, jobId, plan, opening, timeZone } = about;
  const settings = { ...DEFAULT_SHOP_SETTINGS, rates: DEMO_RATES };
  const events: JobEvent[] = [];
  const write = (day: string, clock: string, what: Happening): string => {
    const id = uuid();
    const at = toInstant(minuteAt(day, clock, timeZone)).toISOString();
    events.push({ id, jobId, at, what, ...writer, loggedAt: at });
    return id;
  };
  const offer = async (day: string, before: number): Promise<Quote> => {
    const detail = await detailOf(db, shopId, jobId);
    if (!detail) throw new Error('the demo job is gone');
    const price = jobPrice({
      ...detail,
      ops: plan.ops,
      sheets,
      supplies: demoSupplies(),
      items: await benchItemsOf(db, shopId, opening),
      settings,
      timeZone,
      people: 2,
    });
    return offerFor(
      {
        ...detail,
        ops: plan.ops,
        sheets,
        settings,
        timeZone,
        today: day,
        price,
        weights: price.zoneWeights,
        exclusions: [
          'Counter: the grain is not filled and shows in raking light.',
          'Wood moves with the seasons; hairlines at panel and frame joints are no fault of the finish.',
          'Damage that shows only once pieces are down or stripped is priced before it is repaired.',
          'Shelves and the insides of the drawers are not part of it.',
        ],
        care: ['For the first four weeks: wipe only with a soft dry cloth, open and close gently.'],
      },
      before,
    );
  };
  const monday = localDate(toMinute(new Date(plan.madeAt)), timeZone);
  const quote = await offer(addDays(monday, -12), 0);
  const quoteId = write(addDays(monday, -12), '16:10', { kind: 'quote', quote });
  write(addDays(monday, -10), '09:25', {
    kind: 'quote-answer',
    quoteId,
    answer: 'accepted',
    by: 'Ottilie Farrow',
    on: addDays(monday, -10),
    how: 'signed',
    note: '',
  });
  const job = (await detailOf(db, shopId, jobId))?.job;
  if (!job) return;
  const pricing = {
    ...USUAL_PRICING,
    extras: [{ id: uuid(), name: 'Plinth below the counter, 5.2 m', amount: 9500 }],
  };
  await updatePricing(db, shopId, jobId, pricing, job.version);
  const agreed = agreedOf(quotesOf(events, monday));
  if (!agreed) throw new Error('the demo quote was not accepted');
  const now = await offer(addDays(monday, 1), 1);
  const variation = variationFor({
    now,
    agreed,
    net: now.net - agreed.net,
    words: 'The plinth below the counter, 5.2 m, is coated in the same indigo.',
    before: 0,
    code: job.code,
  });
  write(addDays(monday, 1), '11:40', { kind: 'quote', quote: variation });
  const changeId = events.at(-1)?.id ?? '';
  write(addDays(monday, 1), '14:05', {
    kind: 'quote-answer',
    quoteId: changeId,
    answer: 'accepted',
    by: 'Ottilie Farrow',
    on: addDays(monday, 1),
    how: 'in writing',
    note: '',
  });
  await addEvents(db, shopId, events);
}
