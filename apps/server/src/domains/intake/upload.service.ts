import { createHash } from 'node:crypto';
import { Injectable, type OnModuleInit } from '@nestjs/common';
import type {
  ClientId,
  FormId,
  InboxMessageId,
  SubmissionId,
  UploadId,
} from '@plumgate/core/basics';
import { ownValue } from '@plumgate/core/basics';
import {
  fileName,
  takesType,
  uploadsIn,
  uploadsText,
  type FieldProblem,
  type FormDefinition,
  type Question,
  type UploadedFile,
} from '@plumgate/core/forms';
import { fileTypeFromBuffer } from 'file-type/core';
import { and, eq, inArray, isNotNull, lte, or } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { FileStore } from '../../platform/files/file-store.ts';
import { Housekeeping } from '../../platform/housekeeping.ts';
import { IdSource } from '../../platform/id-source.ts';
import type { MailedFile } from '../../platform/mail/received-email.ts';
import { Limits, networkOf } from '../../platform/limits/limits.ts';
import { Seal } from '../../platform/seal.ts';
import { uploads } from '../../records/intake/uploads.table.ts';

/** How long, in hours, a file waits for the rest of its form. */
const hoursKept = 24;
/** How many files one network address may send in an hour. Common practice, no source. */
const perAddress = { max: 100, seconds: 3_600 };

/** A file as it came in a form's field. */
export interface SentFile {
  field: string;
  name: string;
  content: Buffer;
  /** More came than is read. */
  isTruncated: boolean;
}

/** Where files came with a form: whose it is, and from which network address. */
interface At {
  clientId: ClientId;
  formId: FormId;
  form: FormDefinition;
  address: string;
}

/** A file that is kept, as it travels in the form: with a seal by which it is known to be ours. */
type Travelling = UploadedFile & { seal: string };

/** Keeps files that visitors send with forms, apart from everything that pages show. */
@Injectable()
export class UploadService implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly store: FileStore,
    private readonly seal: Seal,
    private readonly limits: Limits,
    private readonly housekeeping: Housekeeping,
  ) {}

  onModuleInit(): void {
    this.housekeeping.register('uploads', (most) => this.forgetOver(most));
  }

  /**
   * What was typed with the files that came with it: each question that takes files gets the ones that it had already and
   * the new ones, as text. New files are kept until the form is taken in; those that can't be are problems.
   */
  async keep(
    at: At,
    typed: Record<string, string>,
    files: readonly SentFile[],
  ): Promise<{ typed: Record<string, string>; problems: FieldProblem[] }> {
    const asking = at.form.questions.filter(({ kind }) => kind === 'file');
    const known = new Set(asking.map(({ key }) => key));
    const problems = files
      .filter(({ field }) => !known.has(field))
      .map(({ field }): FieldProblem => ({ field, code: 'unknown-field' }));
    const filled = { ...typed };
    for (const question of asking) {
      const before = this.opened(at, question, ownValue(typed, question.key) ?? '');
      const sent = files.filter(({ field }) => field === question.key);
      const read = await this.keepFor(at, question, before, sent);
      if ('code' in read) problems.push(read);
      const kept = 'code' in read ? before : read.files;
      filled[question.key] = uploadsText(kept.map((file) => this.sealed(at, question, file)));
    }
    return { typed: filled, problems };
  }

  private async keepFor(
    at: At,
    { key: field, upload }: Question,
    before: UploadedFile[],
    sent: readonly SentFile[],
  ): Promise<{ files: UploadedFile[] } | FieldProblem> {
    const { most, megabytes } = upload;
    if (sent.length === 0) return { files: before };
    if (before.length + sent.length > most) return { field, code: 'too-many', most };
    if (await this.isTooMuch(at.address, sent.length)) return { field, code: 'unavailable' };
    const types: string[] = [];
    for (const { content, isTruncated } of sent) {
      if (isTruncated || content.length > megabytes * 2 ** 20)
        return { field, code: 'file-too-large', most: megabytes };
      if (content.length === 0) return { field, code: 'empty-file' };
      const type = await typeOf(content);
      if (type === null || !takesType(upload, type)) return { field, code: 'not-this-type' };
      types.push(type);
    }
    const files: UploadedFile[] = [];
    for (const [index, file] of sent.entries())
      files.push(await this.write(at, file, types[index]!));
    return { files: [...before, ...files] };
  }

  private async write(
    { clientId, formId }: At,
    { name: given, content }: SentFile,
    type: string,
  ): Promise<UploadedFile> {
    const id = this.ids.next<UploadId>();
    const [name, bytes] = [fileName(given), content.length];
    await this.store.write(`uploads/${id}`, content);
    const expiresAt = this.clock.now().add({ hours: hoursKept });
    await this.database.db
      .insert(uploads)
      .values({ id, clientId, formId, name, type, bytes, expiresAt });
    return { upload: id, name, bytes };
  }

  private async isTooMuch(address: string, count: number): Promise<boolean> {
    const limit = { key: `uploads ${networkOf(address)}`, ...perAddress };
    for (let file = 0; file < count; file++) if (await this.limits.exceeded([limit])) return true;
    return false;
  }

  /** The files of a question that came back with the form; what is not ours, or of another question, is passed over. */
  private opened(at: At, question: Question, text: string): UploadedFile[] {
    return text.split('\n').flatMap((line) => {
      const [file] = uploadsIn(line);
      if (!file) return [];
      const { seal } = JSON.parse(line) as { seal?: unknown };
      const isOurs = this.seal.open('upload', String(seal)) === sealedName(at, question, file);
      return isOurs ? [file] : [];
    });
  }

  private sealed(at: At, question: Question, file: UploadedFile): Travelling {
    return { ...file, seal: this.seal.seal('upload', sealedName(at, question, file)) };
  }

  /** Says to which submission files belong, in its transaction: taken in, or held. */
  async attach(
    tx: Queries,
    clientId: ClientId,
    submission: SubmissionId,
    typed: Record<string, string>,
    form: FormDefinition,
  ): Promise<void> {
    const ids = form.questions
      .filter(({ kind }) => kind === 'file')
      .flatMap(({ key }) => uploadsIn(ownValue(typed, key) ?? ''))
      .map(({ upload }) => upload as UploadId);
    if (ids.length === 0) return;
    await tx
      .update(uploads)
      .set({ submissionId: submission, expiresAt: null })
      .where(and(eq(uploads.clientId, clientId), inArray(uploads.id, ids)));
  }

  /** A file that came with a submission or an email, as it was sent; null where there is none, or none any more. */
  async read(id: UploadId): Promise<{ name: string; content: Buffer } | null> {
    const [row] = await this.database.db
      .select()
      .from(uploads)
      .where(
        and(eq(uploads.id, id), or(isNotNull(uploads.submissionId), isNotNull(uploads.messageId))),
      );
    const content = row && (await this.store.read(`uploads/${id}`));
    return content ? { name: row.name, content } : null;
  }

  /**
   * Keeps the files of an email, in the transaction of its message. Told of again after a crash, the same ones lie in the same
   * places: `messageName` is what the mail is known by.
   */
  async keepOfMessage(
    tx: Queries,
    message: { id: InboxMessageId; clientId: ClientId; messageName: string },
    files: readonly MailedFile[],
  ): Promise<void> {
    const { id: messageId, clientId, messageName } = message;
    for (const [index, { name, content }] of files.entries()) {
      const id = idFrom(`${messageName} ${index}`);
      await this.store.write(`uploads/${id}`, content);
      const type = (await typeOf(content)) ?? 'application/octet-stream';
      await tx
        .insert(uploads)
        .values({
          ...{ id, clientId, formId: null, messageId, type, expiresAt: null },
          ...{ name: fileName(name), bytes: content.length },
        })
        .onConflictDoNothing();
    }
  }

  private async forgetOver(most: number): Promise<number> {
    const { db } = this.database;
    const over = await db
      .select({ id: uploads.id })
      .from(uploads)
      .where(lte(uploads.expiresAt, this.clock.now()))
      .limit(Math.min(most, 100));
    for (const { id } of over) await this.store.remove(`uploads/${id}`);
    const ids = over.map(({ id }) => id);
    if (ids.length > 0) await db.delete(uploads).where(inArray(uploads.id, ids));
    return ids.length;
  }
}

/** An id that is the same each time, by a name (as RFC 9562 has them, section 5.8). */
function idFrom(name: string): UploadId {
  const hex = createHash('sha256').update(name).digest('hex').slice(0, 32);
  const marked = `${hex.slice(0, 12)}8${hex.slice(13, 16)}8${hex.slice(17)}`;
  return marked.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5') as UploadId;
}

/** What a seal is of: a file is good for the question that it was sent for, and for no other. */
const sealedName = ({ formId }: At, { key }: Question, { upload }: UploadedFile): string =>
  `${formId} ${key} ${upload}`;

/** A file's media type by its content; plain text where it is UTF-8 without control characters, null for what is not known. */
async function typeOf(content: Buffer): Promise<string | null> {
  const known = await fileTypeFromBuffer(content);
  if (known) return known.mime;
  try {
    const text = new TextDecoder('utf-8', { fatal: true }).decode(content);
    return /[\0-\x08\x0e-\x1f]/.test(text) ? null : 'text/plain';
  } catch {
    return null;
  }
}
