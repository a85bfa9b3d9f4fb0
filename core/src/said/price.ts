import { plural } from './plural.ts';

type Text = string | number | null | undefined;

/** Lines of prices and quotes, and where their figures come from. */
export const PRICE = {
  // core/src/pricing/price.ts
  'price.for-zones': (p: { name: Text; zones: Text }) => `${p.name}, ${p.zones}`,
  'price.whole-containers': 'whole containers, the colour is this job’s own',
  'price.by-the-litre': 'by the litre, enough with 90 % confidence',
  'price.no-price-on-sheet': 'no price on its sheet',
  'price.consumables': 'Abrasives, cleaners, tape and cloths',
  'price.more-consumables': 'More consumables',
  'price.by-the-pack': (p: { count: number }) =>
    `${plural(p.count, 'item', 'items')}, at the price of a pack`,
  'price.packs-unpriced': (p: { count: number }) =>
    `${plural(p.count, 'item', 'items')} without price or pack`,
  'price.labour': (p: { what: Text }) => `Work: ${p.what}`,
  'price.hours': (p: { hours: Text }) => `${p.hours} h`,
  'price.hours-no-rate': (p: { hours: Text }) => `${p.hours} h, no rate entered`,
  'price.tool-hours': (p: { hours: Text }) => `${p.hours} h, its price over its life`,
  'price.tool-unpriced': 'no price or no life entered under Tools',
  'price.no-rate': 'no rate entered',
  'price.cartridges': 'Respirator cartridges',
  'price.cartridge-hours': (p: { hours: Text }) => `${p.hours} h of spraying`,
  'price.waste': 'Waste',
  'price.a-job': 'for a job',
  'price.travel': 'Travel',
  'price.trips': (p: { count: number }) => plural(p.count, 'trip', 'trips'),
  'price.place': 'Workshop',
  'price.days': (p: { count: number }) => plural(p.count, 'day', 'days'),
  // core/src/pricing/jobPrice.ts
  'price.masking-unpriced': 'no price or pack for masking of this kind',
  'price.by-the-roll': 'protecting the room, at the price of a roll',
  'price.paper': 'Masking paper and board',
  'price.film': 'Masking film',
  'price.tape': 'Masking tape',
  'price.typed': 'entered for this job',
  // core/src/pricing/offer.ts
  'price.work-down': 'taken down and labelled',
  'price.work-cleaned': 'cleaned and degreased',
  'price.work-sanded': 'sanded',
  'price.work-filled': 'open grain filled',
  'price.work-primed': (p: { count: number }) =>
    p.count === 1 ? 'primed' : p.count === 2 ? 'primed twice' : `primed ${p.count} times`,
  'price.work-stained': 'stained',
  'price.work-coloured': (p: { count: number }) => plural(p.count, 'coat of colour', 'coats of colour'),
  'price.work-decor': 'glazed or waxed',
  'price.work-cleared': (p: { count: number }) => plural(p.count, 'clear coat', 'clear coats'),
  'price.work-refitted': 'refitted and adjusted',
  'price.group-material': 'Material and protection',
  'price.group-work': 'Work and tools',
  'price.group-around': 'Travel, workshop and waste',
  // core/src/pricing/scenarios.ts
  'price.no-gun-for-it': 'The shop has no gun that this paint is made for.',
  'price.not-for-rollers': 'The sheet of the paint does not name a roller.',
  'price.one-coat-at-least': 'One colour coat is the least.',
  'price.sent-out': 'Coating sent out',
  'price.excludes-hidden':
    'Damage that shows only once pieces are down or stripped is priced before it is repaired.',
  'price.excludes-building': 'Walls, floors, appliances, plumbing and wiring are not part of it.',
};
