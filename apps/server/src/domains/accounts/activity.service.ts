import { Injectable } from '@nestjs/common';
import { endpoints, type ActivityView } from '@plumgate/contract';
import { Temporal } from 'temporal-polyfill';
import type { ClientId, UserId } from '@plumgate/core/basics';
import { and, desc, eq, gte, lt, lte, sql, type SQL } from 'drizzle-orm';
import type { PgTable } from 'drizzle-orm/pg-core';
import { Database } from '../../platform/database/database.ts';
import { csvOf, csvTime } from '../../platform/http/csv.ts';
import { agencies, users } from '../../records/accounts/table.ts';
import { auditRows } from '../../records/audit/table.ts';
import { calendars } from '../../records/booking/table.ts';
import { clients } from '../../records/clients/table.ts';
import { sequences } from '../../records/followup/table.ts';
import { forms } from '../../records/forms/table.ts';
import { funnels } from '../../records/funnels/table.ts';
import { pages } from '../../records/pages/table.ts';
import { people } from '../../records/people/table.ts';
import { routingRules } from '../../records/routing/table.ts';

/** What is looked for of what was done. */
export interface ActivityWanted {
  by?: UserId | undefined;
  client?: ClientId | undefined;
  action?: string | undefined;
  from?: string | undefined;
  until?: string | undefined;
}

const mostExported = 50_000;

/** How the things that addresses name are called. */
const named: Record<string, { table: PgTable; name: SQL<string> }> = {
  pageId: { table: pages, name: sql`${pages.name}` },
  funnelId: { table: funnels, name: sql`${funnels.name}` },
  formId: { table: forms, name: sql`${forms.definition}->>'name'` },
  sequenceId: { table: sequences, name: sql`${sequences.content}->>'name'` },
  calendarId: { table: calendars, name: sql`${calendars.content}->>'name'` },
  ruleId: { table: routingRules, name: sql`${routingRules.content}->>'name'` },
  userId: { table: users, name: sql`${users.name}` },
  personId: {
    table: people,
    name: sql`coalesce(nullif(trim(${people.firstName} || ' ' || ${people.lastName}), ''), ${people.email})`,
  },
};

type Row = typeof auditRows.$inferSelect & { client: string | null };

/** Who did what anywhere, for owners: filtered, and as a file. */
@Injectable()
export class ActivityService {
  constructor(private readonly database: Database) {}

  async list(
    wanted: ActivityWanted,
    { before, limit }: { before?: number | undefined; limit: number },
  ): Promise<{ rows: ActivityView[]; actions: string[] }> {
    const after = before ? lt(auditRows.id, before) : undefined;
    const rows = await this.rows(and(isWanted(wanted), after), limit);
    return { rows: await this.views(rows), actions: before ? [] : await this.actions() };
  }

  private async actions(): Promise<string[]> {
    const done = await this.database.db
      .selectDistinct({ action: auditRows.action })
      .from(auditRows)
      .orderBy(auditRows.action);
    return done.map(({ action }) => action);
  }

  /** In the agency's zone. */
  async csv(wanted: ActivityWanted): Promise<string> {
    const [agency] = await this.database.db.select({ zone: agencies.zone }).from(agencies);
    const views = await this.views(await this.rows(isWanted(wanted), mostExported));
    return csvOf([
      [`When (${agency!.zone})`, 'Who', 'Client', 'What', 'Of what', 'Times'],
      ...views.map(({ at, by, client, action, subject, times }) => [
        csvTime(Temporal.Instant.from(at), agency!.zone),
        ...[by, client ?? '', summaryOf(action), subject, String(times)],
      ]),
    ]);
  }

  private rows(where: SQL | undefined, limit: number): Promise<Row[]> {
    return this.database.db
      .select({
        id: auditRows.id,
        userId: auditRows.userId,
        userName: auditRows.userName,
        clientId: auditRows.clientId,
        action: auditRows.action,
        target: auditRows.target,
        hour: auditRows.hour,
        times: auditRows.times,
        at: auditRows.at,
        client: clients.name,
      })
      .from(auditRows)
      .leftJoin(clients, eq(clients.id, auditRows.clientId))
      .where(where)
      .orderBy(desc(auditRows.id))
      .limit(limit);
  }

  private async views(rows: readonly Row[]): Promise<ActivityView[]> {
    const names = await this.namesOf(rows);
    return rows.map(({ id, userName, client, action, target, times, at }) => ({
      ...{ id, by: userName, client, action, times },
      subject:
        idsIn(target)
          .flatMap(([, of]) => names.get(of) ?? [])
          .at(-1) ?? '',
      at: at.toString(),
    }));
  }

  /** The names of what rows name, by id. */
  private async namesOf(rows: readonly Row[]): Promise<Map<string, string>> {
    const ids = new Map<string, Set<string>>();
    for (const { target } of rows)
      for (const [kind, id] of idsIn(target)) ids.set(kind, (ids.get(kind) ?? new Set()).add(id));
    const names = new Map<string, string>();
    for (const [kind, some] of ids) {
      const { table, name } = named[kind]!;
      const found = await this.database.db.execute<{ id: string; name: string }>(
        sql`select id, ${name} as name from ${table} where id::text = any(${sql.param([...some])}::text[])`,
      );
      for (const row of found.rows) names.set(row.id, row.name);
    }
    return names;
  }
}

const isWanted = ({ by, client, action, from, until }: ActivityWanted): SQL | undefined =>
  and(
    by && eq(auditRows.userId, by),
    client && eq(auditRows.clientId, client),
    action ? eq(auditRows.action, action) : undefined,
    from ? gte(auditRows.at, Temporal.Instant.from(from)) : undefined,
    until ? lte(auditRows.at, Temporal.Instant.from(until)) : undefined,
  );

/** The ids of `pageId=… funnelId=…` that have names. */
const idsIn = (target: string): [kind: string, id: string][] =>
  target
    .split(' ')
    .map((part) => part.split('=') as [string, string])
    .filter(([kind]) => kind in named);

const summaries = new Map(endpoints.map(([name, { summary }]) => [name, summary]));
const summaryOf = (action: string): string => summaries.get(action) ?? action;
