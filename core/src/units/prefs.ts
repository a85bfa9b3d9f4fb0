/** Unit systems a shop or a member may think in. `uk` is metric with pressures in psi. */
export const UNIT_SYSTEMS = ['metric', 'us', 'uk'] as const;
export type UnitSystem = (typeof UNIT_SYSTEMS)[number];

/** Quantities whose unit can be chosen one by one, with the units each may be shown in. The first is the metric one. */
export const SINGLE_UNITS = {
  length: ['mm', 'cm', 'in'],
  film: ['µm', 'mil'],
  volume: ['L', 'gal'],
  weight: ['g', 'oz'],
  temperature: ['°C', '°F'],
  pressure: ['bar', 'psi'],
  area: ['m²', 'ft²'],
} as const;
export type SingleQuantity = keyof typeof SINGLE_UNITS;
export const SINGLE_QUANTITIES = Object.keys(SINGLE_UNITS) as SingleQuantity[];

/** Units chosen one by one; a quantity that is left out follows the system. */
export type SingleUnits = { [Q in SingleQuantity]?: (typeof SINGLE_UNITS)[Q][number] | undefined };

/** What somebody thinks in: a system, and single quantities that differ from it. */
export interface UnitPrefs {
  system: UnitSystem;
  single: SingleUnits;
}

export const METRIC: UnitPrefs = { system: 'metric', single: {} };
export const US: UnitPrefs = { system: 'us', single: {} };
export const UK: UnitPrefs = { system: 'uk', single: {} };

/** Units of a system. */
const OF_SYSTEM: Record<UnitSystem, Required<SingleUnits>> = {
  metric: {
    length: 'mm',
    film: 'µm',
    volume: 'L',
    weight: 'g',
    temperature: '°C',
    pressure: 'bar',
    area: 'm²',
  },
  us: {
    length: 'in',
    film: 'mil',
    volume: 'gal',
    weight: 'oz',
    temperature: '°F',
    pressure: 'psi',
    area: 'ft²',
  },
  uk: {
    length: 'mm',
    film: 'µm',
    volume: 'L',
    weight: 'g',
    temperature: '°C',
    pressure: 'psi',
    area: 'm²',
  },
};

/** The unit that each quantity is shown in. */
export function unitsOf({ system, single }: UnitPrefs): Required<SingleUnits> {
  return { ...OF_SYSTEM[system], ...single };
}
