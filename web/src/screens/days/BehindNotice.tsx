import type { Dossier, ShopContext } from '@upholder/core/api';
import { formatDuration } from '@upholder/core/units';
import { dateWords } from '../../app/times.ts';
import { Button, Notice } from '../../parts/controls.tsx';
import { useBehind } from './useBehind.ts';

/** Says as soon as it shows that the work has fallen behind the plan, and that the date is at risk. */
export function BehindNotice({
  dossier,
  shop,
  now,
  onHelp,
}: {
  dossier: Dossier;
  shop: ShopContext;
  now: number;
  onHelp(): void;
}) {
  const behind = useBehind(dossier, shop, now);
  if (!behind) return null;
  const { minutes, because, isAtRisk, name } = behind;
  const { neededBy } = dossier.job;
  return (
    <Notice
      kind={isAtRisk ? 'stop' : 'plain'}
      action={isAtRisk && <Button onClick={onHelp}>See what helps</Button>}
    >
      At least {formatDuration(minutes)} behind this plan:{' '}
      {because === 'overdue'
        ? `“${name}” is not logged.`
        : `“${name}” dries longer than the next visit waits.`}{' '}
      {isAtRisk && neededBy !== null
        ? `At that it is not done by ${dateWords(neededBy)}. Plan again, or see what helps.`
        : 'Log what is done, or plan again from now.'}
    </Notice>
  );
}
