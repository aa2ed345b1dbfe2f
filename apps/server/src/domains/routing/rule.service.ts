import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { RecentLeads, RulePreviewView, RuleView } from '@plumgate/contract';
import {
  referencesIn,
  type ClientId,
  type FormId,
  type Instant,
  type PageId,
  type RuleId,
  type SequenceId,
  type UserId,
} from '@plumgate/core/basics';
import { askedTerms } from '@plumgate/core/conditions';
import { sequenceFormat, type SequenceContent } from '@plumgate/core/followup';
import { fullName, readFieldValue, type FilledField } from '@plumgate/core/people';
import {
  previewRule,
  unreachableRules,
  ruleFormat,
  withHandOver,
  type LeadPlace,
  type PastLead,
  type Rule,
  RuleContent,
} from '@plumgate/core/routing';
import { and, asc, desc, eq, gte, isNull, max, sql, type SQL } from 'drizzle-orm';
import { userClients, users } from '../../records/accounts/table.ts';
import { clients, type ClientRow } from '../../records/clients/table.ts';
import { conditionsSql } from '../../records/conditions/conditions-sql.ts';
import { openSql } from '../../records/conditions/open-sql.ts';
import { sequences } from '../../records/followup/table.ts';
import { funnels } from '../../records/funnels/table.ts';
import { submissions } from '../../records/intake/table.ts';
import { pageForms, pages } from '../../records/pages/table.ts';
import { formFields, ownFields } from '../../records/people/fields.table.ts';
import { people } from '../../records/people/table.ts';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { Bin } from '../../records/bin/bin.ts';
import { removableRow } from '../../records/bin/removable-row.ts';
import { discardDraft, discardDrafts, draftsOf } from '../../records/drafts/draft-store.ts';
import { checkReferences } from '../../records/references/check-references.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import { IdSource } from '../../platform/id-source.ts';
import { ruleStarts } from '../../records/routing/starts.table.ts';
import { routingRules } from '../../records/routing/table.ts';
import { worksFor } from '../../records/accounts/users-of.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { workHandedOver, type HandOver } from '../accounts/account-events.ts';
import { isAnyOf } from '../../platform/database/bulk.ts';
import { previewTrigger } from './trigger-preview.ts';
import type { Assignee } from './turns.ts';

const previewDays = 30;
const mostShown = 50;

/** What routing an arriving lead needs: its client, the rules that are on, and who may look after people there. */
export interface ForArrival {
  client: ClientRow;
  rules: Rule[];
  /** Whom leads can be given to. */
  assignees: ReadonlyMap<UserId, Assignee>;
  /** The sequences that the rules start, as they are now. */
  sequences: ReadonlyMap<SequenceId, SequenceContent>;
  /** The fields that the form's questions fill, by the name that the form has for each. */
  fields: ReadonlyMap<string, FilledField>;
}

const isActive = and(eq(routingRules.on, true), isNull(routingRules.removedAt));

@Injectable()
export class RuleService implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly bin: Bin,
    private readonly causes: Causes,
  ) {}

  onModuleInit(): void {
    this.causes.on(workHandedOver, (handOver, tx) => this.handOver(tx, handOver));
    const row = removableRow(routingRules, sql<string>`${routingRules.content}->>'name'`);
    this.bin.register('rule', {
      ...row,
      erase: async (tx, id) => {
        await discardDrafts(tx, 'rule', id);
        await row.erase(tx, id);
      },
    });
  }

  /** Puts another in the place of somebody whom rules give leads to, where that one works for the client. */
  private async handOver(tx: Queries, { from, to, only }: HandOver): Promise<void> {
    const rows = await tx
      .select({
        rule: routingRules,
        works: sql<boolean>`exists (select from ${users} where ${users.id} = ${to} and ${worksFor(routingRules.clientId)})`,
      })
      .from(routingRules)
      .where(
        and(
          sql`${routingRules.content}::text like ${`%${from}%`}`,
          only ? isAnyOf(routingRules.clientId, [...only]) : undefined,
        ),
      );
    for (const { rule, works } of rows)
      await tx
        .update(routingRules)
        .set({
          content: withHandOver(rule.content, from, works ? to : null),
          version: rule.version + 1,
        })
        .where(eq(routingRules.id, rule.id));
  }

  /** The rules that leads go through as they arrive, in their order. */
  async active(db: Queries, clientId: ClientId): Promise<Rule[]> {
    const rows = await db
      .select()
      .from(routingRules)
      .where(and(eq(routingRules.clientId, clientId), isActive))
      .orderBy(asc(routingRules.position));
    return rows.flatMap(({ id, content }) => (content.trigger ? [] : [{ id, ...content }]));
  }

  /** A rule that is on and waits for what somebody does; null for any other. */
  async waiting(db: Queries, id: RuleId): Promise<Rule | null> {
    const [row] = await db
      .select()
      .from(routingRules)
      .where(and(eq(routingRules.id, id), isActive));
    return row?.content.trigger ? { id, ...row.content } : null;
  }

  /** What an arriving lead asks for, in one query. Its parts name their tables by letters: of one table alone, columns come without its name. */
  async forArrival(tx: Queries, clientId: ClientId, form: FormId | null): Promise<ForArrival> {
    const [row] = await tx
      .select({
        client: clients,
        rules: sql<
          [RuleId, unknown][]
        >`(select coalesce(jsonb_agg(jsonb_build_array(r.id, r.content) order by r.position), '[]') from ${routingRules} as r where r.client_id = clients.id and r."on" and r.removed_at is null and not r.content ? 'trigger')`,
        assignees: sql<
          [UserId, Assignee][]
        >`(select coalesce(jsonb_agg(jsonb_build_array(u.id, jsonb_build_object('name', u.name, 'onDuty', u.on_duty, 'zone', u.zone))), '[]') from ${users} as u where u.removed_at is null and u.paused_at is null and (u.all_clients or exists (select from ${userClients} as w where w.user_id = u.id and w.client_id = clients.id)))`,
        sequences: sql<
          [SequenceId, unknown][]
        >`(select coalesce(jsonb_agg(jsonb_build_array(s.id, s.content)), '[]') from ${sequences} as s where s.client_id = clients.id and s.removed_at is null and s.id::text in (select jsonb_path_query(r.content, '$.actions[*].sequence')#>>'{}' from ${routingRules} as r where r.client_id = clients.id and r."on" and r.removed_at is null))`,
        fields: sql<
          [string, FilledField][]
        >`(select coalesce(jsonb_agg(jsonb_build_array(ff.named, jsonb_build_object('key', f.key, 'type', f.type))), '[]') from ${formFields} as ff join ${ownFields} as f on f.id = ff.field_id where ff.form_id = ${form})`,
      })
      .from(clients)
      .where(eq(clients.id, clientId));
    const { client, rules, assignees, fields, sequences: started } = row!;
    return {
      client,
      rules: rules.map(([id, content]) => ({ id, ...ruleFormat.read(content) })),
      assignees: new Map(assignees),
      fields: new Map(fields),
      sequences: new Map(started.map(([id, content]) => [id, sequenceFormat.read(content)])),
    };
  }

  async list(clientId: ClientId, me: UserId): Promise<RuleView[]> {
    const since = this.since();
    const matched = sql<number>`(select count(distinct ${submissions.personId}) from ${submissions} where ${submissions.clientId} = ${clientId} and ${submissions.receivedAt} >= ${since.toString()}::timestamptz and ${submissions.rulesMatched} @> jsonb_build_array(jsonb_build_object('id', routing_rules.id)))`;
    const started = sql<number>`(select count(distinct s.person_id) from ${ruleStarts} as s where s.rule_id = routing_rules.id and s.due_at is null and s.failures = 0 and s.at >= ${since.toString()}::timestamptz)`;
    const rows = await this.database.db
      .select({
        id: routingRules.id,
        on: routingRules.on,
        content: routingRules.content,
        version: routingRules.version,
        matched30:
          sql<number>`case when ${routingRules.content} ? 'trigger' then ${started} else ${matched} end`.mapWith(
            Number,
          ),
      })
      .from(routingRules)
      .where(and(eq(routingRules.clientId, clientId), isNull(routingRules.removedAt)))
      .orderBy(asc(routingRules.position));
    const ids = rows.map(({ id }) => id);
    const drafts = await draftsOf(this.database.db, 'rule', ids, me);
    const on = rows.flatMap(({ id, on, content }) => (on ? [{ id, ...content }] : []));
    const unreachable = unreachableRules(on, await this.placesOf(clientId));
    return rows.map((row) => ({
      ...row,
      draft: drafts.get(row.id) ?? null,
      unreachable: unreachable.get(row.id) ?? null,
    }));
  }

  /** Where a client's leads come in: each form on a page that is in no bin. */
  private placesOf(clientId: ClientId): Promise<LeadPlace[]> {
    return this.database.db
      .select({ form: pageForms.formId, page: pages.id, funnel: pages.funnelId })
      .from(pageForms)
      .innerJoin(pages, eq(pages.id, pageForms.pageId))
      .where(and(eq(pages.clientId, clientId), isNull(pages.removedAt)));
  }

  /** Refuses to set a field that is not there, or to what does not fit it. */
  private async checkFields(db: Queries, clientId: ClientId, content: RuleContent): Promise<void> {
    const setting = content.actions.flatMap((one) => (one.kind === 'field' ? [one] : []));
    if (setting.length === 0) return;
    const fields = await db.select().from(ownFields).where(eq(ownFields.clientId, clientId));
    const [client] = await db.select().from(clients).where(eq(clients.id, clientId));
    for (const { field: key, typed } of setting) {
      const field = fields.find((one) => one.key === key);
      if (!field) throw new AppProblem('bad-request', { detail: 'A field of this rule is gone.' });
      const read = readFieldValue(field, typed, client!.facts.currency);
      if (!read.ok)
        throw new AppProblem('bad-request', { detail: `${field.name}: ${read.problem}` });
    }
  }

  /** Adds a rule at the end; switched off unless told otherwise, so that its preview is read first. */
  async add(
    clientId: ClientId,
    content: RuleContent,
    on = true,
    db: Queries = this.database.db,
  ): Promise<RuleId> {
    await this.checkFields(db, clientId, content);
    await checkReferences(db, clientId, referencesIn(RuleContent, content), 'body');
    const [last] = await db
      .select({ position: max(routingRules.position) })
      .from(routingRules)
      .where(eq(routingRules.clientId, clientId));
    const id = this.ids.next<RuleId>();
    const position = (last?.position ?? -1) + 1;
    await db.insert(routingRules).values({ id, clientId, position, on, content });
    return id;
  }

  /** Changes a rule; with a `version` only where nobody else has changed it since. */
  async save(
    id: RuleId,
    me: UserId,
    { version, ...values }: { version?: number | undefined; on: boolean; content: RuleContent },
  ): Promise<void> {
    await this.database.transaction(async (tx) => {
      const [before] = await tx
        .select()
        .from(routingRules)
        .where(and(eq(routingRules.id, id), isNull(routingRules.removedAt)));
      if (!before) throw notFound();
      // One that is switched on has to be whole; one that is off may go on naming what is gone.
      const stored = values.on ? [] : referencesIn(RuleContent, before.content);
      const named = referencesIn(RuleContent, values.content);
      await checkReferences(tx, before.clientId, named, 'body.content', stored);
      if (values.on) await this.checkFields(tx, before.clientId, values.content);
      const [saved] = await tx
        .update(routingRules)
        .set({ ...values, version: sql`${routingRules.version} + 1` })
        .where(
          and(
            eq(routingRules.id, id),
            version === undefined ? undefined : eq(routingRules.version, version),
          ),
        )
        .returning({ id: routingRules.id });
      if (!saved) throw new AppProblem('changed-elsewhere');
      await discardDraft(tx, 'rule', id, me);
    });
  }

  order(clientId: ClientId, ids: RuleId[]): Promise<void> {
    return this.database.transaction(async (tx) => {
      for (const [position, id] of ids.entries())
        await tx
          .update(routingRules)
          .set({ position })
          .where(and(eq(routingRules.id, id), eq(routingRules.clientId, clientId)));
    });
  }

  /**
   * The people who sent a form in the last 30 days, each once, and the first pages of those that no rule matched at any
   * of their forms then, most first.
   */
  async recentLeads(clientId: ClientId): Promise<RecentLeads> {
    const anyMatched = sql<boolean>`bool_or(${submissions.rulesMatched} <> '[]') over (partition by ${submissions.personId})`;
    const leads = await this.database.db
      .selectDistinctOn([submissions.personId], {
        pageId: submissions.pageId,
        page: pages.name,
        funnel: funnels.name,
        isMatched: anyMatched,
      })
      .from(submissions)
      .innerJoin(pages, eq(pages.id, submissions.pageId))
      .innerJoin(funnels, eq(funnels.id, submissions.funnelId))
      .where(and(eq(submissions.clientId, clientId), gte(submissions.receivedAt, this.since())))
      .orderBy(asc(submissions.personId), asc(submissions.receivedAt));
    const unmatched = new Map<PageId, RecentLeads['unmatched'][number]>();
    for (const { pageId, page, funnel, isMatched } of leads) {
      if (isMatched) continue;
      const before = unmatched.get(pageId)?.leads ?? 0;
      unmatched.set(pageId, { page, funnel, leads: before + 1 });
    }
    return {
      days: previewDays,
      leads: leads.length,
      unmatched: [...unmatched.values()].sort((a, b) => b.leads - a.leads),
    };
  }

  /**
   * What a rule would have matched among the leads of the last 30 days, as far as it can still be told; with a trigger,
   * among those who did what it waits for.
   */
  async preview(
    clientId: ClientId,
    { conditions, trigger }: Pick<RuleContent, 'conditions' | 'trigger'>,
  ): Promise<RulePreviewView> {
    const { db } = this.database;
    const [client] = await db
      .select({ id: clients.id, facts: clients.facts })
      .from(clients)
      .where(eq(clients.id, clientId));
    if (trigger) {
      const asked = { since: this.since(), now: this.clock.now(), mostShown };
      const seen = await previewTrigger(db, client!, { trigger, conditions }, asked);
      return { ...seen, days: previewDays, others: 0, pages: [] };
    }
    const isMatched =
      askedTerms(conditions).length === 0
        ? sql`false`
        : conditionsSql(conditions, {
            now: this.clock.now(),
            zone: client!.facts.zone,
            currency: client!.facts.currency,
            isOpen: openSql(sql`${submissions.receivedAt}`, client!.facts),
            submissions: 'joined',
          });
    const leads = await db
      .select({
        submission: submissions.id,
        form: submissions.formId,
        page: submissions.pageId,
        funnel: submissions.funnelId,
        isMatched: isMatched as SQL<boolean>,
        pageName: pages.name,
        funnelName: funnels.name,
        at: submissions.receivedAt,
        person: people.id,
        firstName: people.firstName,
        lastName: people.lastName,
        email: people.email,
      })
      .from(submissions)
      .innerJoin(people, eq(people.id, submissions.personId))
      .innerJoin(pages, eq(pages.id, submissions.pageId))
      .innerJoin(funnels, eq(funnels.id, submissions.funnelId))
      .where(and(eq(submissions.clientId, clientId), gte(submissions.receivedAt, this.since())))
      .orderBy(desc(submissions.receivedAt));
    const seen = previewRule(conditions, leads satisfies PastLead[]);
    const matched = new Set(seen.matched);
    return {
      days: previewDays,
      leads: seen.leads,
      matched: seen.matched.length,
      others: seen.others,
      pages: seen.pages.map((line) => {
        const lead = leads.find((one) => one.page === line.page)!;
        return { page: lead.pageName, funnel: lead.funnelName, leads: line.leads, own: line.own };
      }),
      people: leads
        .filter((lead) => matched.has(lead.submission))
        .slice(0, mostShown)
        .map((lead) => ({
          id: lead.person,
          name: fullName(lead) || lead.email,
          page: lead.pageName,
          at: lead.at.toString(),
        })),
    };
  }

  private since(): Instant {
    return this.clock.now().subtract({ hours: 24 * previewDays });
  }
}
