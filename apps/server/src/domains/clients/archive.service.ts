import { Injectable } from '@nestjs/common';
import type { ArchivedClient, ArchiveEffect } from '@plumgate/contract';
import type { ClientId } from '@plumgate/core/basics';
import { and, desc, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { Database } from '../../platform/database/database.ts';
import { notFound } from '../../platform/http/app-problem.ts';
import { bookings } from '../../records/booking/table.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { clients } from '../../records/clients/table.ts';
import { sequenceRuns } from '../../records/followup/table.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { isLive, pages } from '../../records/pages/table.ts';
import { people } from '../../records/people/table.ts';
import { isWaiting, nobodyWaits } from '../../records/people/waiting.ts';
import { clientArchived } from './client-events.ts';
import { SiteVersions } from './site-versions.ts';

/**
 * Clients that the agency works for no more. Everything of theirs is kept and nothing happens: pages don't answer,
 * sequences end, what is queued is not sent, nobody waits. Brought back, their pages answer again; what ended stays ended.
 */
@Injectable()
export class ArchiveService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly causes: Causes,
    private readonly versions: SiteVersions,
  ) {}

  /** What would end with a client. */
  async effectOf(clientId: ClientId): Promise<ArchiveEffect> {
    const now = sql`${this.clock.now().toString()}::timestamptz`;
    const { rows } = await this.database.db.execute<ArchiveEffect & Record<string, unknown>>(sql`
      select
        (select count(*)::int from ${pages} where ${pages.clientId} = ${clientId} and ${isLive}) as pages,
        (select count(*)::int from ${sequenceRuns} as r where r.client_id = ${clientId} and r.state = 'running') as "inSequences",
        (select count(*)::int from ${outbox} as o where o.client_id = ${clientId} and o.state = 'queued') as queued,
        (select count(*)::int from ${bookings} as b where b.client_id = ${clientId} and b.state = 'booked' and b.starts_at > ${now}) as bookings,
        (select count(*)::int from ${people} where ${people.clientId} = ${clientId} and ${isWaiting}) as waiting`);
    return rows[0]!;
  }

  /** Archives a client; one that is archived already stays as it is. */
  async archive(clientId: ClientId): Promise<void> {
    const at = this.clock.now();
    await this.database.transaction(async (tx) => {
      const [archived] = await tx
        .update(clients)
        .set({ archivedAt: at })
        .where(and(eq(clients.id, clientId), isNull(clients.archivedAt)))
        .returning({ id: clients.id });
      if (!archived) return;
      await tx
        .update(people)
        .set(nobodyWaits)
        .where(and(eq(people.clientId, clientId), isNotNull(people.waitingSince)));
      const effects = this.causes.begin();
      effects.raise(clientArchived, { clientId, at });
      await effects.write(tx);
      await this.versions.changed(tx, clientId);
    });
  }

  /**
   * Brings a client back.
   *
   * @throws AppProblem `not-found` for a client that is not archived
   */
  async bringBack(clientId: ClientId): Promise<void> {
    await this.database.transaction(async (tx) => {
      const [back] = await tx
        .update(clients)
        .set({ archivedAt: null })
        .where(and(eq(clients.id, clientId), isNotNull(clients.archivedAt)))
        .returning({ id: clients.id });
      if (!back) throw notFound();
      await this.versions.changed(tx, clientId);
    });
  }

  /** The archived clients, the latest first. */
  async list(): Promise<ArchivedClient[]> {
    const rows = await this.database.db
      .select({ id: clients.id, name: clients.name, archivedAt: clients.archivedAt })
      .from(clients)
      .where(isNotNull(clients.archivedAt))
      .orderBy(desc(clients.archivedAt), clients.name);
    return rows.map(({ archivedAt, ...client }) => ({
      ...client,
      archivedAt: archivedAt!.toString(),
    }));
  }
}
