import { Injectable } from '@nestjs/common';
import type { Answered, api, MessageRecord, MessageSummary } from '@plumgate/contract';
import { ClientId } from '@plumgate/core/basics';
import type { MessageId } from '@plumgate/core/basics';
import { and, asc, desc, eq, sql } from 'drizzle-orm';
import type { ParsedMail } from 'mailparser';
import { Clock } from '../platform/clock.ts';
import { Database } from '../platform/database/database.ts';
import { notFound } from '../platform/http/app-problem.ts';
import type { Who } from '../platform/http/bind.ts';
import { afterCursor, cursorOf } from '../platform/http/cursor.ts';
import { IdSource } from '../platform/id-source.ts';
import { clientHeader } from '../platform/mail/mail-door.ts';
import { postRoom } from './table.ts';

/** Shows what the built-in mail server received. */
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
    if (!client.success) return;
    await this.database.db
      .insert(postRoom)
      .values({
        id: this.ids.next<MessageId>(),
        clientId: client.data,
        wireId: mail.messageId ?? this.ids.next<string>(),
        from: mail.from?.text ?? '',
        to: recipients.join(', '),
        subject: mail.subject ?? '',
        text: mail.text ?? '',
        html: mail.html || '',
        receivedAt: this.clock.now(),
      })
      .onConflictDoNothing();
  }

  async list(
    clientId: ClientId,
    query: { search: string; after?: string | undefined; limit: number },
  ): Promise<Answered<typeof api.listMessages>> {
    const like = `%${query.search.toLowerCase().replace(/[\\%_]/g, '\\$&')}%`;
    const matching = query.search
      ? sql`lower(${postRoom.to} || ' ' || ${postRoom.subject}) like ${like}`
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

  async get(who: Who, id: MessageId): Promise<MessageRecord> {
    const mine = who.clientId ? eq(postRoom.clientId, who.clientId) : undefined;
    const [row] = await this.database.db
      .select()
      .from(postRoom)
      .where(and(eq(postRoom.id, id), mine));
    if (!row) throw notFound();
    return { ...view(row), html: row.html };
  }
}

const view = (row: typeof postRoom.$inferSelect): MessageSummary => ({
  id: row.id,
  kind: 'email',
  from: row.from,
  to: row.to,
  subject: row.subject,
  text: row.text,
  receivedAt: row.receivedAt.toString(),
});
