import type { InboxMessageId } from '@plumgate/core/basics';
import { stepKinds, type LeftOut } from '@plumgate/core/followup';
import type { InboxWay } from '@plumgate/core/inbox';
import { and, desc, eq, inArray } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database.ts';
import { inboxMessages } from '../../records/messages/inbox.table.ts';
import type { PersonRow } from '../../records/people/person-store.ts';
import { reachable } from '../../records/people/reachable.ts';

type InboxRow = typeof inboxMessages.$inferSelect;

/** Why somebody is not written to that does not keep anybody from answering what they wrote themselves. */
const endedByThem: readonly (LeftOut | null)[] = [
  'unsubscribed',
  'no-text-consent',
  'no-email',
  'no-phone',
];

/** The Message-IDs that an answer to an email refers to, the oldest first. */
export const threadOf = ({ messageId, thread }: InboxRow): string[] =>
  [...thread, messageId].filter(Boolean);

/**
 * What an answer by email or text goes to, the latest that came that way or the one asked for, and why they can't be
 * written to. What is answered in a chat box and not seen there goes by email. Whoever has written and not asked for an end since is answered, though they get nothing else.
 */
export async function answerable(
  tx: Queries,
  person: PersonRow,
  kind: InboxWay,
  asked?: InboxMessageId,
): Promise<{ to: InboxRow | null; why: LeftOut | null }> {
  const ways: readonly InboxWay[] = kind === 'chat' ? ['chat', 'email'] : [kind];
  const [latest] = await tx
    .select()
    .from(inboxMessages)
    .where(
      and(
        eq(inboxMessages.personId, person.id),
        eq(inboxMessages.by, ''),
        inArray(inboxMessages.kind, ways),
        inArray(inboxMessages.reading, ['answer', 'help', 'start', 'stop']),
      ),
    )
    .orderBy(desc(inboxMessages.at), desc(inboxMessages.id))
    .limit(1);
  const hasStopped = latest?.reading === 'stop';
  const [named] = asked
    ? await tx
        .select()
        .from(inboxMessages)
        .where(and(eq(inboxMessages.id, asked), eq(inboxMessages.personId, person.id)))
    : [];
  const to = named ?? (hasStopped ? null : (latest ?? null));
  const why = stepKinds[kind === 'text' ? 'text' : 'email'].whyUnreachable!(reachable(person));
  return { to, why: to && !hasStopped && endedByThem.includes(why) ? null : why };
}
