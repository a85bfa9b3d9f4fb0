import { EDGES, type Edge, type Geometry, isFramed, panelSizeMm } from './model.ts';

/** A rectangle on the face of a piece, in mm from its upper left corner. */
export interface FigureBox {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** What is drawn of a piece besides its outline, in mm. */
export interface Figure {
  panels: (FigureBox & { fill: 'wood' | 'glass' | 'open' })[];
  /** Lines that follow a panel on its inside: bevels, margins, beads. */
  insets: FigureBox[];
  /** Finished edges, drawn stronger than bare ones; none when no edge is finished. */
  finishedEdges: Edge[];
  /** The inside of a box is drawn with its back wall. */
  backWall: FigureBox | null;
}

/** Narrowest line beside another that can still be seen, as a share of the piece. */
const BEAD_SHOWN_MM = 12;
/** The back wall of a box seems this much smaller than its front. */
const BOX_DEPTH_SHARE = 0.16;

function inset(box: FigureBox, by: number): FigureBox | null {
  const width = box.width - 2 * by;
  const height = box.height - 2 * by;
  return width > 0 && height > 0 ? { x: box.x + by, y: box.y + by, width, height } : null;
}

/** The lines of a piece as seen from the front, in true proportion. Impossible frames are drawn as slabs. */
export function figureOf(piece: Geometry): Figure {
  const finishedEdges = piece.finishEdges ? EDGES.filter((edge) => !piece.bareEdges.includes(edge)) : [];
  const figure: Figure = { panels: [], insets: [], finishedEdges, backWall: null };
  const whole = { x: 0, y: 0, width: piece.widthMm, height: piece.heightMm };
  if (piece.construction === 'box') {
    figure.backWall = inset(whole, Math.min(piece.widthMm, piece.heightMm) * BOX_DEPTH_SHARE);
    return figure;
  }
  if (!isFramed(piece.construction)) return figure;
  const { widthMm, heightMm } = panelSizeMm(piece);
  if (widthMm <= 0 || heightMm <= 0) return figure;
  const across = widthMm + (piece.midStileMm ?? piece.frameMm);
  const down = heightMm + (piece.midRailMm ?? piece.frameMm);
  for (let index = 0; index < piece.panelsAcross * piece.panelsDown; index += 1) {
    const isGlass = piece.construction === 'glazed' && index < piece.glazedPanels;
    const panel = {
      x: piece.frameMm + (index % piece.panelsAcross) * across,
      y: (piece.topRailMm ?? piece.frameMm) + Math.floor(index / piece.panelsAcross) * down,
      width: widthMm,
      height: heightMm,
    };
    figure.panels.push({
      ...panel,
      fill: piece.construction === 'open-frame' ? 'open' : isGlass ? 'glass' : 'wood',
    });
    const lines = [piece.bevelMm];
    if (piece.construction === 'raised-panel') lines.push(piece.bevelMm + piece.marginMm);
    if (piece.construction === 'beaded') lines.push(-BEAD_SHOWN_MM);
    for (const by of lines) {
      const line = by === 0 ? null : inset(panel, by);
      if (line) figure.insets.push(line);
    }
  }
  return figure;
}
