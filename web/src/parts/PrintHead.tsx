import type { Job } from '@upholder/core/jobs';

/** Names the job on paper, where the frame of the screen is left out. */
export function PrintHead({ job, children }: { job: Job; children: string }) {
  return (
    <p className="hidden print:block">
      <strong>{job.code}</strong> {job.name}: {children}
    </p>
  );
}
