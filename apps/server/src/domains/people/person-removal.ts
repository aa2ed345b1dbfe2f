import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, count, eq, sql } from 'drizzle-orm';
import type { PersonId } from '@plumgate/core/basics';
import { Clock } from '../../platform/clock.ts';
import { Bin } from '../../records/bin/bin.ts';
import { removableRow } from '../../records/bin/removable-row.ts';
import { submissions } from '../../records/intake/table.ts';
import { releaseFilesOfMessages, releaseUploads } from '../../records/intake/release-uploads.ts';
import { messagesAbout } from '../../records/messages/messages-about.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { partsOf } from '../../records/people/parts-of.ts';
import { proveErasure } from '../../records/people/prove-erasure.ts';
import { people } from '../../records/people/table.ts';

const name = sql<string>`coalesce(nullif(trim(${people.firstName} || ' ' || ${people.lastName}), ''), nullif(${people.email}, ''), nullif(${people.phone}, ''), 'Person without a name')`;

/** How people are deleted. In the bin their address and number are free; erased, nothing about them is left. */
@Injectable()
export class PersonRemoval implements OnModuleInit {
  constructor(
    private readonly bin: Bin,
    private readonly clock: Clock,
  ) {}

  onModuleInit(): void {
    const row = removableRow(people, name);
    this.bin.register('person', {
      ...row,
      // Who was merged into them and writes again is somebody new.
      remove: async (tx, id, at) => {
        await tx
          .update(people)
          .set({ matchKey: null })
          .where(sql`${people.id} in (${partsOf(id)})`);
        return row.remove(tx, id, at);
      },
      erase: async (tx, id, because) => {
        // What is being written about them now ends first: what they queue is found below.
        await tx
          .select()
          .from(people)
          .where(eq(people.id, id as PersonId))
          .for('update');
        const at = this.clock.now();
        await proveErasure(tx, id as PersonId, { how: 'erased', because, at });
        await releaseFilesOfMessages(tx, id as PersonId, at);
        await tx.delete(outbox).where(messagesAbout(id as PersonId));
        await tx.delete(people).where(sql`${people.id} in (${partsOf(id)})`);
        const sent = await tx
          .delete(submissions)
          .where(eq(submissions.personId, id as PersonId))
          .returning({ id: submissions.id });
        await releaseUploads(
          tx,
          sent.map((row) => row.id),
          at,
        );
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
