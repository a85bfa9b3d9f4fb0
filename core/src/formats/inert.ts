/** What a spreadsheet would take for a formula at the start of a cell. */
const FORMULA = /^'*[=+\-@\t\r]/;

/**
 * A text cell that no spreadsheet runs as a formula: one that starts like one gets an apostrophe in front, which
 * spreadsheets do not show.
 */
export function inertCell(text: string): string {
  return FORMULA.test(text) ? `'${text}` : text;
}

/** The inverse of `inertCell`. */
export function fromInertCell(text: string): string {
  return text.startsWith("'") && FORMULA.test(text) ? text.slice(1) : text;
}

/** All text cells of a row, made inert; numbers stay numbers. */
export function inertRow<T extends Record<string, unknown>>(row: T): T {
  return Object.fromEntries(
    Object.entries(row).map(([key, value]) => [key, typeof value === 'string' ? inertCell(value) : value]),
  ) as T;
}
