import type { Applicator, ProductSheet } from '@upholder/core/catalogue';
import { bandIn, bandWords, type Cup, cupFor, findCup } from '@upholder/core/mixing';

/** Seconds that are wanted in a cup. */
export interface CupTarget {
  cup: Cup;
  fromS: number | null;
  toS: number;
}

/** What the sheet wants in its cups by an applicator, as far as the cups are known. */
export function targetsOf(sheet: ProductSheet | undefined, applicator: Applicator, cups: readonly Cup[]) {
  return (sheet?.targets ?? []).flatMap((one) => {
    const cup = one.applicator === applicator ? findCup(one.cup, cups) : null;
    return cup ? [{ cup, fromS: one.fromS, toS: one.toS }] : [];
  });
}

/** The target in the cup at hand where it can be said in it, and what is to be said of that cup. */
export function targetIn(
  target: CupTarget | null,
  cup: Cup | undefined,
  cups: readonly Cup[],
): { target: CupTarget | null; remark: string | null } {
  if (!target || !cup) return { target, remark: null };
  const band = bandIn(target, target.cup, cup);
  if (!band)
    return {
      target,
      remark: `${cup.name} is not calibrated, so the sheet’s ${bandWords(target)} in ${target.cup.name} cannot be converted.`,
    };
  const said = { cup, fromS: band.fromS, toS: band.toS };
  if (band.isValid) return { target: said, remark: null };
  const better = cupFor(target, target.cup, cups);
  const ends = `${cup.name} works from ${cup.fromS} to ${cup.toS} s, and the target is ${bandWords(band)}`;
  return {
    target: said,
    remark:
      better && better.cup.id !== cup.id
        ? `${ends}: use ${better.cup.name}, ${bandWords(better.band)}.`
        : `${ends}: treat its seconds as a guide only.`,
  };
}
