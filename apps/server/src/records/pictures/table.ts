import { sql } from 'drizzle-orm';
import { integer, pgTable, primaryKey, text, unique, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import type { FileType } from '@plumgate/contract';
import type { FileId, PictureId } from '@plumgate/core/basics';
import type { PictureFormat } from '@plumgate/page-kit';
import { bytes, instant } from '../../platform/database/columns.ts';
import { ofClient } from '../clients/table.ts';

export const pictures = pgTable(
  'pictures',
  {
    id: uuid().$type<PictureId>().primaryKey(),
    clientId: ofClient(),
    name: text().notNull(),
    /** SHA-256 of the file as it came: the same picture is stored once for a client. */
    hash: text().notNull(),
    width: integer().notNull(),
    height: integer().notNull(),
    /** Changes when the picture is replaced, so that no browser shows the old one. */
    stamp: text().notNull().default(''),
    addedAt: instant('added_at').notNull(),
    /** Deleted: in the bin. */
    removedAt: instant('removed_at'),
  },
  (table) => [
    uniqueIndex('pictures_once')
      .on(table.clientId, table.hash)
      .where(sql`${table.removedAt} is null`),
  ],
);

/**
 * A picture's files: its source, upright and without place data, and from it every width and format that was ever asked
 * for, made at the first asking.
 */
export const pictureFiles = pgTable(
  'picture_files',
  {
    clientId: ofClient(),
    pictureId: uuid('picture_id')
      .$type<PictureId>()
      .notNull()
      .references(() => pictures.id, { onDelete: 'cascade' }),
    width: integer().notNull(),
    format: text().$type<PictureFormat | 'source'>().notNull().default('webp'),
    content: bytes().notNull(),
  },
  (table) => [primaryKey({ columns: [table.pictureId, table.width, table.format] })],
);

/** Files for download and films, as they came. */
export const files = pgTable(
  'files',
  {
    id: uuid().$type<FileId>().primaryKey(),
    clientId: ofClient(),
    name: text().notNull(),
    /** The media type that its content shows. */
    type: text().$type<FileType>().notNull(),
    size: integer().notNull(),
    hash: text().notNull(),
    content: bytes().notNull(),
    addedAt: instant('added_at').notNull(),
  },
  (table) => [unique('files_once').on(table.clientId, table.hash)],
);
