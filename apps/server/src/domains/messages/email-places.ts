import {
  referencesIn,
  type ClientId,
  type FileId,
  type PageId,
  type PictureId,
} from '@plumgate/core/basics';
import { Email, emailTexts } from '@plumgate/core/emails';
import { namesPages, pageLinkName } from '@plumgate/core/messages';
import type { ShownPicture } from '@plumgate/page-kit';
import { and, eq } from 'drizzle-orm';
import { isAnyOf } from '../../platform/database/bulk.ts';
import type { Queries } from '../../platform/database/database.ts';
import { earlierAddresses, isLive, pages } from '../../records/pages/table.ts';
import { files } from '../../records/pictures/table.ts';
import { shownPictures } from '../pictures/picture-address.ts';

/** What the words of a client's messages lead to and show; what belongs to another client is not among it. */
export interface NamedThings {
  /** The slugs of live pages, by the name that words have for each; none where no words name any. */
  pageNames: ReadonlyMap<string, string>;
  /** The slugs of the live pages that buttons lead to. */
  pages: ReadonlyMap<PageId, string>;
  files: ReadonlySet<FileId>;
  pictures: ReadonlyMap<PictureId, ShownPicture>;
}

/** Reads what some emails and texts of a client name. */
export async function namedThings(
  db: Queries,
  clientId: ClientId,
  { emails, words }: { emails: readonly Email[]; words: readonly string[] },
): Promise<NamedThings> {
  const references = emails.flatMap((email) => referencesIn(Email, email));
  const idsOf = <Id extends string>(kind: string) => [
    ...new Set(references.flatMap((one) => (one.kind === kind ? (one.id as Id) : []))),
  ];
  const [pageIds, fileIds] = [idsOf<PageId>('page'), idsOf<FileId>('file')];
  const all = [...words, ...emails.flatMap(emailTexts)].join('\n');
  return {
    pageNames: namesPages(all) ? await pageNames(db, clientId) : new Map(),
    pages: await livePages(db, clientId, pageIds),
    files: await filesAmong(db, clientId, fileIds),
    pictures: await shownPictures(db, idsOf<PictureId>('picture'), clientId),
  };
}

async function livePages(
  db: Queries,
  clientId: ClientId,
  ids: PageId[],
): Promise<Map<PageId, string>> {
  if (ids.length === 0) return new Map();
  const rows = await db
    .select({ id: pages.id, slug: pages.slug })
    .from(pages)
    .where(and(isAnyOf(pages.id, ids), eq(pages.clientId, clientId), isLive));
  return new Map(rows.map(({ id, slug }) => [id, slug]));
}

async function filesAmong(db: Queries, clientId: ClientId, ids: FileId[]): Promise<Set<FileId>> {
  if (ids.length === 0) return new Set();
  const rows = await db
    .select({ id: files.id })
    .from(files)
    .where(and(isAnyOf(files.id, ids), eq(files.clientId, clientId)));
  return new Set(rows.map(({ id }) => id));
}

/** The pages that personal links may lead to, also under the names that they had. */
async function pageNames(db: Queries, clientId: ClientId): Promise<Map<string, string>> {
  const rows = await db
    .select({ slug: pages.slug, earlier: earlierAddresses.slug })
    .from(pages)
    .leftJoin(earlierAddresses, eq(earlierAddresses.pageId, pages.id))
    .where(and(eq(pages.clientId, clientId), isLive));
  const named = rows.flatMap(({ slug, earlier }): [string, string][] =>
    earlier ? [[pageLinkName(earlier), slug]] : [],
  );
  const now = rows.map(({ slug }): [string, string] => [pageLinkName(slug), slug]);
  return new Map([...named, ...now]);
}
