import type { Role } from '@plumgate/contract';
import type { ClientId } from '@plumgate/core/basics';
import type { Queries } from '../../platform/database/database.ts';
import { isAnyOf } from '../../platform/database/bulk.ts';
import { AppProblem } from '../../platform/http/app-problem.ts';
import { clients } from '../../records/clients/table.ts';

/** What somebody may do, and for which clients; null for all. */
export interface Access {
  role: Role;
  clients: readonly ClientId[] | null;
}

/**
 * The clients that somebody of a role is to work for, each once: an owner for all, a front desk for at least one.
 *
 * @throws AppProblem `bad-request` where the role and the clients don't go together, or a client is not there
 */
export async function checkAccess(
  db: Queries,
  { role, clients: chosen }: Access,
): Promise<ClientId[] | null> {
  if (role === 'owner') return null;
  if (chosen === null) {
    if (role === 'front-desk') throw wrongClients('Choose the clients that the front desk is for.');
    return null;
  }
  const ids = [...new Set(chosen)];
  if (ids.length === 0) throw wrongClients('Choose at least one client.');
  const found = await db.select({ id: clients.id }).from(clients).where(isAnyOf(clients.id, ids));
  if (found.length < ids.length) throw wrongClients('One of these clients is not there any more.');
  return ids;
}

const wrongClients = (message: string): AppProblem =>
  new AppProblem('bad-request', { fields: [{ field: 'body.clients', message }] });
