type Text = string | number | null | undefined;

/** Numbers and units: what cannot be read. */
export const UNIT = {
  // core/src/units/quantity.ts
  'unit.is-not-try': (p: { trim: Text; what: Text; example: Text }) =>
    `“${p.trim}” is not ${p.what}. Try ${p.example}.`,
  'unit.enter-for-example': (p: { what: Text; example: Text }) =>
    `Enter ${p.what}, for example ${p.example}.`,
  'unit.type-the-unit-with-for-example': (p: { trim: Text; example: Text }) =>
    `Add a unit to “${p.trim}”, for example ${p.example}.`,
  'unit.is-a-range-type-the-one': (p: { trim: Text }) => `“${p.trim}” is a range. Type one value.`,
  // core/src/units/number.ts
  'unit.is-not-a-whole-number': (p: { trim: Text }) => `“${p.trim}” is not a whole number.`,
  'unit.must-be-at-least': (p: { what: Text; min: Text }) => `${p.what} must be at least ${p.min}.`,
  'unit.must-be-at-most': (p: { what: Text; max: Text }) => `${p.what} must be at most ${p.max}.`,
  'unit.could-be-or-type-or': (p: { trim: Text; first: Text; second: Text }) =>
    `“${p.trim}” could be ${p.first} or ${p.second}. Type ${p.first} or ${p.second}.`,
};
