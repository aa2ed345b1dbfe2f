import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { api, Answered } from '@plumgate/contract';
import type { ClientId } from '@plumgate/core/basics';
import { and, desc, eq, lt, lte, sql } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { Database } from '../../platform/database/database.ts';
import { deleteSome } from '../../platform/database/delete-some.ts';
import { Housekeeping } from '../../platform/housekeeping.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { auditRows } from '../../records/audit/table.ts';

/** Two years: long enough to ask who changed something last season. */
const keptFor = { hours: 24 * 730 };

/** What a person changed. */
export interface Audited {
  who: Pick<CurrentUser, 'id' | 'name'>;
  clientId: ClientId | null;
  action: string;
  target: string;
}

/** Who changed what, and when. */
@Injectable()
export class AuditLog implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly housekeeping: Housekeeping,
  ) {}

  onModuleInit(): void {
    this.housekeeping.register('audit', (mostRows) => {
      const before = this.clock.now().subtract(keptFor);
      return deleteSome(this.database.db, auditRows, lte(auditRows.at, before), mostRows);
    });
  }

  async note({ who, clientId, action, target }: Audited): Promise<void> {
    const at = this.clock.now();
    await this.database.db
      .insert(auditRows)
      .values({
        userId: who.id,
        userName: who.name,
        clientId,
        action,
        target,
        hour: at.round({ smallestUnit: 'hour', roundingMode: 'floor' }),
        at,
      })
      .onConflictDoUpdate({
        target: [auditRows.userId, auditRows.action, auditRows.target, auditRows.hour],
        set: { times: sql`${auditRows.times} + 1`, at },
      });
  }

  /** A client's changes, the newest first; `before` is the id of the last one that was shown. */
  async list(
    clientId: ClientId,
    { before, limit }: { before?: number | undefined; limit: number },
  ): Promise<Answered<typeof api.listAudit>> {
    const rows = await this.database.db
      .select()
      .from(auditRows)
      .where(and(eq(auditRows.clientId, clientId), before ? lt(auditRows.id, before) : undefined))
      .orderBy(desc(auditRows.id))
      .limit(limit);
    return {
      rows: rows.map(({ id, userName, action, target, times, at }) => ({
        id,
        by: userName,
        action,
        target,
        times,
        at: at.toString(),
      })),
    };
  }
}
