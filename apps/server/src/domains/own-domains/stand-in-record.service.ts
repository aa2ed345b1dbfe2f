import { Injectable } from '@nestjs/common';
import type { StandInRecord } from '@plumgate/contract';
import type { DnsRecord } from '@plumgate/core/domains';
import { asc, eq } from 'drizzle-orm';
import { Database } from '../../platform/database/database.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import { standInRecords } from '../../records/own-domains/table.ts';

/** The records that the DNS stand-in answers with. */
@Injectable()
export class StandInRecordService {
  constructor(private readonly database: Database) {}

  list(): Promise<StandInRecord[]> {
    return this.database.db.select().from(standInRecords).orderBy(asc(standInRecords.name));
  }

  /** The records under a name; a CNAME stands alone there, as RFC 1034 has it. */
  async under(name: string): Promise<DnsRecord[]> {
    return this.database.db.select().from(standInRecords).where(eq(standInRecords.name, name));
  }

  async add(record: DnsRecord): Promise<void> {
    const there = await this.under(record.name);
    const clash =
      record.type === 'CNAME' ? there.length > 0 : there.some(({ type }) => type === 'CNAME');
    if (clash)
      throw new AppProblem('bad-request', {
        detail: 'A CNAME stands alone under its name. Remove what is there first.',
      });
    await this.database.db.insert(standInRecords).values(record).onConflictDoNothing();
  }

  async remove(id: number): Promise<void> {
    const gone = await this.database.db
      .delete(standInRecords)
      .where(eq(standInRecords.id, id))
      .returning();
    if (gone.length === 0) throw notFound();
  }
}
