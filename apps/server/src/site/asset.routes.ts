import { readFile } from 'node:fs/promises';
import { Injectable } from '@nestjs/common';
import { FileId, PictureId, RevisionId } from '@plumgate/core/basics';
import { blocksOf } from '@plumgate/core/page';
import type { PictureFormat } from '@plumgate/page-kit';
import { eq } from 'drizzle-orm';
import type { FastifyInstance } from 'fastify';
import { fontPaths, scriptOf } from '../domains/live-pages/assets.ts';
import { ShareCards } from '../domains/live-pages/share-cards.ts';
import { FileService } from '../domains/pictures/file.service.ts';
import { PictureService } from '../domains/pictures/picture.service.ts';
import { codePictures, codePng } from '../domains/vouchers/code-picture.ts';
import { Database } from '../platform/database/database.ts';
import { drawnTile } from '../platform/maps/drawn-tile.ts';
import { pageRevisions } from '../records/pages/table.ts';
import { acceptedEncoding } from './accepted-encoding.ts';
import { notHere } from './page-headers.ts';
import { sendFile } from './send-file.ts';
import { siteOptions } from './site-host.ts';

const forEver = 'public, max-age=31536000, immutable';
/** A picture without a stamp came with the program, and may be another with the next version. */
const cachingOf = (stamp: string, asked?: string) => {
  if (!stamp) return 'public, max-age=86400';
  return asked === stamp ? forEver : 'no-cache';
};

/** Fonts, the script, pictures and code frames: the same on every host, named so that they can be kept forever. */
@Injectable()
export class AssetRoutes {
  constructor(
    private readonly pictures: PictureService,
    private readonly files: FileService,
    private readonly cards: ShareCards,
    private readonly database: Database,
  ) {}

  register(app: FastifyInstance, base = ''): void {
    app.get(`${base}/~/:script`, siteOptions, (request, reply) => {
      const script = scriptOf((request.params as { script: string }).script);
      if (!script) return notHere(reply);
      const br =
        acceptedEncoding(request.headers['accept-encoding'] as string | undefined) === 'br';
      void reply.headers({
        'content-type': 'text/javascript; charset=utf-8',
        'cache-control': forEver,
        vary: 'accept-encoding',
      });
      if (br) void reply.header('content-encoding', 'br');
      return reply.send(br ? script.br : script.plain);
    });
    app.get(`${base}/~/fonts/:file`, siteOptions, async (request, reply) => {
      const path = fontPaths.get((request.params as { file: string }).file);
      if (!path) return notHere(reply);
      return reply
        .headers({ 'content-type': 'font/woff2', 'cache-control': forEver })
        .send(await readFile(path));
    });
    app.get(`${base}/~/pictures/:file`, siteOptions, async (request, reply) => {
      const [, id, width, format] =
        /^([0-9a-f-]{36})-(\d{2,4})\.(avif|webp|jpeg)$/.exec(
          (request.params as { file: string }).file,
        ) ?? [];
      const picture = PictureId.safeParse(id);
      const file = picture.success
        ? await this.pictures.file(picture.data, Number(width), format as PictureFormat)
        : null;
      if (!file) return notHere(reply);
      const { v } = request.query as { v?: string };
      return reply
        .headers({
          'content-type': `image/${format}`,
          'cache-control': cachingOf(file.stamp, v),
        })
        .send(file.content);
    });
    app.get(`${base}/~/voucher-code/:as/:file`, siteOptions, async (request, reply) => {
      const { as, file } = request.params as { as: string; file: string };
      const code = /^(.{1,40})\.png$/.exec(file)?.[1];
      const kind = codePictures.find((one) => one === as);
      const drawn = code && kind && (await codePng(code, kind).catch(() => null));
      if (!drawn) return notHere(reply);
      return reply.headers({ 'content-type': 'image/png', 'cache-control': forEver }).send(drawn);
    });
    app.get(`${base}/~/card/:file`, siteOptions, async (request, reply) => {
      const [, id] = /^([0-9a-f-]{36})\.png$/.exec((request.params as { file: string }).file) ?? [];
      const card = await this.cards.of(id ?? '');
      if (!card) return notHere(reply);
      return reply.headers({ 'content-type': 'image/png', 'cache-control': forEver }).send(card);
    });
    app.get(`${base}/~/tiles/:z/:x/:y`, siteOptions, (request, reply) => {
      const { z, x, y } = request.params as Record<'z' | 'x' | 'y', string>;
      const [zoom, column, row] = [Number(z), Number(x), Number(y.replace(/\.svg$/, ''))];
      if (![zoom, column, row].every((one) => Number.isInteger(one) && one >= 0))
        return notHere(reply);
      return reply
        .headers({ 'content-type': 'image/svg+xml', 'cache-control': forEver })
        .send(drawnTile(zoom, column, row));
    });
    app.get(`${base}/~/files/:id`, siteOptions, async (request, reply) => {
      const id = FileId.safeParse((request.params as { id: string }).id);
      const file = id.success ? await this.files.read(id.data) : null;
      return file ? sendFile(file, request, reply) : notHere(reply);
    });
    app.get(`${base}/~/code/:revision/:block`, siteOptions, async (request, reply) => {
      const { revision, block } = request.params as { revision: string; block: string };
      const html = await this.codeOf(revision, block);
      if (html === null) return notHere(reply);
      return reply
        .headers({
          'content-type': 'text/html; charset=utf-8',
          'cache-control': forEver,
          'x-content-type-options': 'nosniff',
          // Opened by itself, too, it has an origin of its own and no one's cookies.
          'content-security-policy': 'sandbox allow-scripts allow-forms allow-popups',
        })
        .send(html);
    });
  }

  private async codeOf(revision: string, block: string): Promise<string | null> {
    const asked = RevisionId.safeParse(revision);
    if (!asked.success) return null;
    const [row] = await this.database.db
      .select({ document: pageRevisions.document })
      .from(pageRevisions)
      .where(eq(pageRevisions.id, asked.data));
    const found = row && blocksOf(row.document).find((one) => one.id === block);
    return found?.kind === 'code' ? found.html : null;
  }
}
