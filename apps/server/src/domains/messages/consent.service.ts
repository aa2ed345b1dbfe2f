import { Injectable } from '@nestjs/common';
import type { ClientId, ConsentPurpose, Instant, MessageId, PersonId } from '@plumgate/core/basics';
import type { MailChoices } from '@plumgate/core/followup';
import { and, desc, eq, isNull } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { Causes, type Consequences } from '../../records/causes/consequences.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { stoppedNotices } from '../../records/messages/table.ts';
import { PersonStore, type PersonRow } from '../../records/people/person-store.ts';
import { consents, people } from '../../records/people/table.ts';
import { reachChanged, unsubscribed } from '../people/person-events.ts';
import { leaveOut } from './leave-out.ts';
import type { OptOutTarget } from './person-links.ts';

/** Where somebody stands with mail to them, and what they agreed to that still holds. */
export interface MailStanding {
  person: PersonRow;
  agreed: (typeof consents.$inferSelect)[];
}

/** What people say about messages to them: no more mail, no more texts, texts again. */
@Injectable()
export class ConsentService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly causes: Causes,
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
      const effects = this.causes.begin();
      await this.endMail(tx, effects, await this.store.mergedInto(tx, asked), now);
      await effects.write(tx);
      return true;
    });
  }

  /** No more mail to a person; where that is so already, nothing changes. */
  async endMail(
    tx: Queries,
    effects: Consequences,
    { id }: Pick<PersonRow, 'id'>,
    now: Instant,
  ): Promise<void> {
    const [person] = await tx
      .update(people)
      .set({ unsubscribedAt: now })
      .where(and(eq(people.id, id), isNull(people.unsubscribedAt)))
      .returning();
    if (!person) return;
    effects.note(person, now, { kind: 'unsubscribed' });
    await withdraw(tx, person.id, 'emails', now);
    await leaveOut(tx, effects, isTo(person, 'email'), 'unsubscribed', now);
    effects.raise(unsubscribed, { person, at: now });
    effects.raise(reachChanged, { person, at: now });
  }

  /** The gateway reports that a text has reached the phone. */
  async delivered(message: MessageId): Promise<void> {
    await this.database.db
      .update(outbox)
      .set({ state: 'delivered' })
      .where(and(eq(outbox.id, message), eq(outbox.state, 'sent')));
  }

  /** What a person has chosen of mail to them, what they agreed to, and whether they get any; null where there is nobody. */
  async choices(id: PersonId): Promise<MailStanding | null> {
    const { db } = this.database;
    const [asked] = await db.select().from(people).where(eq(people.id, id));
    if (!asked) return null;
    const person = await this.store.mergedInto(db, asked);
    const agreed = await db
      .select()
      .from(consents)
      .where(and(eq(consents.personId, person.id), isNull(consents.withdrawnAt)))
      .orderBy(desc(consents.id))
      .limit(20);
    return { person, agreed };
  }

  /** Keeps what a person chooses of mail to them; by choosing, who had unsubscribed gets mail again. */
  async choose(id: PersonId, choices: MailChoices, words: string[]): Promise<boolean> {
    return this.database.transaction(async (tx) => {
      const now = this.clock.now();
      const [asked] = await tx.select().from(people).where(eq(people.id, id));
      if (!asked) return false;
      const before = await this.store.mergedInto(tx, asked);
      const { offers, followUp, pausedUntil } = choices;
      const [person] = await tx
        .update(people)
        .set({ offers, followUpMail: followUp, mailPausedUntil: pausedUntil, unsubscribedAt: null })
        .where(eq(people.id, before.id))
        .returning();
      const effects = this.causes.begin();
      effects.note(person!, now, { kind: 'mail-choices', words });
      if (before.unsubscribedAt) {
        effects.note(person!, now, { kind: 'subscribed' });
        effects.raise(reachChanged, { person: person!, at: now });
      }
      await effects.write(tx);
      return true;
    });
  }

  /** Texts to a person end, or are allowed again. */
  async allowTexts(
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
}

const isTo = (person: Pick<PersonRow, 'id'>, kind: 'email' | 'text') =>
  and(eq(outbox.personId, person.id), eq(outbox.kind, kind));

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
