import { plural } from './plural.ts';

/** Kinds of pieces, one and many. */
const KINDS: Readonly<Record<string, readonly [one: string, many: string]>> = {
  door: ['door', 'doors'],
  'drawer-front': ['drawer front', 'drawer fronts'],
  'end-panel': ['end panel', 'end panels'],
  shelf: ['shelf', 'shelves'],
  'face-frame': ['face frame', 'face frames'],
  plinth: ['plinth', 'plinths'],
  cornice: ['cornice', 'cornices'],
  moulding: ['moulding', 'mouldings'],
  'box-interior': ['box interior', 'box interiors'],
};

interface Numbered {
  number: number;
}

/** Words of the trade that sentences are made of: coats, sides, clocks, places, pieces. */
export const WORDS = {
  'word.prime': ({ number }: Numbered) => `Prime ${number}`,
  'word.colour': ({ number }: Numbered) => `Colour ${number}`,
  'word.clear': ({ number }: Numbered) => `Clear ${number}`,
  'word.stain': 'Stain',
  'word.fronts': ', fronts',
  'word.backs': ', backs',
  'word.edges': ', edges',
  'word.part-edges': 'edges',
  'word.part-profiles': 'profiles',
  'word.part-flats': 'flats',
  'word.part-corners': 'inner corners',
  'word.member-recess': 'recess and profile',
  'word.member-panel': 'panel',
  'word.member-rails': 'rails',
  'word.member-stiles': 'stiles',
  'word.member-face': 'face',
  'word.member-edges': 'outer edges',
  'word.whole-piece': 'whole piece',
  'word.part-and': ' and ',
  'word.by-machine': 'by machine',
  'word.by-hand': 'by hand',
  'word.tool-so-wide': (p: { tool: string; width: string }) => `${p.tool}, ${p.width}`,
  'word.one-move': (p: { parts: string; tool: string }) => `${p.parts}: ${p.tool}`,
  'word.tipped-off': (p: { parts: string; tool: string }) =>
    `${p.parts}: tipped off with a nearly dry ${p.tool}`,
  'word.touch-dry': 'touch dry',
  'word.dry-to-sand': 'dry to sand',
  'word.ready-to-recoat': 'ready for the next coat',
  'word.dry-to-handle': 'dry to handle',
  'word.dry-to-pack': 'dry to pack',
  'word.ready-to-refit': 'ready to refit',
  'word.bench': 'Bench',
  'word.at-the-bench': 'at the bench',
  'word.booth': 'Booth',
  'word.in-the-booth': 'in the booth',
  'word.rail': 'Rail',
  'word.on-the-rail': 'on the rail',
  'word.rack': 'Rack',
  'word.on-the-rack': 'on the rack',
  'word.room': 'Client’s room',
  'word.in-the-room': 'in the client’s room',
  /** So many pieces of a kind: `7 drawer fronts`. */
  'word.pieces-of-kind': ({ kind, count }: { kind: string; count: number }) => {
    const [one, many] = KINDS[kind] ?? ['piece', 'pieces'];
    return plural(count, one, many);
  },
  'word.and': ({ before, last }: { before: string; last: string }) => `${before} and ${last}`,
  'word.nothing': 'nothing',
  'word.load': ({ zone, pieces }: { zone: string; pieces: string }) => `${zone}: ${pieces}`,
};
