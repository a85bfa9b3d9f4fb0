/** Things to buy that have no supply of their own. */
export const SHOPPING = {
  // core/src/shopping/needs.ts
  'shopping.strainer': 'Paint strainers',
  'shopping.liner': 'Cup liners',
  'shopping.cover': 'Roller covers',
  'shopping.brush': 'Brushes',
  'shopping.cartridge': 'Respirator cartridges, pairs',
  'shopping.hook': 'Hanging hooks',
  'shopping.extraction-filter': 'Filters for the extraction',
  'shopping.paper': 'Masking paper',
  'shopping.film': 'Masking film',
  'shopping.tape': 'Masking tape',
  'shopping.hinge': 'Hinges',
  'shopping.new-piece': (p: { kind: string; size: string }) =>
    `New ${p.kind.replaceAll('-', ' ')}, ${p.size}`,
};
