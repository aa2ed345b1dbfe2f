import { Injectable, type OnModuleInit } from '@nestjs/common';
import type {
  Answered,
  api,
  CampaignReach,
  CampaignView,
  MessageOutcome,
} from '@plumgate/contract';
import { referencesIn, type BinId, type CampaignId, type ClientId } from '@plumgate/core/basics';
import { campaignMergeGroups, CampaignContent, newCampaign } from '@plumgate/core/campaigns';
import { leftOutWords } from '@plumgate/core/followup';
import { and, asc, desc, eq, gt, inArray, isNull, sql } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { AppProblem } from '../../platform/http/app-problem.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { IdSource } from '../../platform/id-source.ts';
import { Bin } from '../../records/bin/bin.ts';
import { removableRow } from '../../records/bin/removable-row.ts';
import { campaignRow, type CampaignRow } from '../../records/campaigns/campaign-row.ts';
import { campaigns } from '../../records/campaigns/table.ts';
import { outcomeOf, statesOf } from '../../records/messages/message-outcome.ts';
import { outbox, type MessageLeftOut } from '../../records/messages/outbox.table.ts';
import { people } from '../../records/people/table.ts';
import { checkMergeFields } from '../../records/references/check-merge-fields.ts';
import { checkReferences } from '../../records/references/check-references.ts';
import { PeopleList } from '../people/people-list.service.ts';
import { CampaignSending } from './campaign-sending.ts';
import { didNotOpen, peopleOfCampaign, type Reaching } from './campaign-people.ts';
import { campaignCounts } from './campaign-results.ts';

/** Messages to lists of people: written, and what became of them once they were sent. */
@Injectable()
export class CampaignService implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly bin: Bin,
    private readonly sending: CampaignSending,
    private readonly lists: PeopleList,
  ) {}

  onModuleInit(): void {
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
    return this.view(db, await campaignRow(db, id));
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
      const row = await campaignRow(tx, id, { forUpdate: true });
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
      sql`select reason, count(*)::int as people from (${peopleOfCampaign(asked, among, this.clock.now())}) as all_of_them group by reason order by people desc`,
    );
    return {
      reached: rows.find(({ reason }) => reason === null)?.people ?? 0,
      leftOut: rows.flatMap(({ reason, people }) =>
        reason === null ? [] : [{ reason: reason as MessageLeftOut, people }],
      ),
    };
  }

  /** Moves a campaign to the bin; nobody else gets it. */
  async remove(who: CurrentUser, id: CampaignId): Promise<BinId> {
    const { state } = await campaignRow(this.database.db, id);
    if (state === 'sending' || state === 'paused') await this.sending.setState(id, 'stopped');
    return this.bin.remove('campaign', id, who);
  }

  /** Makes a draft with the same words for those who did not open an email; once for each campaign. */
  async resend(id: CampaignId): Promise<CampaignId> {
    return this.database.transaction(async (tx) => {
      const row = await campaignRow(tx, id, { forUpdate: true });
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
    }: { state?: MessageOutcome | undefined; after?: string | undefined; limit: number },
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
          state ? inArray(outbox.state, statesOf[state]) : undefined,
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
        state: outcomeOf(row.state),
        why: row.leftOut ? leftOutWords(row.leftOut) : '',
        at: (row.sentAt ?? row.dueAt).toString(),
        ...{ opened: row.openedAt !== null, clicked: row.clickedAt !== null },
      })),
      next: rows.length > limit ? String(shown.at(-1)!.order) : null,
    };
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

  private async view(db: Queries, row: CampaignRow): Promise<CampaignView> {
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

const sentAlready = () =>
  new AppProblem('bad-request', {
    detail: 'It was sent already. What it says can’t be changed any more.',
  });
