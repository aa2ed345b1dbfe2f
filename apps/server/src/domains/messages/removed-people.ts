import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { PersonId } from '@plumgate/core/basics';
import { eq } from 'drizzle-orm';
import { removed } from '../../records/bin/bin-events.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { leaveOut } from './leave-out.ts';

/** Who was deleted gets no message any more, not even one that was queued. */
@Injectable()
export class RemovedPeople implements OnModuleInit {
  constructor(private readonly causes: Causes) {}

  onModuleInit(): void {
    this.causes.on(removed, async ({ kind, id, at }, tx, effects) => {
      if (kind !== 'person') return;
      await leaveOut(tx, effects, eq(outbox.personId, id as PersonId), 'person-removed', at);
    });
  }
}
