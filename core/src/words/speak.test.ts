import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import {
  encodeQuantity,
  isSaid,
  partsOf,
  regional,
  said,
  saidDate,
  saidMoment,
  teach,
} from '../said/index.ts';
import { REST } from '../said/rest.ts';
import { measured } from '../units/index.ts';
import {
  clockWords,
  moneyWords,
  numberWords,
  PLAIN_VOICE,
  speak,
  speakAll,
  spelt,
  storedClockWords,
  US_VOICE,
  weekStart,
  whenWords,
} from './index.ts';
import { hasVariants } from './spelling.ts';

beforeAll(() => teach(REST));

describe('what is said by code', () => {
  it('is put into the words and units of whoever reads it', () => {
    const film = said('rule.wet-the-sheet-says-to', {
      wftUm: measured('film', 116),
      wftMinUm: measured('film', 75),
      wftMaxUm: measured('film', 115),
    });
    expect(speak(film, PLAIN_VOICE)).toBe('116 µm wet; the sheet says 75 µm to 115 µm.');
    expect(speak(film, US_VOICE)).toBe('4.6 mil wet; the sheet says 3 mil to 4.5 mil.');
  });

  it('stands inside other text and inside itself', () => {
    const flip = said('job.flip', { step: said('word.colour', { number: 2 }) });
    expect(speak(`${flip}: U01`, PLAIN_VOICE)).toBe('Flip for Colour 2: U01');
    expect(speak(`${flip}: U01`, US_VOICE)).toBe('Flip for Color 2: U01');
  });

  it('counts as the language does', () => {
    const pieces = (count: number) =>
      speak(said('word.pieces-of-kind', { kind: 'shelf', count }), PLAIN_VOICE);
    expect([pieces(1), pieces(2), pieces(0)]).toEqual(['1 shelf', '2 shelves', '0 shelves']);
  });

  it('spells its own words as the region does, and never what a person wrote', () => {
    const load = said('word.load', { zone: 'Grey colour store', pieces: said('word.colour', { number: 1 }) });
    expect(speak(load, US_VOICE)).toBe('Grey colour store: Color 1');
    expect(speak('Grey colour store', US_VOICE)).toBe('Grey colour store');
  });

  it('spells words of the screens as the region does', () => {
    expect([PLAIN_VOICE, US_VOICE].map((voice) => speak(`2 ${regional('colour coats')}`, voice))).toEqual([
      '2 colour coats',
      '2 color coats',
    ]);
  });

  it('writes moments and dates as the region does', () => {
    // 2026-11-24 14:20 in London is 9:20 in New York.
    const minute = Date.parse('2026-11-24T14:20:00Z') / 60_000;
    expect(speak(`${saidMoment('when', minute)}, ${saidDate('2026-12-04')}`, PLAIN_VOICE)).toBe(
      'Tue 24 Nov 14:20, Fri 4 Dec',
    );
    expect(speak(`${saidMoment('when', minute)}, ${saidDate('2026-12-04')}`, US_VOICE)).toBe(
      'Tue Nov 24 9:20 am, Fri Dec 4',
    );
    expect(speak(`${saidMoment('clock', minute)} ${saidMoment('day', minute)}`, PLAIN_VOICE)).toBe(
      '14:20 Tue 24 Nov',
    );
  });

  it('of a newer version says at least its code', () => {
    expect(speak('⟦rule.something-quite-new {"a":1}⟧', PLAIN_VOICE)).toBe('something quite new');
    expect(speak(encodeQuantity('luminance', 3), PLAIN_VOICE)).toBe('3');
  });

  it('never loses or changes what a person wrote, whatever marks are in it', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (text) => {
        fc.pre(!isSaid(text));
        expect(speak(text, US_VOICE)).toBe(text);
        expect(speak(said('job.flip', { step: text }), PLAIN_VOICE)).toBe(`Flip for ${text}`);
      }),
    );
    for (const text of ['⟦', '⟧', 'a ⟦ b', '⟦x⟧⟧', '⟦UPPER⟧', '⟦a {"b":⟧', '⟦=film x⟧'])
      expect(speak(text, PLAIN_VOICE)).toBe(text);
    expect(speak(said('job.flip', { step: 'a ⟧ b' }), PLAIN_VOICE)).toBe('Flip for a ] b');
    expect(partsOf('a⟦word.stain⟧b')).toEqual(['a', { code: 'word.stain', params: {} }, 'b']);
  });

  it('is spoken however deep it lies, and all the rest stays the very same', () => {
    const value = { a: [said('word.stain'), 1], b: { c: null }, d: new Set([said('word.bench')]) };
    expect(speakAll(value, PLAIN_VOICE)).toEqual({ a: ['Stain', 1], b: { c: null }, d: new Set(['Bench']) });
    const plain = { a: ['x', { y: 1 }] };
    expect(speakAll(plain, PLAIN_VOICE)).toBe(plain);
  });

  it('has its whole sentence for every code, and no code is another’s words', () => {
    for (const [code, sentence] of Object.entries(REST)) {
      expect(code).toMatch(/^[a-z]+\.[a-z0-9-]+$/);
      if (typeof sentence === 'string') expect(isSaid(sentence)).toBe(false);
    }
  });
});

describe('regions', () => {
  it('spell in two ways by one table', () => {
    expect(spelt('Colour, grey vapour, aluminium, millimetres, 2 litres, COLOUR', 'us')).toBe(
      'Color, gray vapor, aluminum, millimeters, 2 liters, COLOR',
    );
    expect(spelt('Colour', 'uk')).toBe('Colour');
    expect(spelt('parameter, barometer, perimeter, flavour', 'us')).toContain(
      'parameter, barometer, perimeter',
    );
    expect([hasVariants('Colour'), hasVariants('Stain')]).toEqual([true, false]);
  });

  it('write clocks, dates, numbers and money, and begin the week', () => {
    const minute = Date.parse('2026-11-25T14:20:00Z') / 60_000;
    const us = { ...US_VOICE, timeZone: 'Europe/London' };
    expect([clockWords(minute, PLAIN_VOICE), clockWords(minute, us)]).toEqual(['14:20', '2:20 pm']);
    expect([storedClockWords('07:30', PLAIN_VOICE), storedClockWords('07:30', us)]).toEqual([
      '07:30',
      '7:30 am',
    ]);
    expect(storedClockWords('later', us)).toBe('later');
    expect([0, 2, 9].map((days) => whenWords(minute + days * 1440, minute, us))).toEqual([
      '2:20 pm',
      'Fri 2:20 pm',
      'Fri Dec 4 2:20 pm',
    ]);
    expect([moneyWords(123_456, PLAIN_VOICE), moneyWords(123_456, US_VOICE)]).toEqual(['£1,235', '$1,235']);
    expect(numberWords(12_345.6, PLAIN_VOICE, 1)).toBe('12,345.6');
    expect(['en-US', 'en-CA', 'en-GB', 'en-IE', 'en-NZ'].map(weekStart)).toEqual([0, 0, 1, 1, 1]);
  });
});
