import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import { includesRole, NewPasswordSchema, PinSchema, ROLES, signInKey } from './index.ts';

describe('sign-in names', () => {
  it.each([
    ['Ines', 'INES', 'ines', ' ines ', 'İnes', 'ınes', 'Ｉｎｅｓ', 'i\u0307nes'],
    ['straße', 'STRASSE', 'Strasse', 'ſtraſſe'],
    ['Åsa', 'A\u030Asa', 'åsa', 'Åsa'],
    ['joss  hall', 'Joss Hall', 'joss\u00A0hall'],
    ['ﬁnn', 'FINN', 'finn'],
    ['Σοφος', 'σοφοσ', 'ΣΟΦΟΣ'],
  ])('are the same however they are spelled: %s', (...spellings) => {
    expect(new Set(spellings.map(signInKey)).size).toBe(1);
  });

  it('are told apart where they are others', () => {
    const others = ['ines', 'inés', 'inez', 'ine s', 'maren', 'м\u0430ren'];
    expect(new Set(others.map(signInKey)).size).toBe(others.length);
  });

  it('have a key that is its own key', () => {
    for (const name of ['İnes', 'STRASSE', 'ﬁnn', 'Σοφος', 'Åsa'])
      expect(signInKey(signInKey(name))).toBe(signInKey(name));
  });
});

describe('passwords and PINs', () => {
  it('are taken by their length, and say what is wrong in a sentence', () => {
    expect(NewPasswordSchema.safeParse('nine char').error?.issues[0]?.message).toMatch(
      /at least 10 characters/,
    );
    expect(NewPasswordSchema.safeParse('ten chars!').success).toBe(true);
    expect(NewPasswordSchema.safeParse('x'.repeat(201)).success).toBe(false);
  });

  it.each(['4825', '92041', '920417', '1357', '0099'])('takes the PIN %s', (pin) => {
    expect(PinSchema.safeParse(pin).success).toBe(true);
  });

  it.each(['482', '4825123', '48a5', '', '1111', '000000', '1234', '34567', '987654', '4321'])(
    'refuses the PIN “%s”',
    (pin) => {
      expect(PinSchema.safeParse(pin).error?.issues[0]?.message).toMatch(/^[A-Z].*\.$/);
    },
  );
});

describe('roles', () => {
  it('each include those after them', () => {
    const included = ROLES.map((role) => ROLES.filter((wanted) => includesRole(role, wanted)).length);
    expect(included).toEqual([4, 3, 2, 1]);
    expect(includesRole('floor', 'planner')).toBe(false);
  });
});
