import { BenchItemSchema, type Gun } from '../src/mixing/index.ts';

/** A turbine gun with a needle of 1.3 mm, and what of it is otherwise. */
export const gunOf = (part: Partial<Gun> = {}): Gun => ({
  ...(BenchItemSchema.parse({
    kind: 'gun',
    name: 'Turbine gun',
    applicator: 'turbine',
    orificeUm: 1300,
    cupMl: 700,
    residueMl: 40,
    fullG: null,
  }) as Gun),
  ...part,
});
