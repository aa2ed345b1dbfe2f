import type { ClientId } from '@plumgate/core/basics';
import { sql } from 'drizzle-orm';
import { userClients, users } from '../../records/accounts/table.ts';

const theirClients = sql<
  ClientId[]
>`array(select works.client_id from ${userClients} as works where works.user_id = users.id order by 1)`;

/** What a query selects of a user to know who is asking. */
export const currentUser = {
  id: users.id,
  name: users.name,
  email: users.email,
  role: users.role,
  clientIds: sql<
    ClientId[] | null
  >`case when ${users.allClients} then null else ${theirClients} end`,
};
