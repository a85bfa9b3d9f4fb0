/** What is there of a product, in mL, and how much of it is mixed to which colour. The rest is of a colour that nobody wrote down. */
export interface Shelf {
  ml: number;
  colours: Readonly<Record<string, number>>;
}

/** A hundredth of a millilitre is a rounding error, no paint. */
const NOTHING_ML = 0.01;

/** So much of a product, of colours that nobody wrote down. */
export const shelfOf = (ml: number): Shelf => ({ ml, colours: {} });

function withoutTraces(colours: Readonly<Record<string, number>>): Record<string, number> {
  return Object.fromEntries(Object.entries(colours).filter(([, ml]) => ml > NOTHING_ML));
}

const sumOf = (colours: Readonly<Record<string, number>>) =>
  Object.values(colours).reduce((sum, ml) => sum + ml, 0);

/** What of it is of a colour that nobody wrote down, in mL. */
export function unwrittenMl({ ml, colours }: Shelf): number {
  return Math.max(0, ml - sumOf(colours));
}

/** What there is for a colour, in mL: its own tins and those of a colour that nobody wrote down; of no colour, those alone. */
export function availableMl(shelf: Shelf, colour: string | null): number {
  return (colour === null ? 0 : (shelf.colours[colour] ?? 0)) + unwrittenMl(shelf);
}

/** The shelf with its colours cut, each alike, to what is there altogether: after a count that asked for no colours. */
export function fitted({ ml, colours }: Shelf): Shelf {
  const sum = sumOf(colours);
  if (sum <= ml + NOTHING_ML) return { ml, colours: withoutTraces(colours) };
  return {
    ml,
    colours: withoutTraces(
      Object.fromEntries(Object.entries(colours).map(([colour, part]) => [colour, (part * ml) / sum])),
    ),
  };
}

/**
 * Takes paint of a colour off the shelf, down to nothing: out of its own tins first, then out of those of no known colour.
 * What is poured is poured: where neither is enough, the count was wrong, and the other colours are cut to what can be there.
 */
export function takenFrom(shelf: Shelf, colour: string | null, ml: number): Shelf {
  const own = colour === null ? 0 : Math.min(ml, shelf.colours[colour] ?? 0);
  const colours = { ...shelf.colours };
  if (colour !== null && own > 0) colours[colour] = (colours[colour] ?? 0) - own;
  return fitted({ ml: Math.max(0, shelf.ml - ml), colours: withoutTraces(colours) });
}

/** Sets paint of a colour aside for someone else, as far as it is there for that colour; the other colours stay as they are. */
export function setAside(shelf: Shelf, colour: string | null, ml: number): { left: Shelf; took: number } {
  const took = Math.min(ml, availableMl(shelf, colour));
  return { left: takenFrom(shelf, colour, took), took };
}

/** Puts paint of a colour on the shelf. */
export function putOn(shelf: Shelf, colour: string | null, ml: number): Shelf {
  return {
    ml: shelf.ml + ml,
    colours:
      colour === null
        ? shelf.colours
        : withoutTraces({ ...shelf.colours, [colour]: (shelf.colours[colour] ?? 0) + ml }),
  };
}
