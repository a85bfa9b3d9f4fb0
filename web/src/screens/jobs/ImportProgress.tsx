import { upholder } from '../../api/upholder.ts';
import { Notice } from '../../parts/controls.tsx';

const LOOK_MS = 700;

/** How far the job file is that is being brought in: a large one takes a while, and several come one after the other. */
export function ImportProgress() {
  const { data } = upholder.useImportsQuery(undefined, {
    pollingInterval: LOOK_MS,
    refetchOnMountOrArgChange: true,
  });
  const [first] = data?.imports ?? [];
  return (
    <Notice>
      <span role="status">
        {!first
          ? 'Sending the job file…'
          : first.phase === 'waiting'
            ? 'Waiting: another job file is being brought in…'
            : first.phase === 'checking'
              ? 'Checking the job file…'
              : first.phase === 'pictures' && first.of > 0
                ? `Keeping its pictures: ${first.done} of ${first.of}`
                : 'Writing the job…'}
      </span>
    </Notice>
  );
}
