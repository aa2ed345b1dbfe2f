import { createHash } from 'node:crypto';
import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { ClientId, InboxMessageId, Instant, PersonId } from '@plumgate/core/basics';
import { emailFromText } from '@plumgate/core/emails';
import { pageWords } from '@plumgate/core/languages';
import { asLiteral } from '@plumgate/core/messages';
import { emailKey } from '@plumgate/core/people';
import { and, asc, desc, eq, inArray, isNotNull, lte, min } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { AppProblem } from '../../platform/http/app-problem.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { Limits, networkOf } from '../../platform/limits/limits.ts';
import { Worker } from '../../platform/worker.ts';
import { Causes, type Consequences } from '../../records/causes/consequences.ts';
import { clients } from '../../records/clients/table.ts';
import { noteAnswered } from '../../records/messages/conversations.ts';
import { chats, inboxMessages, type ChatId } from '../../records/messages/inbox.table.ts';
import { people } from '../../records/people/table.ts';
import { answerable } from '../messages/answerable.ts';
import { Messenger } from '../messages/messenger.ts';
import { PeopleService } from '../people/people.service.ts';
import { Receiving, type WrittenInChat } from './receiving.service.ts';

/** A page that asked for answers within this looks at its chat box, and is given as long to show one. */
const there = { seconds: 60 };
const mostLines = 100;
const portion = 50;

/** How much is taken from one network, to one address, and in one chat box. Common practice, no source. */
const allowed = {
  network: { max: 40, seconds: 600 },
  address: { max: 30, seconds: 3_600 },
  chat: { max: 30, seconds: 600 },
} as const;

/** What a visitor reads in their chat box; `by` is empty for what they wrote themselves. */
export interface ChatLine {
  words: string;
  by: string;
}

type Chat = typeof chats.$inferSelect;
type Answer = typeof inboxMessages.$inferSelect;

/** How a chat box is known, of what its visitor's browser made up. */
export const chatIdOf = (made: string): ChatId =>
  createHash('sha256').update(`chat ${made}`).digest('base64url') as ChatId;

/**
 * The chat boxes of pages. What visitors write comes into the inbox; what is answered they read in the box while they
 * look at it. What they have not seen a minute after it was written goes to them by email.
 */
@Injectable()
export class ChatService implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly causes: Causes,
    private readonly receiving: Receiving,
    private readonly limits: Limits,
    private readonly people: PeopleService,
    private readonly messenger: Messenger,
    private readonly worker: Worker,
  ) {}

  onModuleInit(): void {
    this.worker.register({
      name: 'unseen answers',
      firstDue: () =>
        this.database.db
          .select({ at: min(inboxMessages.mailAt) })
          .from(inboxMessages)
          .where(isNotNull(inboxMessages.mailAt)),
      doDue: (now) => this.mailUnseen(now),
    });
  }

  /** Takes in what a visitor wrote from a network address; gives false where that is too much at once. */
  async write(network: string, written: WrittenInChat): Promise<boolean> {
    const { clientId, chat, email } = written;
    const over = await this.limits.exceeded([
      { key: `chat network ${networkOf(network)}`, ...allowed.network },
      { key: `chat address ${clientId} ${emailKey(email)}`, ...allowed.address },
      { key: `chat ${chat.id}`, ...allowed.chat },
    ]);
    if (over) return false;
    await this.receiving.chat(written);
    return true;
  }

  /** What was said in a chat box, which is seen from then on; null where there is none. */
  async read(clientId: ClientId, id: ChatId): Promise<ChatLine[] | null> {
    const { db } = this.database;
    const [chat] = await db
      .update(chats)
      .set({ seenAt: this.clock.now() })
      .where(and(eq(chats.id, id), eq(chats.clientId, clientId)))
      .returning({ id: chats.id });
    if (!chat) return null;
    const newest = await db
      .select()
      .from(inboxMessages)
      .where(eq(inboxMessages.chatId, id))
      .orderBy(desc(inboxMessages.at), desc(inboxMessages.id))
      .limit(mostLines);
    const seen = newest.flatMap(({ id: message, mailAt }) => (mailAt ? [message] : []));
    if (seen.length > 0)
      await db.update(inboxMessages).set({ mailAt: null }).where(inArray(inboxMessages.id, seen));
    return newest.toReversed().map(({ body, by }) => ({ words: body, by }));
  }

  /** Whether a person who has written in a chat box looks at it now; null where they never have. */
  async standing(personId: PersonId): Promise<{ isThere: boolean } | null> {
    const chat = await latestChat(this.database.db, personId);
    return chat && { isThere: this.isThere(chat) };
  }

  /** Answers in the chat box that a person wrote in last, once for each `id`. The lead waits no longer. */
  async answer(
    who: CurrentUser,
    to: PersonId,
    { id, body }: { id: InboxMessageId; body: string },
  ): Promise<void> {
    const at = this.clock.now();
    await this.database.transaction(async (tx) => {
      const effects = this.causes.begin();
      const person = await this.people.touched(tx, effects, who, { id: to, how: 'wrote', at });
      const chat = await latestChat(tx, to);
      if (!chat)
        throw new AppProblem('bad-request', { detail: 'They have not written in a chat box.' });
      await tx
        .insert(inboxMessages)
        .values({
          ...{ id, clientId: person.clientId, personId: to, chatId: chat.id, kind: 'chat' },
          ...{ by: who.name, from: '', body, reading: 'answer', at },
          mailAt: this.isThere(chat) ? at.add(there) : at,
        })
        .onConflictDoNothing();
      await noteAnswered(tx, to, { kind: 'chat', words: body, at }, who.name);
      await effects.write(tx);
    });
    this.worker.wake();
  }

  private isThere({ seenAt }: Chat): boolean {
    return Temporal.Instant.compare(seenAt.add(there), this.clock.now()) > 0;
  }

  /** Mails what nobody has seen: with the first of a chat box all that was answered there since, in one email. */
  private async mailUnseen(now: Instant): Promise<number> {
    const due = await this.database.db
      .selectDistinct({ id: inboxMessages.chatId })
      .from(inboxMessages)
      .where(lte(inboxMessages.mailAt, now))
      .limit(portion);
    let mailed = 0;
    for (const { id } of due)
      await this.database.transaction(async (tx) => {
        const effects = this.causes.begin();
        const answers = await tx
          .select()
          .from(inboxMessages)
          .where(and(eq(inboxMessages.chatId, id!), isNotNull(inboxMessages.mailAt)))
          .orderBy(asc(inboxMessages.at))
          .for('update', { skipLocked: true });
        if (answers.length > 0) await this.mail(tx, effects, answers, now);
        await effects.write(tx);
        mailed += answers.length;
      });
    return mailed;
  }

  private async mail(
    tx: Queries,
    effects: Consequences,
    answers: readonly Answer[],
    at: Instant,
  ): Promise<void> {
    const [first] = answers;
    const { personId, clientId, chatId } = first!;
    const ids = answers.map(({ id }) => id);
    const [person] = await tx.select().from(people).where(eq(people.id, personId));
    const [client] = await tx.select().from(clients).where(eq(clients.id, clientId));
    const [chat] = await tx.select().from(chats).where(eq(chats.id, chatId!));
    const { to, why } = await answerable(tx, person!, 'chat');
    const set = { mailAt: null, notMailed: why ?? '' } as const;
    await tx.update(inboxMessages).set(set).where(inArray(inboxMessages.id, ids));
    if (why) return;
    const { chat: words } = pageWords(chat?.language ?? 'en');
    const body = [
      words.answerBegin,
      ...answers.map((one) => asLiteral(one.body)),
      `${asLiteral(answers.at(-1)!.by)}\n{{ client.name }}`,
    ].join('\n\n');
    this.messenger.emailPerson(
      effects,
      {
        ...{ client: client!, person: person!, key: `chat:${first!.id}`, at, from: 'Chat box' },
        context: this.messenger.personIn(person!, client!),
      },
      emailFromText({ subject: words.answerSubject, body }),
      to?.from ? { address: to.from } : {},
    );
  }
}

async function latestChat(db: Queries, personId: PersonId): Promise<Chat | null> {
  const [chat] = await db
    .select()
    .from(chats)
    .where(eq(chats.personId, personId))
    .orderBy(desc(chats.seenAt))
    .limit(1);
  return chat ?? null;
}
