const RULES = new Intl.PluralRules('en');

/** The form of a word that goes with a number, by the plural rules of the language (Unicode CLDR): `1 piece`, `3 pieces`. */
export function plural(count: number, one: string, other: string): string {
  return `${count} ${form(count, one, other)}`;
}

/** The form alone, without the number. */
export function form(count: number, one: string, other: string): string {
  return RULES.select(count) === 'one' ? one : other;
}
