import { Injectable } from '@nestjs/common';
import type { ClientId } from '@plumgate/core/basics';
import { eq, sql } from 'drizzle-orm';
import { Database, type Queries } from '../../platform/database/database.ts';
import { PinoLogger } from '../../platform/logging.ts';
import { clients } from '../../records/clients/table.ts';

/** Something that visitors of a client's host see has changed. */
export interface SiteChange {
  clientSlug: string;
  /** The pages that were just published, by their addresses. */
  published: string[];
}

/** What one process tells the others. */
interface Notice {
  slug: string;
  version: number;
}

const channel = 'site_changed';
const pollMs = 1000;

/**
 * The version of each client's site. It goes up in the transaction that changes anything visitors see, and every process
 * learns of it: this one as soon as the transaction is done, the others by a notification, or by looking at the versions
 * while they can't be notified.
 */
@Injectable()
export class SiteVersions {
  private readonly listeners: ((change: SiteChange) => unknown)[] = [];
  private stopListening: () => Promise<void> = () => Promise.resolve();
  private timer: NodeJS.Timeout | undefined;
  private known = new Map<string, number>();
  private isNotified = false;

  constructor(
    private readonly database: Database,
    private readonly log: PinoLogger,
  ) {}

  /** Listeners hear of a change one after the other; `first` before those that build on what it does. */
  onChange(listener: (change: SiteChange) => unknown, { first = false } = {}): void {
    if (first) this.listeners.unshift(listener);
    else this.listeners.push(listener);
  }

  /** Notes, in the transaction of the change, that a client's site changed; `published` names pages to make ready at once. */
  async changed(tx: Queries, clientId: ClientId, published: string[] = []): Promise<void> {
    const [row] = await tx
      .update(clients)
      .set({ siteVersion: sql`${clients.siteVersion} + 1` })
      .where(eq(clients.id, clientId))
      .returning({ slug: clients.slug, version: clients.siteVersion });
    if (!row) return;
    await this.database.notify(tx, channel, JSON.stringify(row satisfies Notice));
    await this.database.afterCommit(tx, () => {
      this.known.set(row.slug, row.version);
      return this.tell({ clientSlug: row.slug, published });
    });
  }

  /** Learns from now on what other processes change. */
  async start(): Promise<void> {
    this.stopListening = await this.database.listen(channel, {
      onMessage: (message) => this.hear(JSON.parse(message) as Notice),
      // What happened while nobody listened is found by its version.
      onState: (isListening) => {
        this.isNotified = isListening;
        this.pollLater();
      },
    });
    if (!this.database.isShared) return;
    this.known = await this.versions();
    this.timer = setInterval(() => !this.isNotified && this.pollLater(), pollMs);
    this.timer.unref();
  }

  async stop(): Promise<void> {
    clearInterval(this.timer);
    await this.stopListening();
  }

  private hear({ slug, version }: Notice): void {
    this.known.set(slug, version);
    this.tellLater(slug);
  }

  /** The change is made: a listener that fails keeps it neither from its caller nor from the other listeners. */
  private async tell(change: SiteChange): Promise<void> {
    for (const listener of this.listeners)
      try {
        await listener(change);
      } catch (error) {
        this.log.error({ err: error }, 'change of a site not passed on');
      }
  }

  private tellLater(clientSlug: string): void {
    this.tell({ clientSlug, published: [] }).catch(() => {});
  }

  private pollLater(): void {
    this.poll().catch((error: unknown) => this.log.error({ err: error }, 'site versions not read'));
  }

  private async poll(): Promise<void> {
    const now = await this.versions();
    for (const [slug, version] of now) if (this.known.get(slug) !== version) this.tellLater(slug);
    this.known = now;
  }

  private async versions(): Promise<Map<string, number>> {
    const rows = await this.database.db
      .select({ slug: clients.slug, version: clients.siteVersion })
      .from(clients);
    return new Map(rows.map(({ slug, version }) => [slug, version]));
  }
}
