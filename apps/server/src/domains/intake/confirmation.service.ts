import { emailFromText } from '@plumgate/core/emails';
import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { Instant, SequenceId, SubmissionId } from '@plumgate/core/basics';
import { pageWords } from '@plumgate/core/languages';
import type { ContactDetails } from '@plumgate/core/people';
import { and, eq, isNotNull, isNull, lt } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { deleteSome } from '../../platform/database/delete-some.ts';
import { Housekeeping } from '../../platform/housekeeping.ts';
import { IdSource } from '../../platform/id-source.ts';
import { Worker } from '../../platform/worker.ts';
import { Causes, type Consequences } from '../../records/causes/consequences.ts';
import { clients, type ClientRow } from '../../records/clients/table.ts';
import { confirmations, type ConfirmationId } from '../../records/intake/confirmations.table.ts';
import { PersonStore, type PersonRow } from '../../records/people/person-store.ts';
import { consents, people } from '../../records/people/table.ts';
import { RunService } from '../followup/run.service.ts';
import { Messenger } from '../messages/messenger.ts';
import { PersonLinks } from '../messages/person-links.ts';
import type { Incoming } from './incoming.ts';

/** How long a link in such an email is good. */
const lasts = { hours: 24 * 30 };

/** A lead whose email address has not been confirmed yet. */
interface Asking {
  incoming: Incoming;
  client: ClientRow;
  person: PersonRow;
  details: ContactDetails;
  submission: SubmissionId;
  sequences: SequenceId[];
  at: Instant;
}

/** A confirmation that a link names, as its page shows it. */
export interface Confirmation {
  language: string;
  isConfirmed: boolean;
}

/**
 * Asks the owners of email addresses to confirm them, where a form wants that: anybody can type anybody's address. What the
 * rules would have started begins when they do.
 */
@Injectable()
export class ConfirmationService implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly links: PersonLinks,
    private readonly messenger: Messenger,
    private readonly runs: RunService,
    private readonly causes: Causes,
    private readonly store: PersonStore,
    private readonly worker: Worker,
    private readonly housekeeping: Housekeeping,
  ) {}

  onModuleInit(): void {
    this.housekeeping.register('confirmations', (most) =>
      deleteSome(
        this.database.db,
        confirmations,
        and(
          isNull(confirmations.confirmedAt),
          lt(confirmations.askedAt, this.clock.now().subtract(lasts)),
        )!,
        most,
      ),
    );
  }

  /** Whether a form's lead has to confirm their address first: once is enough for a person and an address. */
  async isNeeded(
    tx: Queries,
    { incoming, person, details }: Pick<Asking, 'incoming' | 'person' | 'details'>,
  ): Promise<boolean> {
    if (!incoming.form.confirms || details.emailKey === null) return false;
    const [before] = await tx
      .select({ id: confirmations.id })
      .from(confirmations)
      .where(
        and(
          eq(confirmations.personId, person.id),
          eq(confirmations.emailKey, details.emailKey),
          isNotNull(confirmations.confirmedAt),
        ),
      )
      .limit(1);
    return before === undefined;
  }

  /** Asks by email, in the language of the page. */
  async ask(tx: Queries, effects: Consequences, asking: Asking): Promise<void> {
    const { incoming, client, person, details, submission, sequences, at } = asking;
    const id = this.ids.next<ConfirmationId>();
    const { language } = incoming;
    await tx.insert(confirmations).values({
      ...{ id, clientId: client.id, personId: person.id, submissionId: submission },
      ...{ emailKey: details.emailKey!, language, sequences, askedAt: at },
    });
    effects.note(person, at, { kind: 'asked-to-confirm', email: details.email });
    this.messenger.emailPerson(
      effects,
      {
        ...{ client, person: { ...person, email: details.email }, at, submission },
        ...{ key: `confirm:${id}`, from: incoming.form.name },
        context: {
          ...this.messenger.personIn(person, client),
          page: { confirm_link: this.links.confirmation(client, id) },
        },
      },
      emailFromText(pageWords(language).confirm),
    );
  }

  /** What a link names, on its own client's host; null for one that is over or nobody's. */
  async find(client: ClientRow, token: string): Promise<Confirmation | null> {
    const row = await this.row(this.database.db, client, token);
    return row && { language: row.language, isConfirmed: row.confirmedAt !== null };
  }

  /** Confirms an address, and starts what waited for it; a second time changes nothing. */
  async confirm(client: ClientRow, token: string): Promise<Confirmation | null> {
    const confirmed = await this.database.transaction(async (tx) => {
      const found = await this.row(tx, client, token);
      if (!found) return null;
      const at = this.clock.now();
      const [row] = await tx
        .update(confirmations)
        .set({ confirmedAt: at })
        .where(and(eq(confirmations.id, found.id), isNull(confirmations.confirmedAt)))
        .returning();
      if (row) await this.begin(tx, row, at);
      return { language: found.language, isConfirmed: true };
    });
    this.worker.wake();
    return confirmed;
  }

  private async begin(
    tx: Queries,
    row: typeof confirmations.$inferSelect,
    at: Instant,
  ): Promise<void> {
    const [asked] = await tx.select().from(people).where(eq(people.id, row.personId));
    const [client] = await tx.select().from(clients).where(eq(clients.id, row.clientId));
    const person = await this.store.mergedInto(tx, asked!);
    const effects = this.causes.begin();
    await tx
      .update(consents)
      .set({ confirmedAt: at })
      .where(
        and(
          eq(consents.submissionId, row.submissionId),
          eq(consents.mustConfirm, true),
          isNull(consents.confirmedAt),
        ),
      );
    effects.note(person, at, { kind: 'confirmed', email: row.emailKey });
    if (!person.removedAt)
      for (const sequence of row.sequences)
        await this.runs.join(tx, effects, {
          ...{ client: client!, person, sequence, at },
          submission: row.submissionId,
        });
    await effects.write(tx);
  }

  private async row(
    db: Queries,
    client: ClientRow,
    token: string,
  ): Promise<typeof confirmations.$inferSelect | null> {
    const id = this.links.confirmationIn(token);
    if (!id) return null;
    const [row] = await db
      .select()
      .from(confirmations)
      .where(and(eq(confirmations.id, id), eq(confirmations.clientId, client.id)));
    return row ?? null;
  }
}
