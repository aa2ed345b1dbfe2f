import { Injectable } from '@nestjs/common';
import type { MailReport } from '@plumgate/core/inbox';
import { eq } from 'drizzle-orm';
import { z } from 'zod';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { Causes, type Consequences } from '../../records/causes/consequences.ts';
import { messageName } from '../../records/messages/message-name.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { PersonStore, type PersonRow } from '../../records/people/person-store.ts';
import { people } from '../../records/people/table.ts';
import { ConsentService } from './consent.service.ts';
import { messageComplained, messagesSettled } from './message-events.ts';
import { ReplyAddresses } from './reply-addresses.ts';
import { SuppressionService } from './suppression.service.ts';

type Row = typeof outbox.$inferSelect;

/**
 * What mail servers report after they took a message: that it could not be delivered after all, or that whoever got it marked
 * it as junk. Either way the address gets no more mail of the client's.
 */
@Injectable()
export class DeliveryReports {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly causes: Causes,
    private readonly consent: ConsentService,
    private readonly replies: ReplyAddresses,
    private readonly store: PersonStore,
    private readonly suppression: SuppressionService,
  ) {}

  /**
   * Takes in a report on the message that its address names, or else that it has along; one of no message of ours is left.
   *
   * @param to the addresses that it came to
   * @param about the Message-IDs of messages that came along
   */
  async take(report: MailReport, to: readonly string[], about: readonly string[]): Promise<void> {
    const ids = [
      ...to.flatMap((address) => this.replies.messageOf(address) ?? []),
      ...about.flatMap((id) => id.split('@')[0] ?? []),
    ];
    const id = ids.find((one) => z.uuid().safeParse(one).success);
    if (!id) return;
    await this.database.transaction(async (tx) => {
      const [row] = await tx.select().from(outbox).where(eq(outbox.id, id)).for('update');
      if (!row?.clientId) return;
      const effects = this.causes.begin();
      if (report.kind === 'complaint') await this.complained(tx, effects, row);
      else if (report.isForGood) await this.bounced(tx, effects, row, report.status);
      await effects.write(tx);
    });
  }

  private async bounced(
    tx: Queries,
    effects: Consequences,
    row: Row,
    status: string,
  ): Promise<void> {
    if (row.state !== 'sent' && row.state !== 'delivered') return;
    const at = this.clock.now();
    await tx
      .update(outbox)
      .set({ state: 'failed', lastError: `returned ${status}`.trim() })
      .where(eq(outbox.id, row.id));
    effects.raise(messagesSettled, { keys: [row.key], as: 'failed', at });
    const person = await this.personOf(tx, row);
    if (!person) return;
    effects.note(person, at, { kind: 'refused', what: messageName(row) });
    // They may have another address by now.
    if (person.email.toLowerCase() === row.to.toLowerCase())
      await tx.update(people).set({ mailRefusedAt: at }).where(eq(people.id, person.id));
    await this.suppression.suppress(tx, effects, person.clientId, [row.to], {
      ...{ reason: 'bounced', at },
    });
  }

  private async complained(tx: Queries, effects: Consequences, row: Row): Promise<void> {
    if (row.complainedAt) return;
    const at = this.clock.now();
    await tx.update(outbox).set({ complainedAt: at }).where(eq(outbox.id, row.id));
    effects.raise(messageComplained, { campaignId: row.campaignId, at });
    const person = await this.personOf(tx, row);
    if (!person) return;
    effects.note(person, at, { kind: 'complained', what: messageName(row) });
    await this.consent.endMail(tx, effects, person, at);
    await this.suppression.suppress(tx, effects, person.clientId, [row.to], {
      ...{ reason: 'complained', at },
    });
  }

  private async personOf(tx: Queries, { personId }: Row): Promise<PersonRow | null> {
    if (!personId) return null;
    const [person] = await tx.select().from(people).where(eq(people.id, personId));
    return person ? this.store.mergedInto(tx, person) : null;
  }
}
