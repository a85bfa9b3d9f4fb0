import { said } from '../said/index.ts';

/** What paint is laid on with. */
export const APPLICATORS = [
  'turbine',
  'compressor',
  'airless',
  'air-assisted',
  'handheld',
  'aerosol',
  'roller',
  'roller-velour',
  'roller-mohair',
  'roller-microfibre',
  'roller-foam',
  'brush',
  'foam-brush',
  'blade',
] as const;
export type Applicator = (typeof APPLICATORS)[number];

/** What mixing, film, planning and rules ask of an applicator. Whoever adds one answers all of it. */
interface ApplicatorTraits {
  /** Words on screen, and short ones for a choice. */
  words: string;
  short: string;
  /** Throws mist: it needs a place for that, and a gun of its kind. */
  isSprayed: boolean;
  /** Rolled, whatever its cover. */
  isRolled?: boolean;
  /** Share of what leaves it that stays on a flat target while the whole fan is on it. */
  transfer: number;
  /** Left in cup, hose or tray at the end of a session, plus the test card, in mL. */
  residueMl: number;
  /** Where that stays. */
  residueIn: string;
  /** Wants the paint thinner than it comes: half of what the sheet allows, or all of it. */
  thins: 'no' | 'half' | 'all';
  /** A sheet that names one of these means this one too. */
  goesAs: readonly Applicator[];
}

/** A roller with one kind of cover. @param residueMl what tray and cover keep back: the deeper the nap, the more. */
function covered(cover: 'velour' | 'mohair' | 'microfibre' | 'foam', residueMl: number): ApplicatorTraits {
  return {
    words: said(`sheet.roller-${cover}`),
    short: `${cover} roller`,
    isSprayed: false,
    isRolled: true,
    transfer: 0.92,
    residueMl,
    residueIn: 'tray and cover',
    thins: 'no',
    goesAs: ['roller'],
  };
}

/** The traits of each. Transfer is the middle of what its class reaches. */
export const APPLICATOR_TRAITS: Record<Applicator, ApplicatorTraits> = {
  turbine: {
    words: said('sheet.turbine-gun'),
    short: 'turbine',
    isSprayed: true,
    transfer: 0.65,
    residueMl: 60,
    residueIn: 'cup and hose',
    thins: 'half',
    goesAs: [],
  },
  compressor: {
    words: said('sheet.compressor-gun'),
    short: 'compressor gun',
    isSprayed: true,
    transfer: 0.45,
    residueMl: 40,
    residueIn: 'cup',
    thins: 'half',
    goesAs: ['turbine'],
  },
  airless: {
    words: said('sheet.airless-fine-finish-tip'),
    short: 'airless',
    isSprayed: true,
    transfer: 0.5,
    residueMl: 350,
    residueIn: 'cup and hose',
    thins: 'no',
    goesAs: [],
  },
  'air-assisted': {
    words: said('sheet.air-assisted-airless'),
    short: 'air-assisted airless',
    isSprayed: true,
    transfer: 0.67,
    residueMl: 350,
    residueIn: 'cup and hose',
    thins: 'no',
    goesAs: ['airless'],
  },
  handheld: {
    words: said('sheet.hand-held-electric'),
    short: 'hand-held electric',
    isSprayed: true,
    transfer: 0.55,
    residueMl: 80,
    residueIn: 'cup',
    thins: 'all',
    goesAs: ['turbine', 'airless'],
  },
  aerosol: {
    words: said('sheet.aerosol'),
    short: 'aerosol',
    isSprayed: true,
    transfer: 0.5,
    residueMl: 10,
    residueIn: 'can',
    thins: 'no',
    goesAs: [],
  },
  roller: {
    words: said('sheet.brush-and-roller'),
    short: 'roller',
    isSprayed: false,
    isRolled: true,
    transfer: 0.92,
    residueMl: 80,
    residueIn: 'tray and cover',
    thins: 'no',
    goesAs: [],
  },
  'roller-velour': covered('velour', 70),
  'roller-mohair': covered('mohair', 80),
  'roller-microfibre': covered('microfibre', 100),
  'roller-foam': covered('foam', 50),
  brush: {
    words: 'brush',
    short: 'brush',
    isSprayed: false,
    transfer: 0.95,
    residueMl: 30,
    residueIn: 'kettle and brush',
    thins: 'no',
    goesAs: [],
  },
  'foam-brush': {
    words: said('sheet.foam-brush'),
    short: 'foam brush',
    isSprayed: false,
    transfer: 0.95,
    residueMl: 20,
    residueIn: 'kettle and brush',
    thins: 'no',
    goesAs: ['brush'],
  },
  blade: {
    words: said('sheet.filling-blade'),
    short: 'filling blade',
    isSprayed: false,
    transfer: 0.9,
    residueMl: 20,
    residueIn: 'board and blade',
    thins: 'no',
    goesAs: [],
  },
};

/** Words on screen for each applicator. */
export const APPLICATOR_WORDS = Object.fromEntries(
  APPLICATORS.map((one) => [one, APPLICATOR_TRAITS[one].words]),
) as Record<Applicator, string>;

/** Spraying throws mist; it needs a place that is made for it. */
export function isSprayed(applicator: Applicator | null): boolean {
  return applicator !== null && APPLICATOR_TRAITS[applicator].isSprayed;
}

/** Rolled on, whatever the cover. */
export function isRolled(applicator: Applicator | null): boolean {
  return applicator !== null && APPLICATOR_TRAITS[applicator].isRolled === true;
}

/** Whether a sheet that lists these applicators means this one as well. */
export function isListed(applicators: readonly Applicator[], wanted: Applicator): boolean {
  return (
    applicators.includes(wanted) ||
    APPLICATOR_TRAITS[wanted].goesAs.some((like) => applicators.includes(like))
  );
}

/** All applicators that a sheet's list means, in the usual order. */
export function meantBy(applicators: readonly Applicator[]): Applicator[] {
  return APPLICATORS.filter((one) => isListed(applicators, one));
}
