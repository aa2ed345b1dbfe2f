import { Injectable } from '@nestjs/common';
import type { ClientId, Instant } from '@plumgate/core/basics';
import type { ContactDetails } from '@plumgate/core/people';
import { and, eq, isNotNull, isNull, lte, sql } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import type { Queries } from '../../platform/database/database.ts';
import type { Consequences } from '../../records/causes/consequences.ts';
import { PersonStore, type PersonRow } from '../../records/people/person-store.ts';
import { people, timeline } from '../../records/people/table.ts';
import type { TimelineFact } from '../../records/people/timeline.ts';
import { endWaiting, waitFrom } from '../../records/people/waiting.ts';
import { leadArrived, waitingChanged } from '../people/waiting-events.ts';
import { RuleService, type ForArrival } from '../routing/rule.service.ts';
import { PlanService } from './plan.service.ts';

/** Somebody whom no form brought. */
export interface Arriving {
  /** One for each arrival. */
  key: string;
  details: ContactDetails;
  /** Where they came from: a phone call, the street, the number they called. */
  source: string;
  /** What their record says of it. */
  fact: TimelineFact;
  /** For notices to the business: "came in, from Walk-in". */
  because: string;
  /** When they called or came in. */
  at: Instant;
  /** Somebody of the business has spoken with them then. */
  isSpokenWith: boolean;
  /** Where nobody has, that they wait for it from then on. */
  mayWait: boolean;
}

/** Takes in leads that no form sent: they are made or found, and go through the rules by their source. */
@Injectable()
export class ArrivalService {
  constructor(
    private readonly clock: Clock,
    private readonly store: PersonStore,
    private readonly rules: RuleService,
    private readonly plans: PlanService,
  ) {}

  /** What rules may need for the arrivals of one transaction, read once. */
  prepare(tx: Queries, clientId: ClientId): Promise<ForArrival> {
    return this.rules.forArrival(tx, clientId, null);
  }

  async take(
    tx: Queries,
    effects: Consequences,
    { client, rules, assignees }: ForArrival,
    arriving: Arriving,
  ): Promise<PersonRow & { isNew: boolean }> {
    const now = this.clock.now();
    const { details, source, at, isSpokenWith } = arriving;
    const from = { source, firstSource: source };
    const as = await this.knownByPhone(tx, client, details);
    const person = await this.store.arrive(tx, client, details, from, at, 0, as);
    effects.note(person, at, arriving.fact);
    for (const write of this.store.noteAlsoGiven(tx, person, person.also, { ...details, at }))
      effects.add(write);
    await tx.update(people).set({ lastSource: source }).where(eq(people.id, person.id));
    if (isSpokenWith) await this.endWait(tx, client, person, at);
    const plan = await this.plans.follow(tx, effects, {
      ...{ client, person, rules, assignees, at: now, key: arriving.key },
      because: () => arriving.because,
      isTrigger: false,
    });
    if (!isSpokenWith && arriving.mayWait && (await this.beginWait(tx, client, person, at)))
      effects.raise(leadArrived, {
        ...{ clientId: client.id, person: person.id, key: arriving.key },
        assignee: plan.assignee ?? person.assigneeId,
      });
    effects.raise(waitingChanged, { clientId: client.id });
    return person;
  }

  /** Who gave a phone number and nothing else is the one person who has that number, where it is one. */
  private async knownByPhone(
    tx: Queries,
    client: ForArrival['client'],
    { emailKey, phoneKey }: ContactDetails,
  ): Promise<Pick<PersonRow, 'matchKey'> | undefined> {
    if (emailKey !== null || phoneKey === null) return undefined;
    const found = await tx
      .select({ matchKey: people.matchKey })
      .from(people)
      .where(
        and(
          eq(people.clientId, client.id),
          eq(people.phoneKey, phoneKey),
          isNull(people.removedAt),
          isNotNull(people.matchKey),
        ),
      )
      .limit(2);
    return found.length === 1 ? found[0] : undefined;
  }

  private async endWait(
    tx: Queries,
    client: ForArrival['client'],
    { id }: PersonRow,
    at: Instant,
  ): Promise<void> {
    const moment = sql`${at.toString()}::timestamptz`;
    await tx
      .update(people)
      .set({ touchedAt: sql`coalesce(${people.touchedAt}, ${moment})` })
      .where(eq(people.id, id));
    // Who has written since waits for an answer to that.
    const waitedThen = and(eq(people.id, id), lte(people.waitingSince, at))!;
    await endWaiting(tx, client, waitedThen, { at, how: 'called' });
  }

  /** Gives whether they wait: not where somebody has spoken with them since. */
  private async beginWait(
    tx: Queries,
    client: ForArrival['client'],
    { id }: PersonRow,
    at: Instant,
  ): Promise<boolean> {
    const since = sql`select from ${timeline} as t where t.person_id = ${id} and t.fact->>'kind' = 'touched' and t.at >= ${at.toString()}::timestamptz`;
    const began = await tx
      .update(people)
      .set(waitFrom(at, client.facts))
      .where(
        and(eq(people.id, id), sql`${people.waitingSince} is null`, sql`not exists (${since})`),
      )
      .returning({ id: people.id });
    return began.length > 0;
  }
}
