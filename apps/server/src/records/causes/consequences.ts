import { createHash } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type {
  ClientId,
  Instant,
  PersonId,
  RunId,
  SubmissionId,
  TaskId,
} from '@plumgate/core/basics';
import type { Email } from '@plumgate/core/emails';
import { timeline } from '../people/table.ts';
import { tasks } from '../people/tasks.table.ts';
import type { TimelineFact } from '../people/timeline.ts';
import type { Queries } from '../../platform/database/database.ts';
import { sql } from 'drizzle-orm';
import { insertMany } from '../../platform/database/bulk.ts';
import { inOneTrip, type Write } from '../../platform/database/one-trip.ts';
import { outbox } from '../messages/outbox.table.ts';
import { messageTemplates, type MessageContent } from '../messages/message-content.ts';
import { IdSource } from '../../platform/id-source.ts';
import { runSteps } from '../followup/table.ts';

export interface QueuedMessage {
  /** Null for what the agency writes to its own people. */
  clientId: ClientId | null;
  /** Names the cause: the same one again queues nothing more. */
  key: string;
  dueAt: Instant;
  kind: 'email' | 'text';
  to: string;
  /** The number a text comes from. */
  from?: string;
  title: string;
  content: MessageContent;
  /** What the person's record names as its cause: a sequence or a calendar. */
  origin?: string;
  /** Which person it goes to; left out for the business. */
  personId?: PersonId;
  runId?: RunId;
  /** Of a notice to the business: whom it is about. */
  aboutId?: PersonId | null;
  /** The submission that set it off, other than by a run. */
  submissionId?: SubmissionId | null;
  /** After this moment it makes no sense any more. */
  expiresAt?: Instant | null;
}

/** A kind of thing that happens in one domain and that domains above it act on. */
export interface EventKind<Payload> {
  readonly name: string;
  /** Carries the type; never there. */
  readonly payload?: Payload;
}

/** What a domain does about something that happened below it, in the transaction in which it happened. */
export type EventHandler<Payload> = (
  payload: Payload,
  tx: Queries,
  effects: Consequences,
) => Promise<void>;

/**
 * Where causes begin, and where domains say which events from below they act on. Handlers run in the order in which they
 * were registered, just before the consequences are written: what the cause itself does comes first.
 */
@Injectable()
export class Causes {
  private readonly handlers = new Map<string, EventHandler<unknown>[]>();

  constructor(private readonly ids: IdSource) {}

  on<Payload>(kind: EventKind<Payload>, handler: EventHandler<Payload>): void {
    const others = this.handlers.get(kind.name) ?? [];
    this.handlers.set(kind.name, [...others, handler as EventHandler<unknown>]);
  }

  /** A new collection of what a cause leads to. */
  begin(): Consequences {
    return new Consequences(
      () => this.ids.next<string>(),
      (kind) => this.handlers.get(kind) ?? [],
    );
  }
}

/**
 * What one cause leads to, gathered while it is worked out and written together, in the transaction of the cause:
 * messages queued, lines of the timeline, steps planned.
 */
export class Consequences {
  private readonly events: { kind: string; payload: unknown }[] = [];
  private readonly templates = new Map<string, typeof messageTemplates.$inferInsert>();
  private readonly messages: (typeof outbox.$inferInsert)[] = [];
  private readonly facts: (typeof timeline.$inferInsert)[] = [];
  private readonly steps: (typeof runSteps.$inferInsert)[] = [];
  private readonly asked: (typeof tasks.$inferInsert)[] = [];
  private readonly others: Write[] = [];

  constructor(
    private readonly nextId: () => string,
    private readonly handlersOf: (kind: string) => readonly EventHandler<unknown>[],
  ) {}

  /** Tells the domains above that something happened; they act on it when this is written. */
  raise<Payload>(kind: EventKind<Payload>, payload: Payload): void {
    this.events.push({ kind: kind.name, payload });
  }

  /** The id under which messages name a wording; it is stored with them, once. */
  template(clientId: ClientId, words: { email: Email } | { body: string }): string {
    const said = JSON.stringify([clientId, words]);
    const known = this.templates.get(said);
    if (known) return known.id;
    const id = createHash('sha256').update(said).digest('base64url');
    this.templates.set(
      said,
      'email' in words
        ? { id, clientId, subject: words.email.subject, body: '', email: words.email }
        : { id, clientId, subject: '', body: words.body },
    );
    return id;
  }

  enqueue(message: QueuedMessage): void {
    this.messages.push({ id: this.nextId(), state: 'queued', from: '', origin: '', ...message });
  }

  note(person: { id: PersonId; clientId: ClientId }, at: Instant, ...facts: TimelineFact[]): void {
    for (const fact of facts)
      this.facts.push({ personId: person.id, clientId: person.clientId, at, fact });
  }

  plan(step: Omit<typeof runSteps.$inferInsert, 'id'>): void {
    this.steps.push({ id: this.nextId(), ...step });
  }

  /** Adds a task about somebody. */
  task(task: Omit<typeof tasks.$inferInsert, 'id'>): void {
    this.asked.push({ id: this.nextId() as TaskId, ...task });
  }

  /** Another write of the same cause; no two of them may change the same row. */
  add(write: Write): void {
    this.others.push(write);
  }

  /** Lets the events take effect, then writes everything. */
  async write(tx: Queries): Promise<void> {
    for (let event = this.events.shift(); event; event = this.events.shift())
      for (const handle of this.handlersOf(event.kind)) await handle(event.payload, tx, this);
    return this.settle(tx);
  }

  /** Writes what has been gathered so far, for a query that must see it; events wait for `write`. */
  async settle(tx: Queries): Promise<void> {
    const [writes, facts, steps] = [
      this.others.splice(0),
      this.facts.splice(0),
      this.steps.splice(0),
    ];
    const [asked, messages] = [this.asked.splice(0), this.messages.splice(0)];
    const templates = [...this.templates.values()];
    if (facts.length > 0) writes.push(insertMany(timeline, facts));
    if (steps.length > 0) writes.push(insertMany(runSteps, steps));
    if (asked.length > 0) writes.push(insertMany(tasks, asked));
    if (templates.length > 0)
      writes.push(insertMany(messageTemplates, templates, sql` on conflict (id) do nothing`));
    if (messages.length > 0)
      writes.push(insertMany(outbox, messages, sql` on conflict (key) do nothing`));
    return inOneTrip(tx, writes);
  }
}
