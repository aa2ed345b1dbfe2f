import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { ClientId } from '@plumgate/core/basics';
import {
  guessCallTargets,
  readCallRow,
  type CallTarget,
  type ImportedCall,
} from '@plumgate/core/calls';
import { failed } from '@plumgate/core/basics';
import { Temporal } from 'temporal-polyfill';
import { Clock } from '../../platform/clock.ts';
import { Database } from '../../platform/database/database.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { Jobs, type JobProgress, type JobRow } from '../../platform/jobs/jobs.ts';
import { Worker } from '../../platform/worker.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { ClientService } from '../clients/client.service.ts';
import { ImportFiles } from '../people-import/import-files.ts';
import { CallService, type TakenCall } from './call.service.ts';

const importJob = 'import-calls';
const tryJob = 'try-call-import';

/** A call goes through rules, as a form does: so few of them that visitors wait for one transaction no longer than for any. */
const portion = 10;
const triedPortion = 400;

interface Input {
  file: string;
  /** What each column holds; left out to guess it. */
  columns: CallTarget[] | null;
}

/** Brings calls in from a CSV file as a job: tried on the whole file first, and each call taken once however often it is imported. */
@Injectable()
export class CallImport implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly clients: ClientService,
    private readonly clock: Clock,
    private readonly jobs: Jobs,
    private readonly files: ImportFiles,
    private readonly calls: CallService,
    private readonly causes: Causes,
    private readonly worker: Worker,
  ) {}

  onModuleInit(): void {
    this.jobs.register(importJob, { run: (job, progress) => this.run(job, progress, false) });
    this.jobs.register(tryJob, { run: (job, progress) => this.run(job, progress, true) });
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
    { columns, isTry }: { columns: CallTarget[] | null; isTry: boolean },
  ): Promise<string> {
    const file = await this.files.keep(content, columns, 'a call');
    const input: Input = { file, columns };
    return this.jobs.ask(this.database.db, {
      ...{ clientId, kind: isTry ? tryJob : importJob, askedBy: who.name },
      input: { ...input },
    });
  }

  private async run(
    job: JobRow,
    progress: JobProgress,
    isTry: boolean,
  ): Promise<Record<string, unknown>> {
    const { file, columns } = job.input as unknown as Input;
    const { content, header } = await this.files.open(file);
    const client = await this.clients.row(job.clientId as ClientId);
    const targets = columns ?? guessCallTargets(header);
    const { country, zone } = client.facts;
    const reading = { targets, numbers: client.callNumbers, country, zone };
    const counts: Record<TakenCall, number> = { new: 0, known: 0, 'told-before': 0 };
    const now = this.clock.now();
    const seen = new Set<string>();
    const row = (cells: string[]) => {
      const call = readCallRow(cells, reading);
      const isAhead = call.ok && Temporal.Instant.compare(call.value.at, now) > 0;
      return isAhead ? failed('It lies ahead of now.') : call;
    };
    const does = async (rows: ImportedCall[]) => {
      const taken = isTry
        ? await this.calls.meet(this.database.db, client, rows, seen)
        : await this.take(client.id, rows);
      for (const one of taken) counts[one]++;
      if (!isTry) this.worker.wake();
    };
    const read = await this.files.read(job.id, content, {
      ...{ row, does, progress },
      portion: isTry ? triedPortion : portion,
    });
    return { made: counts.new, changed: counts.known, before: counts['told-before'], ...read };
  }

  private take(clientId: ClientId, rows: readonly ImportedCall[]): Promise<TakenCall[]> {
    return this.database.transaction(async (tx) => {
      const ready = await this.calls.prepare(tx, clientId);
      const taken: TakenCall[] = [];
      for (const call of rows) {
        // Written one by one: the rules find what the call before has changed of the same person.
        const effects = this.causes.begin();
        taken.push(await this.calls.take(tx, effects, ready, call));
        await effects.write(tx);
      }
      return taken;
    });
  }
}
