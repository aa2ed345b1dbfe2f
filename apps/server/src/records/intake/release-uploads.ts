import type { Instant, PersonId, SubmissionId } from '@plumgate/core/basics';
import { eq, inArray, or, sql } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database.ts';
import { inboxMessages } from '../messages/inbox.table.ts';
import { partsOf } from '../people/parts-of.ts';
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

/** The files of what somebody wrote go with it, in the same way; before the messages are deleted. */
export async function releaseFilesOfMessages(
  tx: Queries,
  person: PersonId,
  now: Instant,
): Promise<void> {
  await tx
    .update(uploads)
    .set({ messageId: null, expiresAt: now })
    .where(inArray(uploads.messageId, messagesOf(tx, person)));
}

/** The query for what somebody wrote, also by a record that became a part of theirs. */
const messagesOf = (db: Queries, person: PersonId) =>
  db
    .select({ id: inboxMessages.id })
    .from(inboxMessages)
    .where(
      or(
        eq(inboxMessages.personId, person),
        sql`${inboxMessages.personId} in (${partsOf(person)})`,
      ),
    );
