import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import { GENERIC_PRODUCTS, LAYER_CLASSES, layerVerdict } from './index.ts';

describe('what may lie over what', () => {
  it.each([
    ['alkyd-primer', 'acrylic-enamel', 'scuffed'],
    ['alkyd-primer', 'precat', 'no'],
    ['oil-enamel', 'sealer', 'no'],
    ['acrylic-enamel', 'precat', 'no'],
    ['shellac', 'acrylic-enamel', 'yes'],
    ['shellac', 'bonding-primer', 'yes'],
    ['shellac', 'two-part', 'no'],
    ['bonding-primer', 'acrylic-enamel', 'yes'],
    ['build-primer', 'two-part', 'not known'],
    ['bonding-primer', 'two-part', 'yes'],
    ['sealer', 'precat', 'yes'],
    ['precat', 'precat', 'scuffed'],
    ['acrylic-enamel', 'acrylic-enamel', 'scuffed'],
    ['mineral', 'clear', 'yes'],
    ['filler', 'alkyd-primer', 'scuffed'],
    ['filler', 'acrylic-enamel', 'no'],
    ['stain', 'clear', 'yes'],
    ['unknown', 'acrylic-enamel', 'not known'],
    ['clear', 'acrylic-primer', 'not known'],
  ] as const)('%s under %s: %s', (under, over, answer) => {
    expect(layerVerdict(under, over).answer).toBe(answer);
  });

  it('answers every pair with a reason, and never guesses about the unknown', () => {
    for (const under of LAYER_CLASSES)
      for (const over of LAYER_CLASSES) {
        const verdict = layerVerdict(under, over);
        expect(verdict.why).toMatch(/^[A-Z].*\.$/);
        if (under === 'unknown' || over === 'unknown') expect(verdict.answer).toBe('not known');
      }
  });

  it('knows the class of every product that ships', () => {
    for (const { layerClass } of Object.values(GENERIC_PRODUCTS)) expect(layerClass).not.toBe('unknown');
  });
});
