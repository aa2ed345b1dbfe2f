import { Injectable } from '@nestjs/common';
import type { ClientId, Instant } from '@plumgate/core/basics';
import { and, asc, eq, inArray, isNull, lte, min, or } from 'drizzle-orm';
import { Database, type Queries } from '../database/database.ts';
import { IdSource } from '../id-source.ts';
import { MailDoor } from '../mail/mail-door.ts';
import { outbox, type EmailPayload } from './table.ts';

type OutboxRow = typeof outbox.$inferSelect;

/** A try must end within the lease; after it another worker may take the row. */
const lease = { seconds: 60 };
const batch = 20;
/** Waits between tries, in minutes: about two days in all, so that a mail server down for a night loses nothing. */
const backOff = [1, 2, 5, 10, 20, 30, 60, 120, 240, 480, 720, 1440];

@Injectable()
export class Outbox {
  constructor(
    private readonly database: Database,
    private readonly ids: IdSource,
    private readonly mail: MailDoor,
  ) {}

  /** Owes a message from within the transaction of its cause. The same `key` again owes nothing more. */
  async owe(
    tx: Queries,
    owed: { clientId: ClientId; key: string; dueAt: Instant; payload: EmailPayload },
  ): Promise<void> {
    await tx
      .insert(outbox)
      .values({ id: this.ids.next(), state: 'owed', ...owed })
      .onConflictDoNothing({ target: outbox.key });
  }

  /**
   * Sends what is due, each under a lease taken with SKIP LOCKED so that two workers never hold one row, and gives how
   * many rows were tried. A crash between the sending and the mark sends again after the lease; the Message-ID is the
   * row's id, by which a receiver knows the second for the first.
   */
  async sendDue(now: Instant, worker: string): Promise<number> {
    const rows = await this.take(now, worker);
    for (const row of rows) await this.attempt(row, now, worker);
    return rows.length;
  }

  async nextDue(): Promise<Instant | null> {
    const [row] = await this.database.db
      .select({ at: min(outbox.dueAt) })
      .from(outbox)
      .where(eq(outbox.state, 'owed'));
    return row?.at ?? null;
  }

  private take(now: Instant, worker: string): Promise<OutboxRow[]> {
    return this.database.transaction(async (tx) => {
      const due = await tx
        .select({ id: outbox.id })
        .from(outbox)
        .where(
          and(
            eq(outbox.state, 'owed'),
            lte(outbox.dueAt, now),
            or(isNull(outbox.leasedUntil), lte(outbox.leasedUntil, now)),
          ),
        )
        .orderBy(asc(outbox.dueAt), asc(outbox.id))
        .limit(batch)
        .for('update', { skipLocked: true });
      if (due.length === 0) return [];
      const taken = await tx
        .update(outbox)
        .set({ leasedBy: worker, leasedUntil: now.add(lease) })
        .where(
          inArray(
            outbox.id,
            due.map((row) => row.id),
          ),
        )
        .returning();
      return taken.sort(
        (a, b) => a.dueAt.epochMilliseconds - b.dueAt.epochMilliseconds || (a.id < b.id ? -1 : 1),
      );
    });
  }

  private async attempt(row: OutboxRow, now: Instant, worker: string): Promise<void> {
    const mine = and(eq(outbox.id, row.id), eq(outbox.leasedBy, worker));
    try {
      await this.mail.send({ ...row.payload, id: row.id, clientId: row.clientId, date: now });
      await this.database.db
        .update(outbox)
        .set({
          state: 'sent',
          sentAt: now,
          leasedBy: null,
          leasedUntil: null,
          attempts: row.attempts + 1,
          lastError: null,
        })
        .where(mine);
    } catch (error) {
      const wait = backOff[row.attempts];
      await this.database.db
        .update(outbox)
        .set({
          state: wait === undefined ? 'failed' : 'owed',
          dueAt: wait === undefined ? row.dueAt : now.add({ minutes: wait }),
          attempts: row.attempts + 1,
          lastError: reason(error),
          leasedBy: null,
          leasedUntil: null,
        })
        .where(mine);
    }
  }
}

/** The kind of failure without the server's words, which may repeat an address. */
function reason(error: unknown): string {
  const { code, responseCode } = error as { code?: string; responseCode?: number };
  return [code, responseCode].filter(Boolean).join(' ') || 'unknown';
}
