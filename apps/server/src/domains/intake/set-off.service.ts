import { Injectable } from '@nestjs/common';
import type { SetOff } from '@plumgate/contract';
import type { SubmissionId } from '@plumgate/core/basics';
import { leftOutWords } from '@plumgate/core/followup';
import { missedWords, type Condition } from '@plumgate/core/routing';
import { asc, eq, inArray, or } from 'drizzle-orm';
import { Database, type Queries } from '../../platform/database/database.ts';
import { notFound } from '../../platform/http/app-problem.ts';
import { bookings, calendars } from '../../records/booking/table.ts';
import { sequenceRuns, sequences } from '../../records/followup/table.ts';
import { forms } from '../../records/forms/table.ts';
import { funnels } from '../../records/funnels/table.ts';
import { submissions } from '../../records/intake/table.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { pages } from '../../records/pages/table.ts';

const mostMessages = 200;

/** What a submission set off: rules, bookings, sequences and messages. */
@Injectable()
export class SetOffService {
  constructor(private readonly database: Database) {}

  async of(id: SubmissionId): Promise<SetOff> {
    const { db } = this.database;
    const [submission] = await db.select().from(submissions).where(eq(submissions.id, id));
    if (!submission) throw notFound();
    const { rulesMatched, rulesMissed, isChange } = submission;
    const names = await namesOf(
      db,
      rulesMissed.flatMap(({ failed }) => failed),
    );
    return {
      isChange,
      matched: rulesMatched.map(({ name }) => name),
      missed: rulesMissed.map((rule) => ({
        name: rule.name,
        why: missedWords(rule, ({ is }) => names.get(is) ?? 'something that is gone'),
      })),
      bookings: await this.bookings(id),
      sequences: await this.sequences(id),
      messages: await this.messages(id),
    };
  }

  private async bookings(id: SubmissionId): Promise<SetOff['bookings']> {
    const rows = await this.database.db
      .select({ booking: bookings, calendar: calendars.content })
      .from(bookings)
      .innerJoin(calendars, eq(calendars.id, bookings.calendarId))
      .where(eq(bookings.submissionId, id));
    return rows.map(({ booking, calendar }) => ({
      calendar: calendar.name,
      startsAt: booking.startsAt.toString(),
      zone: calendar.rules.zone,
      state: booking.state,
    }));
  }

  private async sequences(id: SubmissionId): Promise<SetOff['sequences']> {
    const rows = await this.database.db
      .select({ content: sequences.content, id: sequences.id, state: sequenceRuns.state })
      .from(sequenceRuns)
      .innerJoin(sequences, eq(sequences.id, sequenceRuns.sequenceId))
      .where(eq(sequenceRuns.submissionId, id))
      .orderBy(asc(sequenceRuns.joinedAt));
    return rows.map(({ content, ...row }) => ({ name: content.name, ...row }));
  }

  /** The messages of the submission itself and of the runs that it began, in the order in which they were queued. */
  private async messages(id: SubmissionId): Promise<SetOff['messages']> {
    const { db } = this.database;
    const runs = db
      .select({ id: sequenceRuns.id })
      .from(sequenceRuns)
      .where(eq(sequenceRuns.submissionId, id));
    const rows = await db
      .select()
      .from(outbox)
      .where(or(eq(outbox.submissionId, id), inArray(outbox.runId, runs)))
      .orderBy(asc(outbox.order))
      .limit(mostMessages);
    return rows.map((row) => ({
      id: row.id,
      kind: row.kind,
      to: row.to,
      title: row.title,
      state: row.state,
      why: row.leftOut ? leftOutWords(row.leftOut) : (row.lastError ?? ''),
      at: (row.sentAt ?? row.dueAt).toString(),
    }));
  }
}

/** What conditions ask for, by name: a source is its own. */
async function namesOf(
  db: Queries,
  conditions: readonly Condition[],
): Promise<ReadonlyMap<string, string>> {
  const asked = (about: Condition['about']) =>
    conditions.filter((one) => one.about === about).map(({ is }) => is);
  const named = await Promise.all([
    allOf(asked('page'), (ids) =>
      db
        .select({ id: pages.id, name: pages.name })
        .from(pages)
        .where(inArray(pages.id, ids as (typeof pages.$inferSelect)['id'][])),
    ),
    allOf(asked('funnel'), (ids) =>
      db
        .select({ id: funnels.id, name: funnels.name })
        .from(funnels)
        .where(inArray(funnels.id, ids as (typeof funnels.$inferSelect)['id'][])),
    ),
    allOf(asked('form'), async (ids) =>
      (
        await db
          .select({ id: forms.id, definition: forms.definition })
          .from(forms)
          .where(inArray(forms.id, ids as (typeof forms.$inferSelect)['id'][]))
      ).map(({ id, definition }) => ({ id, name: definition.name })),
    ),
  ]);
  return new Map([
    ...asked('source').map((source): [string, string] => [source, source]),
    ...named.flat().map(({ id, name }): [string, string] => [id, name]),
  ]);
}

const allOf = async <Row>(
  ids: string[],
  read: (ids: string[]) => Promise<Row[]>,
): Promise<Row[]> => (ids.length > 0 ? read(ids) : []);
