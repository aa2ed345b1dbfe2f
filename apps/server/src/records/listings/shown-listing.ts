import type { ClientId, ListingId } from '@plumgate/core/basics';
import type { StaffMember } from '@plumgate/core/clients';
import type { ListingContent, ShownListing } from '@plumgate/core/listings';
import { and, eq } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database.ts';
import { staff } from '../clients/record-tables.ts';
import { listings } from './table.ts';

/** A client's listing as pages show it now, with its agent. One that was deleted is off the market; null where it is gone for good. */
export async function listingOf(
  db: Queries,
  clientId: ClientId,
  id: ListingId,
): Promise<ShownListing | null> {
  const [row] = await db
    .select()
    .from(listings)
    .where(and(eq(listings.id, id), eq(listings.clientId, clientId)));
  if (!row) return null;
  const content: ListingContent = row.removedAt
    ? { ...row.content, status: 'withdrawn' }
    : row.content;
  const [agent] = content.agent
    ? await db
        .select()
        .from(staff)
        .where(and(eq(staff.id, content.agent), eq(staff.clientId, clientId)))
    : [];
  return { id, content, agent: agent ? memberOf(agent) : null };
}

/** A member of the staff as pages show them. */
export const memberOf = ({
  clientId: _client,
  position: _position,
  ...member
}: typeof staff.$inferSelect): StaffMember => member;
