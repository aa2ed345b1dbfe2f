import { Injectable } from '@nestjs/common';
import { termNames, type SetOff } from '@plumgate/contract';
import type { SubmissionId } from '@plumgate/core/basics';
import { leftOutWords } from '@plumgate/core/followup';
import { missedWords } from '@plumgate/core/routing';
import { asc, eq, inArray, or } from 'drizzle-orm';
import { Database } from '../../platform/database/database.ts';
import { notFound } from '../../platform/http/app-problem.ts';
import { ConditionChoicesService } from '../people/condition-choices.service.ts';
import { bookings, calendars } from '../../records/booking/table.ts';
import { sequenceRuns, sequences } from '../../records/followup/table.ts';
import { submissions } from '../../records/intake/table.ts';
import { outcomeOf } from '../../records/messages/message-outcome.ts';
import { outbox } from '../../records/messages/outbox.table.ts';

const mostMessages = 200;

/** What a submission set off: rules, bookings, sequences and messages. */
@Injectable()
export class SetOffService {
  constructor(
    private readonly database: Database,
    private readonly choices: ConditionChoicesService,
  ) {}

  async of(id: SubmissionId): Promise<SetOff> {
    const { db } = this.database;
    const [submission] = await db.select().from(submissions).where(eq(submissions.id, id));
    if (!submission) throw notFound();
    const { rulesMatched, rulesMissed, isChange } = submission;
    const names = termNames(await this.choices.of(submission.clientId));
    return {
      isChange,
      matched: rulesMatched.map(({ name }) => name),
      missed: rulesMissed.map((rule) => ({
        name: rule.name,
        why: missedWords(rule, names),
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
      // Only messages of campaigns are held, and no form sets those off.
      state: outcomeOf(row.state),
      why: row.leftOut ? leftOutWords(row.leftOut) : (row.lastError ?? ''),
      at: (row.sentAt ?? row.dueAt).toString(),
    }));
  }
}
