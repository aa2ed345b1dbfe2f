import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { Answered, api, CampaignReach, CampaignView } from '@plumgate/contract';
import {
  referencesIn,
  type BinId,
  type CampaignId,
  type ClientId,
  type Instant,
} from '@plumgate/core/basics';
import {
  areTooManyRefused,
  campaignMergeGroups,
  campaignStart,
  CampaignContent,
  newCampaign,
} from '@plumgate/core/campaigns';
import type { Email } from '@plumgate/core/emails';
import { leftOutWords } from '@plumgate/core/followup';
import { hasOptOutWords, inPlainWords } from '@plumgate/core/messages';
import { and, asc, desc, eq, gt, inArray, isNull, sql, type SQL } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { IdSource } from '../../platform/id-source.ts';
import { Worker } from '../../platform/worker.ts';
import { Bin } from '../../records/bin/bin.ts';
import { removableRow } from '../../records/bin/removable-row.ts';
import { campaigns } from '../../records/campaigns/table.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { clients, type ClientRow } from '../../records/clients/table.ts';
import { outbox, type MessageLeftOut } from '../../records/messages/outbox.table.ts';
import { people } from '../../records/people/table.ts';
import { checkMergeFields } from '../../records/references/check-merge-fields.ts';
import { checkReferences } from '../../records/references/check-references.ts';
import { numberOf } from '../messages/compose.ts';
import { leaveOut } from '../messages/leave-out.ts';
import { messagesSettled, type MessagesSettled } from '../messages/message-events.ts';
import { PeopleList } from '../people/people-list.service.ts';
import { didNotOpen, peopleOfCampaign, type Reaching } from './campaign-people.ts';
import { campaignCounts } from './campaign-results.ts';

type Row = typeof campaigns.$inferSelect;
type OutboxState = (typeof outbox.$inferSelect)['state'];

/** The key of the message of a campaign to somebody: nobody gets it twice. */
const keyPrefix = 'campaign:';

/** Messages to lists of people: written, sent in portions, paused, stopped, and what became of them. */
@Injectable()
export class CampaignService implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly bin: Bin,
    private readonly causes: Causes,
    private readonly worker: Worker,
    private readonly lists: PeopleList,
  ) {}

  onModuleInit(): void {
    this.causes.on(messagesSettled, (settled, tx) => this.pauseWhenRefused(settled, tx));
    const name = sql<string>`${campaigns.content}->>'name'`;
    this.bin.register('campaign', removableRow(campaigns, name));
  }

  async list(clientId: ClientId): Promise<CampaignView[]> {
    const { db } = this.database;
    const rows = await db
      .select()
      .from(campaigns)
      .where(and(eq(campaigns.clientId, clientId), isNull(campaigns.removedAt)))
      .orderBy(desc(campaigns.madeAt), desc(campaigns.id));
    const views: CampaignView[] = [];
    for (const row of rows) views.push(await this.view(db, row));
    return views;
  }

  async get(id: CampaignId): Promise<CampaignView> {
    const { db } = this.database;
    return this.view(db, await this.row(db, id));
  }

  /** Makes a draft: of a kind with words to be replaced, or with all that it says. */
  async create(
    clientId: ClientId,
    made: { name: string; kind: 'email' | 'text' } | { content: CampaignContent },
  ): Promise<CampaignId> {
    const { db } = this.database;
    const content = 'content' in made ? made.content : newCampaign(made.name, made.kind);
    await this.check(db, clientId, content, null);
    const id = this.ids.next<CampaignId>();
    await db.insert(campaigns).values({ id, clientId, content, madeAt: this.clock.now() });
    return id;
  }

  /** Saves a draft; of one that was sent nothing can be changed. */
  async save(
    id: CampaignId,
    { version, content }: { version: number; content: CampaignContent },
  ): Promise<{ version: number }> {
    return this.database.transaction(async (tx) => {
      const row = await this.row(tx, id, { forUpdate: true });
      if (row.state !== 'draft') throw sentAlready();
      if (row.version !== version) throw new AppProblem('changed-elsewhere');
      await this.check(tx, row.clientId, content, row.content);
      await tx
        .update(campaigns)
        .set({ content, version: version + 1 })
        .where(eq(campaigns.id, id));
      return { version: version + 1 };
    });
  }

  /** How many of a list would get a message, and why the others would not. */
  async reach(
    clientId: ClientId,
    asked: Reaching & Pick<CampaignContent, 'to'> & { resendOf: CampaignId | null },
  ): Promise<CampaignReach> {
    const among = asked.resendOf
      ? didNotOpen(clientId, asked.resendOf)
      : await this.lists.among(clientId, asked.to);
    const { rows } = await this.database.db.execute<{ reason: string | null; people: number }>(
      sql`select reason, count(*)::int as people from (${peopleOfCampaign(asked, among)}) as all_of_them group by reason order by people desc`,
    );
    return {
      reached: rows.find(({ reason }) => reason === null)?.people ?? 0,
      leftOut: rows.flatMap(({ reason, people }) =>
        reason === null ? [] : [{ reason: reason as MessageLeftOut, people }],
      ),
    };
  }

  /** Queues a campaign for everybody of its list; asked again it does nothing more. */
  async send(who: CurrentUser, id: CampaignId): Promise<void> {
    const now = this.clock.now();
    await this.database.transaction(async (tx) => {
      const row = await this.row(tx, id, { forUpdate: true });
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
    { id, content }: Row,
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
    await effects.settle(tx);
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
      from (${peopleOfCampaign({ kind: message.kind, consent: content.consent }, among)}) as all_of_them
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
      const row = await this.row(tx, id, { forUpdate: true });
      if (row.state === 'draft')
        throw new AppProblem('bad-request', { detail: 'It was not sent yet.' });
      if (row.state === 'stopped' || row.state === state) return;
      if (state === 'paused') return this.pause(tx, id, now, '');
      const ofCampaign = eq(outbox.campaignId, id);
      if (state === 'stopped') {
        const effects = this.causes.begin();
        await leaveOut(tx, effects, ofCampaign, 'campaign-stopped', now);
        await effects.write(tx);
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

  /** Moves a campaign to the bin; nobody else gets it. */
  async remove(who: CurrentUser, id: CampaignId): Promise<BinId> {
    const { state } = await this.row(this.database.db, id);
    if (state === 'sending' || state === 'paused') await this.setState(id, 'stopped');
    return this.bin.remove('campaign', id, who);
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

  /** Makes a draft with the same words for those who did not open an email; once for each campaign. */
  async resend(id: CampaignId): Promise<CampaignId> {
    return this.database.transaction(async (tx) => {
      const row = await this.row(tx, id, { forUpdate: true });
      if (row.state === 'draft' || row.content.message.kind !== 'email')
        throw new AppProblem('bad-request', {
          detail: 'Only an email that was sent can be sent again to those who did not open it.',
        });
      const again = this.ids.next<CampaignId>();
      const content = {
        ...row.content,
        name: `${row.content.name}, again`.slice(0, 80),
        when: { kind: 'now' as const },
      };
      const made = await tx
        .insert(campaigns)
        .values({
          ...{ id: again, clientId: row.clientId, content, resendOf: id },
          madeAt: this.clock.now(),
        })
        .onConflictDoNothing({ target: campaigns.resendOf })
        .returning({ id: campaigns.id });
      if (made.length > 0) return again;
      throw new AppProblem('bad-request', {
        detail: 'It was sent again already. Once is enough for people who did not open it.',
      });
    });
  }

  /** Who is in a campaign and what became of it for each, in portions. */
  async recipients(
    id: CampaignId,
    {
      state,
      after,
      limit,
    }: { state?: string | undefined; after?: string | undefined; limit: number },
  ): Promise<Answered<typeof api.listCampaignPeople>> {
    const rows = await this.database.db
      .select({
        ...{ id: outbox.id, order: outbox.order, to: outbox.to, personId: outbox.personId },
        ...{ state: outbox.state, leftOut: outbox.leftOut, dueAt: outbox.dueAt },
        ...{ sentAt: outbox.sentAt, openedAt: outbox.openedAt, clickedAt: outbox.clickedAt },
        ...{ firstName: people.firstName, lastName: people.lastName },
      })
      .from(outbox)
      .leftJoin(people, eq(people.id, outbox.personId))
      .where(
        and(
          eq(outbox.campaignId, id),
          state ? inArray(outbox.state, statesNamed(state)) : undefined,
          after ? gt(outbox.order, Number(after)) : undefined,
        ),
      )
      .orderBy(asc(outbox.order))
      .limit(limit + 1);
    const shown = rows.slice(0, limit);
    return {
      people: shown.map((row) => ({
        ...{ id: row.id, personId: row.personId, to: row.to },
        name: `${row.firstName ?? ''} ${row.lastName ?? ''}`.trim(),
        state: row.state === 'held' ? 'queued' : row.state,
        why: row.leftOut ? leftOutWords(row.leftOut) : '',
        at: (row.sentAt ?? row.dueAt).toString(),
        ...{ opened: row.openedAt !== null, clicked: row.clickedAt !== null },
      })),
      next: rows.length > limit ? String(shown.at(-1)!.order) : null,
    };
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

  private async check(
    db: Queries,
    clientId: ClientId,
    content: CampaignContent,
    stored: CampaignContent | null,
  ): Promise<void> {
    await checkReferences(
      db,
      clientId,
      referencesIn(CampaignContent, content),
      'body.content',
      stored ? referencesIn(CampaignContent, stored) : [],
    );
    await checkMergeFields(
      db,
      clientId,
      campaignMergeGroups,
      CampaignContent,
      { document: content, stored: stored ?? {} },
      'body.content',
    );
  }

  private async row(
    db: Queries,
    id: CampaignId,
    { forUpdate = false }: { forUpdate?: boolean } = {},
  ): Promise<Row> {
    const asked = db
      .select()
      .from(campaigns)
      .where(and(eq(campaigns.id, id), isNull(campaigns.removedAt)));
    const [row] = forUpdate ? await asked.for('update') : await asked;
    if (!row) throw notFound();
    return row;
  }

  private async view(db: Queries, row: Row): Promise<CampaignView> {
    const { id, clientId, content, version, state, sentBy, pausedBecause, resendOf } = row;
    const [again] = await db
      .select({ id: campaigns.id })
      .from(campaigns)
      .where(eq(campaigns.resendOf, id));
    return {
      ...{ id, clientId, content, version, state, sentBy, pausedBecause, resendOf },
      ...{ madeAt: row.madeAt.toString(), sentAt: row.sentAt?.toString() ?? null },
      isSentAgain: again !== undefined,
      counts: state === 'draft' ? null : await campaignCounts(db, id),
    };
  }
}

const emailOf = ({ subject, preview, blocks }: Email): Email => ({ subject, preview, blocks });

const titleOf = (message: CampaignContent['message']): string =>
  inPlainWords(message.kind === 'email' ? message.subject : message.body.slice(0, 60));

const campaignOf = (key: string): CampaignId[] =>
  key.startsWith(keyPrefix) ? [key.split(':')[1] as CampaignId] : [];

const statesNamed = (state: string): OutboxState[] =>
  state === 'queued' ? ['queued', 'held'] : [state as OutboxState];

const sentAlready = () =>
  new AppProblem('bad-request', {
    detail: 'It was sent already. What it says can’t be changed any more.',
  });
