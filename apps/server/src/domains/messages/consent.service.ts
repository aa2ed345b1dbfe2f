import { Injectable } from '@nestjs/common';
import { truncate, type ClientId, type Instant, type PersonId } from '@plumgate/core/basics';
import { textKeyword } from '@plumgate/core/messages';
import { phoneKey } from '@plumgate/core/people';
import { and, desc, eq, isNull, sql } from 'drizzle-orm';
import { clients } from '../../records/clients/table.ts';
import { Causes, type Consequences } from '../../records/causes/consequences.ts';
import { reachChanged, replied, unsubscribed } from '../people/person-events.ts';
import type { PersonRow } from '../../records/people/person-store.ts';
import { people } from '../../records/people/table.ts';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import type { OptOutTarget } from './person-links.ts';
import type { WireText } from '../../platform/texts/gateway-stand-in.ts';
import { Worker } from '../../platform/worker.ts';
import { receivedTexts, stoppedNotices } from '../../records/messages/table.ts';

/** What people say about messages to them: no more mail, no more texts, texts again, or simply an answer. */
@Injectable()
export class ConsentService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly causes: Causes,
    private readonly worker: Worker,
  ) {}

  /** Ends mail to whoever pressed; a second time changes nothing. False when there is nobody. */
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
      const [found] = await tx.select({ id: people.id }).from(people).where(eq(people.id, id));
      const [person] = await tx
        .update(people)
        .set({ unsubscribedAt: now })
        .where(and(eq(people.id, id), isNull(people.unsubscribedAt)))
        .returning();
      if (person) {
        const so = this.causes.begin();
        so.note(person, now, { kind: 'unsubscribed' });
        await this.dropOwed(tx, person, 'email', 'they unsubscribed');
        so.raise(unsubscribed, { person, at: now });
        so.raise(reachChanged, { person, at: now });
        await so.write(tx);
      }
      return found !== undefined;
    });
  }

  /** A text that came in; the same one again (by its id) does nothing. STOP ends texts at once, START allows them again, anything else is a reply. */
  async received(text: WireText): Promise<void> {
    const now = this.clock.now();
    await this.database.transaction(async (tx) => {
      const isNew = await tx
        .insert(receivedTexts)
        .values({ id: text.id, receivedAt: now })
        .onConflictDoNothing()
        .returning({ id: receivedTexts.id });
      if (isNew.length === 0) return;
      const [latest, ...others] = await this.senders(tx, text);
      if (!latest) return;
      const so = this.causes.begin();
      const keyword = textKeyword(text.body);
      if (keyword) {
        // The number speaks, whoever else has given the same one.
        for (const person of [latest, ...others])
          await this.allowTexts(tx, so, person, keyword === 'start', now);
      } else {
        so.note(latest, now, { kind: 'replied', body: truncate(text.body, 1000) });
        so.raise(replied, { person: latest, at: now });
      }
      await so.write(tx);
    });
    this.worker.wake();
  }

  private async allowTexts(
    tx: Queries,
    so: Consequences,
    person: PersonRow,
    allow: boolean,
    now: Instant,
  ): Promise<void> {
    await tx.update(people).set({ textConsent: allow }).where(eq(people.id, person.id));
    so.note(person, now, { kind: allow ? 'texts-allowed' : 'texts-stopped' });
    if (!allow) await this.dropOwed(tx, person, 'text', 'they stopped texts');
    so.raise(reachChanged, { person, at: now });
  }

  private async dropOwed(
    tx: Queries,
    person: Pick<PersonRow, 'id'>,
    kind: 'email' | 'text',
    why: string,
  ): Promise<void> {
    await tx
      .update(outbox)
      .set({ state: 'dropped', lastError: why })
      .where(
        and(
          eq(outbox.personId, person.id),
          eq(outbox.state, 'owed'),
          sql`${outbox.payload}->>'kind' = ${kind}`,
        ),
      );
  }

  /** Who wrote: the people with that number, of the client whose number they answered, the last seen first. */
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
      .orderBy(desc(people.lastSeenAt));
  }

  private async lastSender(tx: Queries, { from, to }: WireText): Promise<ClientId | undefined> {
    const [row] = await tx
      .select({ clientId: outbox.clientId })
      .from(outbox)
      .where(
        sql`${outbox.payload}->>'kind' = 'text' and ${outbox.payload}->>'to' = ${from} and ${outbox.payload}->>'from' = ${to}`,
      )
      .orderBy(desc(outbox.order))
      .limit(1);
    return row?.clientId;
  }

  private async byNumber(tx: Queries, number: string): Promise<ClientId | undefined> {
    const rows = await tx.select({ id: clients.id, facts: clients.facts }).from(clients);
    return rows.find(({ facts }) => phoneKey(facts.phone, facts.country) === number)?.id;
  }
}
