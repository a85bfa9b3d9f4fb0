import { isSaid, type Params, type Part, partsOf, sentenceOf } from '../said/index.ts';
import { QUANTITY_NAMES, type QuantityName, showQuantities } from '../units/index.ts';
import { hasVariants, spelt } from './spelling.ts';
import { clockWords, dateWords, dayWords, type Voice } from './voice.ts';

// Around what a person wrote, so that only the product's own words are spelt as the region does.
const [KEEP, END] = ['\ue000', '\ue001'];

function kept(params: Params, voice: Voice): Params {
  return Object.fromEntries(
    Object.entries(params).map(([name, param]) => {
      if (typeof param !== 'string') return [name, param];
      const words = speak(param, voice);
      return [name, !isSaid(param) && hasVariants(words) ? `${KEEP}${words}${END}` : words];
    }),
  );
}

/** Spells a sentence, but for what stands between the marks, which then go. */
function speltSentence(words: string, spelling: Voice['spelling']): string {
  if (!words.includes(KEEP)) return spelt(words, spelling);
  return words
    .split(new RegExp(`(${KEEP}[^${END}]*${END})`))
    .map((part) => (part.startsWith(KEEP) ? part.slice(1, -1) : spelt(part, spelling)))
    .join('');
}

/** A moment or a date in words; null for anything else. */
function momentWords(kind: string, value: number, voice: Voice): string | null {
  switch (kind) {
    case 'clock':
      return clockWords(value, voice);
    case 'day':
      return dayWords(value, voice);
    case 'when':
      return `${dayWords(value, voice)} ${clockWords(value, voice)}`;
    case 'date':
      return dateWords(String(value).replace(/^(\d{4})(\d\d)(\d\d)$/, '$1-$2-$3'), voice);
    default:
      return null;
  }
}

function partWords(part: Part, voice: Voice): string {
  if (typeof part === 'string') return part;
  if ('own' in part) return spelt(part.own, voice.spelling);
  if ('quantity' in part) {
    const moment = momentWords(part.quantity, part.values[0] ?? 0, voice);
    if (moment !== null) return moment;
    const name = QUANTITY_NAMES.find((one) => one === part.quantity);
    return name
      ? showQuantities(name satisfies QuantityName, part.values, voice.units)
      : part.values.join(' × ');
  }
  const words = sentenceOf(part.code, kept(part.params, voice));
  // A newer version wrote it: its code says more than nothing.
  return words === null
    ? part.code.replace(/^.*\./, '').replaceAll('-', ' ')
    : speltSentence(words, voice.spelling);
}

/**
 * Puts what is said by code into words: in the units, times and spelling of whoever reads it. What a person wrote stays as it is.
 */
export function speak(text: string, voice: Voice): string {
  if (!isSaid(text)) return text;
  return partsOf(text)
    .map((part) => partWords(part, voice))
    .join('');
}

/** Speaks every text in a value, however deep; keys stay, and so does a value in which nothing is said by code. */
export function speakAll<T>(value: T, voice: Voice): T {
  if (typeof value === 'string') return speak(value, voice) as T;
  if (Array.isArray(value)) {
    const spoken = value.map((one) => speakAll(one, voice));
    return (spoken.some((one, at) => one !== value[at]) ? spoken : value) as T;
  }
  if (value instanceof Set) return new Set([...value].map((one) => speakAll(one, voice))) as T;
  if (value === null || typeof value !== 'object' || Object.getPrototypeOf(value) !== Object.prototype)
    return value;
  const entries = Object.entries(value).map(([key, one]) => [key, one, speakAll(one, voice)] as const);
  return entries.some(([, before, after]) => before !== after)
    ? (Object.fromEntries(entries.map(([key, , after]) => [key, after])) as T)
    : value;
}
