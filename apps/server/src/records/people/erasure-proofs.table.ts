import { index, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { ErasureCounts } from '@plumgate/contract';
import { instant, json } from '../../platform/database/columns.ts';
import { ofClient } from '../clients/table.ts';

/**
 * That somebody was erased or made anonymous, when and why, and of how much; nothing by which they could be known. Who has
 * their address or number can tell by the fingerprints that it was them.
 */
export const erasureProofs = pgTable(
  'erasure_proofs',
  {
    id: uuid().primaryKey(),
    clientId: ofClient(),
    how: text().$type<'erased' | 'made-anonymous'>().notNull(),
    because: text().notNull(),
    at: instant().notNull(),
    counts: json<ErasureCounts>().notNull(),
    /** Of the address and the number, by a secret of this installation. */
    fingerprints: text().array().notNull(),
  },
  (table) => [
    index('erasure_proofs_newest').on(table.clientId, table.at.desc().nullsFirst(), table.id),
  ],
);
