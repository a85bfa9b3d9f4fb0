import Papa from 'papaparse';
import { type PieceSpec, writeMembers } from '../pieces/index.ts';
import { inertRow } from './inert.ts';

/** A piece with the names of where it belongs, for a table. */
export type TakeoffLine = PieceSpec & { zoneName: string; openingTag: string };

function sidesOf(piece: PieceSpec): string {
  return [piece.finishFront && 'front', piece.finishBack && 'back', piece.finishEdges && 'edges']
    .filter(Boolean)
    .join(' ');
}

const optional = (mm: number | null) => (mm === null ? '' : String(mm));

/** Writes a take-off as CSV; reading it again gives the same pieces. */
export function writeTakeoff(pieces: readonly TakeoffLine[]): string {
  return `${Papa.unparse(
    pieces.map((piece) =>
      inertRow({
        tag: piece.tag,
        zone: piece.zoneName,
        opening: piece.openingTag,
        kind: piece.kind,
        construction: piece.construction,
        'width (mm)': piece.widthMm,
        'height (mm)': piece.heightMm,
        'thickness (mm)': piece.thicknessMm,
        'depth (mm)': piece.depthMm,
        'frame (mm)': piece.frameMm,
        'top rail (mm)': optional(piece.topRailMm),
        'bottom rail (mm)': optional(piece.bottomRailMm),
        'mid rail (mm)': optional(piece.midRailMm),
        'mid stile (mm)': optional(piece.midStileMm),
        'recess (mm)': piece.recessMm,
        'recess back (mm)': optional(piece.recessBackMm),
        'bevel (mm)': piece.bevelMm,
        'margin (mm)': piece.marginMm,
        'raise (mm)': piece.raiseMm,
        'girth (mm)': piece.girthMm,
        'profile factor': piece.profileFactor,
        'panels across': piece.panelsAcross,
        'panels down': piece.panelsDown,
        panes: piece.glazedPanels,
        members: writeMembers(piece.members),
        sides: sidesOf(piece),
        'bare edges': piece.bareEdges.join(' '),
        'hinge side': piece.hingeSide,
        verdict: piece.verdict,
        note: piece.note,
      }),
    ),
  )}\r\n`;
}
