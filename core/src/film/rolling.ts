import type { Member } from '../pieces/index.ts';

/** Film of a roller or brush, by what it is loaded with and how far that is spread. */
export interface RolledLoad {
  /** Picked up and not wiped off again, in mL. */
  loadMl: number;
  /** Stays in the cover or the bristle, as a share of the load. */
  heldShare: number;
  /** Spread over so much, in m². */
  areaM2: number;
}

/** Wet film in µm: what leaves the tool over the area that it covers; 1 mL on 1 m² is 1 µm. */
export function rolledFilmUm({ loadMl, heldShare, areaM2 }: RolledLoad): number {
  return (loadMl * (1 - heldShare)) / areaM2;
}

/** Area that one load covers at a wanted wet film, in m². */
export function areaOfLoad(loadMl: number, heldShare: number, wftUm: number): number {
  return (loadMl * (1 - heldShare)) / wftUm;
}

/** How large a part of a surface may be done before its first edge has to be met again. */
export interface WetSection {
  areaM2: number;
  /** Along a surface so wide, in mm. */
  lengthMm: number;
  /** In so many minutes the next part has to join. */
  minutes: number;
  /** The whole surface fits into one. */
  isWhole: boolean;
}

/** Of the time that an edge stays wet so much is used: the next stroke has to run into it, too. */
const USED = 0.8;

/**
 * Largest part that is rolled or brushed in one go without a lap mark: what is covered within four fifths of the time that an edge stays wet.
 * @param wetEdgeMin minutes that an edge stays wet at this air, > 0; @param paceM2Min covered a minute, laid off.
 */
export function wetSection(
  { widthMm, heightMm }: { widthMm: number; heightMm: number },
  wetEdgeMin: number,
  paceM2Min: number,
): WetSection {
  const minutes = wetEdgeMin * USED;
  const areaM2 = minutes * paceM2Min;
  const [narrow, long] = [Math.min(widthMm, heightMm), Math.max(widthMm, heightMm)];
  const lengthMm = Math.min(long, (areaM2 * 1e6) / narrow);
  return {
    areaM2: Math.min(areaM2, (narrow * long) / 1e6),
    lengthMm,
    minutes,
    isWhole: lengthMm >= long - 1e-6,
  };
}

/** A joint between two parts that are rolled one after the other. */
export interface LapJoint {
  /** From the beginning, along the longer side, in mm. */
  atMm: number;
  /** The edge has stayed open for so long when the next part meets it, in minutes. */
  ageMin: number;
  /** It has set by then: the lap shows. */
  isLap: boolean;
}

/**
 * Joints of a surface that is done in parts of a length, whole across: the edge of a part was begun as long ago as the part took, and shows where that is longer
 * than an edge stays wet.
 * @param sectionMm length of a part, > 0; the last may be shorter. @param wetEdgeMin at this air, > 0; @param paceM2Min > 0.
 */
export function lapJoints(
  { widthMm, heightMm }: { widthMm: number; heightMm: number },
  sectionMm: number,
  wetEdgeMin: number,
  paceM2Min: number,
): LapJoint[] {
  const [narrow, long] = [Math.min(widthMm, heightMm), Math.max(widthMm, heightMm)];
  const ageMin = (sectionMm * narrow) / 1e6 / paceM2Min;
  const count = Math.max(0, Math.ceil(long / sectionMm - 1e-9) - 1);
  return Array.from({ length: count }, (_, index) => ({
    atMm: sectionMm * (index + 1),
    ageMin,
    isLap: ageMin > wetEdgeMin,
  }));
}

/** Which way each member is laid off in the end: along its own grain, the longer way of the member. */
export type LayOff = 'across' | 'down';

/** Rails run across; stiles, panels and whole faces along the height, unless they lie. */
export function layOffOf(
  member: Member,
  { widthMm, heightMm }: { widthMm: number; heightMm: number },
): LayOff {
  if (member === 'rails') return 'across';
  return widthMm > heightMm ? 'across' : 'down';
}
