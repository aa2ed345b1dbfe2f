import { sql, type SQL } from 'drizzle-orm';
import { pages } from './table.ts';

/**
 * The first step of each funnel, `id` and `client_id`: who came to it came to the funnel, and counts once in it.
 *
 * @param whose a condition on `client_id`
 */
export const firstSteps = (whose: SQL): SQL => sql`
  select distinct on (funnel_id) id, client_id from ${pages}
  where removed_at is null and ${whose} order by funnel_id, position`;
