/** What a piece is made of, as far as finishing cares. */
export const SUBSTRATES = [
  'open-grain hardwood',
  'closed-grain hardwood',
  'softwood',
  'veneered ply',
  'MDF',
  'foil or laminate',
  'metal',
] as const;
export type Substrate = (typeof SUBSTRATES)[number];
