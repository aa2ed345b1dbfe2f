import { createHash } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { Picture } from '@plumgate/contract';
import type { ClientId, PictureId } from '@plumgate/core/basics';
import { and, desc, eq, gte, asc } from 'drizzle-orm';
import sharp from 'sharp';
import { Clock } from '../platform/clock.ts';
import { Database } from '../platform/database/database.ts';
import { AppProblem } from '../platform/http/app-problem.ts';
import { IdSource } from '../platform/id-source.ts';
import { pictureFiles, pictures } from './table.ts';

/** The widths that pages ask for, in pixels. */
const widths = [600, 1200] as const;
const mostPixels = 60_000_000;

@Injectable()
export class PictureService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
  ) {}

  async list(clientId: ClientId): Promise<Picture[]> {
    const rows = await this.database.db
      .select()
      .from(pictures)
      .where(eq(pictures.clientId, clientId))
      .orderBy(desc(pictures.addedAt), asc(pictures.id));
    return rows.map(view);
  }

  /** Stores a picture once for a client, turned upright and without its place data. What it is, its content says. */
  async add(clientId: ClientId, name: string, file: Buffer): Promise<Picture> {
    const hash = createHash('sha256').update(file).digest('hex');
    const same = and(eq(pictures.clientId, clientId), eq(pictures.hash, hash));
    const [known] = await this.database.db.select().from(pictures).where(same);
    if (known) return view(known);
    const made = await makeWidths(file);
    return this.database.transaction(async (tx) => {
      const [row] = await tx
        .insert(pictures)
        .values({
          id: this.ids.next<PictureId>(),
          clientId,
          name,
          hash,
          width: made.width,
          height: made.height,
          addedAt: this.clock.now(),
        })
        .returning();
      await tx
        .insert(pictureFiles)
        .values(made.files.map((one) => ({ clientId, pictureId: row!.id, ...one })));
      return view(row!);
    });
  }

  /** The smallest kept file at least as wide as asked; null for an unknown picture. */
  async file(id: PictureId, width: number): Promise<Buffer | null> {
    const [row] = await this.database.db
      .select({ content: pictureFiles.content })
      .from(pictureFiles)
      .where(
        and(
          eq(pictureFiles.pictureId, id),
          gte(pictureFiles.width, Math.min(width, widths.at(-1)!)),
        ),
      )
      .orderBy(asc(pictureFiles.width))
      .limit(1);
    return row?.content ?? null;
  }
}

async function makeWidths(
  file: Buffer,
): Promise<{ width: number; height: number; files: { width: number; content: Buffer }[] }> {
  try {
    const upright = sharp(file, { limitInputPixels: mostPixels, failOn: 'error' }).rotate();
    const files = [];
    let size = { width: 0, height: 0 };
    for (const width of widths) {
      const { data, info } = await upright
        .clone()
        .resize({ width, withoutEnlargement: true })
        .webp({ quality: 80 })
        .toBuffer({ resolveWithObject: true });
      files.push({ width, content: data });
      size = { width: info.width, height: info.height };
    }
    return { ...size, files };
  } catch {
    throw new AppProblem('not-a-picture');
  }
}

const view = (row: typeof pictures.$inferSelect): Picture => ({
  id: row.id,
  name: row.name,
  width: row.width,
  height: row.height,
  src: pictureSrc(row.id, widths[0]),
});

/** Where a picture answers, on the app's host and on every client's. */
export const pictureSrc = (id: PictureId, width: number) => `/~/pictures/${id}-${width}.webp`;
