import { Injectable, type OnModuleInit } from '@nestjs/common';
import type {
  Answered,
  api,
  ConversationMessage,
  ConversationRecord,
  InboxCounts,
} from '@plumgate/contract';
import type { ClientId, InboxMessageId, PersonId } from '@plumgate/core/basics';
import { answerSubject } from '@plumgate/core/inbox';
import { leftOutWords } from '@plumgate/core/followup';
import { emailKey } from '@plumgate/core/people';
import { and, asc, count, desc, eq, inArray, isNull, lte, or, sql, type SQL } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { Clock } from '../../platform/clock.ts';
import { likeText } from '../../platform/database/like-words.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { notFound } from '../../platform/http/app-problem.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { afterCursor, cursorOf } from '../../platform/http/cursor.ts';
import { seenBy } from '../../records/accounts/users-of.ts';
import { users } from '../../records/accounts/table.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { uploads } from '../../records/intake/uploads.table.ts';
import { conversations, inboxMessages } from '../../records/messages/inbox.table.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { shownName } from '../../records/people/person-summary.ts';
import type { PersonRow } from '../../records/people/person-store.ts';
import { people } from '../../records/people/table.ts';
import { Composer } from '../messages/composer.ts';
import { outcomeOf } from '../../records/messages/message-outcome.ts';
import { reasonOf } from '../messages/message-log.ts';
import { answerable } from '../messages/answerable.ts';
import { mergeUndone, peopleMerged } from '../people/person-events.ts';
import { ChatService } from './chat.service.ts';
import { rebuild } from '../../records/messages/conversations.ts';

const mostMessages = 100;

type Asked = Parameters<ConversationService['list']>[2];

/** The inbox of a client: what people wrote, each in the conversation with its writer. */
@Injectable()
export class ConversationService implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly causes: Causes,
    private readonly composer: Composer,
    private readonly chats: ChatService,
  ) {}

  /** Conversations follow the messages as records are merged and parted. */
  onModuleInit(): void {
    this.causes.on(peopleMerged, async ({ person, other }, tx) => {
      const all = await tx
        .select()
        .from(conversations)
        .where(or(eq(conversations.personId, person.id), eq(conversations.personId, other)));
      if (all.length === 0) return;
      await rebuild(tx, person, {
        state: all.some(({ state }) => state === 'open') ? 'open' : 'closed',
        isUnread: all.some(({ isUnread }) => isUnread),
      });
      await tx.delete(conversations).where(eq(conversations.personId, other));
    });
    this.causes.on(mergeUndone, async ({ person, other }, tx) => {
      const [was] = await tx
        .select()
        .from(conversations)
        .where(eq(conversations.personId, person.id));
      if (!was) return;
      await rebuild(tx, person, was);
      await rebuild(tx, { id: other, clientId: person.clientId }, was);
    });
  }

  async list(
    who: CurrentUser,
    clientId: ClientId,
    query: {
      show: 'open' | 'unread' | 'mine' | 'closed';
      search: string;
      after?: string | undefined;
      limit: number;
    },
  ): Promise<Answered<typeof api.listConversations>> {
    const rows = await this.database.db
      .select({ conversation: conversations, person: people, assignee: users.name })
      .from(conversations)
      .innerJoin(people, eq(people.id, conversations.personId))
      .leftJoin(users, eq(users.id, people.assigneeId))
      .where(
        and(
          eq(conversations.clientId, clientId),
          isNull(people.removedAt),
          shown(who, query.show),
          matching(query.search),
          afterCursor(query.after, conversations.lastAt, conversations.personId),
        ),
      )
      .orderBy(desc(conversations.lastAt), asc(conversations.personId))
      .limit(query.limit + 1);
    const page = rows.slice(0, query.limit);
    const last = page.at(-1)?.conversation;
    return {
      conversations: page.map(({ conversation, person, assignee }) => ({
        ...{ personId: person.id, clientId, name: shownName(person) },
        ...{ assigneeId: person.assigneeId, assigneeName: assignee },
        ...{ state: conversation.state, isUnread: conversation.isUnread },
        last: {
          ...{ kind: conversation.lastKind, words: conversation.lastWords },
          ...{ by: conversation.lastBy, at: conversation.lastAt.toString() },
        },
      })),
      counts: await this.count(who, clientId),
      next: rows.length > query.limit && last ? cursorOf(last.lastAt, last.personId) : null,
    };
  }

  async count(who: CurrentUser, clientId: ClientId): Promise<InboxCounts> {
    const [counts] = await this.database.db
      .select({
        unread: sql<number>`count(*) filter (where ${conversations.isUnread})::int`,
        open: count(),
        mine: sql<number>`count(*) filter (where ${eq(people.assigneeId, who.id)})::int`,
      })
      .from(conversations)
      .innerJoin(people, eq(people.id, conversations.personId))
      .where(
        and(
          eq(conversations.clientId, clientId),
          eq(conversations.state, 'open'),
          isNull(people.removedAt),
        ),
      );
    return counts!;
  }

  async get(who: CurrentUser, personId: PersonId): Promise<ConversationRecord> {
    const { db } = this.database;
    const [person] = await db
      .select()
      .from(people)
      .where(and(eq(people.id, personId), isNull(people.removedAt), seenBy(who, people.clientId)));
    if (!person) throw notFound();
    const [conversation] = await db
      .select({ state: conversations.state, isUnread: conversations.isUnread })
      .from(conversations)
      .where(eq(conversations.personId, personId));
    const newestFirst = [...(await this.ours(person)), ...(await this.theirs(person))];
    const all = newestFirst.toReversed().toSorted((a, b) => Temporal.Instant.compare(a.at, b.at));
    return {
      conversation: conversation ?? null,
      messages: all.slice(-mostMessages),
      chat: await this.chats.standing(personId),
      answers: await answersTo(db, person),
    };
  }

  /** Marks a conversation read or unread, closes it or opens it again; nothing where they have never written. */
  async change(
    who: CurrentUser,
    personId: PersonId,
    to: { state?: 'open' | 'closed' | undefined; isUnread?: boolean | undefined },
  ): Promise<void> {
    const { state, isUnread = state === 'closed' ? false : undefined } = to;
    await this.database.db
      .update(conversations)
      .set({
        state: sql`coalesce(${state ?? null}, ${conversations.state})`,
        isUnread: sql`coalesce(${isUnread ?? null}::boolean, ${conversations.isUnread})`,
      })
      .where(and(eq(conversations.personId, personId), seenBy(who, conversations.clientId)));
  }

  private async theirs(person: PersonRow): Promise<ConversationMessage[]> {
    const rows = await this.database.db
      .select()
      .from(inboxMessages)
      .where(eq(inboxMessages.personId, person.id))
      .orderBy(desc(inboxMessages.at), desc(inboxMessages.id))
      .limit(mostMessages);
    const files = await this.filesOf(rows.map(({ id }) => id));
    return rows.map((row) => ({
      files: files
        .filter(({ messageId }) => messageId === row.id)
        .map(({ messageId: _, ...file }) => file),
      ...{ id: row.id, kind: row.kind, isTheirs: row.by === '', origin: row.by && `by ${row.by}` },
      otherFrom: isKnownFrom(row, person) ? '' : row.from,
      ...{ subject: row.subject, body: row.body, whole: row.whole, reading: row.reading },
      ...{ ...becameOf(row), at: row.at.toString() },
    }));
  }

  private filesOf(ids: InboxMessageId[]) {
    return this.database.db
      .select({
        ...{ messageId: uploads.messageId, upload: uploads.id },
        ...{ name: uploads.name, bytes: uploads.bytes },
      })
      .from(uploads)
      .where(inArray(uploads.messageId, ids))
      .orderBy(asc(uploads.id));
  }

  /** What went to them or is on its way; not what waits for its time. */
  private async ours({ id }: PersonRow): Promise<ConversationMessage[]> {
    const { db } = this.database;
    const rows = await db
      .select()
      .from(outbox)
      .where(and(eq(outbox.personId, id), lte(outbox.dueAt, this.clock.now())))
      .orderBy(desc(outbox.order))
      .limit(mostMessages);
    const sources = await this.composer.sourcesOf(db, rows, { isSending: false });
    return rows.map((row) => ({
      ...{ id: row.id, kind: row.kind, isTheirs: false, origin: row.origin, otherFrom: '' },
      ...{ ...this.composer.words(row, sources), whole: '', reading: 'answer', files: [] },
      ...{ state: outcomeOf(row.state), reason: reasonOf(row) },
      at: (row.sentAt ?? row.dueAt).toString(),
    }));
  }
}

/** What became of a message: theirs came, ours in a chat box waits to be seen or could not be mailed. */
const becameOf = ({ mailAt, notMailed }: typeof inboxMessages.$inferSelect) => ({
  state: mailAt ? ('queued' as const) : notMailed ? ('left-out' as const) : ('sent' as const),
  reason: notMailed && leftOutWords(notMailed),
});

function shown(who: CurrentUser, show: Asked['show']): SQL | undefined {
  if (show === 'closed') return eq(conversations.state, 'closed');
  return and(
    eq(conversations.state, 'open'),
    show === 'unread' ? eq(conversations.isUnread, true) : undefined,
    show === 'mine' ? eq(people.assigneeId, who.id) : undefined,
  );
}

/** By the person, or by anything that they wrote. */
function matching(search: string): SQL | undefined {
  if (!search) return undefined;
  const like = likeText(search.toLowerCase());
  return or(
    sql`${people.searchText} like ${like}`,
    sql`exists (select from ${inboxMessages} where ${inboxMessages.personId} = ${people.id} and lower(${inboxMessages.subject} || ' ' || ${inboxMessages.body}) like ${like})`,
  );
}

const isKnownFrom = (
  { kind, from }: typeof inboxMessages.$inferSelect,
  person: PersonRow,
): boolean =>
  kind === 'text'
    ? from === (person.phoneKey ?? person.phone)
    : from === '' || emailKey(from) === person.emailKey;

/** By which ways they can be answered, and what an answer goes to. */
async function answersTo(db: Queries, person: PersonRow): Promise<ConversationRecord['answers']> {
  const ways: ConversationRecord['answers'] = [];
  for (const kind of ['email', 'text'] as const) {
    const { to, why } = await answerable(db, person, kind);
    ways.push({
      ...{ kind, to: to?.id ?? null, why: why && leftOutWords(why) },
      subject: to?.subject ? answerSubject(to.subject) : '',
    });
  }
  return ways;
}
