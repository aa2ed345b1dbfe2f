import { Injectable } from '@nestjs/common';
import type { Answered, api, MessageRecord, MessageSummary } from '@plumgate/contract';
import { cleanData, ClientId, MessageId } from '@plumgate/core/basics';
import { and, asc, desc, eq, isNull, or, sql } from 'drizzle-orm';
import type { ParsedMail } from 'mailparser';
import { Clock } from '../../platform/clock.ts';
import { likeText } from '../../platform/database/like-words.ts';
import { Database } from '../../platform/database/database.ts';
import { notFound } from '../../platform/http/app-problem.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { afterCursor, cursorOf } from '../../platform/http/cursor.ts';
import { IdSource } from '../../platform/id-source.ts';
import { clientHeader } from '../../platform/mail/mail-door.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { plainToHtml } from '@plumgate/core/messages';
import { messageIdsIn } from '../../platform/mail/received-email.ts';
import type { WrittenAnswer } from '../../platform/mail/written-answer.ts';
import { answerSubject } from '@plumgate/core/inbox';
import type { WireText } from '../../platform/texts/gateway-stand-in.ts';
import { postRoom } from '../../records/messages/table.ts';
import { seenBy } from '../../records/accounts/users-of.ts';

type Row = typeof postRoom.$inferSelect;

const mostOfAgency = 50;

/** Shows what the built-in mail server and text gateway received. */
@Injectable()
export class PostRoomService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
  ) {}

  /** Keeps a message from the wire; one that was delivered before, by its Message-ID, is not kept again. */
  async keep(mail: ParsedMail, recipients: string[]): Promise<void> {
    const client = ClientId.safeParse(mail.headers.get(clientHeader.toLowerCase()));
    const file = mail.attachments.find(({ contentType }) => contentType === 'text/calendar');
    await this.insert({
      ...idOf(mail.messageId),
      clientId: client.data ?? null,
      wireId: mail.messageId ?? this.ids.next<string>(),
      from: mail.from?.text ?? '',
      to: recipients.join(', '),
      replyTo: mail.replyTo?.value[0]?.address ?? '',
      subject: mail.subject ?? '',
      text: mail.text ?? '',
      html: mail.html || '',
      unsubscribe: leaveAddress(mail),
      calendar: file?.content.toString() ?? '',
    });
  }

  /** Keeps a text that the gateway was given; the same id again is the same text. */
  async keepText(text: WireText): Promise<void> {
    const [owed] = await this.database.db
      .select({ clientId: outbox.clientId })
      .from(outbox)
      .where(sql`${outbox.id}::text = ${text.id}`);
    if (!owed) return;
    await this.insert({
      ...{ ...asText(text), ...idOf(text.id) },
      ...{ clientId: owed.clientId, wireId: text.id },
    });
  }

  /** Writes a reply down as the recipient's, and gives it as it goes over the wire. */
  async writeReply(
    who: CurrentUser,
    to: MessageId,
    { body, automatic }: { body: string; automatic: boolean },
  ): Promise<{ text: WireText } | { email: WrittenAnswer }> {
    const row = await this.row(who, to);
    return row.kind === 'text'
      ? { text: await this.writeTextReply(row, body) }
      : { email: await this.writeEmailReply(row, body, automatic) };
  }

  private async writeEmailReply(
    row: Row,
    text: string,
    automatic: boolean,
  ): Promise<WrittenAnswer> {
    const [from, to] = row.isReply ? [row.from, row.to] : [row.to, row.replyTo || row.from];
    const subject = automatic ? `Automatic reply: ${row.subject}` : answerSubject(row.subject);
    const messageId = `${this.ids.next<string>()}@${from.split('@').at(-1)}`;
    await this.insert({
      ...{ kind: 'email', from, to, subject, text, html: plainToHtml(text) },
      ...{ clientId: row.clientId, wireId: `<${messageId}>`, isReply: true },
    });
    const thread = messageIdsIn(row.wireId);
    return { from, to, subject, text, messageId, thread, automatic };
  }

  private async writeTextReply(row: Row, body: string): Promise<WireText> {
    // The sender of the text is answered, also where the reply follows another reply.
    const [from, number] = row.isReply ? [row.from, row.to] : [row.to, row.from];
    const text = { id: this.ids.next<string>(), from, to: number, body };
    await this.insert({ ...asText(text), clientId: row.clientId, wireId: text.id, isReply: true });
    return text;
  }

  async list(
    clientId: ClientId,
    query: { search: string; after?: string | undefined; limit: number },
  ): Promise<Answered<typeof api.listPostRoom>> {
    const like = likeText(query.search.toLowerCase());
    const matching = query.search
      ? sql`lower(${postRoom.to} || ' ' || ${postRoom.subject} || ' ' || ${postRoom.from}) like ${like}`
      : undefined;
    const rows = await this.database.db
      .select()
      .from(postRoom)
      .where(
        and(
          eq(postRoom.clientId, clientId),
          matching,
          afterCursor(query.after, postRoom.receivedAt, postRoom.id),
        ),
      )
      .orderBy(desc(postRoom.receivedAt), asc(postRoom.id))
      .limit(query.limit + 1);
    const shown = rows.slice(0, query.limit);
    const last = shown.at(-1);
    return {
      messages: shown.map(view),
      next: rows.length > query.limit && last ? cursorOf(last.receivedAt, last.id) : null,
    };
  }

  /** A message as it came; null where none has come under this id. */
  async find(who: CurrentUser, id: MessageId): Promise<MessageRecord | null> {
    const [row] = await this.rows(who, id);
    if (!row) return null;
    const { html, unsubscribe, calendar } = row;
    return {
      ...view(row),
      html,
      unsubscribe,
      calendar,
      conversation: await this.conversation(row),
    };
  }

  /** What the agency wrote to its own people, the newest first. */
  async ofAgency(): Promise<MessageRecord[]> {
    const rows = await this.database.db
      .select()
      .from(postRoom)
      .where(isNull(postRoom.clientId))
      .orderBy(desc(postRoom.receivedAt), asc(postRoom.id))
      .limit(mostOfAgency);
    return rows.map((row) => ({
      ...view(row),
      ...{ html: row.html, unsubscribe: row.unsubscribe, calendar: '', conversation: [] },
    }));
  }

  private async conversation(row: Row): Promise<MessageSummary[]> {
    if (row.kind !== 'text') return [];
    const { from, to } = row;
    const rows = await this.database.db
      .select()
      .from(postRoom)
      .where(
        and(
          row.clientId ? eq(postRoom.clientId, row.clientId) : undefined,
          eq(postRoom.kind, 'text'),
          or(
            and(eq(postRoom.from, from), eq(postRoom.to, to)),
            and(eq(postRoom.from, to), eq(postRoom.to, from)),
          ),
        ),
      )
      .orderBy(asc(postRoom.receivedAt), asc(postRoom.id));
    return rows.map(view);
  }

  private async row(who: CurrentUser, id: MessageId): Promise<Row> {
    const [row] = await this.rows(who, id);
    if (!row) throw notFound();
    return row;
  }

  private rows(who: CurrentUser, id: MessageId): Promise<Row[]> {
    return this.database.db
      .select()
      .from(postRoom)
      .where(and(eq(postRoom.id, id), seenBy(who, postRoom.clientId)));
  }

  private async insert({
    id,
    ...values
  }: Omit<typeof postRoom.$inferInsert, 'id' | 'receivedAt'> & {
    id?: MessageId;
  }): Promise<void> {
    await this.database.db
      .insert(postRoom)
      .values({
        id: id ?? this.ids.next<MessageId>(),
        receivedAt: this.clock.now(),
        ...cleanData(values),
      })
      .onConflictDoNothing();
  }
}

const asText = ({ from, to, body }: WireText) => ({
  kind: 'text' as const,
  from,
  to,
  subject: body,
  text: body,
  html: '',
});

/** The id of the message in the outbox, which its id on the wire begins with; none for what is no message of ours. */
function idOf(wireId: string | undefined): { id?: MessageId } {
  const id = MessageId.safeParse(messageIdsIn(wireId)[0]?.split('@')[0]).data;
  return id ? { id } : {};
}

/** The address of List-Unsubscribe, when the message may be left by one press (RFC 8058). */
function leaveAddress(mail: ParsedMail): string {
  const list = mail.headers.get('list') as
    { unsubscribe?: { url?: string }; 'unsubscribe-post'?: { name?: string } } | undefined;
  return list?.['unsubscribe-post'] ? (list.unsubscribe?.url ?? '') : '';
}

const view = (row: Row): MessageSummary => ({
  id: row.id,
  kind: row.kind,
  isReply: row.isReply,
  from: row.from,
  to: row.to,
  subject: row.subject,
  text: row.text,
  receivedAt: row.receivedAt.toString(),
});
