import type { Logger } from 'pino';
import type { Backups } from './backup.ts';

const LOOK_EVERY_MS = 10 * 60_000;
/** Whoever has just started has other things to do first. */
const FIRST_LOOK_MS = 60_000;
const HOUR_MS = 3_600_000;

/** Whether it is time for a backup. A shop's computer is off at night: what counts is how old the last one is. */
export function isDue(madeAt: string | null, now: Date, everyHours: number): boolean {
  if (everyHours === 0) return false;
  return madeAt === null || now.getTime() - Date.parse(madeAt) >= everyHours * HOUR_MS;
}

/** Makes backups as often as was set, for as long as the server runs. @returns ends it. */
export function startBackups(backups: Backups, log: Logger): () => void {
  if (backups.everyHours === 0) return () => undefined;
  async function look(): Promise<void> {
    const [latest] = await backups.list();
    if (!isDue(latest?.madeAt ?? null, new Date(), backups.everyHours)) return;
    const { name, bytes } = await backups.make('scheduled');
    log.info({ name, bytes }, 'backup made and test-restored');
  }
  const lookAgain = () =>
    void look().catch((error: Error) => log.error({ reason: error.message }, 'no backup could be made'));
  const first = setTimeout(lookAgain, FIRST_LOOK_MS);
  const timer = setInterval(lookAgain, LOOK_EVERY_MS);
  return () => {
    clearTimeout(first);
    clearInterval(timer);
  };
}
