/** Words that are spelt in two ways, British first; endings stay as they are. One table, from the Oxford and Webster spellings. */
const VARIANTS: readonly (readonly [uk: string, us: string])[] = [
  ['colour', 'color'],
  ['odour', 'odor'],
  ['vapour', 'vapor'],
  ['labour', 'labor'],
  ['favour', 'favor'],
  ['honour', 'honor'],
  ['behaviour', 'behavior'],
  ['neighbour', 'neighbor'],
  ['grey', 'gray'],
  ['litre', 'liter'],
  ['millimetre', 'millimeter'],
  ['centimetre', 'centimeter'],
  ['metre', 'meter'],
  ['centre', 'center'],
  ['fibre', 'fiber'],
  ['mould', 'mold'],
  ['catalogue', 'catalog'],
  ['aluminium', 'aluminum'],
  ['tyre', 'tire'],
  ['plough', 'plow'],
  ['sulph', 'sulf'],
  ['analyse', 'analyze'],
  ['atomis', 'atomiz'],
  ['recognis', 'recogniz'],
  ['organis', 'organiz'],
  ['neutralis', 'neutraliz'],
  ['minimis', 'minimiz'],
  ['licence', 'license'],
  ['labelled', 'labeled'],
  ['panelled', 'paneled'],
  ['levelling', 'leveling'],
  ['levelled', 'leveled'],
  ['cancelled', 'canceled'],
  ['travelled', 'traveled'],
  ['storey', 'story'],
  ['varnished', 'varnished'],
];

const TO_US = new Map(VARIANTS.filter(([uk, us]) => uk !== us));
const PATTERN = new RegExp(`\\b(${[...TO_US.keys()].join('|')})|(?<=[a-z])(colour|metre|litre)`, 'gi');

/** Whether a text has a word that is spelt in two ways. */
export function hasVariants(text: string): boolean {
  PATTERN.lastIndex = 0;
  return PATTERN.test(text);
}

/** A text as it is spelt in a region; capitals stay. Texts of the product are written in British spelling. */
export function spelt(text: string, spelling: 'uk' | 'us'): string {
  if (spelling === 'uk') return text;
  return text.replace(PATTERN, (word: string) => {
    const us = TO_US.get(word.toLowerCase()) ?? word;
    if (word === word.toUpperCase()) return us.toUpperCase();
    return word[0] === word[0]?.toUpperCase() ? us.charAt(0).toUpperCase() + us.slice(1) : us;
  });
}
