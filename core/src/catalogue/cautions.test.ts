import { describe, expect, it } from 'vitest';
import { speak, US_VOICE } from '../words/index.ts';
import { hasVariants } from '../words/spelling.ts';
import { cautionWords, GENERIC_PRODUCTS, GENERIC_SUPPLIES } from './index.ts';

const cautions = [...Object.values(GENERIC_PRODUCTS), ...Object.values(GENERIC_SUPPLIES)].flatMap(
  (item) => item.cautions,
);

describe('cautionWords', () => {
  it('lets every caution of the generic sheets follow the spelling of the region', () => {
    const varied = cautions.filter(hasVariants);
    expect(varied.length).toBeGreaterThan(5);
    for (const caution of cautions) expect(hasVariants(speak(cautionWords(caution), US_VOICE))).toBe(false);
  });

  it('leaves a caution that somebody wrote as it is', () => {
    expect(speak(cautionWords('Vapour lingers under the stairs.'), US_VOICE)).toBe(
      'Vapour lingers under the stairs.',
    );
  });
});
