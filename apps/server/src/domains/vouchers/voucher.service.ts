import { randomInt } from 'node:crypto';
import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { RedeemedVoucher, VoucherPoolView } from '@plumgate/contract';
import { localDay, type ClientId, type PersonId, type VoucherPoolId } from '@plumgate/core/basics';
import { fullName } from '@plumgate/core/people';
import {
  codeKey,
  makeCodes,
  type CodeFormat,
  type VoucherPoolContent,
} from '@plumgate/core/vouchers';
import { and, asc, eq, inArray, isNull, or, sql } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { insertMany } from '../../platform/database/bulk.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { brokenUniqueRule } from '../../platform/database/sql-state.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { IdSource } from '../../platform/id-source.ts';
import { Bin } from '../../records/bin/bin.ts';
import { removableRow } from '../../records/bin/removable-row.ts';
import { clients } from '../../records/clients/table.ts';
import { partsOf } from '../../records/people/parts-of.ts';
import { people } from '../../records/people/table.ts';
import { voucherPools, vouchers } from '../../records/vouchers/table.ts';

/** Codes to add to a pool: so many new ones of a format, or a list of the client's own. */
export type NewCodes = { make: { count: number; format: CodeFormat } } | { list: string[] };

/** A code as whoever has it sees it. */
export interface ShownVoucher {
  code: string;
  name: string;
  worth: string;
  lastDay: string | null;
  state: 'open' | 'redeemed' | 'over';
}

/** Codes that people are given, one each, and that the front desk redeems, once each. */
@Injectable()
export class VoucherService implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly bin: Bin,
  ) {}

  onModuleInit(): void {
    const name = sql<string>`${voucherPools.content}->>'name'`;
    this.bin.register('vouchers', removableRow(voucherPools, name));
  }

  /** A client's pools by name, with how many of their codes were given and redeemed. */
  async pools(clientId: ClientId): Promise<VoucherPoolView[]> {
    const rows = await this.database.db
      .select({
        id: voucherPools.id,
        content: voucherPools.content,
        version: voucherPools.version,
        codes: sql<number>`count(${vouchers.id})::int`,
        given: sql<number>`count(${vouchers.givenAt})::int`,
        redeemed: sql<number>`count(${vouchers.redeemedAt})::int`,
      })
      .from(voucherPools)
      .leftJoin(vouchers, eq(vouchers.poolId, voucherPools.id))
      .where(and(eq(voucherPools.clientId, clientId), isNull(voucherPools.removedAt)))
      .groupBy(voucherPools.id)
      .orderBy(sql`lower(${voucherPools.content}->>'name')`);
    return rows;
  }

  async create(clientId: ClientId, content: VoucherPoolContent): Promise<VoucherPoolId> {
    const id = this.ids.next<VoucherPoolId>();
    await this.database.db
      .insert(voucherPools)
      .values({ id, clientId, content, madeAt: this.clock.now() })
      .catch(nameIsTaken);
    return id;
  }

  async save(
    id: VoucherPoolId,
    { version, content }: { version: number; content: VoucherPoolContent },
  ): Promise<void> {
    const saved = await this.database.db
      .update(voucherPools)
      .set({ content, version: version + 1 })
      .where(and(eq(voucherPools.id, id), eq(voucherPools.version, version)))
      .returning({ id: voucherPools.id })
      .catch(nameIsTaken);
    if (saved.length === 0) throw new AppProblem('changed-elsewhere');
  }

  /** Adds codes to a pool and gives how many were new: what the client has already, in any pool, is left as it is. */
  async addCodes(id: VoucherPoolId, added: NewCodes): Promise<{ added: number }> {
    return this.database.transaction(async (tx) => {
      const pool = await this.pool(tx, id);
      const codes =
        'list' in added ? added.list : await this.newCodes(tx, pool.clientId, added.make);
      const byKey = new Map(codes.map((code) => [codeKey(code), code.trim()]));
      byKey.delete('');
      if (byKey.size === 0) return { added: 0 };
      const before = await tx.$count(vouchers, eq(vouchers.poolId, id));
      const rows = [...byKey].map(([key, code]) => ({
        ...{ clientId: pool.clientId, poolId: id, code, codeKey: key },
      }));
      const once = sql` on conflict (client_id, code_key) do nothing`;
      await tx.execute(insertMany(vouchers, rows, once).getSQL());
      return { added: (await tx.$count(vouchers, eq(vouchers.poolId, id))) - before };
    });
  }

  private async newCodes(
    tx: Queries,
    clientId: ClientId,
    { count, format }: { count: number; format: CodeFormat },
  ): Promise<string[]> {
    const rows = await tx
      .select({ key: vouchers.codeKey })
      .from(vouchers)
      .where(
        and(eq(vouchers.clientId, clientId), sql`length(${vouchers.codeKey}) = ${format.length}`),
      );
    try {
      return makeCodes(
        count,
        format,
        (below) => randomInt(below),
        new Set(rows.map(({ key }) => key)),
      );
    } catch (error) {
      if (!(error instanceof RangeError)) throw error;
      throw new AppProblem('bad-request', { detail: error.message });
    }
  }

  /**
   * The codes of some people, by the names that words have for pools: each person has one of a pool, always the same, and
   * gets one now who has none; in a transaction. Where a pool has none left, or its last day is past, there is none for them.
   */
  async give(
    db: Queries,
    clientId: ClientId,
    keys: readonly string[],
    ids: readonly PersonId[],
  ): Promise<Map<PersonId, Record<string, string>>> {
    const given = new Map<PersonId, Record<string, string>>(ids.map((id) => [id, {}]));
    if (keys.length === 0 || ids.length === 0) return given;
    const now = this.clock.now();
    const pools = await db
      .select({ id: voucherPools.id, content: voucherPools.content, facts: clients.facts })
      .from(voucherPools)
      .innerJoin(clients, eq(clients.id, voucherPools.clientId))
      .where(
        and(
          eq(voucherPools.clientId, clientId),
          isNull(voucherPools.removedAt),
          inArray(sql`${voucherPools.content}->>'key'`, [...keys]),
        ),
      );
    for (const { id, content, facts } of pools) {
      const isOver = content.lastDay !== null && localDay(now, facts.zone) > content.lastDay;
      for (const person of new Set(ids)) {
        const code = await this.codeOf(db, id, person, isOver);
        if (code !== null) given.get(person)![content.key] = code;
      }
    }
    return given;
  }

  private async codeOf(
    db: Queries,
    pool: VoucherPoolId,
    person: PersonId,
    isOver: boolean,
  ): Promise<string | null> {
    const theirs = () => this.codeGiven(db, pool, person);
    const has = await theirs();
    if (has !== null || isOver) return has;
    // Two messages to one person at once get the same code.
    await db.execute(
      sql`select pg_advisory_xact_lock(hashtextextended(${`${pool} ${person}`}, 0))`,
    );
    const again = await theirs();
    if (again !== null) return again;
    const free = db
      .select({ id: vouchers.id })
      .from(vouchers)
      .where(and(eq(vouchers.poolId, pool), isNull(vouchers.givenAt)))
      .orderBy(asc(vouchers.id))
      .limit(1)
      .for('update', { skipLocked: true });
    const [got] = await db
      .update(vouchers)
      .set({ personId: person, givenAt: this.clock.now() })
      .where(inArray(vouchers.id, free))
      .returning({ code: vouchers.code });
    return got?.code ?? null;
  }

  /** The code that a person has, also by a record that became a part of theirs; null for none. */
  private async codeGiven(
    db: Queries,
    pool: VoucherPoolId,
    person: PersonId,
  ): Promise<string | null> {
    const isTheirs = or(
      eq(vouchers.personId, person),
      sql`${vouchers.personId} in (${partsOf(person)})`,
    );
    const [row] = await db
      .select({ code: vouchers.code })
      .from(vouchers)
      .where(and(eq(vouchers.poolId, pool), isTheirs))
      .orderBy(sql`${vouchers.personId} <> ${person}`)
      .limit(1);
    return row?.code ?? null;
  }

  /** A code as whoever has it sees it; null for none of the client's. */
  async find(clientId: ClientId, code: string): Promise<ShownVoucher | null> {
    const [found] = await byCode(this.database.db, clientId, code);
    if (!found) return null;
    const { voucher, content, facts } = found;
    const { name, worth, lastDay } = content;
    const isOver = lastDay !== null && localDay(this.clock.now(), facts.zone) > lastDay;
    return {
      ...{ code: voucher.code, name, worth, lastDay },
      state: voucher.redeemedAt ? 'redeemed' : isOver ? 'over' : 'open',
    };
  }

  /** Redeems a code as somebody types or scans it, once; a second time is refused, with when and by whom it was. */
  async redeem(who: CurrentUser, clientId: ClientId, typed: string): Promise<RedeemedVoucher> {
    const at = this.clock.now();
    return this.database.transaction(async (tx) => {
      const [found] = await byCode(tx, clientId, typed).for('update', { of: vouchers });
      if (!found)
        throw new AppProblem('not-found', {
          detail: `There is no voucher with the code “${typed.slice(0, 40)}”. Read it once more.`,
        });
      const { voucher, content, facts } = found;
      if (voucher.redeemedAt)
        throw new AppProblem('already-redeemed', {
          detail: `It was redeemed already, on ${localDay(voucher.redeemedAt, facts.zone)} by ${voucher.redeemedBy}.`,
        });
      if (content.lastDay !== null && localDay(at, facts.zone) > content.lastDay)
        throw new AppProblem('bad-request', {
          detail: `Its last day was ${content.lastDay}.`,
        });
      await tx
        .update(vouchers)
        .set({ redeemedAt: at, redeemedBy: who.name })
        .where(eq(vouchers.id, voucher.id));
      const [person] = voucher.personId
        ? await tx
            .select()
            .from(people)
            .where(
              sql`${people.id} = (select coalesce(p.merged_into, p.id) from ${people} as p where p.id = ${voucher.personId})`,
            )
        : [];
      return {
        ...{ code: voucher.code, name: content.name, worth: content.worth },
        person: person ? { id: person.id, name: fullName(person) || person.email } : null,
        redeemedAt: at.toString(),
      };
    });
  }

  private async pool(db: Queries, id: VoucherPoolId): Promise<typeof voucherPools.$inferSelect> {
    const [row] = await db
      .select()
      .from(voucherPools)
      .where(and(eq(voucherPools.id, id), isNull(voucherPools.removedAt)));
    if (!row) throw notFound();
    return row;
  }
}

const nameIsTaken = (error: unknown): never => {
  if (brokenUniqueRule(error) === null) throw error;
  throw new AppProblem('bad-request', {
    detail: 'Other vouchers have this name for merge fields. Choose another.',
  });
};

/** The query for a client's code, however it is typed, with what it is for. */
const byCode = (db: Queries, clientId: ClientId, code: string) =>
  db
    .select({ voucher: vouchers, content: voucherPools.content, facts: clients.facts })
    .from(vouchers)
    .innerJoin(voucherPools, eq(voucherPools.id, vouchers.poolId))
    .innerJoin(clients, eq(clients.id, vouchers.clientId))
    .where(
      and(
        eq(vouchers.clientId, clientId),
        eq(vouchers.codeKey, codeKey(code)),
        isNull(voucherPools.removedAt),
      ),
    );
