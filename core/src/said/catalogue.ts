import { encode, type Params } from './encode.ts';
import { ERRORS } from './errors.ts';
import { FIELDS } from './fields.ts';

/** A sentence: as it stands, or made from what it says it of. Texts among the parameters are in words already. */
// biome-ignore lint/suspicious/noExplicitAny: every sentence names its own parameters
export type Sentence = string | ((params: any) => string);

const SENTENCES = { ...ERRORS, ...FIELDS } satisfies Record<string, Sentence>;

export type Code = keyof typeof SENTENCES;
type ParamsOf<C extends Code> = (typeof SENTENCES)[C] extends (params: infer P) => string ? [P] : [];

/** A sentence of the product by its code: `said('rule.wet-film', { wet: measured('film', 90) })`. */
export function said<C extends Code>(code: C, ...[params]: ParamsOf<C>): string {
  return encode(code, params as Params | undefined);
}

/** The words of a code, or null where this version has no such sentence. @param params with their texts in words. */
export function sentenceOf(code: string, params: Params): string | null {
  const sentence: Sentence | undefined = (SENTENCES as Record<string, Sentence>)[code];
  if (sentence === undefined) return null;
  return typeof sentence === 'string' ? sentence : sentence(params);
}
