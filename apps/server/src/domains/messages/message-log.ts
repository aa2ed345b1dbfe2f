import { Injectable } from '@nestjs/common';
import type { Answered, api, MessageOutcome, MessageRecord, SentMessage } from '@plumgate/contract';
import type { ClientId, MessageId } from '@plumgate/core/basics';
import { leftOutWords } from '@plumgate/core/followup';
import { and, desc, eq, inArray, lt, sql } from 'drizzle-orm';
import { likeText } from '../../platform/database/like-words.ts';
import { Database } from '../../platform/database/database.ts';
import { notFound } from '../../platform/http/app-problem.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { cannotGoOn } from '../../platform/http/cursor.ts';
import { seenBy } from '../../records/accounts/users-of.ts';
import { outbox, type MessageState } from '../../records/messages/outbox.table.ts';
import { postRoom } from '../../records/messages/table.ts';
import { Composer } from './composer.ts';
import { PostRoomService } from './post-room.service.ts';

type Row = typeof outbox.$inferSelect;

/** What is asked of the log. */
interface Asked {
  search: string;
  state?: MessageOutcome | undefined;
  kind?: Row['kind'] | undefined;
  after?: string | undefined;
  limit: number;
}

/** Of a message of a paused campaign nobody is told more than that it has not left. */
const statesOf: Record<MessageOutcome, MessageState[]> = {
  queued: ['queued', 'held'],
  sent: ['sent'],
  delivered: ['delivered'],
  failed: ['failed'],
  'left-out': ['left-out'],
};
export const outcomeOf = (state: MessageState): MessageOutcome =>
  state === 'held' ? 'queued' : state;

/** Why a message was not sent, as a clause; empty for one that was or will be. */
export function reasonOf({ state, leftOut, lastError }: Row): string {
  if (state === 'left-out') return leftOut ? leftOutWords(leftOut) : '';
  if (state === 'failed') return `it could not be delivered (${lastError ?? 'unknown'})`;
  return state === 'queued' && lastError ? `it is tried again (${lastError})` : '';
}

/** Every message of a client that left the program, is to leave it, or was left out. */
@Injectable()
export class MessageLog {
  constructor(
    private readonly database: Database,
    private readonly composer: Composer,
    private readonly room: PostRoomService,
  ) {}

  /** The last queued first; `after` is the number of the last one in that order. */
  async list(clientId: ClientId, asked: Asked): Promise<Answered<typeof api.listMessages>> {
    const { search, state, kind, after, limit } = asked;
    if (after !== undefined && !/^\d{1,15}$/.test(after)) throw cannotGoOn();
    const like = likeText(search.toLowerCase());
    const rows = await this.database.db
      .select({ message: outbox, arrived: { text: postRoom.text, subject: postRoom.subject } })
      .from(outbox)
      .leftJoin(postRoom, eq(postRoom.id, sql`${outbox.id}`))
      .where(
        and(
          eq(outbox.clientId, clientId),
          state && inArray(outbox.state, statesOf[state]),
          kind && eq(outbox.kind, kind),
          search
            ? sql`lower(${outbox.to} || ' ' || ${outbox.title} || ' ' || ${outbox.from}) like ${like}`
            : undefined,
          after === undefined ? undefined : lt(outbox.order, Number(after)),
        ),
      )
      .orderBy(desc(outbox.order))
      .limit(limit + 1);
    const shown = rows.slice(0, limit);
    const last = shown.at(-1);
    return {
      messages: shown.map(({ message, arrived }) => view(message, arrived)),
      next: rows.length > limit && last ? String(last.message.order) : null,
    };
  }

  /** A message as its recipient sees it: as it arrived in the post room, or as it is put together now. */
  async get(who: CurrentUser, id: MessageId): Promise<MessageRecord> {
    const arrived = await this.room.find(who, id);
    if (arrived) return arrived;
    const { db } = this.database;
    const [row] = await db
      .select()
      .from(outbox)
      .where(and(eq(outbox.id, id), seenBy(who, outbox.clientId)));
    if (!row) throw notFound();
    const sources = await this.composer.sourcesOf(db, [row], { isSending: false });
    const { subject, body } = this.composer.words(row, sources);
    return {
      ...view(row, { subject: subject || body, text: body }),
      ...{ html: this.composer.html(row, sources), unsubscribe: '', calendar: '' },
      conversation: [],
    };
  }
}

const view = (row: Row, arrived: { subject: string; text: string } | null): SentMessage => ({
  ...{ id: row.id as MessageId, kind: row.kind, isReply: false, from: row.from, to: row.to },
  ...{ subject: arrived?.subject || row.title, text: arrived?.text ?? '' },
  receivedAt: (row.sentAt ?? row.dueAt).toString(),
  ...{ state: outcomeOf(row.state), reason: reasonOf(row) },
  ...{ personId: row.personId, origin: row.origin },
  ...{ opened: row.openedAt !== null, clicked: row.clickedAt !== null },
});
