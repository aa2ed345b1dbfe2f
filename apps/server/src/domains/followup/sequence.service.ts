import { emailFromText } from '@plumgate/core/emails';
import { Injectable } from '@nestjs/common';
import type { Answered, api, SequenceEffect, SequenceView } from '@plumgate/contract';
import {
  referencesIn,
  type ClientId,
  type Instant,
  type SequenceId,
  type UserId,
} from '@plumgate/core/basics';
import {
  actionWords,
  emptySequence,
  SequenceContent,
  sequenceMergeGroups,
} from '@plumgate/core/followup';
import { momentFields } from '@plumgate/core/messages';
import { and, count, eq, inArray, isNull, sql } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import { IdSource } from '../../platform/id-source.ts';
import { discardDraft, draftsOf } from '../../records/drafts/draft-store.ts';
import { checkMergeFields } from '../../records/references/check-merge-fields.ts';
import { checkReferences } from '../../records/references/check-references.ts';
import { Messenger } from '../messages/messenger.ts';
import { Causes, type Consequences } from '../../records/causes/consequences.ts';
import { messageGaps } from './message-gaps.ts';
import { asksAny, fixedMoment } from './run-loading.ts';
import { goalFigures, stepFigures } from './sequence-figures.ts';
import { RunService, type RunChange } from './run.service.ts';
import { runSteps, sequenceRuns, sequences } from '../../records/followup/table.ts';

@Injectable()
export class SequenceService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly runs: RunService,
    private readonly causes: Causes,
    private readonly messenger: Messenger,
  ) {}

  async create(
    clientId: ClientId,
    content: SequenceContent,
    db: Queries = this.database.db,
  ): Promise<SequenceId> {
    const id = this.ids.next<SequenceId>();
    await db.insert(sequences).values({ id, clientId, content });
    return id;
  }

  async begin(clientId: ClientId, name: string, me: UserId): Promise<SequenceView> {
    return this.get(await this.create(clientId, emptySequence(name)), me);
  }

  async list(clientId: ClientId, me: UserId): Promise<SequenceView[]> {
    const rows = await this.database.db
      .select()
      .from(sequences)
      .where(and(eq(sequences.clientId, clientId), isNull(sequences.removedAt)))
      .orderBy(sql`${sequences.content}->>'name'`);
    return this.views(rows, me);
  }

  async get(id: SequenceId, me: UserId): Promise<SequenceView> {
    const [view] = await this.views([await this.row(this.database.db, id)], me);
    return view!;
  }

  /** What became of its steps, and how many of those who came into it meet its goal by now. */
  async figures(id: SequenceId): Promise<Answered<typeof api.getSequenceFigures>> {
    const { db } = this.database;
    const { content, clientId } = await this.row(db, id);
    const { goal } = content;
    return {
      steps: await stepFigures(db, id),
      goal: asksAny(goal) ? await goalFigures(db, { id, clientId, goal }, this.clock.now()) : null,
    };
  }

  /**
   * Changes the content when nobody else did since `version`. Everybody in the sequence is planned again: words are read
   * when a step is due, times move, what was sent stays sent. Anyone who was told of an event that moves is told its new time.
   */
  async save(
    id: SequenceId,
    me: UserId,
    { version, content }: { version: number; content: SequenceContent },
  ): Promise<SequenceView> {
    const now = this.clock.now();
    await this.database.transaction(async (tx) => {
      const before = await this.row(tx, id);
      await checkReferences(
        tx,
        before.clientId,
        referencesIn(SequenceContent, content),
        'body.content',
        referencesIn(SequenceContent, before.content),
      );
      await checkMergeFields(
        tx,
        before.clientId,
        sequenceMergeGroups(content.event),
        SequenceContent,
        { document: content, stored: before.content },
        'body.content',
      );
      const [row] = await tx
        .update(sequences)
        .set({ content, version: version + 1 })
        .where(and(eq(sequences.id, id), eq(sequences.version, version)))
        .returning();
      if (!row) throw new AppProblem('changed-elsewhere');
      await discardDraft(tx, 'sequence', id, me);
      const effects = this.causes.begin();
      const changed = await this.runs.changesBy(tx, id, content, now, { lock: true });
      await this.runs.carryOut(tx, effects, changed, now);
      await this.runs.takeOrder(tx, id);
      this.tellNewTime(effects, before.content, content, changed, now);
      await effects.write(tx);
    });
    return this.get(id, me);
  }

  /** What a change would mean for the people in the sequence. */
  async previewChange(id: SequenceId, content: SequenceContent): Promise<SequenceEffect> {
    const { db } = this.database;
    const before = await this.row(db, id);
    const changed = await this.runs.changesBy(db, id, content, this.clock.now());
    const steps = [
      ...content.steps,
      ...before.content.steps.filter((old) => !content.steps.some((step) => step.id === old.id)),
    ];
    return {
      people: changed.length,
      gaps: messageGaps(changed),
      steps: steps
        .map((step) => {
          const changes = changed.flatMap((run) =>
            run.changes.filter((one) => one.step === step.id),
          );
          const many = (wanted: (change: (typeof changes)[number]) => boolean) =>
            changes.filter(wanted).length;
          return {
            step: step.id,
            name: actionWords(step.action),
            moved: many((one) => one.becomes === 'planned' && !one.isNew),
            added: many((one) => one.becomes === 'planned' && one.isNew),
            leftOut: many((one) => one.becomes === 'left-out'),
            removed: many((one) => one.becomes === 'removed'),
          };
        })
        .filter((step) => step.moved + step.added + step.leftOut + step.removed > 0),
    };
  }

  private tellNewTime(
    effects: Consequences,
    before: SequenceContent,
    after: SequenceContent,
    changed: RunChange[],
    now: Instant,
  ): void {
    if (
      before.event.kind !== 'fixed' ||
      after.event.kind !== 'fixed' ||
      before.event.at === after.event.at
    )
      return;
    const { event } = after;
    for (const { loaded, standing } of changed) {
      const { client, person, run } = loaded;
      const wasTold = standing.some(({ state }) => state === 'done' || state === 'queued');
      if (!wasTold || !person.email || person.mailRefusedAt) continue;
      const { zone, locale } = client.facts;
      const moment = momentFields(fixedMoment(event.at, zone), zone, zone, locale);
      this.messenger.emailPerson(
        effects,
        {
          client,
          person,
          key: `new-time:${run.id}:${event.at}`,
          at: now,
          from: after.name,
          context: {
            ...this.messenger.personIn(person, client),
            event: { name: event.name, ...moment },
          },
          runId: run.id,
        },
        emailFromText(newTimeWords),
      );
    }
  }

  private async row(db: Queries, id: SequenceId): Promise<typeof sequences.$inferSelect> {
    const [row] = await db
      .select()
      .from(sequences)
      .where(and(eq(sequences.id, id), isNull(sequences.removedAt)));
    if (!row) throw notFound();
    return row;
  }

  private async views(
    rows: (typeof sequences.$inferSelect)[],
    me: UserId,
  ): Promise<SequenceView[]> {
    if (rows.length === 0) return [];
    const ids = rows.map((row) => row.id);
    const runs = await this.database.db
      .select({
        id: sequenceRuns.sequenceId,
        joined: count(),
        running: sql<number>`count(*) filter (where ${sequenceRuns.state} = 'running')`.mapWith(
          Number,
        ),
      })
      .from(sequenceRuns)
      .where(inArray(sequenceRuns.sequenceId, ids))
      .groupBy(sequenceRuns.sequenceId);
    const sent = await this.database.db
      .select({ id: runSteps.sequenceId, step: runSteps.stepId, count: count() })
      .from(runSteps)
      .where(and(inArray(runSteps.sequenceId, ids), eq(runSteps.state, 'done')))
      .groupBy(runSteps.sequenceId, runSteps.stepId);
    const drafts = await draftsOf(this.database.db, 'sequence', ids, me);
    return rows.map((row) => {
      const counted = runs.find((run) => run.id === row.id);
      const steps = sent.filter((step) => step.id === row.id);
      return {
        ...row,
        draft: drafts.get(row.id) ?? null,
        joined: counted?.joined ?? 0,
        running: counted?.running ?? 0,
        sent: Object.fromEntries(steps.map(({ step, count }) => [step, count])),
      };
    });
  }
}

const newTimeWords = {
  subject: 'New time for {{ event.name }}: {{ event.when }}',
  body: `Hello {{ person.first_name | default: "there" }},

{{ event.name }} has a new time: {{ event.when }}.

Please ignore the earlier time. If the new one does not work for you, reply to this email or call {{ client.phone }}.

{{ client.name }}`,
};
