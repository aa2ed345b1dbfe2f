import { Injectable } from '@nestjs/common';
import type { Answered, api } from '@plumgate/contract';
import type { ClientId } from '@plumgate/core/basics';
import { emailKey, phoneKey } from '@plumgate/core/people';
import { and, asc, desc, eq, sql } from 'drizzle-orm';
import { Database } from '../../platform/database/database.ts';
import { clients } from '../../records/clients/table.ts';
import { erasureProofs } from '../../records/people/erasure-proofs.table.ts';
import { fingerprint } from '../../records/people/prove-erasure.ts';

const mostShown = 200;

/** Who was erased, as far as that may be known: when, why, and of how much. */
@Injectable()
export class ErasureLog {
  constructor(private readonly database: Database) {}

  /** The newest of a client; with an email address or a phone number, whether and when its owner was erased. */
  async query(clientId: ClientId, contact: string): Promise<Answered<typeof api.queryErasures>> {
    const { db } = this.database;
    const rows = await db
      .select()
      .from(erasureProofs)
      .where(
        and(
          eq(erasureProofs.clientId, clientId),
          contact ? await this.isOwnerOf(clientId, contact) : undefined,
        ),
      )
      .orderBy(desc(erasureProofs.at), asc(erasureProofs.id))
      .limit(mostShown);
    return {
      erasures: rows.map(({ id, how, because, at, counts }) => ({
        ...{ id, how, because, counts },
        at: at.toString(),
      })),
    };
  }

  private async isOwnerOf(clientId: ClientId, contact: string) {
    const { db } = this.database;
    const [client] = await db
      .select({ facts: clients.facts })
      .from(clients)
      .where(eq(clients.id, clientId));
    const keys = [emailKey(contact), phoneKey(contact, client!.facts.country)];
    const prints = await Promise.all(
      keys.flatMap((key) => (key ? fingerprint(db, clientId, key) : [])),
    );
    return sql`${erasureProofs.fingerprints} && ${sql.param(prints)}::text[]`;
  }
}
