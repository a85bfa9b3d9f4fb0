import type { BackupRow } from '@upholder/core/api';
import { plural } from '@upholder/core/said';
import { toMinute } from '@upholder/core/shop';
import { people } from '../../api/people.ts';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { whenWords } from '../../base/times.ts';
import { useServerDate } from '../../base/useNow.ts';
import { Button, Card, Notice, Skeleton } from '../../parts/controls.tsx';

const REASONS: Record<BackupRow['reason'], string> = {
  scheduled: 'scheduled',
  asked: 'made by hand',
  'before-upgrade': 'before an upgrade',
  'before-restore': 'before a restore',
};

function sizeWords(bytes: number): string {
  const kB = bytes / 1024;
  return kB < 1000 ? `${Math.ceil(kB)} kB` : `${(kB / 1024).toFixed(1)} MB`;
}

/** Backups: when the last one was made, whether it restores, and one to take away. */
export function BackupsScreen() {
  const { data, error } = people.useBackupsQuery();
  const { data: shop } = upholder.useShopQuery();
  const [make, made] = people.useMakeBackupMutation();
  const now = toMinute(useServerDate(60_000));
  const failed = error ?? made.error;
  if (!data || !shop)
    return error ? (
      <main className="p-5">
        <Notice kind="stop">{refusalOf(error).message}</Notice>
      </main>
    ) : (
      <Skeleton />
    );
  const { backups, everyHours, hasPassphrase, folder, trouble } = data;
  return (
    <main className="mx-auto flex w-full max-w-5xl flex-col gap-5 p-5">
      {failed && <Notice kind="stop">{refusalOf(failed).message}</Notice>}
      {trouble !== null && !failed && <Notice kind="stop">The last backup failed: {trouble}</Notice>}
      <Card className="p-5">
        <div className="flex items-start gap-3">
          <div className="flex-1">
            <h1>Backups</h1>
            <p className="mt-1 max-w-prose text-quiet">
              {everyHours === 0 ? 'None are scheduled.' : `One every ${everyHours} hours.`} Each one is
              test-restored before it counts. They are kept in {folder}
              {hasPassphrase ? ', encrypted.' : ', not encrypted.'} Copy them to another disk as well.
            </p>
          </div>
          <Button kind="act" disabled={made.isLoading} onClick={() => void make()}>
            {made.isLoading ? 'Making a backup…' : 'Back up now'}
          </Button>
        </div>
        {made.data && (
          <div className="mt-3">
            <Notice>
              Backed up and test-restored: {made.data.made.name},{' '}
              {plural(made.data.made.entries, 'log entry', 'log entries')}.
            </Notice>
          </div>
        )}
        {backups.length === 0 ? (
          <p className="mt-4">No backup yet.</p>
        ) : (
          <table className="mt-4 w-full">
            <thead>
              <tr className="label text-left">
                <th className="py-1">Made</th>
                <th>Why</th>
                <th className="text-right">Log entries</th>
                <th className="text-right">Size</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {backups.map((row) => (
                <tr key={row.name} className="border-line border-t">
                  <td className="py-2">{whenWords(toMinute(row.madeAt), now, shop.timeZone)}</td>
                  <td>
                    {REASONS[row.reason]}
                    {row.isEncrypted && ', encrypted'}
                  </td>
                  <td className="quantity text-right">{row.entries}</td>
                  <td className="quantity text-right">{sizeWords(row.bytes)}</td>
                  <td className="text-right">
                    <a className="font-semibold underline" href={`/api/backups/${row.name}`} download>
                      Download
                    </a>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </Card>
      <Card className="p-5">
        <h2>To restore one</h2>
        <p className="mt-1 max-w-prose">
          On the shop’s computer: <code className="bg-raised px-1.5">npx upholder restore FILE</code>. A new
          installation offers it on first run too. See docs/run-it.md for moving to another computer.
        </p>
      </Card>
    </main>
  );
}
