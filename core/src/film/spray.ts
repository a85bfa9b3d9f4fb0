import { APPLICATOR_TRAITS, type Applicator } from '../catalogue/applicators.ts';
import { type CoatSide, type PieceSpec, partsAreaM2, type WorkPart } from '../pieces/index.ts';
import { bestField, faceReckoning } from './strokePlan.ts';

/** What stays in cup, hose or tray, with the test card, in mL. */
export function residueMl(applicator: Applicator): number {
  return APPLICATOR_TRAITS[applicator].residueMl;
}

/** Where that stays, in words. */
export function residuePlace(applicator: Applicator): string {
  return APPLICATOR_TRAITS[applicator].residueIn;
}

const OVERLAP = 0.5;
const LEAD_MM = 70;
/** What estimates assume of a gun: fans up to 250 mm. */
const USUAL_FIELD = { fanMm: 250, overlap: OVERLAP, leadMm: LEAD_MM };

/** Face of a door as the trade counts with, in mm: what yardsticks of spraying are for. */
export const STANDARD_FACE = { widthMm: 400, heightMm: 720 } as const;

/** Pieces are never changed, only replaced: what meets one is worked out once. */
const met = new WeakMap<object, number>();

/**
 * Share of a gun's paint that meets a face with the strokes that it is planned with: those of {@link bestField}, fans up to 250 mm. 1 for brush,
 * roller and blade.
 */
export function geometricEfficiency(
  piece: { widthMm: number; heightMm: number },
  applicator: Applicator,
): number {
  if (!APPLICATOR_TRAITS[applicator].isSprayed) return 1;
  const known = met.get(piece);
  if (known !== undefined) return known;
  const share = faceReckoning(piece, bestField(piece, USUAL_FIELD)).efficiency;
  met.set(piece, share);
  return share;
}

/**
 * Mix that leaves the tool for one coat on these pieces, in mL: Σ area × wet film / (transfer × geometric efficiency).
 * 1 m² at 1 µm takes 1 mL. Zero pieces take nothing.
 * @param parts those that the tool covers; all of them where they are left out.
 */
export function appliedMl(
  pieces: readonly PieceSpec[],
  side: CoatSide,
  wftUm: number,
  applicator: Applicator,
  parts?: readonly WorkPart[],
): number {
  const onPieces = pieces.reduce(
    (sum, piece) => sum + (partsAreaM2(piece, side, parts) * wftUm) / geometricEfficiency(piece, applicator),
    0,
  );
  return onPieces / APPLICATOR_TRAITS[applicator].transfer;
}

/** Mix that one coat on these pieces takes, in mL: what leaves the tool, and what stays in it; see {@link appliedMl}. */
export function coatMixMl(
  pieces: readonly PieceSpec[],
  side: CoatSide,
  wftUm: number,
  applicator: Applicator,
): number {
  const applied = appliedMl(pieces, side, wftUm, applicator);
  return applied === 0 ? 0 : applied + residueMl(applicator);
}

/**
 * Dry film in µm from the wet film of the mix as applied: WFT × VS / (1 + f).
 * @param volumeSolidsPct of the paint before thinning; @param fraction thinner per unit paint.
 */
export function dryFilmUm(wftUm: number, volumeSolidsPct: number, fraction: number): number {
  return (wftUm * volumeSolidsPct) / 100 / (1 + fraction);
}
