import { Injectable } from '@nestjs/common';
import { truncate, type ClientId, type InboxMessageId, type Instant } from '@plumgate/core/basics';
import { readingOf, type InboxReading, type InboxWay } from '@plumgate/core/inbox';
import { contactFrom } from '@plumgate/core/people';
import { eq } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { IdSource } from '../../platform/id-source.ts';
import type { MailedFile, ReceivedEmail } from '../../platform/mail/received-email.ts';
import type { WireText } from '../../platform/texts/gateway-stand-in.ts';
import { Worker } from '../../platform/worker.ts';
import { Causes, type Consequences } from '../../records/causes/consequences.ts';
import { clients, type ClientRow } from '../../records/clients/table.ts';
import { chats, inboxMessages, type ChatId } from '../../records/messages/inbox.table.ts';
import { receivedMessages } from '../../records/messages/table.ts';
import { PersonStore, type PersonRow } from '../../records/people/person-store.ts';
import { ArrivalService } from '../intake/arrival.service.ts';
import { UploadService } from '../intake/upload.service.ts';
import { ConsentService } from '../messages/consent.service.ts';
import { Messenger } from '../messages/messenger.ts';
import { replied } from '../people/person-events.ts';
import { noteCame } from '../../records/messages/conversations.ts';
import { ownWords } from './own-words.ts';
import { Writers } from './writers.ts';

/** What somebody wrote, as the inbox keeps it. */
type Came = Pick<typeof inboxMessages.$inferInsert, 'kind' | 'from' | 'body'> &
  Partial<Pick<typeof inboxMessages.$inferInsert, 'subject' | 'whole' | 'messageId' | 'thread'>> & {
    reading: InboxReading;
    files?: readonly MailedFile[];
    /** Names it: a new person of it is made once. */
    id: string;
    /** What the writer calls themselves. */
    name?: string;
    /** Where they come from; else it is named by how they wrote. */
    source?: string;
    /** The chat box that they wrote in, and the page where it is. */
    chat?: { id: ChatId; page: string; language: string };
  };

/** What somebody wrote in the chat box of a page. */
export interface WrittenInChat {
  clientId: ClientId;
  chat: { id: ChatId; page: string; language: string };
  /** One for each message, however often a bad line sends it. */
  once: string;
  name: string;
  email: string;
  body: string;
  source: string;
}

const longest = { body: 20_000, whole: 100_000, subject: 1000, thread: 50 };

/** Where somebody new who wrote by themselves came from, as people's sources are named. */
const sourceOf: Record<InboxWay, string> = {
  email: 'Email',
  text: 'Text message',
  chat: 'Chat box',
};

/** Whoever asks who texts them learns it, and how to end it. */
const helpText =
  '{{ client.name }}: for help call {{ client.phone }}. Reply STOP to get no more texts.';

/**
 * Takes in what people write: it comes into the conversation with its writer, each message once. Somebody new becomes a
 * lead. *STOP* and its like do what they say; what a mail program sends by itself is kept, and counts as no answer.
 */
@Injectable()
export class Receiving {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly causes: Causes,
    private readonly writers: Writers,
    private readonly consent: ConsentService,
    private readonly arrivals: ArrivalService,
    private readonly messenger: Messenger,
    private readonly uploads: UploadService,
    private readonly store: PersonStore,
    private readonly worker: Worker,
  ) {}

  /** A text that came in; the same one again (by its id) does nothing. */
  text(text: WireText): Promise<void> {
    return this.once(text.id, async (tx, effects, now) => {
      const written = await this.writers.ofText(tx, text);
      if (!written) return;
      const { client, all } = written;
      const [latest] = all;
      const reading = readingOf({ kind: 'text', words: text.body });
      const isAbout = reading === 'stop' || reading === 'start';
      // The number speaks, no matter who else gave the same one.
      if (isAbout)
        for (const person of all)
          await this.consent.allowTexts(tx, effects, person, reading === 'start', now);
      const known = latest && (await this.store.mergedInto(tx, latest));
      const isThere = known && !known.removedAt;
      if (isAbout && !isThere) return;
      const came = {
        kind: 'text' as const,
        from: text.from,
        body: text.body,
        reading,
        id: text.id,
      };
      await this.takeIn(tx, effects, client, isThere ? known : null, came, now);
    });
  }

  /** An email that came in; the same one again (by its Message-ID) does nothing. */
  email(email: ReceivedEmail): Promise<void> {
    return this.once(`mail:${email.id}`, async (tx, effects, now) => {
      const written = await this.writers.ofEmail(tx, email);
      if (!written) return;
      const body = ownWords(email.text);
      const { isAutomatic } = email;
      const reading = readingOf({ kind: 'email', words: body, isAutomatic });
      // Nobody becomes a lead by being away, or by asking to be left alone.
      if (!written.person && reading !== 'answer') return;
      const whole = email.text.trim();
      await this.takeIn(
        tx,
        effects,
        written.client,
        written.person,
        {
          ...{ kind: 'email', from: email.from, reading, id: email.id },
          subject: truncate(email.subject, longest.subject),
          body: body || email.subject,
          whole: whole === body ? '' : truncate(whole, longest.whole),
          messageId: email.id,
          thread: email.thread.slice(-longest.thread),
          files: email.files ?? [],
          name: email.fromName,
        },
        now,
      );
      if (reading === 'stop') await this.consent.endMail(tx, effects, written.person!, now);
    });
  }

  /** What was written in a chat box; the same again does nothing. Who it is stays who they were when they began. */
  chat(written: WrittenInChat): Promise<void> {
    const { clientId, chat, once, email, ...came } = written;
    return this.once(`chat:${once}`, async (tx, effects, now) => {
      const [client] = await tx.select().from(clients).where(eq(clients.id, clientId));
      const person = await this.writers.ofChat(tx, chat.id);
      const from = { kind: 'chat' as const, from: email, reading: 'answer' as const, id: once };
      await this.takeIn(tx, effects, client!, person, { ...came, ...from, chat }, now);
    });
  }

  /** Does what a message leads to in one transaction, the first time that it is told of. */
  private async once(
    id: string,
    does: (tx: Queries, effects: Consequences, now: Instant) => Promise<void>,
  ): Promise<void> {
    const now = this.clock.now();
    await this.database.transaction(async (tx) => {
      const [isNew] = await tx
        .insert(receivedMessages)
        .values({ id, receivedAt: now })
        .onConflictDoNothing()
        .returning({ id: receivedMessages.id });
      if (!isNew) return;
      const effects = this.causes.begin();
      await does(tx, effects, now);
      await effects.write(tx);
    });
    this.worker.wake();
  }

  private async takeIn(
    tx: Queries,
    effects: Consequences,
    client: ClientRow,
    known: PersonRow | null,
    came: Came,
    now: Instant,
  ): Promise<void> {
    const person = known ?? (await this.arrive(tx, effects, client, came, now));
    const { id: messageName, files = [], name: _, source: __, chat, ...values } = came;
    const id = this.ids.next<InboxMessageId>();
    if (chat) await this.noteChat(tx, person, chat, now);
    await tx.insert(inboxMessages).values({
      ...{ id, clientId: client.id, personId: person.id, chatId: chat?.id ?? null },
      ...{ ...values, body: truncate(came.body, longest.body), at: now },
    });
    await this.uploads.keepOfMessage(tx, { id, clientId: client.id, messageName }, files);
    await this.note(tx, effects, { client, person, came, now, isNew: known === null });
  }

  /** A chat box that is written in is looked at; it is of whoever writes in it now. */
  private async noteChat(
    tx: Queries,
    { id: personId, clientId }: PersonRow,
    { id, language }: NonNullable<Came['chat']>,
    seenAt: Instant,
  ): Promise<void> {
    await tx
      .insert(chats)
      .values({ id, clientId, personId, language, seenAt })
      .onConflictDoUpdate({ target: chats.id, set: { personId, seenAt } });
  }

  /** What a message means beside that it is kept. */
  private async note(
    tx: Queries,
    effects: Consequences,
    about: { client: ClientRow; person: PersonRow; came: Came; now: Instant; isNew: boolean },
  ): Promise<void> {
    const { client, person, came, now, isNew } = about;
    const { reading, kind, body } = came;
    const words = truncate(body, 1000);
    if (reading === 'answer' || reading === 'help')
      await noteCame(tx, person, { kind, words: body, at: now });
    if (reading === 'away') effects.note(person, now, { kind: 'away', body: words });
    if (reading === 'answer' && !isNew) {
      effects.note(person, now, { kind: 'replied', body: words, by: kind });
      effects.raise(replied, { person, at: now });
    }
    if (reading === 'help')
      this.messenger.textPerson(
        effects,
        { ...{ client, person, key: `help:${came.id}`, at: now }, from: 'HELP', context: {} },
        helpText,
      );
  }

  /** Somebody new who wrote by themselves. */
  private async arrive(
    tx: Queries,
    effects: Consequences,
    client: ClientRow,
    { kind, from, body, id, name = '', source = sourceOf[kind], chat }: Came,
    at: Instant,
  ): Promise<PersonRow> {
    const ready = await this.arrivals.prepare(tx, client.id);
    const [email, phone] = kind === 'text' ? ['', from] : [from, ''];
    return this.arrivals.take(tx, effects, ready, {
      key: `inbox:${client.id}:${id}`,
      details: contactFrom({ name, email, phone }, client.facts.country),
      fact: {
        ...{ kind: 'wrote-in', source, body: truncate(body, 1000) },
        ...(chat && { page: chat.page }),
      },
      ...{
        source,
        because: chat ? `wrote in the chat box of “${chat.page}”` : `wrote, from ${source}`,
        at,
      },
      ...{ isSpokenWith: false, mayWait: true },
    });
  }
}
