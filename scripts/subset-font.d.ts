declare module 'subset-font' {
  /** @returns the font with the glyphs of `text` only, its axes cut to the given ranges. */
  export default function subsetFont(
    font: Uint8Array,
    text: string,
    options: {
      targetFormat: 'woff2';
      variationAxes?: Record<string, number | { min: number; max: number }>;
    },
  ): Promise<Uint8Array>;
}
