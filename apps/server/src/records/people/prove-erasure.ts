import { createHmac } from 'node:crypto';
import type { ErasureCounts } from '@plumgate/contract';
import type { ClientId, Instant, PersonId } from '@plumgate/core/basics';
import { eq, inArray, or } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database.ts';
import { secret } from '../../platform/settings.ts';
import { bookings } from '../booking/table.ts';
import { submissions } from '../intake/table.ts';
import { uploads } from '../intake/uploads.table.ts';
import { messagesAbout } from '../messages/messages-about.ts';
import { inboxMessages } from '../messages/inbox.table.ts';
import { outbox } from '../messages/outbox.table.ts';
import { erasureProofs } from './erasure-proofs.table.ts';
import { people } from './table.ts';

/** Writes down that somebody is about to be erased or made anonymous; nothing where they are not there. */
export async function proveErasure(
  tx: Queries,
  id: PersonId,
  proof: { how: 'erased' | 'made-anonymous'; because: string; at: Instant },
): Promise<void> {
  const [person] = await tx.select().from(people).where(eq(people.id, id));
  if (!person) return;
  const keys = [person.emailKey, person.phoneKey].filter((key) => key !== null);
  await tx.insert(erasureProofs).values({
    id: crypto.randomUUID(),
    clientId: person.clientId,
    ...proof,
    counts: await countsOf(tx, id),
    fingerprints: await Promise.all(keys.map((key) => fingerprint(tx, person.clientId, key))),
  });
}

/** By which an address or a number, as records keep it, is known without being kept: HMAC (RFC 2104) with SHA-256. */
export async function fingerprint(db: Queries, clientId: ClientId, key: string): Promise<string> {
  return createHmac('sha256', await secret(db, 'signing-secret'))
    .update(`erased ${clientId} ${key}`)
    .digest('base64url');
}

async function countsOf(tx: Queries, id: PersonId): Promise<ErasureCounts> {
  const sent = tx
    .select({ id: submissions.id })
    .from(submissions)
    .where(eq(submissions.personId, id));
  const written = tx
    .select({ id: inboxMessages.id })
    .from(inboxMessages)
    .where(eq(inboxMessages.personId, id));
  return {
    submissions: await tx.$count(submissions, eq(submissions.personId, id)),
    messages: await tx.$count(outbox, messagesAbout(id)),
    bookings: await tx.$count(bookings, eq(bookings.personId, id)),
    files: await tx.$count(
      uploads,
      or(inArray(uploads.submissionId, sent), inArray(uploads.messageId, written)),
    ),
  };
}
