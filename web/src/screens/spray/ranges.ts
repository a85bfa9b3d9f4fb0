/** What guns for doors and fronts give, in mL/min, and how wide their fans open on a piece, in mm: beyond it is a slip of the pen. */
export const FLOWS_ML_MIN: [number, number] = [20, 1500];
export const FANS_MM: [number, number] = [40, 500];
