/** The shop. */
export const SHOP = {
  // core/src/shop/shop.ts
  'shop.write-a-time-as-07-30': 'Enter a time such as 07:30 or 7:30 am.',
  'shop.a-stretch-of-work-must-end': 'Each stretch must end after it starts.',
  'shop.stretches-of-work-overlap-list-them': 'Stretches overlap. List them in order.',
  'shop.write-a-currency-as-three-capitals': 'Enter a three-letter currency code, such as GBP.',
  'shop.moisture-band-is-upside-down': 'The highest moisture must be above the lowest.',
  'shop.a-large-door-starts-above-a': 'A large door must be larger than a small one.',
  'shop.cleaning-sanding-filling': 'cleaning, sanding, filling',
};
