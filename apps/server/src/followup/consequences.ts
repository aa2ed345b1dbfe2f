import type { ClientId, Instant, PersonId, RunId } from '@plumgate/core/basics';
import { timeline } from '../people/table.ts';
import type { TimelineFact } from '../people/timeline.ts';
import type { Queries } from '../platform/database/database.ts';
import { sql } from 'drizzle-orm';
import { insertMany } from '../platform/database/bulk.ts';
import { inOneTrip, type Write } from '../platform/database/one-trip.ts';
import { outbox, type EmailPayload, type TextPayload } from '../platform/outbox/table.ts';
import { runSteps } from './table.ts';

export interface OwedMessage {
  clientId: ClientId;
  /** Names the cause: the same one again owes nothing more. */
  key: string;
  dueAt: Instant;
  payload: EmailPayload | TextPayload;
  /** Whom of the people it goes to; left out for the business. */
  personId?: PersonId;
  runId?: RunId;
  /** After this moment it makes no sense any more. */
  expiresAt?: Instant | null;
}

/**
 * What one cause leads to, gathered while it is worked out and written together, in the transaction of the cause:
 * messages owed, lines of the timeline, steps planned.
 */
export class Consequences {
  private readonly messages: (typeof outbox.$inferInsert)[] = [];
  private readonly facts: (typeof timeline.$inferInsert)[] = [];
  private readonly steps: (typeof runSteps.$inferInsert)[] = [];

  constructor(private readonly nextId: () => string) {}

  owe(message: OwedMessage): void {
    this.messages.push({ id: this.nextId(), state: 'owed', ...message });
  }

  note(person: { id: PersonId; clientId: ClientId }, at: Instant, ...facts: TimelineFact[]): void {
    for (const fact of facts)
      this.facts.push({ personId: person.id, clientId: person.clientId, at, fact });
  }

  plan(step: Omit<typeof runSteps.$inferInsert, 'id'>): void {
    this.steps.push({ id: this.nextId(), ...step });
  }

  /** Writes everything, with other writes of the same cause beside it. */
  write(tx: Queries, beside: readonly Write[] = []): Promise<void> {
    const { messages, facts, steps } = this;
    const writes: Write[] = [...beside];
    if (facts.length > 0) writes.push(insertMany(timeline, facts));
    if (steps.length > 0) writes.push(insertMany(runSteps, steps));
    if (messages.length > 0)
      writes.push(insertMany(outbox, messages, sql` on conflict (key) do nothing`));
    return inOneTrip(tx, writes);
  }
}
