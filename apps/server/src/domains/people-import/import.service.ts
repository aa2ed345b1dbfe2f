import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { ClientId, FieldId } from '@plumgate/core/basics';
import {
  guessTargets,
  isChoice,
  readRow,
  type FieldContent,
  type FieldType,
  type ImportedPerson,
  type ImportReading,
  type ImportTarget,
} from '@plumgate/core/people';
import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { Jobs, type JobProgress, type JobRow } from '../../platform/jobs/jobs.ts';
import { bulkPeople } from '../../records/people/bulk.table.ts';
import { FieldStore } from '../../records/people/field-store.ts';
import { ownFields } from '../../records/people/fields.table.ts';
import { peopleImports } from '../../records/people/imports.table.ts';
import { stages } from '../../records/people/stages.table.ts';
import { people } from '../../records/people/table.ts';
import { ClientService } from '../clients/client.service.ts';
import { FieldService } from '../people/field.service.ts';
import { ImportFiles } from './import-files.ts';
import { ImportWriter, takeBack, type BeforeImport, type Importing } from './import-writer.ts';

const importJob = 'import-people';
const tryJob = 'try-people-import';

/** Rows written or taken back in one transaction: visitors wait no longer than one takes. */
const portion = 400;

interface Input {
  file: string;
  name: string;
  /** What each column fills; left out to guess it. */
  columns: ImportTarget[] | null;
}

/** Brings people in from a CSV file: tried first on the whole file, then written as a job that can be undone whole. */
@Injectable()
export class PeopleImport implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly clients: ClientService,
    private readonly clock: Clock,
    private readonly jobs: Jobs,
    private readonly files: ImportFiles,
    private readonly fields: FieldService,
    private readonly store: FieldStore,
    private readonly writer: ImportWriter,
  ) {}

  onModuleInit(): void {
    this.jobs.register(importJob, {
      run: (job, progress) => this.run(job, progress),
      undo: (job) => this.undo(job),
    });
    this.jobs.register(tryJob, { run: (job, progress) => this.tryOut(job, progress) });
  }

  /**
   * Asks for an import, or for a try of it.
   *
   * @throws AppProblem `bad-request` for a file without rows
   */
  async ask(
    who: CurrentUser,
    clientId: ClientId,
    content: Buffer,
    { name, columns, isTry }: { name: string; columns: ImportTarget[] | null; isTry: boolean },
  ): Promise<string> {
    const file = await this.files.keep(content, columns, 'a person');
    return this.database.transaction(async (tx) => {
      const input: Input = { file, name, columns };
      const jobId = await this.jobs.ask(tx, {
        ...{ clientId, kind: isTry ? tryJob : importJob, askedBy: who.name },
        input: { ...input },
      });
      if (!isTry) await tx.insert(peopleImports).values({ jobId, clientId, name });
      return jobId;
    });
  }

  private async tryOut(job: JobRow, progress: JobProgress): Promise<Record<string, unknown>> {
    const { db } = this.database;
    const { content, client, reading } = await this.prepare(db, job, false);
    let [made, known] = [0, 0];
    const does = async (rows: ImportedPerson[]) => {
      const met = await this.database.transaction((tx) => this.writer.meet(tx, { client }, rows));
      made += met.filter((one) => one.known === null).length;
      known += met.filter((one) => one.known !== null).length;
    };
    const row = (cells: string[]) => readRow(cells, reading);
    const counts = await this.files.read(job.id, content, { row, does, progress, portion });
    return { made, changed: known, ...counts, columns: reading.targets };
  }

  private async run(job: JobRow, progress: JobProgress): Promise<Record<string, unknown>> {
    const { db } = this.database;
    const { content, client, reading } = await this.prepare(db, job, true);
    const named = await db
      .select()
      .from(stages)
      .where(eq(stages.clientId, client.id))
      .orderBy(asc(stages.position));
    const importing: Importing = {
      ...{ jobId: job.id, client, at: this.clock.now(), by: job.askedBy },
      file: (job.input as unknown as Input).name,
      stages: new Map(named.map(({ id, name }) => [name.toLowerCase(), id])),
      firstStage: named[0]?.id ?? null,
    };
    const ofJob = eq(peopleImports.jobId, job.id);
    const [before] = await db.select().from(peopleImports).where(ofJob);
    let analyzedAt = 0;
    const does = async (rows: ImportedPerson[], read: number) => {
      // A portion that was written before its process died is not written again.
      if (read <= before!.rowsRead) return;
      await this.database.transaction(async (tx) => {
        const { made, changed } = await this.writer.write(tx, importing, rows);
        await tx
          .update(peopleImports)
          .set({
            rowsRead: read,
            made: sql`${peopleImports.made} + ${made}`,
            changed: sql`${peopleImports.changed} + ${changed}`,
          })
          .where(ofJob);
      });
      // A table that has grown many times is read in ways that suited a small one, until it is looked at anew; the database
      // that ships with the program never does so by itself.
      if (read < analyzedAt * 4) return;
      analyzedAt = read;
      await db.execute(sql`analyze ${people}`);
    };
    const row = (cells: string[]) => readRow(cells, reading);
    const counts = await this.files.read(job.id, content, { row, does, progress, portion });
    const [after] = await db.select().from(peopleImports).where(ofJob);
    return { made: after!.made, changed: after!.changed, ...counts };
  }

  /** What reading a job's file needs; new fields are made where it writes, once. */
  private async prepare(db: Queries, job: JobRow, isWriting: boolean) {
    const { file, columns } = job.input as unknown as Input;
    const { content, header, sample } = await this.files.open(file);
    const client = await this.clients.row(job.clientId as ClientId, db);
    const own = await this.store.ofClient(db, client.id);
    const { country, currency } = client.facts;
    const wanted = columns ?? guessTargets(header, sample, own, country);
    const fields = new Map<string, FieldContent>(own.map((field) => [field.key, field]));
    const targets = await this.withNewFields(job, client.id, header, wanted, fields, isWriting);
    const named = await db
      .select({ name: stages.name })
      .from(stages)
      .where(eq(stages.clientId, client.id));
    const reading: ImportReading = {
      ...{ targets, fields, country, currency },
      stages: new Set(named.map(({ name }) => name.toLowerCase())),
    };
    return { content, client, reading };
  }

  /** Makes the fields that columns ask for, or finds them where an earlier try of the same job has; a try only acts as if. */
  private async withNewFields(
    job: JobRow,
    clientId: ClientId,
    header: readonly string[],
    wanted: readonly ImportTarget[],
    fields: Map<string, FieldContent>,
    isWriting: boolean,
  ): Promise<ImportTarget[]> {
    const targets: ImportTarget[] = [];
    for (const [index, target] of wanted.entries()) {
      if (!target.startsWith('new:')) {
        targets.push(target);
        continue;
      }
      const type = target.slice(4) as FieldType;
      const name = header[index]!.trim().slice(0, 80) || `Column ${index + 1}`;
      const content = { name, type: isChoice(type) ? ('text' as const) : type, options: [] };
      const known = [...fields].find(([, one]) => one.name.toLowerCase() === name.toLowerCase());
      if (known) targets.push(`field:${known[0]}`);
      else if (!isWriting) {
        fields.set(`try_${index}`, content);
        targets.push(`field:try_${index}`);
      } else {
        const made = await this.fields.add(clientId, content);
        await this.database.db
          .update(peopleImports)
          .set({ fields: sql`${peopleImports.fields} || ${JSON.stringify([made.id])}::jsonb` })
          .where(eq(peopleImports.jobId, job.id));
        fields.set(made.key, content);
        targets.push(`field:${made.key}`);
      }
    }
    return targets;
  }

  private async undo(job: JobRow): Promise<void> {
    const { db } = this.database;
    for (;;) {
      const left = await this.database.transaction(async (tx) => {
        const rows = await tx
          .select({ person: people, before: bulkPeople.before })
          .from(bulkPeople)
          .innerJoin(people, eq(people.id, bulkPeople.personId))
          .where(eq(bulkPeople.jobId, job.id))
          .orderBy(asc(bulkPeople.personId))
          .limit(portion)
          .for('update');
        await takeBack(
          tx,
          rows.map(({ person, before }) => ({ person, before: before as BeforeImport })),
        );
        await tx.delete(bulkPeople).where(
          and(
            eq(bulkPeople.jobId, job.id),
            inArray(
              bulkPeople.personId,
              rows.map(({ person }) => person.id),
            ),
          ),
        );
        return rows.length;
      });
      if (left < portion) break;
    }
    const [made] = await db.select().from(peopleImports).where(eq(peopleImports.jobId, job.id));
    for (const id of made?.fields ?? []) await this.forget(id);
  }

  /** Deletes a field that an import made, where nobody has filled it since. */
  private async forget(id: FieldId): Promise<void> {
    const { db } = this.database;
    const [field] = await db.select().from(ownFields).where(eq(ownFields.id, id));
    if (!field) return;
    const [used] = await db
      .select({ id: people.id })
      .from(people)
      .where(and(eq(people.clientId, field.clientId), sql`${people.fields} ? ${field.key}`))
      .limit(1);
    if (!used) await this.fields.remove(id);
  }
}
