import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { CampaignId, Instant } from '@plumgate/core/basics';
import {
  areTooManyComplaints,
  areTooManyRefused,
  campaignStart,
  type CampaignContent,
} from '@plumgate/core/campaigns';
import type { Email } from '@plumgate/core/emails';
import { hasOptOutWords, inPlainWords } from '@plumgate/core/messages';
import { and, eq, inArray, isNull, sql, type SQL } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { AppProblem } from '../../platform/http/app-problem.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { Worker } from '../../platform/worker.ts';
import { campaignRow, type CampaignRow } from '../../records/campaigns/campaign-row.ts';
import { campaigns } from '../../records/campaigns/table.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { clients, type ClientRow } from '../../records/clients/table.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { people } from '../../records/people/table.ts';
import { numberOf } from '../messages/compose.ts';
import {
  messageComplained,
  messagesSettled,
  type MessagesSettled,
} from '../messages/message-events.ts';
import { PeopleList } from '../people/people-list.service.ts';
import { didNotOpen, peopleOfCampaign } from './campaign-people.ts';

/** The key of the message of a campaign to somebody: nobody gets it twice. */
const keyPrefix = 'campaign:';

/** How campaigns leave: queued for everybody of a list at once, in portions, paused and stopped. */
@Injectable()
export class CampaignSending implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly causes: Causes,
    private readonly worker: Worker,
    private readonly lists: PeopleList,
  ) {}

  onModuleInit(): void {
    this.causes.on(messagesSettled, (settled, tx) => this.pauseWhenRefused(settled, tx));
    this.causes.on(messageComplained, (complained, tx) => this.pauseWhenComplained(complained, tx));
  }

  /** Queues a campaign for everybody of its list; asked again it does nothing more. */
  async send(who: CurrentUser, id: CampaignId): Promise<void> {
    const now = this.clock.now();
    await this.database.transaction(async (tx) => {
      const row = await campaignRow(tx, id, { forUpdate: true });
      if (row.state !== 'draft') return;
      const { content, clientId, resendOf } = row;
      if (content.message.kind === 'text' && !hasOptOutWords(content.message.body))
        throw new AppProblem('bad-request', {
          detail: 'The text does not say how to end texts. Add “Reply STOP to end texts.”',
        });
      const [client] = await tx.select().from(clients).where(eq(clients.id, clientId));
      const among = resendOf
        ? didNotOpen(clientId, resendOf)
        : await this.lists.among(clientId, content.to, '', tx);
      await this.queue(tx, client!, row, among, now);
      await tx
        .update(campaigns)
        .set({ state: 'sending', sentAt: now, sentBy: who.name, version: row.version + 1 })
        .where(eq(campaigns.id, id));
    });
    this.worker.wake();
  }

  /** One row of the outbox for everybody of the list, also for those who get none, with the reason. */
  private async queue(
    tx: Queries,
    client: ClientRow,
    { id, content }: CampaignRow,
    among: SQL,
    now: Instant,
  ): Promise<void> {
    const { message, perMinute, name } = content;
    const effects = this.causes.begin();
    const isEmail = message.kind === 'email';
    const template = effects.template(
      client.id,
      isEmail ? { email: emailOf(message) } : { body: message.body },
    );
    await effects.write(tx);
    const starts = await this.starts(tx, client, content, among, now);
    const start = starts.reduceRight<SQL>(
      (rest, { zone, at }) =>
        sql`case when zone = ${zone} then ${at.toString()}::timestamptz else ${rest} end`,
      sql`${now.toString()}::timestamptz`,
    );
    await tx.execute(sql`
      insert into ${outbox} (id, client_id, key, kind, "to", "from", content, title, origin, state, left_out, person_id, campaign_id, due_at, attempts)
      select gen_random_uuid(), ${client.id}::uuid, ${`${keyPrefix}${id}:`} || id, ${message.kind}, address, ${isEmail ? '' : numberOf(client)},
        ${JSON.stringify({ as: 'personal', template })}::jsonb, ${titleOf(message)}, ${name},
        case when reason is null then 'queued' else 'left-out' end, reason, id, ${id}::uuid,
        ${start} + make_interval(secs => floor((row_number() over (partition by reason is null, ${start} order by id) - 1) * 60.0 / ${perMinute})), 0
      from (${peopleOfCampaign({ kind: message.kind, consent: content.consent }, among, now)}) as all_of_them
      on conflict (key) do nothing`);
  }

  /** When it begins in each zone that people of the list are in; an unknown zone is the client's. */
  private async starts(
    tx: Queries,
    { facts }: ClientRow,
    { when }: CampaignContent,
    among: SQL,
    now: Instant,
  ): Promise<{ zone: string; at: Instant }[]> {
    const rows = await tx.selectDistinct({ zone: people.zone }).from(people).where(among);
    return rows.map(({ zone }) => ({
      zone,
      at: campaignStart(when, { zone: facts.zone, theirZone: zone || facts.zone, now }),
    }));
  }

  /** Pauses a campaign, lets it go on from where it was, or stops it for good. */
  async setState(id: CampaignId, state: 'sending' | 'paused' | 'stopped'): Promise<void> {
    const now = this.clock.now();
    await this.database.transaction(async (tx) => {
      const row = await campaignRow(tx, id, { forUpdate: true });
      if (row.state === 'draft')
        throw new AppProblem('bad-request', { detail: 'It was not sent yet.' });
      if (row.state === 'stopped' || row.state === state) return;
      if (state === 'paused') return this.pause(tx, id, now, '');
      const ofCampaign = eq(outbox.campaignId, id);
      if (state === 'stopped') {
        // Many at once, and nothing above waits for one of them: they are not told one by one.
        await tx
          .update(outbox)
          .set({ state: 'left-out', leftOut: 'campaign-stopped' })
          .where(and(ofCampaign, inArray(outbox.state, ['queued', 'held'])));
      } else {
        // Everybody gets it as much later as it was paused.
        await tx
          .update(outbox)
          .set({
            state: 'queued',
            dueAt: sql`${outbox.dueAt} + (${now.toString()}::timestamptz - ${row.pausedAt!.toString()}::timestamptz)`,
          })
          .where(and(ofCampaign, eq(outbox.state, 'held')));
      }
      await tx
        .update(campaigns)
        .set({ state, pausedAt: null, pausedBecause: '' })
        .where(eq(campaigns.id, id));
    });
    this.worker.wake();
  }

  private async pause(tx: Queries, id: CampaignId, at: Instant, because: string): Promise<void> {
    await tx
      .update(outbox)
      .set({ state: 'held', leasedBy: null, leasedUntil: null })
      .where(and(eq(outbox.campaignId, id), eq(outbox.state, 'queued'), isNull(outbox.leasedBy)));
    await tx
      .update(campaigns)
      .set({ state: 'paused', pausedAt: at, pausedBecause: because })
      .where(eq(campaigns.id, id));
  }

  /** Pauses a campaign that too many mark as junk. */
  private async pauseWhenComplained(
    { campaignId, at }: { campaignId: CampaignId | null; at: Instant },
    tx: Queries,
  ): Promise<void> {
    if (!campaignId) return;
    const [row] = await tx
      .select({
        sent: sql<number>`count(*) filter (where ${outbox.sentAt} is not null)::int`,
        complaints: sql<number>`count(*) filter (where ${outbox.complainedAt} is not null)::int`,
      })
      .from(outbox)
      .where(eq(outbox.campaignId, campaignId));
    const { sent, complaints } = row!;
    if (!areTooManyComplaints(sent, complaints)) return;
    const because = `${complaints} of ${sent} marked it as junk. Look at who it goes to before it goes on.`;
    await this.pause(tx, campaignId, at, because);
  }

  /** Pauses a campaign that too many mail hosts refuse. */
  private async pauseWhenRefused({ keys, as, at }: MessagesSettled, tx: Queries): Promise<void> {
    if (as !== 'failed') return;
    for (const id of new Set(keys.flatMap(campaignOf))) {
      const [row] = await tx
        .select({
          sent: sql<number>`count(*) filter (where ${outbox.state} in ('sent', 'delivered'))::int`,
          refused: sql<number>`count(*) filter (where ${outbox.state} = 'failed')::int`,
        })
        .from(outbox)
        .where(eq(outbox.campaignId, id));
      if (!areTooManyRefused(row!.sent, row!.refused)) continue;
      const [campaign] = await tx
        .select({ state: campaigns.state })
        .from(campaigns)
        .where(eq(campaigns.id, id))
        .for('update');
      if (campaign?.state !== 'sending') continue;
      const because = `${row!.refused} of the first ${row!.sent + row!.refused} were refused. Look at where the addresses come from before it goes on.`;
      await this.pause(tx, id, at, because);
    }
  }
}

const emailOf = ({ subject, preview, blocks }: Email): Email => ({ subject, preview, blocks });

const titleOf = (message: CampaignContent['message']): string =>
  inPlainWords(message.kind === 'email' ? message.subject : message.body.slice(0, 60));

const campaignOf = (key: string): CampaignId[] =>
  key.startsWith(keyPrefix) ? [key.split(':')[1] as CampaignId] : [];
