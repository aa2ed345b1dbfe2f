import { Injectable, type OnModuleInit } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { Clock } from '../clock.ts';
import { Housekeeping } from '../housekeeping.ts';
import { Database } from './database.ts';

/**
 * Once a day does for the built-in database what a PostgreSQL server does by itself (`autovacuum`): room of rows that are
 * gone is used again, and plans are made by what the tables hold now.
 */
@Injectable()
export class DatabaseUpkeep implements OnModuleInit {
  private next: Temporal.Instant | null = null;

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly housekeeping: Housekeeping,
  ) {}

  onModuleInit(): void {
    if (!this.database.isShared) this.housekeeping.register('tables', () => this.vacuumDaily());
  }

  private async vacuumDaily(): Promise<number> {
    const now = this.clock.now();
    if (this.next && Temporal.Instant.compare(now, this.next) < 0) return 0;
    this.next = now.add({ hours: 24 });
    const { rows } = await this.database.db.execute<{ name: string }>(
      sql`select tablename as name from pg_tables where schemaname = 'public'`,
    );
    // One by one, so that others get their turn between them.
    for (const { name } of rows)
      await this.database.db.execute(sql`vacuum (analyze) ${sql.identifier(name)}`);
    return 0;
  }
}
