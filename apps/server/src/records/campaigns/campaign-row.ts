import type { CampaignId } from '@plumgate/core/basics';
import { and, eq, isNull } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database.ts';
import { notFound } from '../../platform/http/app-problem.ts';
import { campaigns } from './table.ts';

export type CampaignRow = typeof campaigns.$inferSelect;

/** A campaign that is not in the bin. */
export async function campaignRow(
  db: Queries,
  id: CampaignId,
  { forUpdate = false }: { forUpdate?: boolean } = {},
): Promise<CampaignRow> {
  const asked = db
    .select()
    .from(campaigns)
    .where(and(eq(campaigns.id, id), isNull(campaigns.removedAt)));
  const [row] = forUpdate ? await asked.for('update') : await asked;
  if (!row) throw notFound();
  return row;
}
