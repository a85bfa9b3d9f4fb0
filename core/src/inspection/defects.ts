import { said } from '../said/index.ts';

/** What can be wrong with a finish, by how it looks. */
export const DEFECTS = [
  'run',
  'orange-peel',
  'dry-spray',
  'fisheye',
  'pop',
  'blush',
  'stripes',
  'lap',
  'grain',
  'bleed',
  'flashing',
  'wrinkle',
  'nibs',
  'sand-through',
  'scratches',
  'holiday',
  'blocking',
  'soft',
  'crack',
  'chip',
  'thin-cover',
  'sheen',
  'crater',
] as const;
export type Defect = (typeof DEFECTS)[number];

/** A part of a piece as somebody looks at it. */
export const FINDING_PARTS = ['face', 'recess', 'edge'] as const;
export type FindingPart = (typeof FINDING_PARTS)[number];

/** How bad it is: seen only in raking light, seen at arm’s length, or the piece cannot be used as it is. */
export const SEVERITIES = ['slight', 'visible', 'serious'] as const;
export type FindingSeverity = (typeof SEVERITIES)[number];

interface DefectTraits {
  name: string;
  /** What the eye sees, for whoever does not know the name. */
  look: string;
  /** Only a film shows it; the others can be there before the first. */
  needsFilm: boolean;
  /** It shows up when the piece is in use and not in the shop. */
  isLate: boolean;
  /** Goes away by itself under the coats that are still to come, where it is slight. */
  vanishes: boolean;
}

const SHOP = { needsFilm: true, isLate: false, vanishes: false };
const LATE = { needsFilm: true, isLate: true, vanishes: false };

/** The defects of the catalogue. */
export const DEFECT_TRAITS: Record<Defect, DefectTraits> = {
  run: { ...SHOP, name: said('inspect.run'), look: said('inspect.run-look') },
  'orange-peel': { ...SHOP, name: said('inspect.orange-peel'), look: said('inspect.orange-peel-look') },
  'dry-spray': { ...SHOP, name: said('inspect.dry-spray'), look: said('inspect.dry-spray-look') },
  fisheye: { ...SHOP, name: said('inspect.fisheye'), look: said('inspect.fisheye-look') },
  pop: { ...SHOP, name: said('inspect.pop'), look: said('inspect.pop-look') },
  blush: { ...SHOP, name: said('inspect.blush'), look: said('inspect.blush-look') },
  stripes: { ...SHOP, name: said('inspect.stripes'), look: said('inspect.stripes-look'), vanishes: true },
  lap: { ...SHOP, name: said('inspect.lap'), look: said('inspect.lap-look') },
  grain: { ...SHOP, name: said('inspect.grain'), look: said('inspect.grain-look') },
  bleed: { ...SHOP, name: said('inspect.bleed'), look: said('inspect.bleed-look') },
  flashing: { ...SHOP, name: said('inspect.flashing'), look: said('inspect.flashing-look'), vanishes: true },
  wrinkle: { ...SHOP, name: said('inspect.wrinkle'), look: said('inspect.wrinkle-look') },
  nibs: { ...SHOP, name: said('inspect.nibs'), look: said('inspect.nibs-look'), vanishes: true },
  'sand-through': { ...SHOP, name: said('inspect.sand-through'), look: said('inspect.sand-through-look') },
  scratches: {
    ...SHOP,
    name: said('inspect.scratches'),
    look: said('inspect.scratches-look'),
    needsFilm: false,
  },
  holiday: { ...SHOP, name: said('inspect.holiday'), look: said('inspect.holiday-look'), vanishes: true },
  blocking: { ...LATE, name: said('inspect.blocking'), look: said('inspect.blocking-look') },
  soft: { ...LATE, name: said('inspect.soft'), look: said('inspect.soft-look') },
  crack: { ...LATE, name: said('inspect.crack'), look: said('inspect.crack-look') },
  chip: { ...LATE, name: said('inspect.chip'), look: said('inspect.chip-look') },
  'thin-cover': {
    ...SHOP,
    name: said('inspect.thin-cover'),
    look: said('inspect.thin-cover-look'),
    vanishes: true,
  },
  sheen: { ...SHOP, name: said('inspect.sheen'), look: said('inspect.sheen-look') },
  crater: {
    ...SHOP,
    name: said('inspect.crater'),
    look: said('inspect.crater-look'),
    needsFilm: false,
  },
};

/** A part of a piece, in words. */
export const PART_WORDS: Record<FindingPart, string> = {
  face: said('inspect.part-face'),
  recess: said('inspect.part-recess'),
  edge: said('inspect.part-edge'),
};

/** How bad a finding is, in words. */
export const SEVERITY_WORDS: Record<FindingSeverity, string> = {
  slight: said('inspect.slight'),
  visible: said('inspect.visible'),
  serious: said('inspect.serious'),
};
