type Text = string | number | null | undefined;

/** The shop. */
export const SHOP = {
  // core/src/shop/shop.ts
  'shop.write-a-time-as-07-30': 'Write a time as 07:30.',
  'shop.a-stretch-of-work-must-end': 'A stretch of work must end after it starts.',
  'shop.stretches-of-work-overlap-list-them': 'Stretches of work overlap; list them in order.',
  'shop.write-a-currency-as-three-capitals': 'Write a currency as three capitals, such as GBP.',
  'shop.a-large-door-starts-above-a': 'A large door starts above a small one.',
  'shop.cleaning-sanding-filling': 'cleaning, sanding, filling',
};
