import { Injectable } from '@nestjs/common';
import type { Answered, api, PersonRecord, PersonSummary, TimelineEntry } from '@plumgate/contract';
import type { ClientId, PersonId } from '@plumgate/core/basics';
import { unreachable } from '@plumgate/core/basics';
import { and, asc, count, desc, eq, sql, type SQL } from 'drizzle-orm';
import { users } from '../accounts/table.ts';
import { runSteps, sequenceRuns, sequences } from '../followup/table.ts';
import { Database } from '../platform/database/database.ts';
import { notFound } from '../platform/http/app-problem.ts';
import type { Who } from '../platform/http/bind.ts';
import { afterCursor, cursorOf } from '../platform/http/cursor.ts';
import { people, personTags, timeline } from './table.ts';
import type { TimelineFact } from './timeline.ts';

const summary = {
  id: people.id,
  clientId: people.clientId,
  firstName: people.firstName,
  lastName: people.lastName,
  email: people.email,
  phone: people.phone,
  source: people.source,
  submissions: people.submissionCount,
  addedAt: people.addedAt,
  lastSeenAt: people.lastSeenAt,
  ownerName: users.name,
  tags: sql<
    string[]
  >`coalesce((select array_agg(${personTags.tag} order by ${personTags.tag}) from ${personTags} where ${personTags.personId} = ${people.id}), '{}')`,
};

@Injectable()
export class PeopleService {
  constructor(private readonly database: Database) {}

  async list(
    clientId: ClientId,
    query: { search: string; after?: string | undefined; limit: number },
  ): Promise<Answered<typeof api.listPeople>> {
    const among = and(eq(people.clientId, clientId), matching(query.search));
    const rows = await this.database.db
      .select(summary)
      .from(people)
      .leftJoin(users, eq(users.id, people.ownerId))
      .where(and(among, afterCursor(query.after, people.addedAt, people.id)))
      .orderBy(desc(people.addedAt), asc(people.id))
      .limit(query.limit + 1);
    const [total] = await this.database.db.select({ count: count() }).from(people).where(among);
    const shown = rows.slice(0, query.limit);
    const last = shown.at(-1);
    return {
      people: shown.map(wire),
      total: total?.count ?? 0,
      next: rows.length > query.limit && last ? cursorOf(last.addedAt, last.id) : null,
    };
  }

  async get(who: Who, id: PersonId): Promise<PersonRecord> {
    const mine = who.clientId ? eq(people.clientId, who.clientId) : undefined;
    const [row] = await this.database.db
      .select(summary)
      .from(people)
      .leftJoin(users, eq(users.id, people.ownerId))
      .where(and(eq(people.id, id), mine));
    if (!row) throw notFound();
    const happened = await this.database.db
      .select()
      .from(timeline)
      .where(eq(timeline.personId, id))
      .orderBy(desc(timeline.at), desc(timeline.id))
      .limit(200);
    return {
      ...wire(row),
      clientId: row.clientId,
      comingUp: await this.comingUp(id),
      timeline: happened.map(({ at, fact }) => ({ at: at.toString(), ...inWords(fact) })),
    };
  }

  private async comingUp(id: PersonId): Promise<PersonRecord['comingUp']> {
    const waiting = await this.database.db
      .select({ at: runSteps.dueAt, step: runSteps.stepId, content: sequences.content })
      .from(runSteps)
      .innerJoin(sequenceRuns, eq(sequenceRuns.id, runSteps.runId))
      .innerJoin(sequences, eq(sequences.id, sequenceRuns.sequenceId))
      .where(and(eq(sequenceRuns.personId, id), eq(runSteps.state, 'waiting')))
      .orderBy(asc(runSteps.dueAt));
    return waiting.flatMap(({ at, step, content }) => {
      const index = content.steps.findIndex((one) => one.id === step);
      const found = content.steps[index];
      if (!found) return [];
      return {
        at: at.toString(),
        text: `Email “${found.action.subject}”`,
        note: `${content.name}, ${index + 1} of ${content.steps.length}`,
      };
    });
  }
}

/** Every word must be found, in a name, an email address, a number or a tag. */
function matching(search: string): SQL | undefined {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean).slice(0, 8);
  return and(
    ...words.map((word) => {
      const like = `%${word.replace(/[\\%_]/g, '\\$&')}%`;
      return sql`(${people.searchText} like ${like} or exists (select 1 from ${personTags} where ${personTags.personId} = ${people.id} and ${personTags.tag} like ${like}))`;
    }),
  );
}

function wire(row: {
  [Key in keyof typeof summary]: Key extends 'addedAt' | 'lastSeenAt'
    ? { toString(): string }
    : unknown;
}) {
  return {
    ...row,
    addedAt: row.addedAt.toString(),
    lastSeenAt: row.lastSeenAt.toString(),
  } as PersonSummary;
}

/** A line of the timeline as people read it. */
function inWords(fact: TimelineFact): Omit<TimelineEntry, 'at'> {
  switch (fact.kind) {
    case 'submitted':
      return {
        kind: fact.kind,
        text: `Sent “${fact.form}”`,
        note: `on ${fact.page}, from ${fact.source}`,
        answers: fact.answers,
      };
    case 'tagged':
      return {
        kind: fact.kind,
        text: `Tagged ${fact.tags.join(', ')}`,
        note: `by rule ${fact.rule}`,
        answers: [],
      };
    case 'given':
      return {
        kind: fact.kind,
        text: `Given to ${fact.to}`,
        note: `by rule ${fact.rule}`,
        answers: [],
      };
    case 'joined':
      return { kind: fact.kind, text: `Joined “${fact.sequence}”`, note: '', answers: [] };
    case 'sent':
      return {
        kind: fact.kind,
        text: `Sent email “${fact.subject}”`,
        note: fact.sequence,
        answers: [],
      };
    case 'told':
      return { kind: fact.kind, text: `Told ${fact.to} by email`, note: fact.subject, answers: [] };
    default:
      return unreachable(fact);
  }
}
