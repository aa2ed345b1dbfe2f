import { integer, pgTable, primaryKey, text, unique, uuid } from 'drizzle-orm/pg-core';
import type { PictureId } from '@plumgate/core/basics';
import { bytes, instant } from '../platform/database/columns.ts';
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
    addedAt: instant('added_at').notNull(),
  },
  (table) => [unique('pictures_once').on(table.clientId, table.hash)],
);

/** A picture as WebP in each width that pages ask for. */
export const pictureFiles = pgTable(
  'picture_files',
  {
    clientId: ofClient(),
    pictureId: uuid('picture_id')
      .$type<PictureId>()
      .notNull()
      .references(() => pictures.id, { onDelete: 'cascade' }),
    width: integer().notNull(),
    content: bytes().notNull(),
  },
  (table) => [primaryKey({ columns: [table.pictureId, table.width] })],
);
