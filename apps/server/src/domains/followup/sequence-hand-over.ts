import { Injectable, type OnModuleInit } from '@nestjs/common';
import { sequenceHandedOver } from '@plumgate/core/followup';
import { and, eq, sql } from 'drizzle-orm';
import { isAnyOf } from '../../platform/database/bulk.ts';
import { worksFor } from '../../records/accounts/users-of.ts';
import { users } from '../../records/accounts/table.ts';
import { workHandedOver } from '../accounts/account-events.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { sequences } from '../../records/followup/table.ts';

/** Puts another in the place of somebody whom sequences give people to, where that one works for the client. */
@Injectable()
export class SequenceHandOver implements OnModuleInit {
  constructor(private readonly causes: Causes) {}

  onModuleInit(): void {
    this.causes.on(workHandedOver, async ({ from, to, only }, tx) => {
      const rows = await tx
        .select({
          sequence: sequences,
          works: sql<boolean>`exists (select from ${users} where ${users.id} = ${to} and ${worksFor(sequences.clientId)})`,
        })
        .from(sequences)
        .where(
          and(
            sql`${sequences.content}::text like ${`%${from}%`}`,
            only ? isAnyOf(sequences.clientId, [...only]) : undefined,
          ),
        );
      for (const { sequence, works } of rows)
        await tx
          .update(sequences)
          .set({
            content: sequenceHandedOver(sequence.content, from, works ? to : null),
            version: sequence.version + 1,
          })
          .where(eq(sequences.id, sequence.id));
    });
  }
}
