import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, count, eq, sql } from 'drizzle-orm';
import type { PersonId } from '@plumgate/core/basics';
import { Bin } from '../../records/bin/bin.ts';
import { removableRow } from '../../records/bin/removable-row.ts';
import { submissions } from '../../records/intake/table.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { people } from '../../records/people/table.ts';

const name = sql<string>`coalesce(nullif(trim(${people.firstName} || ' ' || ${people.lastName}), ''), nullif(${people.email}, ''), nullif(${people.phone}, ''), 'Person without a name')`;

/** How people are deleted. In the bin their address and number are free; erased, nothing about them is left. */
@Injectable()
export class PersonRemoval implements OnModuleInit {
  constructor(private readonly bin: Bin) {}

  onModuleInit(): void {
    const row = removableRow(people, name);
    this.bin.register('person', {
      ...row,
      erase: async (tx, id) => {
        await tx.delete(outbox).where(eq(outbox.personId, id as PersonId));
        await tx.delete(submissions).where(eq(submissions.personId, id as PersonId));
        await row.erase(tx, id);
      },
    });
    this.bin.addLosses('person', async (db, id, clientId) => {
      const [sent] = await db
        .select({ count: count() })
        .from(submissions)
        .where(and(eq(submissions.personId, id as PersonId), eq(submissions.clientId, clientId)));
      return [{ what: 'submissions', count: sent?.count ?? 0, names: [] }];
    });
  }
}
