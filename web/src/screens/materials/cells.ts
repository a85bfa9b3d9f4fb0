/** How figures stand in the tables of amounts: at the right, their heads above them. */
export const HEAD = 'py-1.5 pl-4 text-right font-semibold';
export const CELL = 'py-1.5 pl-4 text-right align-top';
