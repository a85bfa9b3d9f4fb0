import { CALL } from './call.ts';
import { CARE } from './care.ts';
import { DRY } from './dry.ts';
import { encode, type Params } from './encode.ts';
import { ERRORS } from './errors.ts';
import { FIELDS } from './fields.ts';
import { FILE } from './file.ts';
import { JOB } from './job.ts';
import { MAP } from './map.ts';
import { MIX } from './mix.ts';
import { PEOPLE } from './people.ts';
import { PIECE } from './piece.ts';
import { PLAN } from './plan.ts';
import { REFUSAL } from './refusal.ts';
import { RULE } from './rule.ts';
import { SHEET } from './sheet.ts';
import { SHOP } from './shop.ts';
import { STEP } from './step.ts';
import { SURVEY } from './survey.ts';
import { UNIT } from './unit.ts';
import { WORDS } from './words.ts';

/** A sentence: as it stands, or made from what it says it of. Texts among the parameters are in words already. */
// biome-ignore lint/suspicious/noExplicitAny: every sentence names its own parameters
export type Sentence = string | ((params: any) => string);

const SENTENCES = {
  ...REFUSAL,
  ...WORDS,
  ...CALL,
  ...CARE,
  ...DRY,
  ...ERRORS,
  ...FIELDS,
  ...FILE,
  ...JOB,
  ...MAP,
  ...MIX,
  ...PEOPLE,
  ...PIECE,
  ...PLAN,
  ...RULE,
  ...SHEET,
  ...SHOP,
  ...STEP,
  ...SURVEY,
  ...UNIT,
} satisfies Record<string, Sentence>;

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
