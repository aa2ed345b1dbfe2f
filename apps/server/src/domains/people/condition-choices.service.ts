import { Injectable } from '@nestjs/common';
import type { ConditionChoices } from '@plumgate/contract';
import type { ClientId } from '@plumgate/core/basics';
import { offeredBy } from '@plumgate/core/forms';
import { knownSources } from '@plumgate/core/results';
import { and, asc, eq, isNull, sql, type SQL } from 'drizzle-orm';
import type { AnyPgColumn, PgTable } from 'drizzle-orm/pg-core';
import { Database, type Queries } from '../../platform/database/database.ts';
import { users } from '../../records/accounts/table.ts';
import { calendars } from '../../records/booking/table.ts';
import { sequences } from '../../records/followup/table.ts';
import { forms } from '../../records/forms/table.ts';
import { funnels } from '../../records/funnels/table.ts';
import { pages } from '../../records/pages/table.ts';
import { pageParts } from '../../records/pages/page-parts.ts';
import { FieldStore } from '../../records/people/field-store.ts';
import { stages } from '../../records/people/stages.table.ts';
import { people, personTags } from '../../records/people/table.ts';
import { worksFor } from '../../records/accounts/users-of.ts';

/** So many tags, sources and towns are offered; any other can be typed. */
const mostOffered = 500;

/** What conditions on a client's people may name: everything of the client's by its name. */
@Injectable()
export class ConditionChoicesService {
  constructor(
    private readonly database: Database,
    private readonly fields: FieldStore,
  ) {}

  async of(clientId: ClientId, db: Queries = this.database.db): Promise<ConditionChoices> {
    const [form, tags, sources, towns, user, fields] = await Promise.all([
      db
        .select({ id: forms.id, definition: forms.definition })
        .from(forms)
        .where(and(eq(forms.clientId, clientId), isNull(forms.removedAt))),
      different(db, personTags.tag, personTags, clientId),
      different(db, people.lastSource, people, clientId),
      different(db, people.town, people, clientId),
      db
        .select({ id: users.id, name: users.name })
        .from(users)
        .where(worksFor(clientId))
        .orderBy(asc(users.name)),
      this.fields.ofClient(db, clientId),
    ]);
    const stage = await db
      .select({ id: stages.id, name: stages.name, outcome: stages.outcome })
      .from(stages)
      .where(eq(stages.clientId, clientId))
      .orderBy(asc(stages.position));
    return {
      form: byName(form.map(({ id, definition }) => ({ id, name: definition.name }))),
      page: await named(db, pages, sql`${pages.name}`, clientId),
      funnel: await named(db, funnels, sql`${funnels.name}`, clientId),
      calendar: await named(db, calendars, sql`${calendars.content}->>'name'`, clientId),
      sequence: await named(db, sequences, sql`${sequences.content}->>'name'`, clientId),
      stage: stage.map(({ id, name }) => ({ id, name })),
      lostStages: stage.filter(({ outcome }) => outcome === 'lost').map(({ id }) => id),
      ...{ user, tags, towns: towns.filter(Boolean) },
      sources: [...new Set([...knownSources, ...sources])],
      questions: form.flatMap(({ id, definition }) =>
        definition.questions.map((question) => ({
          ...{ form: id, key: question.key, label: question.label, kind: question.kind },
          offered: offeredBy(question),
        })),
      ),
      parts: await pageParts(
        db,
        sql`${pages.clientId} = ${clientId} and ${pages.removedAt} is null`,
      ),
      fields: fields.map(({ key, name, type, options }) => ({ key, name, type, options })),
    };
  }
}

/**
 * The different values of a column of a client's rows, in order. Read by stepping from one to the next through an index:
 * a client may have a million rows and a dozen values.
 */
async function different(
  db: Queries,
  column: AnyPgColumn,
  table: PgTable & { clientId: AnyPgColumn },
  clientId: ClientId,
): Promise<string[]> {
  const least = (after: SQL) =>
    sql`(select ${column} from ${table} where ${table.clientId} = ${clientId} and ${column} > ${after} order by ${column} limit 1)`;
  const { rows } = await db.execute<{ value: string }>(
    sql`with recursive steps(value) as (
      select ${least(sql`''`)}
      union all select ${least(sql`steps.value`)} from steps where steps.value is not null
    ) select value from steps where value is not null limit ${mostOffered}`,
  );
  return rows.map(({ value }) => value);
}

const named = (
  db: Queries,
  table: PgTable & { id: AnyPgColumn; clientId: AnyPgColumn; removedAt: AnyPgColumn },
  name: SQL,
  clientId: ClientId,
): Promise<{ id: string; name: string }[]> =>
  db
    .select({ id: table.id, name: name as SQL<string> })
    .from(table)
    .where(and(eq(table.clientId, clientId), isNull(table.removedAt)))
    .orderBy(name) as never;

const byName = <Item extends { name: string }>(items: Item[]): Item[] =>
  items.toSorted((a, b) => a.name.localeCompare(b.name));
