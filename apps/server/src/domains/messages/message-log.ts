import { Injectable } from '@nestjs/common';
import type { Answered, api, MessageOutcome, MessageRecord, SentMessage } from '@plumgate/contract';
import type { ClientId, Instant, MessageId } from '@plumgate/core/basics';
import { leftOutWords, type SequenceContent } from '@plumgate/core/followup';
import { inPlainWords } from '@plumgate/core/messages';
import { and, asc, desc, eq, inArray, lte, notExists, sql, type SQL } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { Clock } from '../../platform/clock.ts';
import { likeText } from '../../platform/database/like-words.ts';
import { Database } from '../../platform/database/database.ts';
import { notFound } from '../../platform/http/app-problem.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { afterCursor, cursorOf } from '../../platform/http/cursor.ts';
import { seenBy } from '../../records/accounts/users-of.ts';
import { messageOfStepSql } from '../../records/followup/message-of-step.ts';
import { runSteps, sequenceRuns, sequences } from '../../records/followup/table.ts';
import { outcomeOf, statesOf } from '../../records/messages/message-outcome.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { postRoom } from '../../records/messages/table.ts';
import type { PersonRow } from '../../records/people/person-store.ts';
import { people } from '../../records/people/table.ts';
import { Composer } from './composer.ts';
import { PostRoomService } from './post-room.service.ts';

type Row = typeof outbox.$inferSelect;

/** What is asked of the log. */
interface Asked {
  search: string;
  state?: MessageOutcome | undefined;
  kind?: Row['kind'] | undefined;
  after?: string | undefined;
  limit: number;
}

/** Why a message was not sent, as a clause; empty for one that was or will be. */
export function reasonOf({ state, leftOut, lastError }: Row): string {
  if (state === 'left-out') return leftOut ? leftOutWords(leftOut) : '';
  if (state === 'failed') return `it could not be delivered (${lastError ?? 'unknown'})`;
  return state === 'queued' && lastError ? `it is tried again (${lastError})` : '';
}

/** Every message of a client that left the program, is to leave it, or was left out. */
@Injectable()
export class MessageLog {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly composer: Composer,
    private readonly room: PostRoomService,
  ) {}

  /** The newest first, by when they were due. */
  async list(clientId: ClientId, asked: Asked): Promise<Answered<typeof api.listMessages>> {
    const { limit } = asked;
    const both = [
      ...(await this.queued(clientId, asked)),
      ...(await this.leftOutSteps(clientId, asked)),
    ].toSorted(
      (a, b) => Temporal.Instant.compare(b.at, a.at) || (a.message.id < b.message.id ? -1 : 1),
    );
    const shown = both.slice(0, limit);
    const last = shown.at(-1);
    return {
      messages: shown.map(({ message }) => message),
      next: both.length > limit && last ? cursorOf(last.at, last.message.id) : null,
    };
  }

  private async queued(clientId: ClientId, asked: Asked): Promise<Listed[]> {
    const { search, state, kind, after, limit } = asked;
    const rows = await this.database.db
      .select({ message: outbox, arrived: { text: postRoom.text, subject: postRoom.subject } })
      .from(outbox)
      .leftJoin(postRoom, eq(postRoom.id, sql`${outbox.id}`))
      .where(
        and(
          eq(outbox.clientId, clientId),
          state && inArray(outbox.state, statesOf[state]),
          kind && eq(outbox.kind, kind),
          isLike(sql`${outbox.to} || ' ' || ${outbox.title} || ' ' || ${outbox.from}`, search),
          afterCursor(after, outbox.dueAt, outbox.id),
        ),
      )
      .orderBy(desc(outbox.dueAt), asc(outbox.id))
      .limit(limit + 1);
    return rows.map(({ message, arrived }) => ({
      at: message.dueAt,
      message: view(message, arrived),
    }));
  }

  /** Messages of sequences whose time came and that were not even queued: nobody to be reached, or not wanted. */
  private async leftOutSteps(
    clientId: ClientId,
    { search, state, kind, after, limit }: Asked,
  ): Promise<Listed[]> {
    if (state && state !== 'left-out') return [];
    const kinds = kind ? [kind] : ['email', 'text'];
    const isOfKind = sql`exists (select from jsonb_array_elements(${sequences.content}->'steps') as step where step->>'id' = ${runSteps.stepId} and step->'action'->>'kind' in ${kinds})`;
    const rows = await this.steps(
      and(
        eq(runSteps.clientId, clientId),
        lte(runSteps.nominalAt, this.clock.now()),
        isOfKind,
        isLike(
          sql`${people.email} || ' ' || ${people.phone} || ' ' || (${sequences.content}->>'name')`,
          search,
        ),
        afterCursor(after, runSteps.nominalAt, runSteps.id),
      ),
    )
      .orderBy(desc(runSteps.nominalAt), asc(runSteps.id))
      .limit(limit + 1);
    return rows.flatMap((row) => viewOfStep(row) ?? []);
  }

  private steps(condition: SQL | undefined) {
    const wasQueued = this.database.db
      .select({ id: outbox.id })
      .from(outbox)
      .where(eq(outbox.key, messageOfStepSql));
    return this.database.db
      .select({ step: runSteps, content: sequences.content, person: people })
      .from(runSteps)
      .innerJoin(sequenceRuns, eq(sequenceRuns.id, runSteps.runId))
      .innerJoin(sequences, eq(sequences.id, runSteps.sequenceId))
      .innerJoin(people, eq(people.id, sequenceRuns.personId))
      .where(and(eq(runSteps.state, 'left-out'), notExists(wasQueued), condition))
      .$dynamic();
  }

  /** A message as its recipient sees it: as it arrived in the post room, or as it is put together now. */
  async get(who: CurrentUser, id: MessageId): Promise<MessageRecord> {
    const arrived = await this.room.find(who, id);
    if (arrived) return arrived;
    const { db } = this.database;
    const [row] = await db
      .select()
      .from(outbox)
      .where(and(eq(outbox.id, id), seenBy(who, outbox.clientId)));
    if (!row) return this.step(who, id);
    const sources = await this.composer.sourcesOf(db, [row], { isSending: false });
    const { subject, body } = this.composer.words(row, sources);
    return {
      ...view(row, { subject: subject || body, text: body }),
      ...{ html: this.composer.html(row, sources), unsubscribe: '', calendar: '' },
      conversation: [],
    };
  }

  /** What a step of a sequence that was left out is called. */
  private async step(who: CurrentUser, id: MessageId): Promise<MessageRecord> {
    const [row] = await this.steps(and(eq(runSteps.id, id), seenBy(who, runSteps.clientId)));
    const listed = row && viewOfStep(row);
    if (!listed) throw notFound();
    return { ...listed.message, html: '', unsubscribe: '', calendar: '', conversation: [] };
  }
}

/** A message with the moment that lists are ordered by. */
interface Listed {
  at: Instant;
  message: SentMessage;
}

const isLike = (text: SQL, search: string): SQL | undefined =>
  search ? sql`lower(${text}) like ${likeText(search.toLowerCase())}` : undefined;

const view = (row: Row, arrived: { subject: string; text: string } | null): SentMessage => ({
  ...{ id: row.id as MessageId, kind: row.kind, isReply: false, from: row.from, to: row.to },
  ...{ subject: arrived?.subject || row.title, text: arrived?.text ?? '' },
  receivedAt: (row.sentAt ?? row.dueAt).toString(),
  ...{ state: outcomeOf(row.state), reason: reasonOf(row) },
  ...{ personId: row.personId, origin: row.origin },
  ...{ opened: row.openedAt !== null, clicked: row.clickedAt !== null },
});

function viewOfStep({
  step,
  content,
  person,
}: {
  step: typeof runSteps.$inferSelect;
  content: SequenceContent;
  person: PersonRow;
}): Listed | null {
  const action = content.steps.find(({ id }) => id === step.stepId)?.action;
  if (!action || (action.kind !== 'email' && action.kind !== 'text') || !step.nominalAt)
    return null;
  const isEmail = action.kind === 'email';
  const message: SentMessage = {
    ...{ id: step.id as MessageId, kind: action.kind, isReply: false, from: '' },
    to: isEmail ? person.email : (person.phoneKey ?? person.phone),
    ...{ subject: inPlainWords(isEmail ? action.subject : action.body), text: '' },
    ...{ receivedAt: step.nominalAt.toString(), state: 'left-out', personId: person.id },
    reason: step.leftOut ? leftOutWords(step.leftOut) : '',
    ...{ origin: content.name, opened: false, clicked: false },
  };
  return { at: step.nominalAt, message };
}
