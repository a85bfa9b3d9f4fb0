import type { Applicator } from '../catalogue/applicators.ts';
import type { ProductSheet } from '../catalogue/sheet.ts';
import { appliedMl, STANDARD_FACE } from '../film/index.ts';
import { PIECE_DEFAULTS, type PieceSpec } from '../pieces/index.ts';

/** Kinds of film that a shop counts by door equivalents, each with a figure of its own. */
export const COUNTED_ROLES = ['primer', 'colour', 'clear'] as const;
export type CountedRole = (typeof COUNTED_ROLES)[number];

/** What of these a sheet is; null for what nobody counts so, such as filler, stain and glaze. */
export function countedRole(sheet: Pick<ProductSheet, 'role'> | undefined): CountedRole | null {
  return COUNTED_ROLES.find((one) => one === sheet?.role) ?? null;
}

/** A door as the trade counts with: 400 × 720 mm, flat, both sides. */
export const STANDARD_DOOR: PieceSpec = {
  ...PIECE_DEFAULTS,
  tag: '',
  construction: 'slab',
  ...STANDARD_FACE,
};
/** Wet films that go with that count, in µm. */
export const STANDARD_FILM_UM: Record<CountedRole, number> = { primer: 100, colour: 75, clear: 75 };

/** Paint in mL for a side of a standard door, where the shop has no figure of its own: half of what the film method gives for both. */
export function seededPerSide(role: CountedRole, applicator: Applicator): number {
  return appliedMl([STANDARD_DOOR], 'all', STANDARD_FILM_UM[role], applicator) / 2;
}
