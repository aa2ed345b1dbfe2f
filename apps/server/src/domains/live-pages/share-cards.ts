import { Injectable } from '@nestjs/common';
import { RevisionId } from '@plumgate/core/basics';
import { clientFields } from '@plumgate/core/clients';
import { fillOrKeep } from '@plumgate/core/messages';
import { eq } from 'drizzle-orm';
import { LRUCache } from 'lru-cache';
import { pageRevisions } from '../../records/pages/table.ts';
import { Database } from '../../platform/database/database.ts';
import { shareCard } from './share-card.ts';

/** Some five hundred cards, in bytes. */
const maxBytes = 16 * 2 ** 20;

/** The cards of published pages. A revision never changes, nor does its card: it is drawn once, however many ask at once. */
@Injectable()
export class ShareCards {
  private readonly drawn: LRUCache<RevisionId, Buffer>;

  constructor(private readonly database: Database) {
    this.drawn = new LRUCache({
      maxSize: maxBytes,
      sizeCalculation: (card) => card.length,
      fetchMethod: (id) => this.draw(id),
    });
  }

  /** The card of a revision as PNG; null for an id that names none. */
  async of(revision: string): Promise<Buffer | null> {
    const id = RevisionId.safeParse(revision);
    return id.success ? ((await this.drawn.fetch(id.data)) ?? null) : null;
  }

  private async draw(id: RevisionId): Promise<Buffer | undefined> {
    const [row] = await this.database.db
      .select()
      .from(pageRevisions)
      .where(eq(pageRevisions.id, id));
    if (!row) return undefined;
    const fields = { client: clientFields(row.clientName, row.facts) };
    return shareCard(fillOrKeep(row.document.title, fields), row.clientName, row.brand);
  }
}
