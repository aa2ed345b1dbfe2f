import { createHash } from 'node:crypto';
import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { Picture } from '@plumgate/contract';
import type { ClientId, PictureId } from '@plumgate/core/basics';
import { exampleOf } from '@plumgate/core/page';
import { pictureWidths, type PictureFormat } from '@plumgate/page-kit';
import { and, asc, desc, eq, ilike, isNull } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { isAnyOf } from '../../platform/database/bulk.ts';
import { likeText } from '../../platform/database/like-words.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import { OutboundError, SafeFetch } from '../../platform/http/safe-fetch.ts';
import { IdSource } from '../../platform/id-source.ts';
import { SiteVersions } from '../clients/site-versions.ts';
import { NotAPictureError, PictureMaker, type Source } from './picture-maker.ts';
import { ExamplePictures } from './example-pictures.ts';
import { pictureSrc } from './picture-address.ts';
import { Bin } from '../../records/bin/bin.ts';
import { removableRow } from '../../records/bin/removable-row.ts';
import { usesOf } from '../../records/references/uses-of.ts';
import { pictureFiles, pictures } from '../../records/pictures/table.ts';

/** A picture on the shelf and in the head of a person's card. */
const thumb = 240;
const widths = [thumb, ...pictureWidths];

/** As much as a picture may weigh that is uploaded. */
const mostFetched = 20 * 2 ** 20;

/** The smallest of our widths that is at least as wide as asked. */
const offeredWidth = (asked: number) => widths.find((one) => one >= asked) ?? widths.at(-1)!;

type PictureRow = typeof pictures.$inferSelect;

/** A client's pictures: kept once, and made in the widths and formats that pages ask for. */
@Injectable()
export class PictureService implements OnModuleInit {
  /** What is being made just now, so that many who ask for one file at once wait for one making. */
  private readonly making = new Map<string, Promise<Buffer>>();

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly maker: PictureMaker,
    private readonly examples: ExamplePictures,
    private readonly sites: SiteVersions,
    private readonly bin: Bin,
    private readonly outbound: SafeFetch,
  ) {}

  onModuleInit(): void {
    const onChange = (tx: Queries, clientId: ClientId) => this.sites.changed(tx, clientId);
    this.bin.register('picture', removableRow(pictures, pictures.name, { onChange }));
    this.bin.addLosses('picture', (db, id, clientId) => usesOf(db, clientId, [id]));
  }

  async list(clientId: ClientId, search = ''): Promise<Picture[]> {
    const like = likeText(search);
    const rows = await this.database.db
      .select()
      .from(pictures)
      .where(
        and(
          eq(pictures.clientId, clientId),
          isNull(pictures.removedAt),
          search ? ilike(pictures.name, like) : undefined,
        ),
      )
      .orderBy(desc(pictures.addedAt), asc(pictures.id))
      .limit(200);
    return rows.map(view);
  }

  /** Stores a picture once for a client, turned upright and without its place data. What it is, its content says. */
  async add(clientId: ClientId, name: string, file: Buffer): Promise<Picture> {
    const known = await this.known(this.database.db, clientId, hashOf(file));
    if (known) return view(known);
    const read = await this.read(file);
    return this.database.transaction((tx) => this.keep(tx, clientId, name, read));
  }

  /**
   * A picture fetched from a web address, once, and made the client's own.
   *
   * @throws AppProblem `not-fetched` with the reason, or `not-a-picture` when something else is there
   */
  async addFromAddress(clientId: ClientId, address: string): Promise<Picture> {
    const { content, name } = await this.fetched(address);
    return this.add(clientId, name, content);
  }

  /**
   * A picture at a web address as it can be looked at before it is taken: small, as a `data:` address, and its real size.
   *
   * @throws AppProblem as `addFromAddress`
   */
  async look(address: string): Promise<{ preview: string; width: number; height: number }> {
    const { content } = await this.fetched(address);
    const source = await this.readPicture(content);
    const small = await this.maker.size(source.content, thumb, 'webp');
    const { width, height } = source;
    return { preview: `data:image/webp;base64,${small.toString('base64')}`, width, height };
  }

  private async fetched(address: string): Promise<{ name: string; content: Buffer }> {
    const refused = (detail: string) => new AppProblem('not-fetched', { detail });
    try {
      const { status, content } = await this.outbound.fetch(address, {
        method: 'GET',
        headers: { accept: 'image/*' },
        redirects: 3,
        maxBytes: mostFetched,
      });
      if (status !== 200)
        throw refused(`There is no picture at this address: it answers ${status}.`);
      const last = new URL(address).pathname.split('/').at(-1) ?? '';
      return { name: last.replace(/\.\w+$/, '').slice(0, 120) || 'picture', content };
    } catch (error) {
      throw error instanceof OutboundError ? refused(error.message) : error;
    }
  }

  /** A picture that was read, made a client's; the same one is kept once. */
  async keep(
    tx: Queries,
    clientId: ClientId,
    name: string,
    { hash, source }: ReadPicture,
  ): Promise<Picture> {
    const known = await this.known(tx, clientId, hash);
    if (known) return view(known);
    const [row] = await tx
      .insert(pictures)
      .values({
        id: this.ids.next<PictureId>(),
        clientId,
        name,
        hash,
        width: source.width,
        height: source.height,
        stamp: hash.slice(0, 8),
        addedAt: this.clock.now(),
      })
      .returning();
    await keepSource(tx, row!, source);
    return view(row!);
  }

  /** Reads a file as a picture; what is none is refused. */
  async read(file: Buffer): Promise<ReadPicture> {
    return { hash: hashOf(file), source: await this.readPicture(file) };
  }

  /** A picture as it is kept: upright, without place data, in full size. */
  async source(id: PictureId): Promise<{ name: string; content: Buffer } | null> {
    const [row] = await this.database.db
      .select({ name: pictures.name, content: pictureFiles.content })
      .from(pictures)
      .innerJoin(pictureFiles, eq(pictureFiles.pictureId, pictures.id))
      .where(isThere(id))
      .orderBy(desc(eq(pictureFiles.format, 'source')), desc(pictureFiles.width))
      .limit(1);
    return row ?? null;
  }

  /** The names of pictures, without the pictures; one that is gone is not among them. */
  async names(ids: readonly PictureId[]): Promise<Map<PictureId, string>> {
    const rows = await this.database.db
      .select({ id: pictures.id, name: pictures.name })
      .from(pictures)
      .where(and(isAnyOf(pictures.id, ids), isNull(pictures.removedAt)));
    return new Map(rows.map(({ id, name }) => [id, name]));
  }

  private async known(
    db: Queries,
    clientId: ClientId,
    hash: string,
  ): Promise<PictureRow | undefined> {
    const same = and(eq(pictures.clientId, clientId), eq(pictures.hash, hash));
    const [row] = await db
      .select()
      .from(pictures)
      .where(and(same, isNull(pictures.removedAt)));
    return row;
  }

  /** Puts another file in a picture's place: every page that shows it shows the new one at once. */
  async replace(id: PictureId, file: Buffer): Promise<Picture> {
    const source = await this.readPicture(file);
    const hash = hashOf(file);
    const row = await this.database.transaction(async (tx) => {
      const [row] = await tx
        .update(pictures)
        .set({ hash, stamp: hash.slice(0, 8), width: source.width, height: source.height })
        .where(isThere(id))
        .returning();
      if (!row) throw notFound();
      await tx.delete(pictureFiles).where(eq(pictureFiles.pictureId, id));
      await keepSource(tx, row, source);
      await this.sites.changed(tx, row.clientId);
      return row;
    });
    return view(row);
  }

  /** A picture for another client: theirs from now on. Null when there is no such picture. */
  async copyTo(tx: Queries, clientId: ClientId, id: PictureId): Promise<PictureId | null> {
    const [row] = await tx.select().from(pictures).where(isThere(id));
    if (!row) return null;
    if (row.clientId === clientId) return id;
    const [known] = await tx
      .select({ id: pictures.id })
      .from(pictures)
      .where(
        and(
          eq(pictures.clientId, clientId),
          eq(pictures.hash, row.hash),
          isNull(pictures.removedAt),
        ),
      );
    if (known) return known.id;
    const copy = { ...row, id: this.ids.next<PictureId>(), clientId };
    await tx.insert(pictures).values(copy);
    const sources = await tx
      .select()
      .from(pictureFiles)
      .where(and(eq(pictureFiles.pictureId, id), eq(pictureFiles.format, 'source')));
    if (sources.length > 0)
      await tx
        .insert(pictureFiles)
        .values(sources.map((source) => ({ ...source, clientId, pictureId: copy.id })));
    return copy.id;
  }

  /** A picture in the smallest of our widths that is at least as wide as asked; null for an unknown picture. */
  async file(
    id: PictureId,
    asked: number,
    format: PictureFormat,
  ): Promise<{ content: Buffer; stamp: string } | null> {
    const example = exampleOf(id);
    if (example)
      return { content: await this.examples.file(example, offeredWidth(asked), format), stamp: '' };
    const [row] = await this.database.db.select().from(pictures).where(isThere(id));
    if (!row) return null;
    const width = Math.min(row.width, offeredWidth(asked));
    const [kept] = await this.database.db
      .select({ content: pictureFiles.content })
      .from(pictureFiles)
      .where(
        and(
          eq(pictureFiles.pictureId, id),
          eq(pictureFiles.width, width),
          eq(pictureFiles.format, format),
        ),
      );
    return { content: kept?.content ?? (await this.make(row, width, format)), stamp: row.stamp };
  }

  private async readPicture(file: Buffer): Promise<Source> {
    try {
      return await this.maker.source(file);
    } catch (error) {
      if (error instanceof NotAPictureError)
        throw new AppProblem('not-a-picture', error.message ? { detail: error.message } : {});
      throw new AppProblem('not-ready', { detail: 'Pictures can’t be read just now. Try again.' });
    }
  }

  private make(row: PictureRow, width: number, format: PictureFormat): Promise<Buffer> {
    const key = `${row.id}-${row.stamp}-${width}.${format}`;
    const underWay = this.making.get(key) ?? this.makeNow(row, width, format);
    this.making.set(key, underWay);
    underWay.finally(() => this.making.delete(key)).catch(() => {});
    return underWay;
  }

  private async makeNow(row: PictureRow, width: number, format: PictureFormat): Promise<Buffer> {
    const { db } = this.database;
    const [source] = await db
      .select({ content: pictureFiles.content })
      .from(pictureFiles)
      .where(eq(pictureFiles.pictureId, row.id))
      .orderBy(desc(eq(pictureFiles.format, 'source')), desc(pictureFiles.width))
      .limit(1);
    if (!source) throw notFound();
    const content = await this.maker.size(source.content, width, format);
    const key = { clientId: row.clientId, pictureId: row.id, width, format };
    await db
      .insert(pictureFiles)
      .values({ ...key, content })
      .onConflictDoNothing();
    return content;
  }
}

/** A picture's file, read and judged, on its way to being kept. */
export interface ReadPicture {
  hash: string;
  source: Source;
}

const isThere = (id: PictureId) => and(eq(pictures.id, id), isNull(pictures.removedAt));

const hashOf = (file: Buffer) => createHash('sha256').update(file).digest('hex');

async function keepSource(tx: Queries, row: PictureRow, source: Source): Promise<void> {
  const { id: pictureId, clientId } = row;
  await tx.insert(pictureFiles).values({
    clientId,
    pictureId,
    width: source.width,
    format: 'source',
    content: source.content,
  });
}

const view = (row: PictureRow): Picture => ({
  id: row.id,
  name: row.name,
  width: row.width,
  height: row.height,
  src: pictureSrc(row.id, thumb, 'webp', row.stamp),
});
