import { Injectable } from '@nestjs/common';
import type { Answered, api } from '@plumgate/contract';
import type { ClientId, Instant } from '@plumgate/core/basics';
import { emailKey } from '@plumgate/core/people';
import { and, eq, sql, type SQL } from 'drizzle-orm';
import { z } from 'zod';
import { Clock } from '../../platform/clock.ts';
import { isAnyKey } from '../../platform/database/bulk.ts';
import { likeText } from '../../platform/database/like-words.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { notFound } from '../../platform/http/app-problem.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { Causes, type Consequences } from '../../records/causes/consequences.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { suppressedAddresses } from '../../records/messages/table.ts';
import { people } from '../../records/people/table.ts';
import { leaveOut } from './leave-out.ts';

type Reason = (typeof suppressedAddresses.$inferSelect)['reason'];

const isAddress = z.email().max(254);

/** Of what is queued for a person: mail to an address that gets none. What answers their own message goes out. */
export const isSuppressed: SQL = sql`(${outbox.personId} is not null and ${outbox.kind} = 'email' and ${outbox.content}->'thread' is null and exists (select from ${suppressedAddresses} as s where s.client_id = ${outbox}.client_id and s.address = lower(${outbox}."to")))`;

/** The addresses that get no mail of a client's. Who has unsubscribed is listed with them. */
@Injectable()
export class SuppressionService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly causes: Causes,
  ) {}

  /** In the order of addresses, `after` being the last one shown. */
  async list(
    clientId: ClientId,
    { search, after, limit }: { search: string; after?: string | undefined; limit: number },
  ): Promise<Answered<typeof api.listSuppressed>> {
    const rows = await this.rows(
      clientId,
      sql`address like ${likeText(search.toLowerCase())} and address > ${after ?? ''} order by address limit ${limit + 1}`,
    );
    const shown = rows.slice(0, limit);
    return {
      addresses: shown,
      next: rows.length > limit ? (shown.at(-1)?.address ?? null) : null,
    };
  }

  /** All of them as a CSV file. */
  async csv(clientId: ClientId): Promise<string> {
    const rows = await this.rows(clientId, sql`true order by address`);
    return ['address,reason,at', ...rows.map((row) => [row.address, row.reason, row.at].join(','))]
      .join('\r\n')
      .concat('\r\n');
  }

  /** Puts addresses on the list, each once; gives how many are new, and what was no address. */
  async add(
    who: CurrentUser,
    clientId: ClientId,
    typed: readonly string[],
  ): Promise<Answered<typeof api.suppress>> {
    const given = [...new Set(typed.map((one) => one.trim()).filter(Boolean))];
    const refused = given.filter((one) => !isAddress.safeParse(one).success);
    const addresses = given.filter((one) => !refused.includes(one));
    const added = await this.database.transaction(async (tx) => {
      const effects = this.causes.begin();
      const count = await this.suppress(tx, effects, clientId, addresses, {
        ...{ reason: 'by-hand', by: who.name, at: this.clock.now() },
      });
      await effects.write(tx);
      return count;
    });
    return { added, refused: refused.slice(0, 20) };
  }

  /** Puts addresses on the list and leaves out what is queued for them; gives how many are new. */
  async suppress(
    tx: Queries,
    effects: Consequences,
    clientId: ClientId,
    addresses: readonly string[],
    { reason, by = '', at }: { reason: Reason; by?: string; at: Instant },
  ): Promise<number> {
    const keys = [...new Set(addresses.map(emailKey))];
    if (keys.length === 0) return 0;
    const made = await tx
      .insert(suppressedAddresses)
      .values(keys.map((address) => ({ clientId, address, reason, by, at })))
      .onConflictDoNothing()
      .returning({ address: suppressedAddresses.address });
    const isTheirs = and(
      eq(outbox.clientId, clientId),
      isAnyKey(sql`lower(${outbox.to})`, keys),
      isSuppressed,
    );
    await leaveOut(tx, effects, isTheirs, 'suppressed', at);
    return made.length;
  }

  /** Takes an address off the list. Who has unsubscribed stays as they want it. */
  async remove(clientId: ClientId, address: string): Promise<void> {
    const gone = await this.database.db
      .delete(suppressedAddresses)
      .where(
        and(eq(suppressedAddresses.clientId, clientId), eq(suppressedAddresses.address, address)),
      )
      .returning({ address: suppressedAddresses.address });
    if (gone.length === 0) throw notFound();
  }

  private async rows(
    clientId: ClientId,
    rest: SQL,
  ): Promise<Answered<typeof api.listSuppressed>['addresses']> {
    const listed = sql`select address, reason, by, at from ${suppressedAddresses} where client_id = ${clientId}`;
    const left = sql`select distinct on (email_key) email_key, 'unsubscribed', '', unsubscribed_at from ${people} as p where p.client_id = ${clientId} and p.unsubscribed_at is not null and p.email_key is not null and p.removed_at is null and not exists (select from ${suppressedAddresses} as s where s.client_id = ${clientId} and s.address = p.email_key)`;
    const found = await this.database.db.execute<{
      address: string;
      reason: Reason | 'unsubscribed';
      by: string;
      at: string;
    }>(
      sql`select address, reason, by, to_char(at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as at from (${listed} union all (${left})) as all_of_them where ${rest}`,
    );
    return found.rows;
  }
}
