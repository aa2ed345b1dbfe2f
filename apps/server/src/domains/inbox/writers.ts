import { Injectable } from '@nestjs/common';
import type { ClientId } from '@plumgate/core/basics';
import { emailKey, phoneKey } from '@plumgate/core/people';
import { and, desc, eq, inArray, isNotNull, isNull, or, sql, type SQL } from 'drizzle-orm';
import { z } from 'zod';
import type { Queries } from '../../platform/database/database.ts';
import type { ReceivedEmail } from '../../platform/mail/received-email.ts';
import type { WireText } from '../../platform/texts/gateway-stand-in.ts';
import { clients, type ClientRow } from '../../records/clients/table.ts';
import { chats, type ChatId } from '../../records/messages/inbox.table.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { PersonStore, type PersonRow } from '../../records/people/person-store.ts';
import { people } from '../../records/people/table.ts';
import { ReplyAddresses } from '../messages/reply-addresses.ts';

/** Which client somebody wrote to, and as whom they are known there. */
export interface Written {
  client: ClientRow;
  /** Null for somebody new. */
  person: PersonRow | null;
}

/** Finds out who wrote what came in, and to which client. */
@Injectable()
export class Writers {
  constructor(
    private readonly store: PersonStore,
    private readonly replies: ReplyAddresses,
  ) {}

  /**
   * Who wrote an email, by the first of these that says it: the address of answers that it went to, the message that it
   * answers, and the sender's address among the people of the client that it went to or that wrote there last. Null where
   * it is for no client.
   */
  async ofEmail(tx: Queries, email: ReceivedEmail): Promise<Written | null> {
    const addressed = email.to.flatMap((address) => this.replies.personOf(address) ?? []);
    const answered = await this.answered(tx, email.thread);
    const ids = [...addressed, ...answered];
    for (const id of ids) {
      const person = await this.known(tx, eq(people.id, id));
      if (person) return this.withClient(tx, person);
    }
    const client = (await this.addressee(tx, email.to)) ?? (await this.lastMailer(tx, email.from));
    if (!client) return null;
    const isFrom = and(eq(people.clientId, client.id), eq(people.emailKey, emailKey(email.from)));
    return { client, person: await this.known(tx, isFrom) };
  }

  /**
   * Who wrote a text: all people with that number, of the client whose number they answered, the last seen first and those
   * in the bin after all others. Null where it is for no client.
   */
  async ofText(
    tx: Queries,
    text: WireText,
  ): Promise<{ client: ClientRow; all: PersonRow[] } | null> {
    const client = (await this.lastSender(tx, text)) ?? (await this.byNumber(tx, text.to));
    if (!client) return null;
    const from = phoneKey(text.from, client.facts.country) ?? text.from;
    const all = await tx
      .select()
      .from(people)
      .where(and(eq(people.clientId, client.id), eq(people.phoneKey, from)))
      .orderBy(sql`${people.removedAt} is not null`, desc(people.lastSeenAt));
    return { client, all };
  }

  /** Who began to write in a chat box; null where nobody has, or they are not there any more. */
  async ofChat(tx: Queries, id: ChatId): Promise<PersonRow | null> {
    const [chat] = await tx.select().from(chats).where(eq(chats.id, id));
    return chat ? this.known(tx, eq(people.id, chat.personId)) : null;
  }

  /** The last seen of the people for whom `condition` holds, as the record that they became a part of; nobody in the bin. */
  private async known(tx: Queries, condition: SQL | undefined): Promise<PersonRow | null> {
    const [person] = await tx
      .select()
      .from(people)
      .where(and(condition, or(isNull(people.removedAt), isNotNull(people.mergedInto))))
      .orderBy(sql`${people.removedAt} is not null`, desc(people.lastSeenAt))
      .limit(1);
    if (!person) return null;
    const into = await this.store.mergedInto(tx, person);
    return into.removedAt ? null : into;
  }

  /** To whom the messages went that an email answers, the latest first. */
  private async answered(tx: Queries, thread: readonly string[]) {
    const ids = thread
      .map((id) => id.split('@')[0])
      .filter((id) => z.uuid().safeParse(id).success) as string[];
    if (ids.length === 0) return [];
    const rows = await tx
      .select({ personId: outbox.personId })
      .from(outbox)
      .where(and(inArray(outbox.id, ids), isNotNull(outbox.personId)))
      .orderBy(desc(outbox.order));
    return rows.flatMap(({ personId }) => personId ?? []);
  }

  private async withClient(tx: Queries, person: PersonRow): Promise<Written> {
    const [client] = await tx.select().from(clients).where(eq(clients.id, person.clientId));
    return { client: client!, person };
  }

  /** The client that mail to these addresses is for: by its address on the fact sheet, or by its name at ours. */
  private async addressee(tx: Queries, to: readonly string[]): Promise<ClientRow | undefined> {
    const keys = to.map(emailKey);
    const slugs = to.flatMap((address) => this.replies.clientSlugOf(address) ?? []);
    const all = await tx.select().from(clients).where(isNull(clients.archivedAt));
    return all.find(
      ({ facts, slug }) =>
        slugs.includes(slug) || (facts.email && keys.includes(emailKey(facts.email))),
    );
  }

  private async lastMailer(tx: Queries, to: string): Promise<ClientRow | undefined> {
    return this.sentLast(
      tx,
      and(eq(outbox.kind, 'email'), sql`lower(${outbox.to}) = ${to.toLowerCase()}`),
    );
  }

  private lastSender(tx: Queries, { from, to }: WireText): Promise<ClientRow | undefined> {
    return this.sentLast(
      tx,
      and(eq(outbox.kind, 'text'), sql`lower(${outbox.to}) = ${from}`, eq(outbox.from, to)),
    );
  }

  private async sentLast(tx: Queries, sent: SQL | undefined): Promise<ClientRow | undefined> {
    const [row] = await tx
      .select({ clientId: outbox.clientId })
      .from(outbox)
      .where(sent)
      .orderBy(desc(outbox.order))
      .limit(1);
    return row?.clientId ? this.client(tx, row.clientId) : undefined;
  }

  private async client(tx: Queries, id: ClientId): Promise<ClientRow | undefined> {
    const [client] = await tx.select().from(clients).where(eq(clients.id, id));
    return client;
  }

  private async byNumber(tx: Queries, number: string): Promise<ClientRow | undefined> {
    const rows = await tx.select().from(clients).where(isNull(clients.archivedAt));
    return rows.find(({ facts }) => phoneKey(facts.phone, facts.country) === number);
  }
}
