import { formatDuration } from '@upholder/core/units';
import { dateWords } from '../../base/times.ts';
import type { SlipWords } from '../../job/useSlip.ts';
import { Button, Notice } from '../../parts/controls.tsx';

const WHY: Record<SlipWords['because'], (name: string) => string> = {
  overdue: (name) => `“${name}” is not logged.`,
  drying: (name) => `“${name}” dries longer than the next task waits.`,
  delivery: (name) => `“${name}” was due to start before the new pieces arrive.`,
};

/** Says as soon as it shows that the work has fallen behind the plan, and that the date is at risk. */
export function SlipNotice({
  behind,
  neededBy,
  onHelp,
}: {
  behind: SlipWords | null;
  neededBy: string | null;
  onHelp(): void;
}) {
  if (!behind) return null;
  const { minutes, because, isAtRisk, name } = behind;
  return (
    <Notice
      kind={isAtRisk ? 'stop' : 'plain'}
      action={isAtRisk && <Button onClick={onHelp}>Ways to finish sooner</Button>}
    >
      At least {formatDuration(minutes)} behind this plan: {WHY[because](name)}{' '}
      {isAtRisk && neededBy !== null
        ? `At this pace it will miss ${dateWords(neededBy)}. Replan, or see how to finish sooner.`
        : because === 'delivery'
          ? 'Replan from now.'
          : 'Log what is done, or replan from now.'}
    </Notice>
  );
}
