/** A backup as rotation sees it. */
export interface Dated {
  name: string;
  madeAt: string;
  reason: string;
}

const DAY_MS = 86_400_000;
const WEEKS_KEPT = 8;
const MONTHS_KEPT = 12;
/** So many dumps that upgrades and restores took first are kept, however old. */
const OTHERS_KEPT = 5;

/**
 * Which backups may go: of those that schedule or people made, everything is kept for some days, then the last of each week for
 * eight weeks and the last of each month for twelve months; of those that were taken before an upgrade or a restore, the last five.
 * The latest always stays.
 * @param keepDays how many days everything is kept.
 */
export function expired(backups: readonly Dated[], now: Date, keepDays: number): string[] {
  const latestFirst = [...backups].sort((a, b) => b.madeAt.localeCompare(a.madeAt));
  const isOther = ({ reason }: Dated) => reason.startsWith('before-');
  const kept = new Set(latestFirst.slice(0, 1).map(({ name }) => name));
  for (const { name } of latestFirst.filter(isOther).slice(0, OTHERS_KEPT)) kept.add(name);
  const seen = new Set<string>();
  for (const backup of latestFirst) {
    if (isOther(backup)) continue;
    const at = Date.parse(backup.madeAt);
    const days = (now.getTime() - at) / DAY_MS;
    // Weeks run from Monday; 1970-01-01 was a Thursday.
    const week = `week ${Math.floor((at / DAY_MS + 3) / 7)}`;
    const month = `month ${backup.madeAt.slice(0, 7)}`;
    const isOneOf = (span: string, most: number) => days <= most && !seen.has(span);
    if (days <= keepDays || isOneOf(week, WEEKS_KEPT * 7) || isOneOf(month, MONTHS_KEPT * 31))
      kept.add(backup.name);
    seen.add(week).add(month);
  }
  return latestFirst.filter(({ name }) => !kept.has(name)).map(({ name }) => name);
}
