import type { Instant, PersonId } from '@plumgate/core/basics';
import { and, eq, or, sql } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database.ts';
import { confirmations } from '../../records/intake/confirmations.table.ts';
import type { Consequences } from '../../records/causes/consequences.ts';
import { releaseFilesOfMessages, releaseUploads } from '../../records/intake/release-uploads.ts';
import { bookings } from '../../records/booking/table.ts';
import { waitingList } from '../../records/booking/waiting-list.table.ts';
import { submissions } from '../../records/intake/table.ts';
import { messagesAbout } from '../../records/messages/messages-about.ts';
import { chats, conversations, inboxMessages } from '../../records/messages/inbox.table.ts';
import { messageLinks } from '../../records/messages/message-links.table.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { fieldHistory } from '../../records/people/fields.table.ts';
import { merges } from '../../records/people/merges.table.ts';
import { peopleIndex } from '../../records/people/people-index.table.ts';
import { proveErasure } from '../../records/people/prove-erasure.ts';
import { tasks } from '../../records/people/tasks.table.ts';
import { ruleStarts } from '../../records/routing/starts.table.ts';
import { calls } from '../../records/people/calls.table.ts';
import { personVisitors } from '../../records/people/visitors.table.ts';
import { partsOf } from '../../records/people/parts-of.ts';
import { alsoGiven, people, timeline } from '../../records/people/table.ts';
import { madeAnonymous } from './person-events.ts';

/** Why the client's rule erases somebody or makes them anonymous, as a clause. */
export const outOfTouch = 'nobody had been in touch for long';

/**
 * Takes everything out of a record by which its person could be known: who they are, what they answered and were written.
 * What is left is that somebody came, when, from where and with which tags, so that counts of the past stay right.
 */
export async function anonymize(
  tx: Queries,
  effects: Consequences,
  id: PersonId,
  at: Instant,
): Promise<void> {
  await proveErasure(tx, id, { how: 'made-anonymous', because: outOfTouch, at });
  const [person] = await tx
    .update(people)
    .set({
      ...{ firstName: '', lastName: '', email: '', phone: '' },
      ...{ emailKey: null, phoneKey: null, matchKey: null },
      ...{ textConsent: false, fields: {}, language: '', zone: '', town: '', lostReason: '' },
      ...{ eraseAt: null, anonymousAt: at },
    })
    .where(eq(people.id, id))
    .returning({ clientId: people.clientId });
  if (!person) return;
  effects.raise(madeAnonymous, { person: { id, ...person }, at });
  // Written before anything is taken out, so that nothing of it stays.
  await effects.write(tx);
  const sent = await tx
    .update(submissions)
    .set({ answers: {}, origins: null })
    .where(eq(submissions.personId, id))
    .returning({ id: submissions.id });
  await releaseUploads(
    tx,
    sent.map((row) => row.id),
    at,
  );
  await tx
    .update(bookings)
    .set({ answers: [], deposit: sql`${bookings.deposit} || '{"note": ""}'::jsonb` })
    .where(eq(bookings.personId, id));
  await tx.delete(waitingList).where(eq(waitingList.personId, id));
  await tx.delete(messageLinks).where(eq(messageLinks.personId, id));
  await tx.delete(outbox).where(messagesAbout(id));
  await releaseFilesOfMessages(tx, id, at);
  await tx.delete(inboxMessages).where(eq(inboxMessages.personId, id));
  await tx.delete(chats).where(eq(chats.personId, id));
  await tx.delete(conversations).where(eq(conversations.personId, id));
  await tx.delete(alsoGiven).where(eq(alsoGiven.personId, id));
  await tx.delete(fieldHistory).where(eq(fieldHistory.personId, id));
  await tx.delete(tasks).where(eq(tasks.personId, id));
  await tx
    .delete(peopleIndex)
    .where(and(eq(peopleIndex.clientId, person.clientId), eq(peopleIndex.personId, id)));
  await tx.delete(personVisitors).where(eq(personVisitors.personId, id));
  await tx.delete(calls).where(eq(calls.personId, id));
  await tx.delete(ruleStarts).where(eq(ruleStarts.personId, id));
  await tx.delete(confirmations).where(eq(confirmations.personId, id));
  await tx.delete(merges).where(or(eq(merges.personId, id), eq(merges.otherId, id)));
  await tx.delete(people).where(sql`${people.id} in (${partsOf(id)})`);
  await tx.delete(timeline).where(eq(timeline.personId, id));
  await tx
    .insert(timeline)
    .values({ personId: id, clientId: person.clientId, at, fact: { kind: 'made-anonymous' } });
}
