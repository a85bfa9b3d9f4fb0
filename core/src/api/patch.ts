import type { Changes, JobChanges, Rows, Touched, TouchedJob } from './shapes/changes.ts';
import type { JobDetail, ShopContext } from './shapes/contract.ts';

function byText(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}

interface Row {
  id: string;
  version?: number;
}

/** Rows with those that were read again in their place: newer ones win, those that are gone go. */
function withRows<T extends Row>(known: readonly T[], asked: Rows, rows: readonly T[]): T[] {
  const now = new Map(rows.map((row) => [row.id, row]));
  const wanted = asked === 'all' ? null : new Set(asked);
  const kept = known.flatMap((row) => {
    const read = now.get(row.id);
    now.delete(row.id);
    if (read) return (row.version ?? 0) > (read.version ?? 0) ? row : read;
    return wanted === null || wanted.has(row.id) ? [] : row;
  });
  return [...kept, ...now.values()];
}

/** Rows of which each is read whole, but for those that are known in a newer version. */
function newest<T extends Row>(known: readonly T[], rows: readonly T[] | undefined): T[] | undefined {
  return rows && withRows(known, 'all', rows);
}

/** Fields of `part` that are there. */
function present<T extends object>(part: T): Partial<T> {
  return Object.fromEntries(Object.entries(part).filter(([, value]) => value !== undefined)) as Partial<T>;
}

/** The steps of a job in the order of its zones. */
function withSteps(
  known: JobDetail['steps'],
  steps: JobChanges['steps'],
  zones: JobDetail['zones'],
): JobDetail['steps'] {
  const read = new Map(steps?.map((one) => [one.zoneId, one.steps]));
  return zones.flatMap(({ id }) => read.get(id) ?? known.filter(({ zoneId }) => zoneId === id));
}

/**
 * A job as it is after a change: what the change names is put in, everything else stays the very same object. What was known
 * in a newer version already stays too, so that an answer that was overtaken on its way takes nothing back.
 */
export function patchedDetail(detail: JobDetail, changes: JobChanges): JobDetail {
  const { job, pieces, log, walls, openings, photos, decisions, findings, events, plan } = changes;
  const read = newest(detail.zones, changes.zones);
  const zones = read?.sort((a, b) => a.position - b.position || byText(a.id, b.id)) ?? detail.zones;
  const isNewer = job !== undefined && job.version >= detail.job.version;
  return {
    ...detail,
    ...(isNewer && { job }),
    zones,
    ...(changes.steps || read ? { steps: withSteps(detail.steps, changes.steps, zones) } : {}),
    ...(pieces && {
      pieces: withRows(detail.pieces, pieces.asked, pieces.rows).sort(
        (a, b) => a.position - b.position || byText(a.tag, b.tag),
      ),
    }),
    ...(log && {
      log: withRows(detail.log, log.asked, log.rows).sort(
        (a, b) => Date.parse(a.loggedAt) - Date.parse(b.loggedAt) || byText(a.id, b.id),
      ),
    }),
    ...(plan !== undefined && (plan === null || plan.madeAt >= (detail.plan?.madeAt ?? '')) && { plan }),
    ...present({
      walls: newest(detail.walls, walls),
      openings: newest(detail.openings, openings),
      photos,
      decisions,
      findings,
      events,
    }),
  };
}

/** The shop as it is after a change; what the change does not name stays the very same object. */
export function patchedShop(shop: ShopContext, { shop: parts, products }: Changes): ShopContext {
  const isOvertaken = (parts.version ?? shop.version) < shop.version;
  const { name: _name, timeZone: _zone, settings: _settings, version: _version, ...rest } = parts;
  return {
    ...shop,
    ...present(isOvertaken ? rest : parts),
    ...(products.length > 0 && {
      products: withRows(
        shop.products,
        products.map(({ id }) => id),
        products,
      ).sort((a, b) => byText(a.key, b.key)),
    }),
  };
}

function mergedRows(a: Rows | undefined, b: Rows | undefined): Rows | undefined {
  if (a === undefined || b === undefined) return a ?? b;
  return a === 'all' || b === 'all' ? 'all' : [...new Set([...a, ...b])];
}

function mergedJob(a: TouchedJob, b: TouchedJob): TouchedJob {
  const rows = {
    steps: mergedRows(a.steps, b.steps),
    pieces: mergedRows(a.pieces, b.pieces),
    log: mergedRows(a.log, b.log),
  };
  const named = Object.fromEntries(Object.entries(rows).filter(([, value]) => value !== undefined));
  return { ...a, ...b, ...named };
}

/** Two changes as one. */
export function mergedTouched(a: Touched, b: Touched): Touched {
  const jobs = new Map(a.jobs.map((job) => [job.id, job]));
  for (const job of b.jobs) {
    const known = jobs.get(job.id);
    jobs.set(job.id, known ? mergedJob(known, job) : job);
  }
  return {
    jobs: [...jobs.values()],
    shop: [...new Set([...a.shop, ...b.shop])],
    products: mergedRows(a.products, b.products) ?? [],
    mixes: mergedRows(a.mixes, b.mixes) ?? [],
  };
}

/** Nothing touched. */
export const UNTOUCHED: Touched = { jobs: [], shop: [], products: [], mixes: [] };

/** Whether a change touched nothing. */
export function isUntouched({ jobs, shop, products, mixes }: Touched): boolean {
  return jobs.length === 0 && shop.length === 0 && products.length === 0 && mixes.length === 0;
}
