import { failure, type Outcome, success } from '../base/outcome.ts';
import type { Thinning } from '../catalogue/sheet.ts';
import { said } from '../said/index.ts';
import { fitting, plainDecimal, plainText, readingsOf } from '../units/index.ts';

/** A thinning as it was typed: an amount, or the seconds of a cup that it is to be thinned to. */
export type ThinningRead =
  | { kind: 'amount'; thinning: Thinning /** The text named its convention itself. */; isNamed: boolean }
  | { kind: 'seconds'; fromS: number | null; toS: number };

const NUMBER = String.raw`(\d+ \d+/\d+|\d+/\d+|\d+(?:[.,]\d+)?|[.,]\d+)`;
const SECONDS = new RegExp(
  `^(?:to |up to )?${NUMBER}(?: ?(?:-|to) ?${NUMBER})? ?(?:s|sec|secs|seconds?)\\.?$`,
);
const RATIO = new RegExp(`^${NUMBER} ?(?::|\\+|to) ?${NUMBER}(?: parts?)?$`);
const PERCENT = new RegExp(`^${NUMBER} ?(%|percent|pct)?(?: ?(.+))?$`);

/** Words behind a percentage, and the convention that they mean. */
const NAMES: [RegExp, Thinning['convention']][] = [
  [/^(?:on|onto|of|to) (?:the )?paint$|^on top$|^by vol(?:ume)?(?: (?:of|on) paint)?$|^v\/v$/, 'on-paint'],
  [/^of (?:the )?(?:mix|mixture|total|whole)$|^in (?:the )?mix$/, 'of-mix'],
  [/^by (?:weight|mass)(?: of paint)?$|^w\/w$|^wt\.?$|^weight$/, 'by-weight'],
];

const amount = (text: string | undefined): number => {
  const read = text === undefined ? null : fitting(readingsOf(text), (value) => value <= 100);
  return typeof read === 'number' ? read : Number.NaN;
};

/**
 * Reads a thinning as people say it: `7.5`, `7,5 %`, `10 % of mix`, `5 % by weight`, `3:1`, `4+1`, `7:2`, `none`, or `28 s`,
 * `25-30 s` for a thinning to seconds. A bare number counts in `convention`; a ratio is paint to thinner.
 * @returns the amount with its convention, the seconds, or a sentence that says what to type.
 */
export function parseThinning(input: string, convention: Thinning['convention']): Outcome<ThinningRead> {
  const text = plainText(input);
  if (text === '' || /^(?:0|0 ?%|none|no|nothing|unthinned|neat)$/.test(text))
    return success({ kind: 'amount', thinning: { convention, value: 0 }, isNamed: false });
  const seconds = SECONDS.exec(text);
  if (seconds) {
    const [first, second] = [amount(seconds[1]), seconds[2] === undefined ? null : amount(seconds[2])];
    const [fromS, toS] = second === null ? [null, first] : [Math.min(first, second), Math.max(first, second)];
    if (!(toS >= 3 && toS <= 600)) return failure(said('mix.a-cup-runs-3-to-600'));
    return success({ kind: 'seconds', fromS, toS });
  }
  const ratio = RATIO.exec(text);
  if (ratio) {
    const [paint, thinner] = [amount(ratio[1]), amount(ratio[2])];
    if (!(paint > 0)) return failure(said('mix.holds-no-paint-type-paint-to', { trim: input.trim() }));
    if (thinner === 0)
      return success({ kind: 'amount', thinning: { convention: 'parts', value: 0 }, isNamed: true });
    if (paint < thinner)
      return failure(
        said('mix.is-more-thinner-than-paint-paint', {
          trim: input.trim(),
          thinner: plainDecimal(thinner),
          paint: plainDecimal(paint),
        }),
      );
    const value = paint / thinner;
    if (!(value <= 100)) return failure(said('mix.thinner-must-be-at-least-one'));
    return success({ kind: 'amount', thinning: { convention: 'parts', value }, isNamed: true });
  }
  const percent = PERCENT.exec(text);
  const value = amount(percent?.[1]);
  const unreadable = failure<ThinningRead>(said('mix.is-not-a-thinning-try-10', { trim: input.trim() }));
  if (!percent || Number.isNaN(value)) return unreadable;
  const words = percent[3];
  const named = words === undefined ? null : NAMES.find(([pattern]) => pattern.test(words))?.[1];
  if (words !== undefined && !named) return unreadable;
  // A percentage is never parts, even where parts stand beside it.
  const meant = named ?? (percent[2] !== undefined && convention === 'parts' ? 'on-paint' : convention);
  const most = meant === 'of-mix' ? 99 : 100;
  if (value > most) return failure(said('mix.thinning-must-be-at-most', { most, is: meant === 'parts' }));
  if (meant === 'parts' && value < 1) return failure(said('mix.type-how-many-parts-of-paint'));
  return success({
    kind: 'amount',
    thinning: { convention: meant, value },
    isNamed: meant !== convention || named !== null,
  });
}

/** A thinning in the form in which it is typed: `10` of a percentage, `10:1` of parts; `0` for none. */
export function writeThinning({ convention, value }: Thinning): string {
  if (value === 0) return '0';
  const rounded = plainDecimal(Math.round(value * 1000) / 1000);
  return convention === 'parts' ? `${rounded}:1` : rounded;
}
