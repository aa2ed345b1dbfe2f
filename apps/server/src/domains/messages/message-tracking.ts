import { Injectable } from '@nestjs/common';
import type { ClientId } from '@plumgate/core/basics';
import { and, eq, isNull, sql } from 'drizzle-orm';
import { isbot } from 'isbot';
import { Clock } from '../../platform/clock.ts';
import { Database } from '../../platform/database/database.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { messageLinks } from '../../records/messages/message-links.table.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import type { TimelineFact } from '../../records/people/timeline.ts';
import { messageSeen } from './message-events.ts';
import { PersonLinks } from './person-links.ts';

/** Servers of mail providers that fetch pictures for their people, by a word of their user agent: what they tell is less exact. */
const proxies = ['GoogleImageProxy', 'YahooMailProxy', 'bingpreview'];

/**
 * What becomes of messages to people once they have arrived, as far as it shows: pictures that are fetched, links that
 * are followed. Scanners follow links too, so that neither ever does anything but count.
 */
@Injectable()
export class MessageTracking {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly causes: Causes,
    private readonly links: PersonLinks,
  ) {}

  /** Where a short link of one of a client's messages leads, counted unless a known robot asks; null for none. */
  async follow(
    clientId: ClientId,
    code: string,
    { method, userAgent }: { method: string; userAgent: string },
  ): Promise<string | null> {
    const { db } = this.database;
    const [link] = await db
      .select({ href: messageLinks.href, name: messageLinks.name, message: messageLinks.messageId })
      .from(messageLinks)
      .where(and(eq(messageLinks.code, code), eq(messageLinks.clientId, clientId)));
    if (!link) return null;
    if (method === 'GET' && !isbot(userAgent)) await this.count(clientId, code, link);
    return link.href;
  }

  private async count(
    clientId: ClientId,
    code: string,
    { name, message }: { name: string; message: string | null },
  ): Promise<void> {
    const now = this.clock.now();
    await this.database.db
      .update(messageLinks)
      .set({ clicks: sql`${messageLinks.clicks} + 1`, clickedAt: now })
      .where(eq(messageLinks.code, code));
    if (message === null) return;
    await this.noteFirst(clientId, message, outbox.clickedAt, { clickedAt: now }, (what) => ({
      ...{ kind: 'clicked', link: name, what, message },
    }));
  }

  /** Notes that the picture of a message was fetched; the first time counts. */
  async opened(clientId: ClientId, token: string, userAgent: string): Promise<void> {
    const message = this.links.openedMessage(token);
    if (!message) return;
    const openedBy = proxies.find((name) => userAgent.includes(name)) ?? '';
    await this.noteFirst(
      clientId,
      message,
      outbox.openedAt,
      { openedAt: this.clock.now(), openedBy },
      (what) => ({
        ...{ kind: 'opened', what, message },
      }),
    );
  }

  /** Marks a message the first time that something is seen of it, and writes it onto the record of whoever got it. */
  private async noteFirst(
    clientId: ClientId,
    id: string,
    column: typeof outbox.openedAt | typeof outbox.clickedAt,
    set: Partial<Pick<typeof outbox.$inferInsert, 'openedAt' | 'openedBy' | 'clickedAt'>>,
    factOf: (what: string) => Extract<TimelineFact, { kind: 'opened' | 'clicked' }>,
  ): Promise<void> {
    await this.database.transaction(async (tx) => {
      const [row] = await tx
        .update(outbox)
        .set(set)
        .where(and(eq(outbox.id, id), eq(outbox.clientId, clientId), isNull(column)))
        .returning();
      if (!row?.personId) return;
      const effects = this.causes.begin();
      const whose = { id: row.personId, clientId };
      const [fact, at] = [factOf(row.title), this.clock.now()];
      effects.note(whose, at, fact);
      effects.raise(messageSeen, { personId: row.personId, as: fact.kind, at });
      await effects.write(tx);
    });
  }
}
