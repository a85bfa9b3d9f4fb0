// @vitest-environment jsdom
import { act, cleanup, renderHook } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { z } from 'zod';
import type { Refusal } from '../api/upholder.ts';
import { type Draft, readBySchema, useDraftForm } from './useDraftForm.ts';

const SheetSchema = z.object({
  name: z.string().trim().min(1, 'Name it.'),
  film: z.object({ min: z.number({ error: 'Enter the film.' }).min(5, 'A film starts at 5 µm.') }),
});
type Card = z.infer<typeof SheetSchema>;

const read = (draft: Draft) => {
  const text = String(draft['film.min'] ?? '');
  const isNumber = text.trim() !== '' && Number.isFinite(Number(text));
  return readBySchema<Card>(
    SheetSchema,
    { name: draft.name, film: { min: isNumber ? Number(text) : Number.NaN } },
    isNumber ? {} : { 'film.min': `“${text}” is no number.` },
  );
};

afterEach(cleanup);

function form(refusal?: Refusal) {
  const kept: Card[] = [];
  const view = renderHook(() =>
    useDraftForm<Card>({
      start: { name: 'Enamel', 'film.min': '90' },
      read,
      saved: 'Saved.',
      save: async (sheet) => {
        if (refusal) return { refusal };
        kept.push(sheet);
        return { draft: { name: sheet.name, 'film.min': sheet.film.min.toFixed(1) } };
      },
    }),
  );
  const now = () => view.result.current;
  const write = (name: string, value: unknown) => act(() => now().write(name, value));
  const save = () => act(() => now().save());
  return { now, write, save, kept };
}

describe('a form that is saved by a press', () => {
  it('keeps what is typed, says what it comes to, and shows it as it was kept', async () => {
    const { now, write, save, kept } = form();
    expect(now().isChanged).toBe(false);
    write('film.min', '85');
    expect([now().text('film.min'), now().isChanged]).toEqual(['85', true]);
    expect(await save()).toBe(true);
    expect(kept).toEqual([{ name: 'Enamel', film: { min: 85 } }]);
    expect([now().text('film.min'), now().isChanged]).toEqual(['85.0', false]);
    expect(now().said).toEqual({ kind: 'plain', words: 'Saved.' });
  });

  it('says at its field what cannot be read or is refused by the schema, and loses nothing', async () => {
    const { now, write, save, kept } = form();
    write('film.min', 'thick');
    write('name', ' ');
    expect(now().errors).toEqual({});
    expect(await save()).toBe(false);
    expect(now().errors).toEqual({ 'film.min': '“thick” is no number.', name: 'Name it.' });
    expect(now().said?.kind).toBe('stop');
    expect([now().text('film.min'), kept]).toEqual(['thick', []]);
    write('film.min', '3');
    write('name', 'Enamel');
    await save();
    expect(now().errors).toEqual({ 'film.min': 'A film starts at 5 µm.' });
  });

  it('says what is wrong so far when a field is left, and no longer once it is right', async () => {
    const { now, write } = form();
    write('film.min', '2');
    await act(async () => now().check());
    expect(now().errors).toEqual({ 'film.min': 'A film starts at 5 µm.' });
    write('film.min', '20');
    await act(async () => now().check());
    expect(now().errors).toEqual({});
  });

  it('puts a refusal of the server where it belongs, and can be saved again', async () => {
    const refusal: Refusal = {
      status: 409,
      code: 'conflict',
      message: 'Someone else changed this sheet meanwhile.',
      fields: { 'film.min': 'Theirs says 80.' },
    };
    const { now, write, save } = form(refusal);
    write('film.min', '70');
    expect(await save()).toBe(false);
    expect(now().said).toEqual({ kind: 'stop', words: refusal.message });
    expect(now().errors).toEqual({ 'film.min': 'Theirs says 80.' });
    expect([now().text('film.min'), now().isChanged]).toEqual(['70', true]);
    expect(await save()).toBe(false);
  });

  it('starts again from another draft', () => {
    const { now } = form();
    act(() => now().start({ name: 'Primer', 'film.min': '60' }, 2));
    expect([now().text('name'), now().text('film.min'), now().isChanged]).toEqual(['Primer', '60', false]);
  });

  /** A sheet that lies on a server, which another page writes to as well. */
  function shared() {
    let there = { version: 1, sheet: { name: 'Enamel', film: { min: 90 } } as Card };
    const draftOf = ({ name, film }: Card): Draft => ({ name, 'film.min': String(film.min) });
    const view = renderHook(
      ({ version, sheet }: typeof there) =>
        useDraftForm<Card>({
          start: draftOf(sheet),
          version,
          read,
          saved: 'Saved.',
          save: async (wanted, over) => {
            if (over !== there.version)
              return {
                refusal: {
                  status: 409,
                  code: 'conflict',
                  message: 'Changed meanwhile.',
                  fields: {},
                  current: there,
                },
              };
            there = { version: over + 1, sheet: wanted };
            return { draft: draftOf(wanted), version: there.version };
          },
        }),
      { initialProps: there },
    );
    return {
      now: () => view.result.current,
      write: (name: string, value: unknown) => act(() => view.result.current.write(name, value)),
      save: () => act(() => view.result.current.save()),
      /** The other page writes; this one is told, or not yet. */
      other(sheet: Card, isTold = true) {
        there = { version: there.version + 1, sheet };
        if (isTold) view.rerender(there);
      },
      tell: () => view.rerender(there),
      kept: () => there.sheet,
    };
  }

  it('follows what another page keeps while nothing is typed, and saves over that', async () => {
    const { now, write, save, other, tell, kept } = shared();
    other({ name: 'Enamel', film: { min: 80 } });
    expect([now().text('film.min'), now().isChanged]).toEqual(['80', false]);
    write('name', 'Satin enamel');
    expect(await save()).toBe(true);
    tell();
    expect(kept()).toEqual({ name: 'Satin enamel', film: { min: 80 } });
    expect(now().text('film.min')).toBe('80');
  });

  it.each([true, false])(
    'never writes over another page unasked, told of it before (%s) or not',
    async (isTold) => {
      const { now, write, save, other, kept } = shared();
      write('name', 'Satin enamel');
      other({ name: 'Enamel', film: { min: 80 } }, isTold);
      expect([now().text('name'), now().text('film.min')]).toEqual(['Satin enamel', '90']);
      expect(await save()).toBe(false);
      expect(now().said?.words).toBe('Changed meanwhile. Save again to overwrite it.');
      expect(kept()).toEqual({ name: 'Enamel', film: { min: 80 } });
      expect(now().text('name')).toBe('Satin enamel');
      expect(await save()).toBe(true);
      expect(kept()).toEqual({ name: 'Satin enamel', film: { min: 90 } });
      write('film.min', '70');
      expect(await save()).toBe(true);
    },
  );
});
