import { Injectable } from '@nestjs/common';
import type { ClientId } from '@plumgate/core/basics';
import { and, eq, isNull, sql } from 'drizzle-orm';
import { isbot } from 'isbot';
import { Clock } from '../../platform/clock.ts';
import { Database } from '../../platform/database/database.ts';
import { messageLinks } from '../../records/messages/message-links.table.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { PersonLinks } from './person-links.ts';

/** Servers of mail providers that fetch pictures for their people, by a word of their user agent: what they tell is less exact. */
const proxies = ['GoogleImageProxy', 'YahooMailProxy', 'bingpreview'];

/**
 * What becomes of a campaign's messages once they have arrived, as far as it shows: pictures that are fetched, links that
 * are followed. Scanners follow links too, so that neither ever does anything but count.
 */
@Injectable()
export class MessageTracking {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
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
      .select({ href: messageLinks.href, messageId: messageLinks.messageId })
      .from(messageLinks)
      .innerJoin(outbox, eq(outbox.id, messageLinks.messageId))
      .where(and(eq(messageLinks.code, code), eq(outbox.clientId, clientId)));
    if (!link) return null;
    if (method === 'GET' && !isbot(userAgent)) {
      const now = this.clock.now();
      await db
        .update(messageLinks)
        .set({ clicks: sql`${messageLinks.clicks} + 1`, clickedAt: now })
        .where(eq(messageLinks.code, code));
      await db
        .update(outbox)
        .set({ clickedAt: now })
        .where(and(eq(outbox.id, link.messageId), isNull(outbox.clickedAt)));
    }
    return link.href;
  }

  /** Notes that the picture of a message was fetched; the first time counts. */
  async opened(clientId: ClientId, token: string, userAgent: string): Promise<void> {
    const id = this.links.openedMessage(token);
    if (!id) return;
    const openedBy = proxies.find((name) => userAgent.includes(name)) ?? '';
    await this.database.db
      .update(outbox)
      .set({ openedAt: this.clock.now(), openedBy })
      .where(and(eq(outbox.id, id), eq(outbox.clientId, clientId), isNull(outbox.openedAt)));
  }
}
