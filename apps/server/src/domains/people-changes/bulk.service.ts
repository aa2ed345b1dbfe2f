import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { WhoIsMeant } from '@plumgate/contract';
import type { ClientId, PersonId } from '@plumgate/core/basics';
import type { PersonChange } from '@plumgate/core/people';
import { and, asc, count, eq, isNotNull, isNull, sql, type SQL } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { isAnyOf } from '../../platform/database/bulk.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { notFound } from '../../platform/http/app-problem.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { Jobs, type JobProgress, type JobRow } from '../../platform/jobs/jobs.ts';
import { Causes } from '../../records/causes/consequences.ts';
import type { ClientRow } from '../../records/clients/table.ts';
import { bulkPeople } from '../../records/people/bulk.table.ts';
import { people } from '../../records/people/table.ts';
import { ClientService } from '../clients/client.service.ts';
import { PeopleList } from '../people/people-list.service.ts';
import { ChangeService, type Before, type BulkChange } from './change.service.ts';

/** What can be taken back is one kind of job, what can't another. */
const changeJob = 'change-people';
const stopJob = 'stop-sequence';

/** People changed in one transaction: few enough to be cancelled soon, many enough to be quick. */
const portion = 500;

/** Changes one person at once, and many as a job that can be cancelled and undone. */
@Injectable()
export class BulkService implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly clients: ClientService,
    private readonly clock: Clock,
    private readonly jobs: Jobs,
    private readonly causes: Causes,
    private readonly lists: PeopleList,
    private readonly changes: ChangeService,
  ) {}

  onModuleInit(): void {
    const run = (job: JobRow, progress: JobProgress) => this.run(job, progress);
    this.jobs.register(changeJob, { run, undo: (job) => this.undo(job) });
    this.jobs.register(stopJob, { run });
  }

  /** Changes one person; gives whether anything was to be changed. */
  async changeOne(who: CurrentUser, id: PersonId, change: PersonChange): Promise<boolean> {
    return this.database.transaction(async (tx) => {
      const [person] = await tx
        .select()
        .from(people)
        .where(and(eq(people.id, id), isNull(people.removedAt)))
        .for('update');
      if (!person) throw notFound();
      await this.changes.check(tx, person.clientId, change);
      const client = await this.clients.row(person.clientId, tx);
      const effects = this.causes.begin();
      const by = { name: who.name, at: this.clock.now() };
      const changed = await this.changes.change(tx, effects, client, [person], change, by);
      await effects.write(tx);
      return changed.size > 0;
    });
  }

  /** Asks for a change of many: of those that are ticked, or of all people that match as it begins. */
  async changeMany(
    who: CurrentUser,
    clientId: ClientId,
    meant: WhoIsMeant,
    change: PersonChange,
  ): Promise<string> {
    await this.changes.check(this.database.db, clientId, change);
    return this.ask(who, clientId, meant, change);
  }

  /** Asks for many to be moved to the bin. */
  removeMany(who: CurrentUser, clientId: ClientId, meant: WhoIsMeant): Promise<string> {
    return this.ask(who, clientId, meant, { kind: 'remove' });
  }

  private async ask(
    who: CurrentUser,
    clientId: ClientId,
    meant: WhoIsMeant,
    change: BulkChange,
  ): Promise<string> {
    const among = await this.among(clientId, meant);
    return this.database.transaction(async (tx) => {
      const jobId = await this.jobs.ask(tx, {
        clientId,
        kind: change.kind === 'stop' ? stopJob : changeJob,
        input: { change },
        askedBy: who.name,
      });
      await tx.execute(
        sql`insert into ${bulkPeople} (job_id, person_id, client_id) select ${jobId}::uuid, people.id, people.client_id from ${people} where ${among}`,
      );
      return jobId;
    });
  }

  private async among(clientId: ClientId, meant: WhoIsMeant): Promise<SQL> {
    if ('ids' in meant)
      return and(
        eq(people.clientId, clientId),
        isNull(people.removedAt),
        isAnyOf(people.id, meant.ids),
      )!;
    return this.lists.among(clientId, meant.conditions, meant.search);
  }

  private async run(job: JobRow, progress: JobProgress): Promise<Record<string, unknown>> {
    const { change } = job.input as { change: BulkChange };
    const { db } = this.database;
    const ofJob = eq(bulkPeople.jobId, job.id);
    const [all] = await db.select({ count: count() }).from(bulkPeople).where(ofJob);
    const [before] = await db
      .select({ count: count() })
      .from(bulkPeople)
      .where(and(ofJob, eq(bulkPeople.isDone, true)));
    let done = before!.count;
    const client = await this.clients.row(job.clientId as ClientId, db);
    await progress.report(done, all!.count);
    for (;;) {
      const some = await this.changeSome(job, client, change);
      if (some === 0) break;
      done += some;
      await progress.report(done, all!.count);
    }
    const [changed] = await db
      .select({ count: count() })
      .from(bulkPeople)
      .where(and(ofJob, isNotNull(bulkPeople.before)));
    return { changed: changed!.count, of: all!.count };
  }

  /** Changes the next portion whole or not at all; gives how many there were. */
  private changeSome(job: JobRow, client: ClientRow, change: BulkChange): Promise<number> {
    return this.database.transaction(async (tx) => {
      const rows = await tx
        .select({ person: people })
        .from(bulkPeople)
        .innerJoin(people, eq(people.id, bulkPeople.personId))
        .where(and(eq(bulkPeople.jobId, job.id), eq(bulkPeople.isDone, false)))
        .orderBy(asc(bulkPeople.personId))
        .limit(portion)
        .for('update');
      const effects = this.causes.begin();
      const by = { name: job.askedBy, at: this.clock.now() };
      const persons = rows.map(({ person }) => person);
      const there = persons.filter(({ removedAt }) => removedAt === null);
      const changed = await this.changes.change(tx, effects, client, there, change, by);
      await markDone(
        tx,
        job.id,
        persons.map(({ id }) => ({ person: id, before: changed.get(id) ?? null })),
      );
      await effects.write(tx);
      return rows.length;
    });
  }

  private async undo(job: JobRow): Promise<void> {
    const { change } = job.input as { change: BulkChange };
    for (;;) {
      const left = await this.database.transaction(async (tx) => {
        const rows = await tx
          .select({ person: people, before: bulkPeople.before })
          .from(bulkPeople)
          .innerJoin(people, eq(people.id, bulkPeople.personId))
          .where(and(eq(bulkPeople.jobId, job.id), isNotNull(bulkPeople.before)))
          .orderBy(asc(bulkPeople.personId))
          .limit(portion)
          .for('update');
        const effects = this.causes.begin();
        const by = { name: job.askedBy, at: this.clock.now() };
        const changed = rows.map(({ person, before }) => ({ person, before: before! }));
        await this.changes.undo(tx, effects, changed, change, by);
        await markDone(
          tx,
          job.id,
          rows.map(({ person }) => ({ person: person.id, before: null })),
        );
        await effects.write(tx);
        return rows.length;
      });
      if (left < portion) return;
    }
  }
}

async function markDone(
  tx: Queries,
  jobId: string,
  rows: { person: PersonId; before: Before | null }[],
): Promise<void> {
  if (rows.length === 0) return;
  await tx.execute(
    sql`update ${bulkPeople} as b set is_done = true, before = r.before from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) as r(person uuid, before jsonb) where b.job_id = ${jobId}::uuid and b.person_id = r.person`,
  );
}
