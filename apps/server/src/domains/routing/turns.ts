import type { ClientId, Instant, RuleId, UserId } from '@plumgate/core/basics';
import { takeTurn, type InTurn, type Rule, type Turns } from '@plumgate/core/routing';
import { isOnDuty, type Duty } from '@plumgate/core/staff';
import { eq, sql } from 'drizzle-orm';
import { insertMany } from '../../platform/database/bulk.ts';
import type { Queries } from '../../platform/database/database.ts';
import type { Write } from '../../platform/database/one-trip.ts';
import { routingTurns } from '../../records/routing/turns.table.ts';

/** Somebody whom leads can be given to. */
export interface Assignee extends Duty {
  name: string;
}

/** Whose turns it was while a lead was routed, and the writes that keep that. */
export interface TakenTurns {
  pick: Turns;
  writes: () => Write[];
}

const hasTurns = ({ actions }: Rule): boolean => actions.some(({ kind }) => kind === 'turns');

/**
 * Reads whose turn it is at a client, under a lock until the transaction ends: two leads at once are two turns. Leads go to
 * those on duty; where nobody of them is, to whoever's turn it is all the same, so that no lead is nobody's. Nothing is read
 * where no rule gives leads in turn.
 */
export async function turnsFor(
  tx: Queries,
  clientId: ClientId,
  rules: readonly Rule[],
  assignees: ReadonlyMap<UserId, Assignee>,
  at: Instant,
): Promise<TakenTurns> {
  const taken = new Map<RuleId, Map<UserId, number>>();
  if (!rules.some(hasTurns)) return { pick: () => null, writes: () => [] };
  await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${`turns ${clientId}`}, 0))`);
  const rows = await tx.select().from(routingTurns).where(eq(routingTurns.clientId, clientId));
  const creditsOf = (rule: RuleId) =>
    taken.get(rule) ??
    new Map(rows.flatMap((row) => (row.ruleId === rule ? [[row.userId, row.credit]] : [])));
  const pick = (rule: RuleId, among: readonly InTurn<UserId>[]): UserId | null => {
    const there = among.filter(({ to }) => assignees.has(to));
    const onDuty = there.filter(({ to }) => isOnDuty(assignees.get(to)!, at));
    const turn = takeTurn(onDuty.length > 0 ? onDuty : there, creditsOf(rule));
    if (!turn) return null;
    taken.set(rule, turn.credits);
    return turn.to;
  };
  const writes = (): Write[] => {
    const changed = [...taken].flatMap(([ruleId, credits]) =>
      [...credits].map(([userId, credit]) => ({ clientId, ruleId, userId, credit })),
    );
    const onConflict = sql` on conflict (rule_id, user_id) do update set credit = excluded.credit`;
    return changed.length > 0 ? [insertMany(routingTurns, changed, onConflict)] : [];
  };
  return { pick, writes };
}
