import type { JobDetail } from '@upholder/core/api';
import { type JobState, jobStateOf } from '@upholder/core/handover';
import { finishedOf } from '../finishedOf.ts';

/** Where a job stands, from the first day to the last question about it. */
export function stateOfJob(detail: JobDetail): JobState {
  return jobStateOf(detail.job, detail.events, finishedOf(detail) !== null);
}
