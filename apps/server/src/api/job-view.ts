import type { JobView } from '@plumgate/contract';
import type { JobRow, Jobs } from '../platform/jobs/jobs.ts';

/** A job as those see it who asked for it. */
export const jobView = (jobs: Jobs, job: JobRow): JobView => ({
  id: job.id,
  kind: job.kind,
  state: job.state,
  done: job.done,
  total: job.total,
  result: job.result,
  problem: job.problem,
  canUndo: jobs.canUndo(job),
  createdAt: job.createdAt.toString(),
});
