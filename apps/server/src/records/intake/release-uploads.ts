import type { Instant, SubmissionId } from '@plumgate/core/basics';
import { inArray } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database.ts';
import { uploads } from './uploads.table.ts';

/** The files of submissions that are deleted go with them, with the next housekeeping. */
export async function releaseUploads(
  tx: Queries,
  of: readonly SubmissionId[],
  now: Instant,
): Promise<void> {
  if (of.length === 0) return;
  await tx
    .update(uploads)
    .set({ submissionId: null, expiresAt: now })
    .where(inArray(uploads.submissionId, [...of]));
}
