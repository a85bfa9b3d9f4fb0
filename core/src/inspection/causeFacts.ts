import type { LayerAnswer, ProductBase } from '../catalogue/index.ts';
import type { Climate } from '../drying/index.ts';
import type { Defect, FindingPart } from './defects.ts';

/** A number with the range that it should lie in; null where nobody knows the number. */
export interface Band {
  value: number | null;
  from: number | null;
  to: number | null;
}

/** The film that a defect shows in, as far as log, mix and sheet know it. */
export interface CoatFacts {
  /** Name of the product. */
  product: string;
  productKey: string;
  isPrimer: boolean;
  base: ProductBase;
  isSprayed: boolean;
  /** Whether it dried upright or hung; null where nobody knows. */
  isVertical: boolean | null;
  /** Wet film by comb in µm; the value is null where nobody measured. */
  wft: Band;
  /** Wet film in µm from which it sags the way it dried. */
  sagUm: number;
  /** Thinner as a fraction of the paint, and the most that the sheet allows. */
  thinning: { fraction: number; max: number } | null;
  /** Cup seconds of the mix and what the applicator wants. */
  seconds: Band;
  /** Minutes from the hardener, or the first pour, to the end of the work, and how long the mix lives here. */
  mixAge: { minutes: number; potLife: number | null } | null;
  /** Whether the hardener that the product needs went in; null where it needs none or nobody knows. */
  hasHardener: boolean | null;
  air: Climate | null;
  /** How warm the material was; null where nobody measured. */
  materialC: number | null;
  /** What the sheet asks of air and material. */
  limits: {
    airMinC: number;
    airMaxC: number;
    rhMaxPct: number;
    surfaceMinC: number | null;
    materialMinC: number | null;
  };
  resistsSkinOil: boolean;
  who: string;
  gun: string | null;
}

/** What lies under that film, and how long it was left alone. */
export interface UnderFacts {
  product: string;
  /** Minutes from the end of the film under it. */
  keptMin: number;
  /** Minutes that its sheet asked for in the air of that time. */
  askedMin: number;
  /** When its window shut, in minutes; null where it never does. */
  shutMin: number | null;
  /** It was sanded between the two. */
  wasScuffed: boolean;
  pair: LayerAnswer;
  isPrimer: boolean;
}

/** What was done to the surface before that film. */
export interface PrepFacts {
  /** Last grit before the film; null where none is logged. */
  grit: number | null;
  /** The grit before that one. */
  gritBefore: number | null;
  /** A grit that the sequence asks for and the log has not. */
  gritSkipped: number | null;
  /** Whether dust was taken off after the last sanding; null where nothing was sanded. */
  wasDusted: boolean | null;
  /** Whether any cleaning is logged; null where the sequence has none. */
  wasCleaned: boolean | null;
  /** Whether its residue was rinsed off; null where nothing was cleaned. */
  wasRinsed: boolean | null;
  /** Times the pores were filled. */
  fills: number;
}

/** What the piece is made of and what it had before. */
export interface GroundFacts {
  isOpenGrain: boolean | null;
  /** What the survey says of bleeding; null while it was not asked. */
  bleeds: boolean | null;
  /** Best stain block among the films under the one that shows it. */
  blocksStain: 'no' | 'partly' | 'yes';
  /** Nothing soaks in: laminate, foil, metal. */
  isClosed: boolean | null;
  hasPanelJoint: boolean;
}

/** What the film had to bear afterwards. */
export interface AfterFacts {
  /** Minutes from the film to the first handling, packing or refit, and what its clocks asked for. */
  handled: { keptMin: number; askedMin: number } | null;
  packed: { keptMin: number; askedMin: number } | null;
  /** Whether hands pull where it shows, without a knob. */
  handsPull: boolean | null;
  /** Days from the last film to the finding. */
  days: number | null;
}

/** Films that hide, and how well all of them together should. */
export interface CoverFacts {
  coats: number;
  coatsAsked: number;
  /** Share of the old colour that the films logged so far hide, in %; null where it cannot be said. */
  hidingPct: number | null;
}

/** All that is known about a finding when its cause is asked for. */
export interface CauseFacts {
  defect: Defect;
  part: FindingPart;
  /** Null where no film is logged yet. */
  coat: CoatFacts | null;
  under: UnderFacts | null;
  prep: PrepFacts;
  ground: GroundFacts;
  after: AfterFacts;
  cover: CoverFacts;
}
