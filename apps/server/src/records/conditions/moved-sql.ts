import { sql } from 'drizzle-orm';

/** Of a booking `b`: it was given another time; canceling it counts as a change too. */
export const isMovedSql = sql`b.changes > (case when b.state = 'cancelled' then 1 else 0 end)`;
