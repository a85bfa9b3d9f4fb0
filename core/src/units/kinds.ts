import { type QuantityKind, spelt } from './quantity.ts';

// Longer than other files: one table of quantities and the units each is written in.

const INCH_MM = 25.4;
const US_OUNCE_ML = 29.5735295625;
const US_GALLON_ML = 3785.411784;
const IMPERIAL_GALLON_ML = 4546.09;
const POUND_KG = 0.45359237;
const FOOT_M = 0.3048;

/** Volumes in mL. Cups, spoons, ounces, pints, quarts and gallons are US unless they say imp or UK. */
export const VOLUME: QuantityKind = {
  what: 'a volume',
  needsUnitOnFraction: true,
  example: '250 mL, 1.2 L or 1/2 gal',
  bare: 'ml',
  decimals: 1,
  // From what a dropper lets fall to a pallet of pails.
  believable: [5, 200_000],
  units: {
    ...spelt(
      { factor: 1 },
      'ml',
      'mls',
      'millilitre',
      'millilitres',
      'milliliter',
      'milliliters',
      'cc',
      'ccm',
      'cm3',
      'cm³',
    ),
    ...spelt({ factor: 10 }, 'cl'),
    ...spelt({ factor: 100 }, 'dl'),
    ...spelt({ factor: 1000 }, 'l', 'lt', 'ltr', 'ltrs', 'litre', 'litres', 'liter', 'liters'),
    ...spelt(
      { factor: US_OUNCE_ML },
      'fl oz',
      'fl. oz',
      'fl.oz',
      'floz',
      'fluid ounce',
      'fluid ounces',
      'fluid oz',
      'oz',
      'ounce',
      'ounces',
      'us fl oz',
    ),
    ...spelt({ factor: US_OUNCE_ML / 6 }, 'tsp', 'tsps', 'teaspoon', 'teaspoons'),
    ...spelt({ factor: US_OUNCE_ML / 2 }, 'tbsp', 'tbsps', 'tbs', 'tablespoon', 'tablespoons'),
    ...spelt({ factor: US_OUNCE_ML * 8 }, 'cup', 'cups'),
    ...spelt({ factor: US_GALLON_ML / 8, next: 'oz' }, 'pt', 'pts', 'pint', 'pints', 'us pt'),
    ...spelt({ factor: US_GALLON_ML / 4, next: 'oz' }, 'qt', 'qts', 'quart', 'quarts', 'us qt'),
    ...spelt(
      { factor: US_GALLON_ML },
      'gal',
      'gals',
      'gallon',
      'gallons',
      'us gal',
      'us gallon',
      'us gallons',
    ),
    ...spelt({ factor: IMPERIAL_GALLON_ML / 160 }, 'imp fl oz', 'imp oz', 'uk fl oz', 'uk oz'),
    ...spelt(
      { factor: IMPERIAL_GALLON_ML / 8 },
      'imp pt',
      'imp pint',
      'imp pints',
      'uk pt',
      'uk pint',
      'uk pints',
    ),
    ...spelt(
      { factor: IMPERIAL_GALLON_ML },
      'imp gal',
      'imp gallon',
      'imp gallons',
      'uk gal',
      'uk gallon',
      'uk gallons',
    ),
  },
};

const MICRONS = ['µm', 'um', 'micron', 'microns', 'micrometre', 'micrometres', 'micrometer', 'micrometers'];
const LENGTH_UNITS = {
  ...spelt({ factor: 1 }, 'mm', 'millimetre', 'millimetres', 'millimeter', 'millimeters'),
  ...spelt({ factor: 10 }, 'cm', 'centimetre', 'centimetres', 'centimeter', 'centimeters'),
  ...spelt({ factor: 1000 }, 'm', 'metre', 'metres', 'meter', 'meters'),
  ...spelt({ factor: INCH_MM }, '"', 'in', 'inch', 'inches', 'ins', 'zoll'),
  ...spelt({ factor: 12 * INCH_MM, next: 'in' }, "'", 'ft', 'foot', 'feet'),
};
const FINE_UNITS = {
  ...spelt({ factor: INCH_MM / 1000 }, 'thou', 'mil', 'mils'),
  ...spelt({ factor: 0.001 }, ...MICRONS),
};

/** Lengths of pieces in mm. A bare fraction is inches: nobody writes quarters of a millimetre. */
export const LENGTH: QuantityKind = {
  what: 'a length',
  example: '400, 40 cm or 15 3/4"',
  bare: 'mm',
  decimals: 2,
  believable: [10, 20_000],
  units: { ...LENGTH_UNITS, ...FINE_UNITS },
};

/** Orifices of needles and tips in mm, kept to a thousandth: 0.010" is 0.254. */
export const ORIFICE: QuantityKind = {
  ...LENGTH,
  what: 'an orifice',
  example: '1.3 mm or 0.010"',
  decimals: 4,
  believable: [0.1, 5],
};

/** Films in µm. */
export const FILM: QuantityKind = {
  what: 'a film',
  needsUnitOnFraction: true,
  example: '100 µm or 4 mil',
  bare: 'µm',
  decimals: 1,
  believable: [5, 2000],
  units: {
    ...spelt({ factor: 1 }, ...MICRONS, 'my'),
    ...spelt({ factor: INCH_MM }, 'mil', 'mils', 'thou'),
    ...spelt({ factor: 1000 }, 'mm'),
    ...spelt({ factor: 1000 * INCH_MM }, '"', 'in', 'inch', 'inches'),
  },
};

/** What leaves a gun, in mL/min. */
export const FLOW: QuantityKind = {
  what: 'a flow',
  example: '220 mL/min or 7 1/2 fl oz/min',
  bare: 'ml/min',
  decimals: 1,
  believable: [10, 2000],
  units: {
    ...spelt({ factor: 1 }, 'ml/min', 'ml per min', 'ml a minute', 'ml', 'cc/min'),
    ...spelt({ factor: 1000 }, 'l/min', 'l per min'),
    ...spelt({ factor: US_OUNCE_ML }, 'fl oz/min', 'oz/min', 'fl oz per min', 'fl oz', 'oz'),
    ...spelt({ factor: US_GALLON_ML }, 'gal/min', 'gpm'),
  },
};

/** How fast a hand goes, in cm/s. */
export const HAND_SPEED: QuantityKind = {
  what: 'a speed',
  example: '35 cm/s or 14 in/s',
  bare: 'cm/s',
  decimals: 2,
  believable: [2, 200],
  units: {
    ...spelt({ factor: 1 }, 'cm/s', 'cm per s', 'cm a second', 'cm'),
    ...spelt({ factor: 100 }, 'm/s'),
    ...spelt({ factor: 0.1 }, 'mm/s'),
    ...spelt({ factor: 100 / 60 }, 'm/min'),
    ...spelt({ factor: INCH_MM / 10 }, 'in/s', '"/s', 'in per s', 'inch/s', 'in', '"'),
    ...spelt({ factor: 30.48 }, 'ft/s'),
  },
};

/** Temperatures in °C. */
export const TEMPERATURE: QuantityKind = {
  what: 'a temperature',
  example: '17.5 or 64F',
  bare: 'c',
  decimals: 1,
  believable: [-60, 200],
  isSigned: true,
  units: {
    ...spelt(
      { factor: 1 },
      'c',
      '°c',
      '°',
      'deg',
      'deg c',
      'deg. c',
      'degree',
      'degrees',
      'degree c',
      'degrees c',
      'degrees celsius',
      'celsius',
      '° c',
    ),
    ...spelt(
      { factor: 5 / 9, offset: 32 },
      'f',
      '°f',
      'deg f',
      'deg. f',
      'degree f',
      'degrees f',
      'degrees fahrenheit',
      'fahrenheit',
      '° f',
    ),
  },
};

/** Time spans in minutes. A night is taken as 16 h, from the end of one day's work to the start of the next. */
export const DURATION: QuantityKind = {
  what: 'a time span',
  needsUnitOnFraction: true,
  example: '90 min, 4h30 or 7 d',
  bare: 'min',
  decimals: 0,
  believable: [1, 120 * 1440],
  units: {
    ...spelt({ factor: 1 / 60 }, 's', 'sec', 'secs', 'second', 'seconds'),
    ...spelt({ factor: 1 }, 'min', 'mins', 'm', 'minute', 'minutes'),
    ...spelt({ factor: 60, next: 'min' }, 'h', 'hr', 'hrs', 'hour', 'hours', ':'),
    ...spelt({ factor: 1440, next: 'h' }, 'd', 'day', 'days'),
    ...spelt({ factor: 7 * 1440, next: 'd' }, 'w', 'wk', 'wks', 'week', 'weeks'),
    ...spelt({ factor: 30 * 1440, next: 'd' }, 'month', 'months'),
    ...spelt({ factor: 960 }, 'night', 'nights'),
  },
};

/** Masses in g. */
export const MASS: QuantityKind = {
  what: 'a weight',
  needsUnitOnFraction: true,
  example: '250 g or 8.8 oz',
  bare: 'g',
  decimals: 1,
  believable: [5, 500_000],
  units: {
    ...spelt({ factor: 0.001 }, 'mg'),
    ...spelt({ factor: 1 }, 'g', 'gr', 'gram', 'grams', 'gramme', 'grammes'),
    ...spelt({ factor: 1000 }, 'kg', 'kgs', 'kilo', 'kilos', 'kilogram', 'kilograms'),
    ...spelt({ factor: POUND_KG * 1000, next: 'oz' }, 'lb', 'lbs', 'pound', 'pounds'),
    ...spelt({ factor: (POUND_KG * 1000) / 16 }, 'oz', 'ounce', 'ounces'),
  },
};

/** Pressures in bar. */
export const PRESSURE: QuantityKind = {
  what: 'a pressure',
  example: '2.5 bar or 36 psi',
  bare: 'bar',
  decimals: 3,
  believable: [0.05, 500],
  units: {
    ...spelt({ factor: 1 }, 'bar', 'bars'),
    ...spelt({ factor: 0.001 }, 'mbar', 'hpa'),
    ...spelt({ factor: 0.01 }, 'kpa'),
    ...spelt({ factor: 10 }, 'mpa'),
    ...spelt({ factor: 0.0689475729 }, 'psi', 'lb/in²', 'lbs/in²'),
  },
};

const GALLONS = ['gal', 'gallon', 'us gal', 'us gallon'];
const per = (tops: readonly string[], bottoms: readonly string[]) =>
  tops.flatMap((top) =>
    bottoms.flatMap((bottom) => [`${top}/${bottom}`, `${top} / ${bottom}`, `${top} per ${bottom}`]),
  );

/** Densities in kg/L. */
export const DENSITY: QuantityKind = {
  what: 'a density',
  example: '1.25 kg/L or 10.4 lb/gal',
  bare: 'kg/l',
  decimals: 3,
  believable: [0.3, 5],
  units: {
    ...spelt(
      { factor: 1 },
      ...per(['kg'], ['l', 'litre', 'liter']),
      ...per(['g'], ['ml', 'cm³', 'cm3', 'cc', 'ccm']),
    ),
    ...spelt({ factor: 0.001 }, ...per(['g'], ['l']), ...per(['kg'], ['m³', 'm3'])),
    ...spelt({ factor: POUND_KG / (US_GALLON_ML / 1000) }, ...per(['lb', 'lbs'], GALLONS)),
  },
};

/** Contents of volatile compounds in g/L. */
export const VOC: QuantityKind = {
  what: 'a VOC content',
  example: '120 g/L or 1 lb/gal',
  bare: 'g/l',
  decimals: 0,
  believable: [0, 1200],
  units: {
    ...spelt({ factor: 1 }, ...per(['g'], ['l', 'litre', 'liter'])),
    ...spelt({ factor: (POUND_KG * 1000) / (US_GALLON_ML / 1000) }, ...per(['lb', 'lbs'], GALLONS)),
  },
};

/** Spreading rates in m² per litre. */
export const SPREAD: QuantityKind = {
  what: 'a spreading rate',
  example: '10 m²/L or 400 ft²/gal',
  bare: 'm²/l',
  decimals: 2,
  believable: [0.5, 60],
  units: {
    ...spelt({ factor: 1 }, ...per(['m²', 'm2', 'sq m', 'sqm', 'sq. m'], ['l', 'litre', 'liter', 'ltr'])),
    ...spelt(
      { factor: FOOT_M ** 2 / (US_GALLON_ML / 1000) },
      ...per(['ft²', 'ft2', 'sq ft', 'sqft', 'sq. ft', 'sf', 'sq ft.', 'sq. ft.', 'square feet'], GALLONS),
    ),
  },
};

/** Areas in m². */
export const AREA: QuantityKind = {
  what: 'an area',
  needsUnitOnFraction: true,
  example: '4.5 m² or 48 sq ft',
  bare: 'm²',
  decimals: 3,
  believable: [0.05, 2000],
  units: {
    ...spelt({ factor: 1 }, 'm²', 'm2', 'sq m', 'sqm', 'sq. m', 'square metres', 'square meters', 'qm'),
    ...spelt({ factor: FOOT_M ** 2 }, 'ft²', 'ft2', 'sq ft', 'sqft', 'sq. ft', 'sf', 'square feet'),
  },
};

/** Long runs in m. */
export const RUN: QuantityKind = {
  ...LENGTH,
  what: 'a length',
  example: '4.5 m or 15 ft',
  bare: 'm',
  decimals: 2,
  believable: [0.05, 2000],
  units: {
    ...spelt({ factor: 0.001 }, 'mm'),
    ...spelt({ factor: 0.01 }, 'cm'),
    ...spelt({ factor: 1 }, 'm', 'metre', 'metres', 'meter', 'meters'),
    ...spelt({ factor: INCH_MM / 1000 }, '"', 'in', 'inch', 'inches'),
    ...spelt({ factor: FOOT_M, next: 'in' }, "'", 'ft', 'foot', 'feet'),
  },
};

const ML = ['ml', 'millilitres', 'milliliters'];
const L = ['l', 'litre', 'liter', 'litres', 'liters'];
const OUNCES = ['fl oz', 'oz'];
const SQUARE_METRE = ['m²', 'm2', 'sq m'];
const SQUARE_FOOT = ['ft²', 'ft2', 'sq ft', 'sqft', 'sf'];

/** What is used of something on a surface, in mL/m². */
export const COVERAGE: QuantityKind = {
  what: 'an amount per area',
  example: '60 mL/m² or 19 fl oz/100 ft²',
  bare: 'ml/m²',
  decimals: 2,
  believable: [1, 2000],
  units: {
    ...spelt({ factor: 1 }, ...per(ML, SQUARE_METRE)),
    ...spelt({ factor: 1000 }, ...per(L, SQUARE_METRE)),
    ...spelt(
      { factor: US_OUNCE_ML / (100 * FOOT_M ** 2) },
      ...per(
        OUNCES,
        SQUARE_FOOT.map((ft) => `100 ${ft}`),
      ),
    ),
    ...spelt({ factor: US_OUNCE_ML / FOOT_M ** 2 }, ...per(OUNCES, SQUARE_FOOT)),
  },
};

/** What is used of something along a joint, in mL/m. */
export const JOINT: QuantityKind = {
  what: 'an amount per length',
  example: '12 mL/m or 12 fl oz/100 ft',
  bare: 'ml/m',
  decimals: 2,
  believable: [0.5, 200],
  units: {
    ...spelt({ factor: 1 }, ...per(ML, ['m', 'metre', 'meter'])),
    ...spelt({ factor: US_OUNCE_ML / (100 * FOOT_M) }, ...per(OUNCES, ['100 ft', '100 feet'])),
    ...spelt({ factor: US_OUNCE_ML / FOOT_M }, ...per(OUNCES, ['ft', 'foot'])),
  },
};

const MINUTES = ['min', 'mins', 'minutes'];

/** Minutes of work on an area, in min/m². */
export const PACE: QuantityKind = {
  what: 'a time per area',
  example: '6 min/m² or 0.6 min/ft²',
  bare: 'min/m²',
  decimals: 4,
  believable: [0, 1000],
  units: {
    ...spelt({ factor: 1 }, ...per(MINUTES, SQUARE_METRE)),
    ...spelt({ factor: 1 / FOOT_M ** 2 }, ...per(MINUTES, SQUARE_FOOT)),
  },
};

/** Minutes of work along an edge or a profile, in min/m. */
export const PACE_ALONG: QuantityKind = {
  what: 'a time per length',
  example: '2 min/m or 0.6 min/ft',
  bare: 'min/m',
  decimals: 4,
  believable: [0, 1000],
  units: {
    ...spelt({ factor: 1 }, ...per(MINUTES, ['m', 'metre', 'meter'])),
    ...spelt({ factor: 1 / FOOT_M }, ...per(MINUTES, ['ft', 'foot'])),
  },
};

/** Drops that go into a litre. */
export const DROPS: QuantityKind = {
  what: 'a number of drops',
  example: '12 drops/L or 11 drops/qt',
  bare: 'drops/l',
  decimals: 1,
  believable: [0, 1000],
  units: {
    ...spelt({ factor: 1 }, ...per(['drops', 'drop'], L)),
    ...spelt({ factor: 4000 / US_GALLON_ML }, ...per(['drops', 'drop'], ['qt', 'quart'])),
  },
};

/** Shares in percent. */
export const PERCENT: QuantityKind = {
  what: 'a percentage',
  example: '38 %',
  bare: '%',
  decimals: 2,
  believable: [0, 100],
  units: spelt(
    { factor: 1 },
    '%',
    'percent',
    'per cent',
    'pct',
    'vol%',
    'vol %',
    '% by volume',
    '% rh',
    'rh',
  ),
};
