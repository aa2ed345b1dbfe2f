import { Injectable } from '@nestjs/common';
import type { Outcome } from '@plumgate/core/basics';
import { decodeCsv } from '@plumgate/core/people';
import { FileStore } from '../../platform/files/file-store.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import { csvOf } from '../../platform/http/csv.ts';
import { IdSource } from '../../platform/id-source.ts';
import type { JobProgress } from '../../platform/jobs/jobs.ts';
import type { CsvRow } from './read-csv.ts';
import { readTable } from './read-table.ts';

const sampled = 200;
const mostBadRows = 20_000;

/** A row that can't be read, and why. */
export interface BadRow extends CsvRow {
  problem: string;
}

/** How a file is read: what a row is, and what is done with a portion of them; `read` is how many rows are read then. */
export interface FileReading<Row> {
  row: (cells: string[]) => Outcome<Row, string>;
  does: (rows: Row[], read: number) => Promise<void>;
  progress: JobProgress;
  /** How many rows are written in one transaction: visitors wait no longer than one takes. */
  portion: number;
}

/** The files that imports are made of, CSV or JSON: kept for their job, read in portions, with what can't be read set aside. */
@Injectable()
export class ImportFiles {
  constructor(
    private readonly files: FileStore,
    private readonly ids: IdSource,
  ) {}

  /**
   * Keeps a file for a job; gives its name in the store.
   *
   * @throws AppProblem `bad-request` for a file without rows, or with fewer columns than are said to be filled
   */
  async keep(content: Buffer, columns: readonly unknown[] | null, row: string): Promise<string> {
    const { header, sample } = await this.glimpse(content);
    if (sample.length === 0) throw wrong(`There is no row with ${row} in this file.`);
    if (columns && columns.length > header.length)
      throw wrong(`The file has ${header.length} columns, not ${columns.length}.`);
    const file = `imports/${this.ids.next<string>()}`;
    await this.files.write(file, content);
    return file;
  }

  /** A file that was kept: its text, its headings and its first rows. */
  async open(file: string): Promise<{ content: string; header: string[]; sample: string[][] }> {
    const stored = await this.files.read(file);
    if (!stored) throw notFound();
    return { content: decodeCsv(stored), ...(await this.glimpse(stored)) };
  }

  private async glimpse(content: Buffer): Promise<{ header: string[]; sample: string[][] }> {
    const rows: CsvRow[] = [];
    for await (const row of readTable(decodeCsv(content))) {
      rows.push(row);
      if (rows.length > sampled) break;
    }
    const [first, ...rest] = rows;
    if (first?.problem) throw wrong(first.problem);
    return { header: first?.cells ?? [], sample: rest.map(({ cells }) => cells) };
  }

  /** Reads a file in portions, and keeps its bad rows beside the job; gives how many rows there are, and how many are bad. */
  async read<Row>(
    jobId: string,
    content: string,
    { row: readRow, does, progress, portion }: FileReading<Row>,
  ): Promise<{ of: number; bad: number }> {
    const about = content.split('\n').length;
    const bad: BadRow[] = [];
    let header: string[] = [];
    let rows: Row[] = [];
    let read = 0;
    for await (const row of readTable(content)) {
      if (row.row === 1) {
        header = row.cells;
        continue;
      }
      read++;
      const one = row.problem ? null : readRow(row.cells);
      if (one?.ok) rows.push(one.value);
      else bad.push({ ...row, problem: row.problem ?? (one as { problem: string }).problem });
      if (read % portion === 0) {
        await does(rows, read);
        rows = [];
        await progress.report(read, Math.max(about, read));
      }
    }
    if (rows.length > 0) await does(rows, read);
    await progress.report(read, read);
    await this.keepBad(jobId, header, bad);
    return { of: read, bad: bad.length };
  }

  /** The rows of a job's file that could not be read, as a file to be put right and imported again. */
  async badRows(jobId: string): Promise<Buffer> {
    const content = await this.files.read(badFileOf(jobId));
    if (!content) throw notFound();
    return content;
  }

  private async keepBad(jobId: string, header: string[], bad: readonly BadRow[]): Promise<void> {
    if (bad.length === 0) return;
    const lines = bad
      .slice(0, mostBadRows)
      .map(({ row, cells, problem }) => [
        ...header.map((_, n) => cells[n] ?? ''),
        String(row),
        problem,
      ]);
    const text = csvOf([[...header, 'Row', 'Why'], ...lines]);
    await this.files.write(badFileOf(jobId), Buffer.from(text));
  }
}

const badFileOf = (jobId: string) => `imports/${jobId}-bad`;

const wrong = (detail: string): AppProblem => new AppProblem('bad-request', { detail });
