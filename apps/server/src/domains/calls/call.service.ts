import { Injectable } from '@nestjs/common';
import type { ClientId, Instant } from '@plumgate/core/basics';
import type { ImportedCall } from '@plumgate/core/calls';
import { contactFrom, matchKeys } from '@plumgate/core/people';
import { and, eq, isNull, or, sql } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { Clock } from '../../platform/clock.ts';
import { isAnyKey } from '../../platform/database/bulk.ts';
import type { Queries } from '../../platform/database/database.ts';
import type { Consequences } from '../../records/causes/consequences.ts';
import type { ClientRow } from '../../records/clients/table.ts';
import { people } from '../../records/people/table.ts';
import { calls } from '../../records/people/calls.table.ts';
import { ArrivalService } from '../intake/arrival.service.ts';
import type { ForArrival } from '../routing/rule.service.ts';

/** Nobody is called back for a call that was missed longer ago than so many hours (common practice, no source). */
const callBackHours = 48;

/** What became of a call that was told. */
export type TakenCall = 'new' | 'known' | 'told-before';

/** Takes in calls, each once: the caller is made or found, and goes through the rules by the number that was called. */
@Injectable()
export class CallService {
  constructor(
    private readonly arrivals: ArrivalService,
    private readonly clock: Clock,
  ) {}

  /** What taking in a client's calls needs, until the transaction ends: what is told twice at once is taken once. */
  async prepare(tx: Queries, clientId: ClientId): Promise<ForArrival> {
    await tx.execute(
      sql`select pg_advisory_xact_lock(hashtextextended(${`calls ${clientId}`}, 0))`,
    );
    return this.arrivals.prepare(tx, clientId);
  }

  /** What would become of calls; `seen` are the callers that were met before, and gets those met now. */
  async meet(
    db: Queries,
    { id: clientId, facts, matching }: ClientRow,
    rows: readonly ImportedCall[],
    seen: Set<string>,
  ): Promise<TakenCall[]> {
    const callers = rows.map((call) => ({ call, ...contactFrom(call, facts.country) }));
    const phones = callers.map(({ phoneKey }) => phoneKey!);
    const told = await db
      .select({ caller: calls.caller, at: calls.at })
      .from(calls)
      .where(and(eq(calls.clientId, clientId), isAnyKey(calls.caller, phones)));
    const keys = callers.flatMap((caller) => matchKeys(matching, caller));
    const known = await db
      .select({ matchKey: people.matchKey, phoneKey: people.phoneKey })
      .from(people)
      .where(
        and(
          eq(people.clientId, clientId),
          isNull(people.removedAt),
          or(isAnyKey(people.matchKey, keys), isAnyKey(people.phoneKey, phones)),
        ),
      );
    const nameOf = (phone: string, at: Instant) => `${phone} ${at.epochMilliseconds}`;
    const before = new Set(told.map(({ caller, at }) => nameOf(caller, at)));
    return callers.map((caller): TakenCall => {
      const phone = caller.phoneKey!;
      const name = nameOf(phone, caller.call.at);
      if (before.has(name)) return 'told-before';
      before.add(name);
      const mine = matchKeys(matching, caller);
      const isKnown =
        seen.has(phone) ||
        known.some(({ matchKey }) => matchKey !== null && mine.includes(matchKey)) ||
        (caller.emailKey === null && known.filter((one) => one.phoneKey === phone).length === 1);
      seen.add(phone);
      return isKnown ? 'known' : 'new';
    });
  }

  async take(
    tx: Queries,
    effects: Consequences,
    ready: ForArrival,
    call: ImportedCall,
  ): Promise<TakenCall> {
    const { client } = ready;
    const { at, called, source, seconds, answered, note } = call;
    const details = contactFrom(call, client.facts.country);
    const caller = details.phoneKey!;
    const isOne = and(eq(calls.clientId, client.id), eq(calls.caller, caller), eq(calls.at, at));
    const [known] = await tx.select({ id: calls.id }).from(calls).where(isOne);
    if (known) return 'told-before';
    const oldest = this.clock.now().subtract({ hours: callBackHours });
    const person = await this.arrivals.take(tx, effects, ready, {
      key: `call:${client.id}:${caller}:${at.toString()}`,
      ...{ details, source, at, isSpokenWith: answered },
      mayWait: Temporal.Instant.compare(at, oldest) >= 0,
      fact: { kind: 'called-in', source, seconds, answered, note },
      because: answered ? `called, from ${source}` : `called, from ${source}; nobody answered`,
    });
    await tx.insert(calls).values({
      ...{ clientId: client.id, personId: person.id, caller },
      ...{ called, source, at, seconds, answered },
    });
    return person.isNew ? 'new' : 'known';
  }
}
