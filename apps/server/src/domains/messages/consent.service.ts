import { Injectable } from '@nestjs/common';
import {
  truncate,
  type ClientId,
  type ConsentPurpose,
  type Instant,
  type MessageId,
  type PersonId,
} from '@plumgate/core/basics';
import { textKeyword } from '@plumgate/core/messages';
import { emailKey, phoneKey } from '@plumgate/core/people';
import { and, desc, eq, isNotNull, isNull, or, sql } from 'drizzle-orm';
import { clients } from '../../records/clients/table.ts';
import { Causes, type Consequences } from '../../records/causes/consequences.ts';
import { reachChanged, replied, unsubscribed } from '../people/person-events.ts';
import { PersonStore, type PersonRow } from '../../records/people/person-store.ts';
import { consents, people } from '../../records/people/table.ts';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { leaveOut } from './leave-out.ts';
import type { OptOutTarget } from './person-links.ts';
import type { ReceivedEmail } from '../../platform/mail/received-email.ts';
import type { WireText } from '../../platform/texts/gateway-stand-in.ts';
import { Worker } from '../../platform/worker.ts';
import { receivedMessages, stoppedNotices } from '../../records/messages/table.ts';

/** What people say about messages to them: no more mail, no more texts, texts again, or simply an answer. */
@Injectable()
export class ConsentService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly causes: Causes,
    private readonly worker: Worker,
    private readonly store: PersonStore,
  ) {}

  /** Ends mail to the person who pressed; a second time changes nothing. False when there is nobody. */
  optOut(target: OptOutTarget): Promise<boolean> {
    return 'person' in target ? this.unsubscribe(target.person) : this.stopNotices(target);
  }

  /** Sends notices to an address of the business again. */
  async resumeNotices(clientId: ClientId, address: string): Promise<void> {
    await this.database.db
      .delete(stoppedNotices)
      .where(and(eq(stoppedNotices.clientId, clientId), eq(stoppedNotices.address, address)));
  }

  private async stopNotices(notices: { clientId: ClientId; address: string }): Promise<boolean> {
    await this.database.db
      .insert(stoppedNotices)
      .values({ ...notices, stoppedAt: this.clock.now() })
      .onConflictDoNothing();
    return true;
  }

  private unsubscribe(id: PersonId): Promise<boolean> {
    return this.database.transaction(async (tx) => {
      const now = this.clock.now();
      const [asked] = await tx.select().from(people).where(eq(people.id, id));
      if (!asked) return false;
      const { id: known } = await this.store.mergedInto(tx, asked);
      const [person] = await tx
        .update(people)
        .set({ unsubscribedAt: now })
        .where(and(eq(people.id, known), isNull(people.unsubscribedAt)))
        .returning();
      if (person) {
        const effects = this.causes.begin();
        effects.note(person, now, { kind: 'unsubscribed' });
        await withdraw(tx, person.id, 'emails', now);
        await leaveOut(tx, effects, isTo(person, 'email'), 'unsubscribed', now);
        effects.raise(unsubscribed, { person, at: now });
        effects.raise(reachChanged, { person, at: now });
        await effects.write(tx);
      }
      return true;
    });
  }

  /** A text that came in; the same one again (by its id) does nothing. STOP ends texts at once, START allows them again, anything else is a reply. */
  async received(text: WireText): Promise<void> {
    const now = this.clock.now();
    await this.database.transaction(async (tx) => {
      if (!(await this.isNew(tx, text.id, now))) return;
      const [latest, ...others] = await this.senders(tx, text);
      if (!latest) return;
      const effects = this.causes.begin();
      const keyword = textKeyword(text.body);
      if (keyword) {
        // The number speaks, no matter who else gave the same one.
        for (const person of [latest, ...others])
          await this.allowTexts(tx, effects, person, keyword === 'start', now);
      } else {
        const person = await this.store.mergedInto(tx, latest);
        if (person.removedAt) return;
        effects.note(person, now, { kind: 'replied', body: truncate(text.body, 1000) });
        effects.raise(replied, { person, at: now });
      }
      await effects.write(tx);
    });
    this.worker.wake();
  }

  /** An email that came in; the same one again (by its id) does nothing. It is an answer, whatever it says. */
  async receivedEmail(email: ReceivedEmail): Promise<void> {
    const now = this.clock.now();
    await this.database.transaction(async (tx) => {
      if (!(await this.isNew(tx, `mail:${email.id}`, now))) return;
      const person = await this.writerOf(tx, email);
      if (!person) return;
      const effects = this.causes.begin();
      const body = truncate(firstWords(email.text) || email.subject, 1000);
      effects.note(person, now, { kind: 'replied', body, by: 'email' });
      effects.raise(replied, { person, at: now });
      await effects.write(tx);
    });
    this.worker.wake();
  }

  /** The gateway reports that a text has reached the phone. */
  async delivered(message: MessageId): Promise<void> {
    await this.database.db
      .update(outbox)
      .set({ state: 'delivered' })
      .where(and(eq(outbox.id, message), eq(outbox.state, 'sent')));
  }

  private async isNew(tx: Queries, id: string, receivedAt: Instant): Promise<boolean> {
    const rows = await tx
      .insert(receivedMessages)
      .values({ id, receivedAt })
      .onConflictDoNothing()
      .returning({ id: receivedMessages.id });
    return rows.length > 0;
  }

  /** Who wrote an email: the person with that address, of the client whose address it went to, or who wrote to them last. */
  private async writerOf(tx: Queries, { from, to }: ReceivedEmail): Promise<PersonRow | undefined> {
    const address = emailKey(to);
    const all = await tx.select({ id: clients.id, facts: clients.facts }).from(clients);
    const addressed = all.find(({ facts }) => facts.email && emailKey(facts.email) === address);
    const client = addressed?.id ?? (await this.lastMailer(tx, from));
    if (!client) return undefined;
    const [person] = await tx
      .select()
      .from(people)
      .where(
        and(
          eq(people.clientId, client),
          eq(people.emailKey, emailKey(from)),
          or(isNull(people.removedAt), isNotNull(people.mergedInto)),
        ),
      )
      .orderBy(sql`${people.removedAt} is not null`, desc(people.lastSeenAt))
      .limit(1);
    return person && this.store.mergedInto(tx, person);
  }

  private async lastMailer(tx: Queries, to: string): Promise<ClientId | undefined> {
    const [row] = await tx
      .select({ clientId: outbox.clientId })
      .from(outbox)
      .where(and(eq(outbox.kind, 'email'), sql`lower(${outbox.to}) = ${to.toLowerCase()}`))
      .orderBy(desc(outbox.order))
      .limit(1);
    return row?.clientId ?? undefined;
  }

  private async allowTexts(
    tx: Queries,
    effects: Consequences,
    person: PersonRow,
    allow: boolean,
    now: Instant,
  ): Promise<void> {
    await tx.update(people).set({ textConsent: allow }).where(eq(people.id, person.id));
    if (!allow) await withdraw(tx, person.id, 'texts', now);
    effects.note(person, now, { kind: allow ? 'texts-allowed' : 'texts-stopped' });
    if (person.mergedInto && !allow) {
      const into = await this.store.mergedInto(tx, person);
      const toNumber = and(isTo(into, 'text'), eq(outbox.to, person.phoneKey ?? person.phone));
      await leaveOut(tx, effects, toNumber, 'no-text-consent', now);
    }
    // What somebody in the bin says holds when they are restored; until then there is nothing to plan or to leave out.
    if (person.removedAt) return;
    if (!allow) await leaveOut(tx, effects, isTo(person, 'text'), 'no-text-consent', now);
    effects.raise(reachChanged, { person, at: now });
  }

  /** Who wrote: the people with that number, of the client whose number they answered, the last seen first, and those in the bin after all others. */
  private async senders(tx: Queries, text: WireText): Promise<PersonRow[]> {
    const client = (await this.lastSender(tx, text)) ?? (await this.byNumber(tx, text.to));
    if (!client) return [];
    const [row] = await tx
      .select({ facts: clients.facts })
      .from(clients)
      .where(eq(clients.id, client));
    const from = phoneKey(text.from, row!.facts.country) ?? text.from;
    return tx
      .select()
      .from(people)
      .where(and(eq(people.clientId, client), eq(people.phoneKey, from)))
      .orderBy(sql`${people.removedAt} is not null`, desc(people.lastSeenAt));
  }

  private async lastSender(tx: Queries, { from, to }: WireText): Promise<ClientId | undefined> {
    const [row] = await tx
      .select({ clientId: outbox.clientId })
      .from(outbox)
      .where(and(eq(outbox.kind, 'text'), sql`lower(${outbox.to}) = ${from}`, eq(outbox.from, to)))
      .orderBy(desc(outbox.order))
      .limit(1);
    return row?.clientId ?? undefined;
  }

  private async byNumber(tx: Queries, number: string): Promise<ClientId | undefined> {
    const rows = await tx.select({ id: clients.id, facts: clients.facts }).from(clients);
    return rows.find(({ facts }) => phoneKey(facts.phone, facts.country) === number)?.id;
  }
}

const isTo = (person: Pick<PersonRow, 'id'>, kind: 'email' | 'text') =>
  and(eq(outbox.personId, person.id), eq(outbox.kind, kind));

/** What somebody wrote themselves: mail programs quote the letter that is answered below it, each line behind a `>`. */
const firstWords = (text: string): string =>
  text
    .split('\n')
    .filter((line) => !line.startsWith('>'))
    .join('\n')
    .trim();

/** What a person agreed to for a purpose does not hold any more. */
async function withdraw(
  tx: Queries,
  personId: PersonId,
  purpose: ConsentPurpose,
  now: Instant,
): Promise<void> {
  await tx
    .update(consents)
    .set({ withdrawnAt: now })
    .where(
      and(
        eq(consents.personId, personId),
        eq(consents.purpose, purpose),
        isNull(consents.withdrawnAt),
      ),
    );
}
