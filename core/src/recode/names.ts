/** JSON as it was read: nothing is known of its shape. */
type Json = Record<string, unknown>;

const isObject = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** An object with keys renamed; what has its new name already, or is no object, stays as it is. */
function renamed(value: unknown, names: Readonly<Record<string, string>>): unknown {
  if (!isObject(value)) return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, one]) => {
      const name = names[key];
      return [name !== undefined && !(name in value) ? name : key, one];
    }),
  );
}

/** One part of an object, changed where it is there. */
function changed(value: unknown, key: string, change: (part: unknown) => unknown): unknown {
  return isObject(value) && key in value ? { ...value, [key]: change(value[key]) } : value;
}

const each = (change: (one: unknown) => unknown) => (list: unknown) =>
  Array.isArray(list) ? list.map(change) : isObject(list) ? mapped(list, change) : list;

function mapped(record: Json, change: (one: unknown) => unknown): Json {
  return Object.fromEntries(Object.entries(record).map(([key, one]) => [key, change(one)]));
}

/** A step under the names of today. */
export function stepOfToday(step: unknown): unknown {
  const named = renamed(step, {
    stock: 'appliesTo',
    reach: 'loadFilter',
    leaves: 'resultingSurface',
    restMin: 'dryingMin',
    potCount: 'mixCount',
    round: 'repeat',
  });
  return changed(named, 'repeat', (one) => renamed(one, { loop: 'group', most: 'max' }));
}

/** A version of a custom system under the names of today. */
export const systemOfToday = (system: unknown): unknown => changed(system, 'steps', each(stepOfToday));

/** A piece under the names of today. */
export const pieceOfToday = (piece: unknown): unknown => renamed(piece, { verdict: 'treatment' });

/** What a shop or a job chose among the methods, under the names of today. */
export const choicesOfToday = (choices: unknown): unknown => renamed(choices, { ways: 'choices' });

/** A job's head, or a shop's settings, under the names of today. */
export const withMethodsOfToday = (holder: unknown): unknown =>
  changed(renamed(holder, { practice: 'methods' }), 'methods', choicesOfToday);

/** A zone under the names of today. */
export const zoneOfToday = (zone: unknown): unknown => renamed(zone, { ownSystem: 'customSystem' });

/** A data sheet under the names of today. */
export const sheetOfToday = (sheet: unknown): unknown => renamed(sheet, { hasHotRags: 'isSelfHeating' });

/** What the log keeps of a coat, under the names of today. Sealed entries keep their old names where they are stored. */
export const coatOfToday = (coat: unknown): unknown => renamed(coat, { potId: 'mixId' });

/** What was done, as the log keeps it, under the names of today. */
export const workOfToday = (work: unknown): unknown =>
  renamed(work, { leaves: 'resultingSurface', restMin: 'dryingMin' });

/** A log entry under the names of today. */
export const entryOfToday = (entry: unknown): unknown =>
  changed(changed(entry, 'coat', coatOfToday), 'work', workOfToday);

/** A mix under the names of today. */
export function mixOfToday(mix: unknown): unknown {
  const named = changed(mix, 'leftTo', (to) => (to === 'closed pot' ? 'closed container' : to));
  return changed(
    named,
    'pours',
    each((pour) => renamed(pour, { fromPotId: 'fromMixId' })),
  );
}

/** A kept plan under the names of today. */
export function planOfToday(plan: unknown): unknown {
  const named = renamed(plan, { handOver: 'completion', wish: 'planOptions' });
  const ops = changed(
    named,
    'ops',
    each((op) => renamed(op, { holdUntil: 'occupiedUntil' })),
  );
  return changed(ops, 'planOptions', (options) => renamed(options, { roomInTurn: 'oneZoneAtATime' }));
}

/** A saved reading of a table's columns, under the names of today. */
export const mappingOfToday = each((column) =>
  changed(column, 'field', (field) => (field === 'verdict' ? 'treatment' : field)),
);

/** A job file of version 1 as one of version 2; anything else stays as it is. */
export function jobFileOfToday(file: unknown): unknown {
  if (!isObject(file) || file.version !== 1) return file;
  const parts: Record<string, (part: unknown) => unknown> = {
    job: withMethodsOfToday,
    zones: each(zoneOfToday),
    steps: each(stepOfToday),
    pieces: each(pieceOfToday),
    log: each(entryOfToday),
    plan: planOfToday,
    mixes: each(mixOfToday),
    products: each(sheetOfToday),
  };
  let today: unknown = renamed({ ...file, version: 2 }, { pots: 'mixes' });
  for (const [key, change] of Object.entries(parts)) today = changed(today, key, change);
  return today;
}

/** Tables of an exported shop under the names of today: what they are called, and their columns; JSON in them stays. */
export function shopTablesOfToday(tables: Readonly<Record<string, readonly Json[]>>): Record<string, Json[]> {
  const columns: Record<string, Record<string, string>> = {
    job: { practice: 'methods', turn: 'priority' },
    zone: { own_system: 'custom_system' },
    piece: { verdict: 'treatment' },
  };
  const names: Record<string, string> = {
    pot: 'mix',
    own_system: 'custom_system',
    own_system_version: 'custom_system_version',
  };
  return Object.fromEntries(
    Object.entries(tables).map(([table, rows]) => [
      names[table] ?? table,
      rows.map((row) => renamed(row, columns[table] ?? {}) as Json),
    ]),
  );
}
