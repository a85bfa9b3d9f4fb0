import { encode, type Params } from './encode.ts';
import { PEOPLE } from './people.ts';
import type { REST } from './rest.ts';
import { WORDS } from './words.ts';

/** A sentence: as it stands, or made from what it says it of. Texts among the parameters are in words already. */
// biome-ignore lint/suspicious/noExplicitAny: every sentence names its own parameters
export type Sentence = string | ((params: any) => string);

const FIRST = { ...WORDS, ...PEOPLE };
type All = typeof FIRST & typeof REST;

export type Code = keyof All;
type ParamsOf<C extends Code> = All[C] extends (params: infer P) => string ? [P] : [];

/** A sentence of the product by its code: `said('rule.wet-film', { wet: measured('film', 90) })`. */
export function said<C extends Code>(code: C, ...[params]: ParamsOf<C>): string {
  return encode(code, params as Params | undefined);
}

let known: Readonly<Record<string, Sentence>> = FIRST;

/** Adds sentences to those that can be put into words. */
export function teach(sentences: Readonly<Record<string, Sentence>>): void {
  known = { ...known, ...sentences };
}

/** The words of a code, or null where no such sentence is known. @param params with their texts in words. */
export function sentenceOf(code: string, params: Params): string | null {
  const sentence = known[code];
  if (sentence === undefined) return null;
  return typeof sentence === 'string' ? sentence : sentence(params);
}
