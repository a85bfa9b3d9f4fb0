import { GENERIC_PRODUCTS } from '@upholder/core/catalogue';
import { describe, it } from 'vitest';
import { expect } from '../../../../core/test/expect.ts';
import { readSheet, readSheetField, sheetDraft, sheetGroups, understood } from './sheetFields.ts';

const field = (path: string) =>
  sheetGroups()
    .flatMap(({ fields }) => fields)
    .find((candidate) => candidate.path === path)!;

describe('a data sheet as it is written', () => {
  it.each(Object.entries(GENERIC_PRODUCTS))('%s is the same after writing and reading', (_key, sheet) => {
    const { sheet: back, errors } = readSheet(sheetDraft(sheet), sheet);
    expect(errors).toEqual({});
    expect(back).toEqual({ ...sheet, source: 'entered from sheet' });
  });

  it.each([
    ['wftTypUm', '4 mil', 101.6, '= 101.6 µm'],
    ['statedSpreadM2L', '400 ft²/gal', 9.82, '= 9.8 m²/L'],
    ['densityKgL', '10.4 lb/gal', 1.246, '= 1.246 kg/L'],
    ['vocGL', '1 lb/gal', 120, '= 120 g/L'],
    ['airMinC', '50F', 10, '= 10 °C'],
    ['clocks.recoatMinMin', '4h30', 270, null],
    ['clocks.cureMin', '3 d 2 h', 74 * 60, null],
    ['pricePerLitre', '36,50', 3650, null],
    ['wftTypUm', '95', 95, null],
  ])('%s of %s is %d', (path, text, value, said) => {
    expect(readSheetField(field(path), text)).toEqual({ ok: true, value });
    expect(understood(field(path), text)).toBe(said);
  });

  it('says what is wrong at the field, and keeps nothing half read', () => {
    const enamel = GENERIC_PRODUCTS['alkyd-enamel-satin']!;
    const draft = {
      ...sheetDraft(enamel),
      wftTypUm: 'thick',
      'clocks.recoatMaxMin': '2 h',
      name: '',
      'hardener.name': 'hardener',
    };
    const { sheet, errors } = readSheet(draft, enamel);
    expect(sheet).toBeNull();
    expect(errors.wftTypUm).toContain('4 mil');
    expect(errors['hardener.partsByVolume']).toBeDefined();
    expect(errors.name).toBe('Product name is missing.');
    const late = readSheet({ ...sheetDraft(enamel), 'clocks.recoatMaxMin': '2 h' }, enamel);
    expect(late.errors['clocks.recoatMaxMin']).toContain('must be later than');
  });
});
