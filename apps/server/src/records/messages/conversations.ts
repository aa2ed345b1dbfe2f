import type { ClientId, Instant, PersonId } from '@plumgate/core/basics';
import { oneLine } from '@plumgate/core/messages';
import type { InboxWay } from '@plumgate/core/inbox';
import { truncate } from '@plumgate/core/basics';
import { desc, eq } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database.ts';
import { conversations, inboxMessages } from './inbox.table.ts';

/** The newest of a conversation. */
interface Newest {
  kind: InboxWay;
  words: string;
  at: Instant;
}

const lastOf = ({ kind, words, at }: Newest, by: string) => ({
  ...{ lastKind: kind, lastAt: at, lastBy: by },
  lastWords: truncate(oneLine(words), 200),
});

/** Somebody wrote: the conversation begins or is opened again, and waits to be read. */
export async function noteCame(
  tx: Queries,
  person: { id: PersonId; clientId: ClientId },
  newest: Newest,
): Promise<void> {
  const now = { state: 'open' as const, isUnread: true, ...lastOf(newest, '') };
  await tx
    .insert(conversations)
    .values({ personId: person.id, clientId: person.clientId, ...now })
    .onConflictDoUpdate({ target: conversations.personId, set: now });
}

/** Somebody of the business wrote to them: it is read. Where they have never written there is no conversation. */
export async function noteAnswered(
  tx: Queries,
  id: PersonId,
  newest: Newest,
  by: string,
): Promise<void> {
  await tx
    .update(conversations)
    .set({ isUnread: false, ...lastOf(newest, by) })
    .where(eq(conversations.personId, id));
}

/**
 * Works out the conversation of a person anew from what they have written, after messages were moved to them or away;
 * `state` and `isUnread` are as before.
 */
export async function rebuild(
  tx: Queries,
  person: { id: PersonId; clientId: ClientId },
  { state, isUnread }: Pick<typeof conversations.$inferSelect, 'state' | 'isUnread'>,
): Promise<void> {
  const [newest] = await tx
    .select()
    .from(inboxMessages)
    .where(eq(inboxMessages.personId, person.id))
    .orderBy(desc(inboxMessages.at))
    .limit(1);
  await tx.delete(conversations).where(eq(conversations.personId, person.id));
  if (newest)
    await tx.insert(conversations).values({
      ...{ personId: person.id, clientId: person.clientId, state, isUnread },
      ...lastOf({ ...newest, words: newest.body }, newest.by),
    });
}
