import {
  converter,
  differenceCiede2000,
  differenceEuclidean,
  formatHex,
  modeLab65,
  modeRgb,
  useMode,
} from 'culori/fn';

// Only the two ways of writing a colour that are asked for: a page need not carry thirty others.
useMode(modeRgb);
useMode(modeLab65);

/** A colour in CIELAB under D65: lightness 0–100, a* and b*. */
export interface Lab {
  l: number;
  a: number;
  b: number;
}

const toLab = converter('lab65');
const distance76 = differenceEuclidean('lab65');
const distance2000 = differenceCiede2000();

/**
 * CIELAB of an sRGB colour such as `#a9cfc0` (CIE 15, IEC 61966-2-1).
 * @throws RangeError when the text is no colour.
 */
export function labOf(hex: string): Lab {
  const lab = toLab(hex);
  if (!lab) throw new RangeError(`“${hex}” is not a colour`);
  return { l: lab.l, a: lab.a, b: lab.b };
}

/** The nearest sRGB colour, as `#rrggbb`. */
export function hexOf({ l, a, b }: Lab): string {
  return formatHex({ mode: 'lab65', l, a, b });
}

/** Difference of two colours, CIE76: the distance in CIELAB. About 1 is just noticeable side by side. */
export function deltaE76(one: Lab, other: Lab): number {
  return distance76({ mode: 'lab65', ...one }, { mode: 'lab65', ...other });
}

/** Difference of two colours by CIEDE2000, which sits closer to the eye than CIE76 for strong colours. */
export function deltaE2000(one: Lab, other: Lab): number {
  return distance2000({ mode: 'lab65', ...one }, { mode: 'lab65', ...other });
}

/** The colour a share of the way from one to another. */
export function blend(from: Lab, to: Lab, share: number): Lab {
  return {
    l: from.l + (to.l - from.l) * share,
    a: from.a + (to.a - from.a) * share,
    b: from.b + (to.b - from.b) * share,
  };
}

/** Above this lightness a colour shows pores and stain as dark lines. */
const PALE_FROM = 55;
/** Below this lightness pores disappear. */
const DARK_BELOW = 35;

/** What a colour's lightness means for open grain. */
export function toneOf(hex: string): 'pale' | 'middle' | 'dark' {
  const { l } = labOf(hex);
  if (l >= PALE_FROM) return 'pale';
  return l < DARK_BELOW ? 'dark' : 'middle';
}
