import { createHash } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { FileSummary, FileType } from '@plumgate/contract';
import type { ClientId, FileId } from '@plumgate/core/basics';
import { and, asc, desc, eq } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { isAnyOf } from '../../platform/database/bulk.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { AppProblem } from '../../platform/http/app-problem.ts';
import { IdSource } from '../../platform/id-source.ts';
import { files } from '../../records/pictures/table.ts';

/** Everything but the content, which may be 20 MB. */
const summary = { id: files.id, name: files.name, type: files.type, size: files.size };

/** A client's files: documents to download and films. */
@Injectable()
export class FileService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
  ) {}

  async list(clientId: ClientId): Promise<FileSummary[]> {
    const rows = await this.database.db
      .select(summary)
      .from(files)
      .where(eq(files.clientId, clientId))
      .orderBy(desc(files.addedAt), asc(files.id));
    return rows.map(view);
  }

  /** Stores a file once for a client. Its content says what it is, whatever its name does. */
  add(clientId: ClientId, name: string, content: Buffer): Promise<FileSummary> {
    return this.keep(this.database.db, clientId, name, content);
  }

  async keep(db: Queries, clientId: ClientId, name: string, content: Buffer): Promise<FileSummary> {
    const type = typeOf(content);
    if (!type) throw new AppProblem('not-a-file');
    const hash = createHash('sha256').update(content).digest('hex');
    const row = { clientId, name, type, size: content.length, hash, content };
    await db
      .insert(files)
      .values({ id: this.ids.next<FileId>(), addedAt: this.clock.now(), ...row })
      .onConflictDoNothing();
    const [kept] = await db
      .select(summary)
      .from(files)
      .where(and(eq(files.clientId, clientId), eq(files.hash, hash)));
    return view(kept!);
  }

  /** What files are called and are, without their contents; one that is gone is not among them. */
  async summaries(ids: readonly FileId[]): Promise<Map<FileId, { name: string; type: FileType }>> {
    const rows = await this.database.db.select(summary).from(files).where(isAnyOf(files.id, ids));
    return new Map(rows.map((row) => [row.id, row]));
  }

  async read(id: FileId): Promise<{ name: string; type: FileType; content: Buffer } | null> {
    const [row] = await this.database.db.select().from(files).where(eq(files.id, id));
    return row ?? null;
  }

  /** A file for another client: theirs from now on. Null when there is no such file. */
  async copyTo(tx: Queries, clientId: ClientId, id: FileId): Promise<FileId | null> {
    const [row] = await tx.select().from(files).where(eq(files.id, id));
    if (!row) return null;
    if (row.clientId === clientId) return id;
    const copy = { ...row, id: this.ids.next<FileId>(), clientId };
    await tx.insert(files).values(copy).onConflictDoNothing();
    const [kept] = await tx
      .select({ id: files.id })
      .from(files)
      .where(and(eq(files.clientId, clientId), eq(files.hash, row.hash)));
    return kept!.id;
  }
}

/** What a file is by its first bytes: PDF by ISO 32000, MP4 by ISO 14496-12, WebM by its EBML head. */
function typeOf(content: Buffer): FileType | null {
  if (content.subarray(0, 5).toString('latin1') === '%PDF-') return 'application/pdf';
  if (content.subarray(4, 8).toString('latin1') === 'ftyp') return 'video/mp4';
  if (content.subarray(0, 4).equals(Buffer.from([0x1a, 0x45, 0xdf, 0xa3]))) return 'video/webm';
  return null;
}

const view = (row: Omit<FileSummary, 'href'>): FileSummary => ({ ...row, href: fileHref(row.id) });

/** Where a file answers, on every client's host. */
export const fileHref = (id: FileId) => `/~/files/${id}`;
